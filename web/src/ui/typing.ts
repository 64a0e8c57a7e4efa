/** Fields in which something is typed that has not been left yet, each with how it is left. */
const fields = new Map<object, () => void>();
const watching = new Set<() => void>();
let count = 0;

const tell = () => {
  if (count === fields.size) return;
  count = fields.size;
  for (const watch of watching) watch();
};

export const typing = {
  snapshot: () => count,
  subscribe: (watch: () => void) => {
    watching.add(watch);
    return () => void watching.delete(watch);
  },
  begun: (field: object, leave: () => void) => {
    fields.set(field, leave);
    tell();
  },
  over: (field: object) => {
    fields.delete(field);
    tell();
  },
  /** Leave every one of them, as when the page goes. */
  leaveAll: () => {
    for (const leave of [...fields.values()]) leave();
  },
};
