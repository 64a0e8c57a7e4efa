import { useEffect, useRef, useState, type RefObject } from "react";

/** As far as this from what is seen, a thing is drawn, px. */
const AHEAD_PX = 1200;

/** What it scrolls in; none where that is the window. */
function scrollerOf(element: Element): Element | null {
  for (let at = element.parentElement; at; at = at.parentElement)
    if (/auto|scroll/.test(getComputedStyle(at).overflowY)) return at;
  return null;
}

/** Whether something has come near to what is seen; it stays drawn then. */
export function useNear<Kind extends Element>(): [RefObject<Kind | null>, boolean] {
  const ref = useRef<Kind>(null);
  const [near, setNear] = useState(typeof IntersectionObserver === "undefined");
  useEffect(() => {
    if (near || !ref.current) return;
    const watching = new IntersectionObserver(
      (seen) => {
        if (seen.some((entry) => entry.isIntersecting)) setNear(true);
      },
      { root: scrollerOf(ref.current), rootMargin: `${AHEAD_PX}px 0px` },
    );
    watching.observe(ref.current);
    return () => watching.disconnect();
  }, [near]);
  return [ref, near];
}
