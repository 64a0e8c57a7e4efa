import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, csrf, data, problemOf } from "./client";

const path = (figure_id: string) => ({ params: { path: { figure_id } } });

export const useLog = (id: string) =>
  useQuery({
    queryKey: ["log", id],
    queryFn: () => data(client.GET("/api/v1/figures/{figure_id}/log", path(id))),
  });

/** What happened at the bench; ticks and bakes change the plan. */
export function useBench(id: string) {
  const queries = useQueryClient();
  const replan = () => {
    void queries.invalidateQueries({ queryKey: ["figure", id] });
    void queries.invalidateQueries({ queryKey: ["shelf"] });
  };
  const relog = () => queries.invalidateQueries({ queryKey: ["log", id] });
  return {
    tick: useMutation({
      mutationFn: ({ key, done }: { key: string; done: boolean }) =>
        data(
          client.PUT("/api/v1/figures/{figure_id}/steps/{key}", {
            params: { path: { figure_id: id, key } },
            body: { done },
          }),
        ),
      onSuccess: replan,
    }),
    bake: useMutation({
      mutationFn: ({ number, minutes }: { number: number; minutes: number | null }) =>
        data(
          client.PUT("/api/v1/figures/{figure_id}/bakes/{number}", {
            params: { path: { figure_id: id, number } },
            body: { minutes },
          }),
        ),
      onSuccess: replan,
    }),
    write: useMutation({
      mutationFn: async ({ text, picture }: { text: string; picture: File | null }) => {
        const form = new FormData();
        form.set("text", text);
        if (picture) form.set("picture", picture);
        const response = await fetch(`/api/v1/figures/${id}/log`, {
          method: "POST",
          body: form,
          headers: csrf(),
        });
        if (!response.ok) throw await problemOf(response);
      },
      onSuccess: relog,
    }),
    remove: useMutation({
      mutationFn: (entry_id: number) =>
        data(
          client.DELETE("/api/v1/figures/{figure_id}/log/{entry_id}", {
            params: { path: { figure_id: id, entry_id } },
          }),
        ),
      onSuccess: relog,
    }),
    restore: useMutation({
      mutationFn: (entry_id: number) =>
        data(
          client.POST("/api/v1/figures/{figure_id}/log/{entry_id}/restore", {
            params: { path: { figure_id: id, entry_id } },
          }),
        ),
      onSuccess: relog,
    }),
  };
}
