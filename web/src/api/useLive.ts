import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, data } from "./client";

const path = (figure_id: string) => ({ params: { path: { figure_id } } });

/** The running bake of a figure, asked again every few seconds. */
export const useLive = (figure_id: string) =>
  useQuery({
    queryKey: ["live", figure_id],
    queryFn: () => data(client.GET("/api/v1/figures/{figure_id}/live", path(figure_id))),
    refetchInterval: (query) => (query.state.data?.live ? 3000 : 30_000),
  });

export function useLiveChanges(figure_id: string) {
  const queries = useQueryClient();
  const again = () => void queries.invalidateQueries({ queryKey: ["live", figure_id] });
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
    end: useMutation({
      mutationFn: () => data(client.POST("/api/v1/figures/{figure_id}/live-end", path(figure_id))),
      onSuccess: () => {
        again();
        void queries.invalidateQueries({ queryKey: ["figure", figure_id] });
        void queries.invalidateQueries({ queryKey: ["shelf"] });
      },
    }),
  };
}
