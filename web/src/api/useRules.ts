import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, data, documentOf } from "./client";
import type { Catalogue, Owned, RulesOut, StoresOut } from "./types";

export const useRules = () =>
  useQuery({
    queryKey: ["rules"],
    queryFn: () => data(client.GET("/api/v1/rules")),
    staleTime: 60_000,
  });

export const useStores = () =>
  useQuery({ queryKey: ["stores"], queryFn: () => data(client.GET("/api/v1/stores")) });

export const useCatalogue = () =>
  useQuery({
    queryKey: ["catalogue"],
    queryFn: () => documentOf<Catalogue>(client.GET("/api/v1/catalogue")),
    staleTime: Infinity,
  });

/** Rules and stores change every plan, so plans are asked anew. */
function useKeep<T>(key: string) {
  const queries = useQueryClient();
  return (answer: T) => {
    queries.setQueryData([key], answer);
    void queries.invalidateQueries({ queryKey: ["figure"] });
    void queries.invalidateQueries({ queryKey: ["shelf"] });
  };
}

export function useRulesChanges() {
  const onSuccess = useKeep<RulesOut>("rules");
  return {
    set: useMutation({
      mutationFn: (changes: Record<string, unknown>) =>
        data(client.PATCH("/api/v1/rules", { body: { changes } })),
      onSuccess,
    }),
    undo: useMutation({ mutationFn: () => data(client.POST("/api/v1/rules/undo")), onSuccess }),
    redo: useMutation({ mutationFn: () => data(client.POST("/api/v1/rules/redo")), onSuccess }),
  };
}

export function useStoresChanges() {
  const queries = useQueryClient();
  const onSuccess = useKeep<StoresOut>("stores");
  return {
    set: useMutation({
      mutationFn: (stores: Owned) => {
        const base_revision = queries.getQueryData<StoresOut>(["stores"])?.revision;
        return data(
          client.PUT("/api/v1/stores", {
            params: { query: { base_revision } },
            body: { ...stores },
          }),
        );
      },
      onSuccess,
      onError: () => queries.invalidateQueries({ queryKey: ["stores"] }),
    }),
    undo: useMutation({ mutationFn: () => data(client.POST("/api/v1/stores/undo")), onSuccess }),
    redo: useMutation({ mutationFn: () => data(client.POST("/api/v1/stores/redo")), onSuccess }),
  };
}
