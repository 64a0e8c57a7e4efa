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

/** Blocks by weight, and drops of ink in translucent clay, for a colour. */
export const useClayMix = (target: string, batch: string) =>
  useQuery({
    queryKey: ["stores", "clay-mix", target, batch],
    queryFn: () =>
      data(client.POST("/api/v1/clay-mix", { body: { target, batch, margin_percent: 10 } })),
    enabled: batch.trim() !== "",
    placeholderData: (before) => before,
    retry: false,
  });
