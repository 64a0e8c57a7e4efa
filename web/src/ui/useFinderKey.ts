import type { RefObject } from "react";
import { useSign } from "./useKey";

/** The key "/" goes to the field that finds things. */
export const useFinderKey = (finder: RefObject<HTMLInputElement | null>, enabled: boolean) =>
  useSign(
    "/",
    (event) => {
      event.preventDefault();
      finder.current?.focus();
    },
    enabled,
  );
