/** What a screen reader is told politely; the last of what comes at once counts. */
const watching = new Set<() => void>();
let said = "";
let timer = 0;

export const announced = {
  snapshot: () => said,
  subscribe: (watch: () => void) => {
    watching.add(watch);
    return () => void watching.delete(watch);
  },
};

/** Say it once the page has come to rest. */
export function announce(words: string) {
  clearTimeout(timer);
  timer = window.setTimeout(() => {
    // The same words twice are told twice.
    said = words === said ? `${words}\u00a0` : words;
    for (const watch of watching) watch();
  }, 150);
}
