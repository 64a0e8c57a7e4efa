import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, csrf, data, documentOf, problemOf } from "./client";
import { keys } from "./keys";
import { useStores } from "./useRules";
import type { BuiltPart, CaliperLengths, Check, CheckStage, Corners, Marked } from "./types";

const path = (figure_id: string) => ({ params: { path: { figure_id } } });

/** What a photograph shows, asked again as it is marked; nothing is stored. */
export const useCheck = (figure_id: string, marked: Marked | null) =>
  useQuery({
    queryKey: keys.check(figure_id, marked),
    queryFn: () =>
      documentOf<Check>(
        client.POST("/api/v1/figures/{figure_id}/check", {
          ...path(figure_id),
          body: marked as Marked,
        }),
      ),
    enabled: marked !== null,
    placeholderData: (before) => before,
    retry: false,
  });

/** The four marks of the card, where they are all seen. */
export async function findCorners(figure_id: string, picture: Blob): Promise<Corners> {
  const body = new FormData();
  body.append("picture", picture, "photograph.jpg");
  const answer = await fetch(`/api/v1/figures/${figure_id}/check/corners`, {
    method: "POST",
    body,
    headers: csrf(),
  });
  if (!answer.ok) throw await problemOf(answer);
  return (await answer.json()) as Corners;
}

/** Marks kept with a photograph that is in the log already. */
export function useKeepMarks(figure_id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ entry_id, marks }: { entry_id: number; marks: Marked }) =>
      data(
        client.PUT("/api/v1/figures/{figure_id}/log/{entry_id}/marks", {
          params: { path: { figure_id, entry_id } },
          body: marks,
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.log(figure_id) }),
  });
}

export const useCalipers = (figure_id: string, stage: CheckStage | null) =>
  useQuery({
    queryKey: keys.calipers(figure_id, stage),
    queryFn: () =>
      documentOf<CaliperLengths>(
        client.GET("/api/v1/figures/{figure_id}/calipers", {
          params: { path: { figure_id }, query: stage ? { stage } : {} },
        }),
      ),
    placeholderData: (before) => before,
  });

/** What readings say of the work, as they come in. */
export const useMeasured = (
  figure_id: string,
  stage: CheckStage | null,
  read_mm: Record<string, number>,
) =>
  useQuery({
    queryKey: keys.measured(figure_id, stage, read_mm),
    queryFn: () =>
      data(
        client.POST("/api/v1/figures/{figure_id}/calipers", {
          ...path(figure_id),
          body: { stage: stage as CheckStage, read_mm },
        }),
      ),
    enabled: stage !== null && Object.keys(read_mm).length > 0,
    placeholderData: (before) => before,
    retry: false,
  });

/** What was measured of parts as they were made. */
export const useBuilt = (figure_id: string) =>
  useQuery({
    queryKey: keys.built(figure_id),
    queryFn: () => data(client.GET("/api/v1/figures/{figure_id}/built", path(figure_id))),
  });

/** What the weights that were kept teach, beside what Stores count with. */
export function useLessons(figure_id: string) {
  const weighings = useStores().data?.stores.weighings;
  return useQuery({
    queryKey: keys.lessons(figure_id, weighings ?? []),
    queryFn: () => data(client.GET("/api/v1/figures/{figure_id}/lessons", path(figure_id))),
    enabled: weighings !== undefined,
    placeholderData: (before) => before,
  });
}

/** The plan goes by a measure from now on; null takes it back. */
export function usePutBuilt(figure_id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: BuiltPart) =>
      data(client.PUT("/api/v1/figures/{figure_id}/built", { ...path(figure_id), body })),
    onSuccess: () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: keys.figures }),
        queries.invalidateQueries({ queryKey: keys.shelf }),
      ]),
  });
}

/** What the caliper at the bench spans now. */
export const useCaliper = (on: boolean) =>
  useQuery({
    queryKey: keys.caliper,
    queryFn: () => data(client.GET("/api/v1/caliper")),
    enabled: on,
    refetchInterval: 1000,
  });
