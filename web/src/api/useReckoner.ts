import { useQuery } from "@tanstack/react-query";
import { client, data } from "./client";
import type { Reckoning } from "./types";

/** A piece of clay in every form. */
export const useReckoned = (asked: Reckoning) =>
  useQuery({
    queryKey: ["reckoned", asked],
    queryFn: () => data(client.POST("/api/v1/reckon", { body: asked })),
    placeholderData: (before) => before,
    retry: false,
  });
