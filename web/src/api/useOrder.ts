import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { client, data } from "./client";
import type { MishapKind } from "./types";
import { keys } from "./keys";

const path = (figure_id: string) => ({ params: { path: { figure_id } } });

export interface Target {
  step: string;
  before?: string | null;
  bake?: number | null;
}

/** What a move of a step would come to; nothing is stored. */
export const useTryMove = (figure_id: string) =>
  useMutation({
    mutationFn: (target: Target) =>
      data(
        client.POST("/api/v1/figures/{figure_id}/order/try", { ...path(figure_id), body: target }),
      ),
  });

/** Where a step could go instead; asked while that is chosen. */
export const usePlaces = (figure_id: string, revision: number, step: string, open: boolean) =>
  useQuery({
    queryKey: keys.places(figure_id, revision, step),
    queryFn: () =>
      data(
        client.GET("/api/v1/figures/{figure_id}/steps/{key}/places", {
          params: { path: { figure_id, key: step } },
        }),
      ),
    enabled: open,
  });

/** The reach of the brush, worked out while one looks on; the plan is asked again when it is there. */
export function useReach(figure_id: string, revision: number, fresh: boolean) {
  const queries = useQueryClient();
  const asked = useQuery({
    queryKey: keys.reach(figure_id, revision),
    queryFn: () => data(client.GET("/api/v1/figures/{figure_id}/reach", path(figure_id))),
    enabled: !fresh,
    refetchInterval: (query) => ((query.state.data?.share ?? 0) < 1 ? 250 : false),
  });
  const share = asked.data?.share ?? 0;
  useEffect(() => {
    if (!fresh && share >= 1) void queries.invalidateQueries({ queryKey: keys.figure(figure_id) });
  }, [fresh, share, queries, figure_id]);
  return { share: fresh ? 1 : share, error: asked.error };
}

export const useMishapKinds = () =>
  useQuery({
    queryKey: keys.mishapKinds,
    queryFn: () => data(client.GET("/api/v1/mishaps")),
    staleTime: Infinity,
  });

export const useMishaps = (figure_id: string) =>
  useQuery({
    queryKey: keys.mishaps(figure_id),
    queryFn: () => data(client.GET("/api/v1/figures/{figure_id}/mend", path(figure_id))),
  });

export function useMending(figure_id: string) {
  const queries = useQueryClient();
  const replan = () => {
    void queries.invalidateQueries({ queryKey: keys.mishaps(figure_id) });
    void queries.invalidateQueries({ queryKey: keys.figure(figure_id) });
    void queries.invalidateQueries({ queryKey: keys.shelf });
  };
  return {
    ways: useMutation({
      mutationFn: (body: { kind: MishapKind; part: string }) =>
        data(client.POST("/api/v1/figures/{figure_id}/mend/try", { ...path(figure_id), body })),
    }),
    take: useMutation({
      mutationFn: (body: { kind: MishapKind; part: string; way: string }) =>
        data(client.POST("/api/v1/figures/{figure_id}/mend", { ...path(figure_id), body })),
      onSuccess: replan,
    }),
    forget: useMutation({
      mutationFn: (mishap_id: number) =>
        data(
          client.DELETE("/api/v1/figures/{figure_id}/mend/{mishap_id}", {
            params: { path: { figure_id, mishap_id } },
          }),
        ),
      onSuccess: replan,
    }),
  };
}
