import { useQuery } from "@tanstack/react-query";
import { client, documentOf } from "./client";
import type { Fixes, Settling, StationName } from "./types";
import { keys } from "./keys";

const AGAIN_MS = 400;

/** What may be done about a station's findings, as the server finds it out beside the page. */
export const useFixes = (figure_id: string, revision: number, station: StationName | undefined) =>
  useQuery({
    queryKey: keys.fixes(figure_id, revision, station),
    queryFn: () =>
      documentOf<Fixes>(
        client.GET("/api/v1/figures/{figure_id}/fixes/{station}", {
          params: { path: { figure_id, station: station ?? "character" } },
        }),
      ),
    enabled: station !== undefined,
    refetchInterval: ({ state }) => (state.data?.waiting.length ? AGAIN_MS : false),
  });

/** The least change that leaves no stop and no warning, searched for while it is asked. */
export const useSettled = (figure_id: string, revision: number, asked: boolean) =>
  useQuery({
    queryKey: keys.settled(figure_id, revision),
    queryFn: () =>
      documentOf<Settling>(
        client.GET("/api/v1/figures/{figure_id}/settled", { params: { path: { figure_id } } }),
      ),
    enabled: asked,
    refetchInterval: ({ state }) => (state.data && !state.data.found ? AGAIN_MS : false),
  });
