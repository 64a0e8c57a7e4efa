import { useCallback, useEffect, useRef } from "react";

/** So long after the last key a choice has come to rest, ms. */
export const REST_MS = 700;

/**
 * Choices by keys pass through everything between: what they come to is done once, when they rest or
 * the field is left; by hand it is done at once.
 */
export function useRest<T>(commit: (value: T) => void) {
  const byKey = useRef(false);
  const held = useRef<{ value: T; timer: number } | null>(null);
  const latest = useRef(commit);
  useEffect(() => {
    latest.current = commit;
  });
  const rest = useCallback(() => {
    if (!held.current) return;
    const { value, timer } = held.current;
    clearTimeout(timer);
    held.current = null;
    latest.current(value);
  }, []);
  useEffect(() => rest, [rest]);
  const choose = useCallback(
    (value: T) => {
      if (held.current) clearTimeout(held.current.timer);
      held.current = null;
      if (byKey.current) held.current = { value, timer: window.setTimeout(rest, REST_MS) };
      else latest.current(value);
    },
    [rest],
  );
  return {
    choose,
    handlers: {
      onKeyDownCapture: (event: { key: string }) => {
        byKey.current = true;
        if (event.key === "Enter") rest();
      },
      onPointerDownCapture: () => {
        byKey.current = false;
      },
      onBlurCapture: rest,
    },
  };
}
