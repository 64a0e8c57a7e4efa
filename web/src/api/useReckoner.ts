import { useQuery } from "@tanstack/react-query";
import { client, data, documentOf } from "./client";
import type { Pattern, Reckoning } from "./types";
import { keys } from "./keys";

/** Flat outlines of what is laid as a sheet; asked while they are looked at. */
export const usePatterns = (figure_id: string, revision: number, open: boolean) =>
  useQuery({
    queryKey: keys.patterns(figure_id, revision),
    queryFn: () =>
      documentOf<Pattern[]>(
        client.GET("/api/v1/figures/{figure_id}/patterns", { params: { path: { figure_id } } }),
      ),
    enabled: open,
  });

/** A piece of clay in every form. */
export const useReckoned = (asked: Reckoning) =>
  useQuery({
    queryKey: keys.reckoned(asked),
    queryFn: () => data(client.POST("/api/v1/reckon", { body: asked })),
    placeholderData: (before) => before,
    retry: false,
  });

/** Blocks by weight, and drops of ink in translucent clay, for a colour. */
export const useClayMix = (target: string, batch: string) =>
  useQuery({
    queryKey: keys.clayMix(target, batch),
    queryFn: () =>
      data(client.POST("/api/v1/clay-mix", { body: { target, batch, margin_percent: 10 } })),
    enabled: batch.trim() !== "",
    placeholderData: (before) => before,
    retry: false,
  });
