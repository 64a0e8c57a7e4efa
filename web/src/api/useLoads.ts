import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, data } from "./client";
import { keys } from "./keys";
import type { SharedLoad } from "./types";
import { localNow } from "./useCalendar";

/** The loads that figures share or could, in the order of these figures. */
export const useLoads = (figures: string[]) =>
  useQuery({
    queryKey: keys.loads(figures),
    queryFn: () =>
      data(
        client.GET("/api/v1/loads", {
          params: { query: { figures: figures.join(","), at: localNow() } },
        }),
      ),
    placeholderData: (before) => before,
    refetchInterval: (query) => (query.state.data?.old ? 2000 : false),
  });

export function useLoadChanges() {
  const queries = useQueryClient();
  const again = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: keys.everyLoad }),
      queries.invalidateQueries({ queryKey: keys.calendars }),
    ]);
  return {
    take: useMutation({
      mutationFn: (load: SharedLoad) =>
        data(
          client.POST("/api/v1/loads", {
            body: { bakes: load.bakes.map(({ figure, key }) => ({ figure, key })) },
          }),
        ),
      onSuccess: again,
    }),
    letGo: useMutation({
      mutationFn: (key: string) =>
        data(client.DELETE("/api/v1/loads/{key}", { params: { path: { key } } })),
      onSuccess: again,
    }),
    begin: useMutation({
      mutationFn: ({ key, speed }: { key: string; speed: number }) =>
        data(
          client.POST("/api/v1/loads/{key}/begin", { params: { path: { key } }, body: { speed } }),
        ),
      onSuccess: async () => {
        await again();
        await queries.invalidateQueries({ queryKey: keys.everyLive });
      },
    }),
  };
}
