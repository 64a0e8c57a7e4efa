/** Whether the server has said that nobody is signed in, though somebody was. */
const watching = new Set<() => void>();
let out = false;

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
  said: () => tell(true),
  over: () => tell(false),
};
