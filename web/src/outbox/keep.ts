import { createStore, del, get, set, values, type UseStore } from "idb-keyval";
import { Problem } from "../api/client";
import type { Entry, Keep } from "./outbox";

/** What is kept has a version: another page of another day may have written it. */
const VERSION = 1;
interface Kept extends Omit<Entry, "problem"> {
  version: number;
  problem: Pick<Problem, "status" | "message" | "faults" | "conflicts" | "revision"> | null;
}

const stores = new Map<string, UseStore>();
/** Opened when it is first used: a browser may have none, and says so then. */
function storeOf(name: string): UseStore {
  const known = stores.get(name) ?? createStore(`windcrest-${name}`, name);
  stores.set(name, known);
  return known;
}

const UNREAD = new Problem(0, "Another version of this page wrote it down. Do it again.");

function read({ version, problem, ...entry }: Kept): Entry {
  if (version !== VERSION) return { ...entry, state: "refused", problem: UNREAD };
  return {
    ...entry,
    problem: problem
      ? new Problem(
          problem.status,
          problem.message,
          problem.faults,
          problem.conflicts,
          problem.revision,
        )
      : null,
  };
}

function written({ problem, ...entry }: Entry): Kept {
  const plain = problem
    ? {
        status: problem.status,
        message: problem.message,
        faults: problem.faults,
        conflicts: problem.conflicts,
        revision: problem.revision,
      }
    : null;
  return { ...entry, version: VERSION, problem: plain };
}

/** Entries in the browser's own database, with their pictures. */
export const browserKeep: Keep = {
  all: async () => (await values<Kept>(storeOf("outbox"))).map(read),
  set: (entry) => set(entry.key, written(entry), storeOf("outbox")),
  remove: (key) => del(key, storeOf("outbox")),
};

/** A picture that is chosen and not sent yet. */
export const keptFile = {
  get: async (key: string) => get<File>(key, storeOf("drafts")),
  set: async (key: string, file: File) => set(key, file, storeOf("drafts")),
  remove: async (key: string) => del(key, storeOf("drafts")),
};
