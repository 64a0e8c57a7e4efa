import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useOutbox } from "../outbox/useOutbox";
import { client, data, documentOf } from "./client";
import type { Entry, Marked } from "./types";
import { keys } from "./keys";

/** The newest entries of a log, as many as are asked for. */
export const useLog = (id: string, limit: number) =>
  useQuery({
    queryKey: keys.logPage(id, limit),
    queryFn: () =>
      documentOf<Entry[]>(
        client.GET("/api/v1/figures/{figure_id}/log", {
          params: { path: { figure_id: id }, query: { limit } },
        }),
      ),
    placeholderData: keepPreviousData,
  });

/** What happened at the bench, by the outbox; what is taken out of the log can be put back. */
export function useBench(id: string) {
  const queries = useQueryClient();
  const outbox = useOutbox();
  const onSuccess = () => {
    void queries.invalidateQueries({ queryKey: keys.log(id) });
    void queries.invalidateQueries({ queryKey: keys.away });
  };
  return {
    tick: (step: string, done: boolean) => outbox.put({ kind: "tick", figure: id, step, done }),
    bake: (number: number, minutes: number | null) =>
      outbox.put({ kind: "bake", figure: id, number, minutes }),
    write: (text: string, picture: File | null, marks?: Marked) =>
      outbox.put({ kind: "note", figure: id, text, picture, ...(marks ? { marks } : {}) }),
    remove: useMutation({
      mutationFn: (entry_id: number) =>
        data(
          client.DELETE("/api/v1/figures/{figure_id}/log/{entry_id}", {
            params: { path: { figure_id: id, entry_id } },
          }),
        ),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (entry_id: number) =>
        data(
          client.POST("/api/v1/figures/{figure_id}/log/{entry_id}/restore", {
            params: { path: { figure_id: id, entry_id } },
          }),
        ),
      onSuccess,
    }),
  };
}
