import { useMutation, useQuery } from "@tanstack/react-query";
import { client, data, documentOf } from "./client";
import type { InsideBake } from "./types";
import { keys } from "./keys";

/** Every part of a bake over time. Its key begins as the figure's, so that a new plan asks it anew. */
export const useInside = (figure_id: string, number: number, revision: number) =>
  useQuery({
    queryKey: keys.inside(figure_id, number, revision),
    queryFn: () =>
      documentOf<InsideBake>(
        client.GET("/api/v1/figures/{figure_id}/bakes/{number}/inside", {
          params: { path: { figure_id, number } },
        }),
      ),
    placeholderData: (before) => before,
  });

/** What chips have shown of the figure's clays. */
export const useChipRates = (figure_id: string) =>
  useQuery({
    queryKey: keys.chips(figure_id),
    queryFn: () =>
      data(client.GET("/api/v1/figures/{figure_id}/chips", { params: { path: { figure_id } } })),
  });

export const useHeatGun = (figure_id: string) =>
  useMutation({
    mutationFn: (body: { part: string; air_c: number; minutes: number; side: "one" | "both" }) =>
      data(
        client.POST("/api/v1/figures/{figure_id}/heat-gun", {
          params: { path: { figure_id } },
          body,
        }),
      ),
  });
