import { useEffect, useState, type RefObject } from "react";

/** How broad an element is on the screen, px; endless until it is known. */
export function useBreadth(of: RefObject<Element | null>): number {
  const [broad, setBroad] = useState(Infinity);
  useEffect(() => {
    const { current } = of;
    if (!current) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry?.contentRect.width) setBroad(Math.round(entry.contentRect.width));
    });
    watch.observe(current);
    return () => watch.disconnect();
  }, [of]);
  return broad;
}
