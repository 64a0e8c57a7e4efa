import { cleanup, configure } from "@testing-library/react";
import { afterEach } from "vitest";

configure({ asyncUtilTimeout: 10_000 });
afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

/** What the browser has and the test's stand-in for it has not. */
class Watching {
  observe() {
    return undefined;
  }
  unobserve() {
    return undefined;
  }
  disconnect() {
    return undefined;
  }
}
globalThis.ResizeObserver ??= Watching as unknown as typeof ResizeObserver;
Element.prototype.scrollTo ??= () => undefined;

/** Everything is near to what is seen. */
class Near extends Watching {
  constructor(private readonly tell: IntersectionObserverCallback) {
    super();
  }
  override observe() {
    const seen = [{ isIntersecting: true } as IntersectionObserverEntry];
    return void this.tell(seen, this as unknown as IntersectionObserver);
  }
}
globalThis.IntersectionObserver = Near as unknown as typeof IntersectionObserver;
