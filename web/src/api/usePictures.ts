import { useMutation, useQuery } from "@tanstack/react-query";
import { client, csrf, documentOf, problemOf } from "./client";
import type { Edited, Tiling } from "./types";
import { keys } from "./keys";

/** How many pages the layout map takes on each paper. */
export const usePages = (id: string, revision: number) =>
  useQuery({
    queryKey: keys.pages(id, revision),
    queryFn: () =>
      documentOf<Tiling[]>(
        client.GET("/api/v1/figures/{figure_id}/prints/layout-map/pages", {
          params: { path: { figure_id: id } },
        }),
      ),
  });

interface Sent {
  picture: File;
  label: string;
  view: "front" | "side";
}

/** Put a reference picture beside the figure; says what was done to it on the way. */
export const useAddPicture = (id: string, keep: (edited: Edited) => void) =>
  useMutation({
    mutationFn: async ({ picture, label, view }: Sent): Promise<Edited & { said: string[] }> => {
      const form = new FormData();
      form.set("picture", picture);
      form.set("label", label);
      form.set("view", view);
      const response = await fetch(`/api/v1/figures/${id}/references`, {
        method: "POST",
        body: form,
        headers: csrf(),
      });
      if (!response.ok) throw await problemOf(response);
      return (await response.json()) as Edited & { said: string[] };
    },
    onSuccess: ({ figure, plan }) => keep({ figure, plan }),
  });
