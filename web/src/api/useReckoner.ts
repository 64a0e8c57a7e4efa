import { useQuery } from "@tanstack/react-query";
import { client, data, documentOf } from "./client";
import type { Pattern, Reckoning } from "./types";

/** Flat outlines of what is laid as a sheet; asked while they are looked at. */
export const usePatterns = (figure_id: string, revision: number, open: boolean) =>
  useQuery({
    queryKey: ["figure", figure_id, "patterns", revision],
    queryFn: () =>
      documentOf<Pattern[]>(
        client.GET("/api/v1/figures/{figure_id}/patterns", { params: { path: { figure_id } } }),
      ),
    enabled: open,
  });

/** A piece of clay in every form. */
export const useReckoned = (asked: Reckoning) =>
  useQuery({
    queryKey: ["reckoned", asked],
    queryFn: () => data(client.POST("/api/v1/reckon", { body: asked })),
    placeholderData: (before) => before,
    retry: false,
  });
