import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useOutbox, useUnsaved } from "../outbox/useOutbox";
import { client, documentOf } from "./client";
import type {
  CopyOf,
  Drag,
  Edited,
  Edits,
  FigureOut,
  Operation,
  Pick,
  Plan,
  Preview,
  RunEdit,
} from "./types";
import { keys } from "./keys";

export interface Change {
  label: string;
  operations?: Operation[];
  drag?: Drag;
  add?: Pick;
  copy_of?: CopyOf;
  /** A pose to take up, or the one there is in a mirror. */
  pose?: NonNullable<Edits["pose"]>;
  runs?: RunEdit;
}

const bodyOf = (change: Change, base_revision: number) => ({
  base_revision,
  label: change.label,
  operations: change.operations ?? [],
  drag: change.drag ?? null,
  add: change.add ?? null,
  copy_of: change.copy_of ?? null,
  pose: change.pose ?? null,
  runs: change.runs ?? null,
});

const path = (figure_id: string) => ({ params: { path: { figure_id } } });

/** The steps as they are ticked here, though the server may not know yet. */
function ticked(shown: Edited, ticks: Map<string, boolean>): Edited {
  if (!ticks.size) return shown;
  const { order, finish } = shown.plan;
  const tick = <T extends { key: string; done: boolean }>(row: T): T => ({
    ...row,
    done: ticks.get(row.key) ?? row.done,
  });
  const steps = order.steps.map(tick);
  const next_step = steps.find((step) => !step.done)?.key ?? null;
  const checklist = finish.checklist.map(tick);
  const plan = { ...shown.plan, order: { ...order, steps, next_step } };
  return { ...shown, plan: { ...plan, finish: { ...finish, checklist } } };
}

export function useFigure(id: string) {
  const query = useQuery({
    queryKey: keys.figure(id),
    queryFn: async (): Promise<Edited> => {
      const [figure, plan] = await Promise.all([
        documentOf<FigureOut>(client.GET("/api/v1/figures/{figure_id}", path(id))),
        documentOf<Plan>(client.GET("/api/v1/figures/{figure_id}/plan", path(id))),
      ]);
      return { figure, plan };
    },
  });
  const { entries } = useUnsaved();
  const shown = query.data;
  const data = useMemo(() => {
    const ticks = new Map<string, boolean>();
    for (const { sent } of entries)
      if (sent.kind === "tick" && sent.figure === id) ticks.set(sent.step, sent.done);
    return shown && ticked(shown, ticks);
  }, [shown, entries, id]);
  return { data, error: query.error, refetch: query.refetch };
}

/** Changes of a figure: each goes to the outbox at once; undo and redo are changes too. */
export function useFigureChanges(id: string) {
  const queries = useQueryClient();
  const outbox = useOutbox();
  const keep = (edited: Edited) => {
    queries.setQueryData(keys.figure(id), edited);
    void queries.invalidateQueries({ queryKey: keys.shelf });
  };
  const edit = (change: Change) => {
    const now = queries.getQueryData<Edited>(keys.figure(id));
    const body = bodyOf(change, now?.figure.revision ?? 1);
    return outbox.put({ kind: "edit", figure: id, body });
  };
  const step = (kind: "undo" | "redo") => outbox.put({ kind, figure: id });
  return { edit, step, keep };
}

/** Previews while something moves: one in flight, the newest waiting, old answers dropped. */
export function usePreview(id: string, revision: number) {
  const [shown, setShown] = useState<Preview | null>(null);
  const asked = useRef(0);
  const busy = useRef(false);
  const waiting = useRef<Change | null>(null);
  const abort = useRef<AbortController | null>(null);

  const send = useCallback(
    async (first: Change) => {
      busy.current = true;
      for (let change: Change | null = first; change; change = waiting.current) {
        waiting.current = null;
        const number = ++asked.current;
        abort.current = new AbortController();
        try {
          const answer = await documentOf<Preview>(
            client.POST("/api/v1/figures/{figure_id}/preview", {
              ...path(id),
              body: { ...bodyOf(change, revision), number },
              signal: abort.current.signal,
            }),
          );
          if (answer.number === asked.current) setShown(answer);
        } catch {
          // What was refused or did not arrive is told when it is let go; the next is asked all the same.
        }
      }
      busy.current = false;
    },
    [id, revision],
  );
  const ask = useCallback(
    (change: Change) => {
      if (busy.current) waiting.current = change;
      else void send(change);
    },
    [send],
  );
  const drop = useCallback(() => {
    asked.current++;
    waiting.current = null;
    abort.current?.abort();
    setShown(null);
  }, []);
  useEffect(() => drop, [drop, id]);
  return { shown, ask, drop };
}

/** What one fix would do, asked once. */
export const useFixPreview = (id: string, revision: number) =>
  useMutation({
    mutationFn: (operations: Operation[]) =>
      documentOf<Preview>(
        client.POST("/api/v1/figures/{figure_id}/preview", {
          ...path(id),
          body: { ...bodyOf({ label: "Fix", operations }, revision), number: 0 },
        }),
      ),
  });
