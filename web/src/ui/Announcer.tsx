import { VisuallyHidden } from "@chakra-ui/react";
import { useSyncExternalStore } from "react";
import { announced } from "./announce";

export function Announcer() {
  const words = useSyncExternalStore(announced.subscribe, announced.snapshot);
  return (
    <VisuallyHidden role="status" aria-live="polite" data-announced>
      {words}
    </VisuallyHidden>
  );
}
