import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { client, documentOf, Problem } from "./client";
import type {
  CopyOf,
  Drag,
  Edited,
  FigureOut,
  Operation,
  Pick,
  Plan,
  Preview,
  RunEdit,
} from "./types";

export interface Change {
  label: string;
  operations?: Operation[];
  drag?: Drag;
  add?: Pick;
  copy_of?: CopyOf;
  runs?: RunEdit;
}

const bodyOf = (change: Change, base_revision: number) => ({
  base_revision,
  label: change.label,
  operations: change.operations ?? [],
  drag: change.drag ?? null,
  add: change.add ?? null,
  copy_of: change.copy_of ?? null,
  runs: change.runs ?? null,
});

const path = (figure_id: string) => ({ params: { path: { figure_id } } });

export const useFigure = (id: string) =>
  useQuery({
    queryKey: ["figure", id],
    queryFn: async (): Promise<Edited> => {
      const [figure, plan] = await Promise.all([
        documentOf<FigureOut>(client.GET("/api/v1/figures/{figure_id}", path(id))),
        documentOf<Plan>(client.GET("/api/v1/figures/{figure_id}/plan", path(id))),
      ]);
      return { figure, plan };
    },
  });

/** Changes of a figure: each is saved at once; undo and redo are changes too. */
export function useFigureChanges(id: string) {
  const queries = useQueryClient();
  const key = ["figure", id];
  const keep = (edited: Edited) => {
    queries.setQueryData(key, edited);
    void queries.invalidateQueries({ queryKey: ["shelf"] });
  };
  const stale = (error: Error) => {
    if (error instanceof Problem && error.status === 412)
      void queries.invalidateQueries({ queryKey: key });
  };
  const scope = { id: `figure-${id}` };
  const edit = useMutation({
    scope,
    mutationFn: (change: Change) => {
      const now = queries.getQueryData<Edited>(key);
      const body = bodyOf(change, now?.figure.revision ?? 1);
      return documentOf<Edited>(
        client.POST("/api/v1/figures/{figure_id}/edits", { ...path(id), body }),
      );
    },
    retry: (times, error) => !(error instanceof Problem) && times < 20,
    retryDelay: (times) => Math.min(8000, 500 * 2 ** times),
    networkMode: "always",
    onSuccess: keep,
    onError: stale,
  });
  const undo = useMutation({
    scope,
    mutationFn: () => documentOf<Edited>(client.POST("/api/v1/figures/{figure_id}/undo", path(id))),
    onSuccess: keep,
  });
  const redo = useMutation({
    scope,
    mutationFn: () => documentOf<Edited>(client.POST("/api/v1/figures/{figure_id}/redo", path(id))),
    onSuccess: keep,
  });
  return { edit, undo, redo, keep };
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
