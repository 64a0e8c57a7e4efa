/** Whether the server has said that nobody is signed in, though somebody was. */
const watching = new Set<() => void>();
let out = false;
/** When somebody signed in again here, by the page's clock. */
let since = -Infinity;

const tell = (now: boolean) => {
  if (out === now) return;
  out = now;
  for (const watch of watching) watch();
};

export const signedOut = {
  snapshot: () => out,
  subscribe: (watch: () => void) => {
    watching.add(watch);
    return () => void watching.delete(watch);
  },
  /** The answer to what was asked then; one from before somebody signed in again is of no account. */
  said: (asked: number) => {
    if (asked >= since) tell(true);
  },
  over: () => {
    since = performance.now();
    tell(false);
  },
};
