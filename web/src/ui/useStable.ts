import { useCallback, useEffect, useRef } from "react";

/** The same function at every render, which does what the latest would: what takes it need not be drawn again. */
export function useStable<Given extends unknown[], Answer>(
  deed: (...given: Given) => Answer,
): (...given: Given) => Answer {
  const latest = useRef(deed);
  useEffect(() => {
    latest.current = deed;
  });
  return useCallback((...given: Given) => latest.current(...given), []);
}
