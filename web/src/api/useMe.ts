import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, data } from "./client";
import { keys } from "./keys";

export const useMe = () =>
  useQuery({
    queryKey: keys.me,
    queryFn: () => data(client.GET("/api/v1/me")),
    staleTime: Infinity,
  });

type Way =
  | { way: "in" | "again" | "up"; name: string; password: string }
  | { way: "demo" }
  | { way: "demo-again" }
  | { way: "out" };

/** Sign in, up or out, or open the demo bench; everything shown before is forgotten but where one
 * signs in again. */
export function useSession() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (to: Way) => {
      if (to.way === "demo" || to.way === "demo-again")
        return data(client.POST("/api/v1/session/demo"));
      if (to.way === "out") return data(client.DELETE("/api/v1/session"));
      const body = { name: to.name, password: to.password };
      return to.way === "up"
        ? data(client.POST("/api/v1/accounts", { body }))
        : data(client.POST("/api/v1/session", { body }));
    },
    onSuccess: async (_, { way }) => {
      if (way === "again" || way === "demo-again") return;
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== keys.me[0] });
      await queries.invalidateQueries({ queryKey: keys.me });
    },
  });
}

export const useChangePassword = () =>
  useMutation({
    mutationFn: (body: { old: string; new: string }) =>
      data(client.PUT("/api/v1/password", { body })),
  });
