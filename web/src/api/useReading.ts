import { useQuery } from "@tanstack/react-query";
import { client, data } from "./client";
import { keys } from "./keys";

export type Measure = "length" | "mass" | "volume" | "temperature" | "wire";

/** A measure as the server reads it, in mm, g, ml or °C. */
export const readMeasure = (of: Measure, text: string) =>
  data(client.GET("/api/v1/read", { params: { query: { of, text } } }));

/** How what is being typed is read; nothing while it cannot be. */
export const useReading = (of: Measure, text: string, asked: boolean) =>
  useQuery({
    queryKey: keys.reading(of, text),
    queryFn: () => readMeasure(of, text),
    enabled: asked && /\d|[¼-¾⅐-⅞]/.test(text),
    staleTime: 60_000,
    retry: false,
  }).data;
