import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { useOutbox, useUnsaved } from "../outbox/useOutbox";
import { client, data, documentOf } from "./client";
import type { Catalogue, Owned, Rules, StoresOut } from "./types";
import { keys } from "./keys";

type Changes = Record<string, unknown>;

/** A rule by its path, such as `oven/offset_c`. */
const at = (rules: unknown, path: string): unknown =>
  path
    .split("/")
    .reduce<unknown>(
      (held, key) => (held && typeof held === "object" ? (held as Changes)[key] : undefined),
      rules,
    );

/** Rules with those changes that the server may not know yet; a length in words waits for it. */
function changed(rules: Rules, changes: Changes): Rules {
  const next = structuredClone(rules);
  for (const [path, value] of Object.entries(changes)) {
    const keys = path.split("/");
    const last = keys.pop();
    const holder = at(next, keys.join("/")) ?? next;
    if (last && typeof value === typeof at(rules, path)) (holder as Changes)[last] = value;
  }
  return next;
}

const asked = {
  queryKey: keys.rules,
  queryFn: () => data(client.GET("/api/v1/rules")),
  staleTime: 60_000,
};

export function useRules() {
  const query = useQuery(asked);
  const { entries } = useUnsaved();
  const shown = query.data;
  const known = useMemo(() => {
    const waiting = entries.flatMap(({ sent }) => (sent.kind === "rules" ? [sent.changes] : []));
    return shown && { ...shown, rules: waiting.reduce(changed, shown.rules) };
  }, [shown, entries]);
  return { data: known, error: query.error, refetch: query.refetch };
}

export const useStores = () =>
  useQuery({ queryKey: keys.stores, queryFn: () => data(client.GET("/api/v1/stores")) });

export const useCatalogue = () =>
  useQuery({
    queryKey: keys.catalogue,
    queryFn: () => documentOf<Catalogue>(client.GET("/api/v1/catalogue")),
    staleTime: Infinity,
  });

/** Stores change every plan, so plans are asked anew. */
function useKeep<T>(queryKey: readonly string[]) {
  const queries = useQueryClient();
  return (answer: T) => {
    queries.setQueryData(queryKey, answer);
    void queries.invalidateQueries({ queryKey: keys.figures });
    void queries.invalidateQueries({ queryKey: keys.shelf });
  };
}

/** Changes by path go to the outbox with what was seen there; so do undo and redo. */
export function useRulesChanges() {
  const outbox = useOutbox();
  const shown = useRules().data?.rules;
  const set = (changes: Changes) => {
    const seen = Object.keys(changes).map((path) => [path, at(shown, path)]);
    return outbox.put({ kind: "rules", changes, seen: Object.fromEntries(seen) as Changes });
  };
  return {
    set,
    step: (kind: "undo" | "redo") => outbox.put({ kind: `rules-${kind}` }),
  };
}

export function useStoresChanges() {
  const outbox = useOutbox();
  const queries = useQueryClient();
  const onSuccess = useKeep<StoresOut>(keys.stores);
  return {
    set: useMutation({
      mutationFn: (stores: Owned) => {
        const base_revision = queries.getQueryData<StoresOut>(keys.stores)?.revision;
        return data(
          client.PUT("/api/v1/stores", {
            params: { query: { base_revision } },
            body: { ...stores },
          }),
        );
      },
      onSuccess,
      onError: () => queries.invalidateQueries({ queryKey: keys.stores }),
    }),
    step: (kind: "undo" | "redo") => outbox.put({ kind: `stores-${kind}` }),
  };
}
