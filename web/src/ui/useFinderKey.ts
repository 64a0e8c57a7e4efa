import type { RefObject } from "react";
import { useHotkeys } from "react-hotkeys-hook";

/** The key "/" goes to the field that finds things. */
export const useFinderKey = (finder: RefObject<HTMLInputElement | null>, enabled: boolean) =>
  useHotkeys(
    "/",
    (event) => {
      event.preventDefault();
      finder.current?.focus();
    },
    { enabled, useKey: true },
  );
