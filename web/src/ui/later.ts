import { lazy, type ComponentType, type LazyExoticComponent } from "react";

/** A page or panel in a file of its own, which is fetched when it is first shown, or before. */
export interface Later<Props> {
  Shown: LazyExoticComponent<ComponentType<Props>>;
  fetch: () => Promise<unknown>;
}

export function later<Props = object>(load: () => Promise<ComponentType<Props>>): Later<Props> {
  const fetch = () => load().then((shown) => ({ default: shown }));
  return { Shown: lazy(fetch), fetch };
}

/** Run when nothing else is to be done; the answer calls it off. */
export function whenIdle(work: () => void): () => void {
  if (typeof window.requestIdleCallback === "function") {
    const asked = window.requestIdleCallback(work, { timeout: 4000 });
    return () => window.cancelIdleCallback(asked);
  }
  const asked = window.setTimeout(work, 500);
  return () => window.clearTimeout(asked);
}
