import { useEffect } from "react";

const isGone = (element: Element) =>
  !element.isConnected || element.matches(":disabled") || !element.checkVisibility();

/**
 * Focus does not fall to the page when what had it goes away or is switched off by what it did: it
 * goes to the nearest thing around it that is still there.
 */
export function useFocusKept() {
  useEffect(() => {
    let around: Element[] = [];
    const taken = (event: FocusEvent) => {
      around = [];
      for (let at = event.target as Element | null; at; at = at.parentElement) around.push(at);
    };
    const changed = () => {
      const [last, ...rest] = around;
      if (!last || document.activeElement !== document.body || !isGone(last)) return;
      const next = rest.find((element) => element !== document.body && !isGone(element));
      around = [];
      if (!(next instanceof HTMLElement) || next.contains(document.activeElement)) return;
      if (next.tabIndex < 0 && !next.hasAttribute("tabindex")) next.tabIndex = -1;
      next.focus({ preventScroll: true });
    };
    const watch = new MutationObserver(changed);
    document.addEventListener("focusin", taken);
    watch.observe(document.body, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ["disabled", "hidden"],
    });
    return () => {
      document.removeEventListener("focusin", taken);
      watch.disconnect();
    };
  }, []);
}
