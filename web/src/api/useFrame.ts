import { useQuery } from "@tanstack/react-query";
import { client, data } from "./client";

/** Every wire tried on a run; asked anew whenever the figure is another. */
export const useGauges = (figure_id: string, run: string, revision: number, open: boolean) =>
  useQuery({
    queryKey: ["figure", figure_id, "gauges", run, revision],
    queryFn: () =>
      data(
        client.GET("/api/v1/figures/{figure_id}/runs/{run}/gauges", {
          params: { path: { figure_id, run } },
        }),
      ),
    enabled: open,
  });

export const useKeptPoses = (figure_id: string) =>
  useQuery({
    queryKey: ["kept-poses", figure_id],
    queryFn: () =>
      data(
        client.GET("/api/v1/figures/{figure_id}/kept-poses", { params: { path: { figure_id } } }),
      ),
  });

/** What the words a person has for a wire may mean. */
export const useWireWords = (text: string) =>
  useQuery({
    queryKey: ["wire-words", text],
    queryFn: () => data(client.GET("/api/v1/wire-words", { params: { query: { text } } })),
    enabled: text.trim() !== "",
    retry: false,
  });

export const useYields = (revision: number) =>
  useQuery({
    queryKey: ["yields", revision],
    queryFn: () => data(client.GET("/api/v1/yields")),
  });
