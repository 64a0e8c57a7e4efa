import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, data } from "./client";
import { keys } from "./keys";

/** What lies on the scale now; asked while somebody looks. */
export const useScale = (looking: boolean) =>
  useQuery({
    queryKey: keys.scale,
    queryFn: () => data(client.GET("/api/v1/scale")),
    enabled: looking,
    refetchInterval: 700,
    staleTime: 0,
  });

export const useDevices = () =>
  useQuery({
    queryKey: keys.devices,
    queryFn: () => data(client.GET("/api/v1/devices")),
    refetchInterval: 10_000,
  });

export function useDeviceChanges() {
  const queries = useQueryClient();
  const onSuccess = () => void queries.invalidateQueries({ queryKey: keys.devices });
  return {
    add: useMutation({
      mutationFn: (name: string) => data(client.POST("/api/v1/devices", { body: { name } })),
      onSuccess,
    }),
    revoke: useMutation({
      mutationFn: (device: number) =>
        data(
          client.DELETE("/api/v1/devices/{device_id}", {
            params: { path: { device_id: device } },
          }),
        ),
      onSuccess,
    }),
  };
}
