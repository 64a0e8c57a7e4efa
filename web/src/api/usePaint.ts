import { useQuery } from "@tanstack/react-query";
import { client, data, documentOf } from "./client";
import { keys } from "./keys";
import type { StartList } from "./types";

/** Lists of passes to begin an area of that colour with. */
export const usePaintLists = (target: string, open = true) =>
  useQuery({
    queryKey: keys.paintLists(target),
    queryFn: () =>
      documentOf<StartList[]>(client.GET("/api/v1/paint-lists", { params: { query: { target } } })),
    enabled: open,
    staleTime: Infinity,
  });

/** Stripes round a limb that tapers, measures in any unit. */
export const useStripes = (of: { first: string; last: string; length: string; stripe: string }) =>
  useQuery({
    queryKey: keys.stripes(of),
    queryFn: () => data(client.POST("/api/v1/stripes", { body: of })),
    enabled: Object.values(of).every((text) => text.trim() !== ""),
    placeholderData: (before) => before,
    retry: false,
  });

/** What a brush draws, and a dome of resin, measures in any unit. */
export const useSmall = (of: { brush: string; across: string; high: string; tinted: boolean }) =>
  useQuery({
    queryKey: keys.small(of),
    queryFn: () => data(client.POST("/api/v1/small", { body: of })),
    enabled: [of.brush, of.across, of.high].every((text) => text.trim() !== ""),
    placeholderData: (before) => before,
    retry: false,
  });
