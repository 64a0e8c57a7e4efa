import { lazy, Suspense, type ComponentType, type JSX, type ReactNode } from "react";

const known = new Set<() => Promise<unknown>>();

/** A page or panel in a file of its own, which is fetched when it is first shown, or before that when there is
 * time; `waiting` stands in its place until it is there. */
export function later<Props extends object = object>(
  load: () => Promise<ComponentType<Props>>,
  waiting: ReactNode = null,
): ComponentType<Props> {
  known.add(load);
  const Shown = lazy(() => load().then((shown) => ({ default: shown })));
  return function Later(props: Props & JSX.IntrinsicAttributes) {
    return (
      <Suspense fallback={waiting}>
        <Shown {...props} />
      </Suspense>
    );
  };
}

/** Fetch what was not shown yet, with all that it brings in turn, so that nothing is waited for, or missed when
 * the server is away. */
export async function fetchLater() {
  const asked = new Set<() => Promise<unknown>>();
  for (let wave = [...known]; wave.length; wave = [...known].filter((load) => !asked.has(load))) {
    wave.forEach((load) => asked.add(load));
    await Promise.all(wave.map((load) => load().catch(() => undefined)));
  }
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
