import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, data } from "./client";
import type { components } from "./schema";
import { keys } from "./keys";

export type NewTimer = components["schemas"]["NewTimer"];

/** Running timers with how far the server's clock is ahead of this one, ms. */
export const useTimers = (figure_id: string) =>
  useQuery({
    queryKey: keys.timers(figure_id),
    queryFn: async () => {
      const found = await data(
        client.GET("/api/v1/figures/{figure_id}/timers", { params: { path: { figure_id } } }),
      );
      return { timers: found.timers, aheadMs: Date.parse(found.now) - Date.now() };
    },
    refetchInterval: 20_000,
  });

export function useTimerChanges(figure_id: string) {
  const queries = useQueryClient();
  const onSuccess = () => void queries.invalidateQueries({ queryKey: keys.timers(figure_id) });
  return {
    start: useMutation({
      mutationFn: (body: NewTimer) =>
        data(
          client.POST("/api/v1/figures/{figure_id}/timers", {
            params: { path: { figure_id } },
            body,
          }),
        ),
      onSuccess,
    }),
    stop: useMutation({
      mutationFn: (timer_id: number) =>
        data(
          client.POST("/api/v1/figures/{figure_id}/timers/{timer_id}/stop", {
            params: { path: { figure_id, timer_id } },
          }),
        ),
      onSuccess,
    }),
  };
}
