import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, csrf, data, problemOf } from "./client";
import type { CloseBake, LiveOut } from "./types";
import { keys } from "./keys";

const path = (figure_id: string) => ({ params: { path: { figure_id } } });

/** The running bake of a figure, asked again every few seconds. */
export const useLive = (figure_id: string) =>
  useQuery({
    queryKey: keys.live(figure_id),
    queryFn: () => data(client.GET("/api/v1/figures/{figure_id}/live", path(figure_id))),
    refetchInterval: (query) => (query.state.data?.live ? 3000 : 30_000),
  });

export function useLiveChanges(figure_id: string) {
  const queries = useQueryClient();
  const again = () => void queries.invalidateQueries({ queryKey: keys.everyLive });
  const over = () => {
    again();
    void queries.invalidateQueries({ queryKey: keys.figures });
    void queries.invalidateQueries({ queryKey: keys.shelf });
  };
  return {
    begin: useMutation({
      mutationFn: ({ number, speed }: { number: number; speed: number }) =>
        data(
          client.POST("/api/v1/figures/{figure_id}/live/{number}", {
            params: { path: { figure_id, number } },
            body: { speed },
          }),
        ),
      onSuccess: again,
    }),
    readTrace: useMutation({
      mutationFn: async ({ number, file }: { number: number; file: File }): Promise<LiveOut> => {
        const body = new FormData();
        body.append("file", file);
        const answer = await fetch(`/api/v1/figures/${figure_id}/live-trace/${number}`, {
          method: "POST",
          body,
          headers: csrf(),
        });
        if (!answer.ok) throw await problemOf(answer);
        return (await answer.json()) as LiveOut;
      },
      onSuccess: over,
    }),
    close: useMutation({
      mutationFn: ({ key, ...body }: CloseBake & { key: string }) =>
        data(
          client.POST("/api/v1/figures/{figure_id}/begun/{key}/close", {
            params: { path: { figure_id, key } },
            body,
          }),
        ),
      onSuccess: over,
    }),
    end: useMutation({
      mutationFn: (key: string) =>
        data(
          client.POST("/api/v1/figures/{figure_id}/begun/{key}/end", {
            params: { path: { figure_id, key } },
          }),
        ),
      onSuccess: over,
    }),
  };
}
