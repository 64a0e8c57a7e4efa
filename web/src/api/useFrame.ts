import { useQuery } from "@tanstack/react-query";
import { client, data } from "./client";
import { keys } from "./keys";

/** Every wire tried on a run; asked anew whenever the figure is another. */
export const useGauges = (figure_id: string, run: string, revision: number, open: boolean) =>
  useQuery({
    queryKey: keys.gauges(figure_id, run, revision),
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
    queryKey: keys.keptPoses(figure_id),
    queryFn: () =>
      data(
        client.GET("/api/v1/figures/{figure_id}/kept-poses", { params: { path: { figure_id } } }),
      ),
  });

/** The wall of clay on each elevation; asked while it is shown. */
export const useWalls = (figure_id: string, revision: number, shown: boolean) =>
  useQuery({
    queryKey: keys.walls(figure_id, revision),
    queryFn: () =>
      data(client.GET("/api/v1/figures/{figure_id}/walls", { params: { path: { figure_id } } })),
    enabled: shown,
    placeholderData: (before) => before,
  });

/** What the words a person has for a wire may mean. */
export const useWireWords = (text: string) =>
  useQuery({
    queryKey: keys.wireWords(text),
    queryFn: () => data(client.GET("/api/v1/wire-words", { params: { query: { text } } })),
    enabled: text.trim() !== "",
    retry: false,
  });

export const useYields = (revision: number) =>
  useQuery({
    queryKey: keys.yields(revision),
    queryFn: () => data(client.GET("/api/v1/yields")),
  });
