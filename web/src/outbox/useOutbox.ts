import type { QueryClient } from "@tanstack/react-query";
import { createContext, useContext, useSyncExternalStore } from "react";
import { browserKeep } from "./keep";
import { Outbox, type Entry, type Keep } from "./outbox";
import { land, landRefused, over, send } from "./sent";

/** A name nobody else has; over plain http a browser has no randomUUID. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}

export const makeOutbox = (queries: QueryClient, keep: Keep = browserKeep) =>
  new Outbox(
    keep,
    {
      send,
      land: (sent, answer) => land(queries, sent, answer),
      refused: (sent, problem) => landRefused(queries, sent, problem),
      over,
    },
    newKey(),
    newKey,
  );

const lockOf = (device: string) => `windcrest-page-${device}`;
const forever = () => new Promise<never>(() => undefined);

/**
 * Take over what pages that are gone have left. A page holds a lock as long as it lives; where the
 * browser has none, what is there is taken at once, and the server does nothing twice.
 */
export async function takeOver(outbox: Outbox, keep: Keep = browserKeep) {
  const locks = typeof navigator.locks === "undefined" ? null : navigator.locks;
  void locks?.request(lockOf(outbox.device), forever);
  const entries = await keep.all().catch((): Entry[] => []);
  const of = (rows: Entry[], device: string) => rows.filter((row) => row.device === device);
  for (const device of new Set(entries.map((entry) => entry.device))) {
    if (device === outbox.device) continue;
    if (!locks) outbox.adopt(of(entries, device));
    else
      void locks.request(lockOf(device), async () => {
        outbox.adopt(of(await keep.all(), device));
        return forever();
      });
  }
}

export const OutboxContext = createContext<Outbox | null>(null);

export function useOutbox(): Outbox {
  const outbox = useContext(OutboxContext);
  if (!outbox) throw new Error("there is an outbox around every page");
  return outbox;
}

export function useUnsaved() {
  const outbox = useOutbox();
  return useSyncExternalStore(outbox.subscribe, outbox.snapshot);
}
