import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, csrf, data, documentOf, problemOf } from "./client";
import type { Card, Edited } from "./types";
import { keys } from "./keys";

export const useShelf = () =>
  useQuery({
    queryKey: keys.shelf,
    queryFn: () => documentOf<Card[]>(client.GET("/api/v1/figures")),
    refetchInterval: ({ state }) => (state.data?.some((card) => card.as_of) ? AGAIN_MS : false),
  });

/** How often is asked while figures are planned anew. */
const AGAIN_MS = 2000;

export const useBodies = () =>
  useQuery({
    queryKey: keys.bodies,
    queryFn: () => data(client.GET("/api/v1/bodies")),
    staleTime: Infinity,
  });

/** Send a figure sheet file as it is; the server says what is wrong with it. */
export async function sendSheet(url: string, method: "POST" | "PUT", file: File): Promise<Edited> {
  const response = await fetch(url, {
    method,
    body: file,
    headers: { ...csrf(), "Content-Type": "application/json" },
  });
  if (!response.ok) throw await problemOf(response);
  return (await response.json()) as Edited;
}

/** A figure to be made, under a key of the device's own: a lost answer makes no second one. */
interface Wanted {
  key: string;
  name: string;
  body: string;
  height_mm: string;
  heads_tall: number | null;
}

export function useShelfActions() {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: keys.shelf });
  const keep = (edited: Edited) => {
    queries.setQueryData(keys.figure(edited.figure.id), edited);
    void onSuccess();
  };
  return {
    create: useMutation({
      mutationFn: ({ key, ...body }: Wanted) =>
        documentOf<Edited>(
          client.POST("/api/v1/figures", { body, headers: { "Idempotency-Key": key } }),
        ),
      onSuccess: keep,
    }),
    importFile: useMutation({
      mutationFn: ({ file, asCopy }: { file: File; asCopy: boolean }) =>
        sendSheet(`/api/v1/figures/import?as_copy=${asCopy}`, "POST", file),
      onSuccess: keep,
    }),
    remove: useMutation({
      mutationFn: (figure_id: string) =>
        data(client.DELETE("/api/v1/figures/{figure_id}", { params: { path: { figure_id } } })),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (figure_id: string) =>
        data(
          client.POST("/api/v1/figures/{figure_id}/restore", { params: { path: { figure_id } } }),
        ),
      onSuccess,
    }),
  };
}
