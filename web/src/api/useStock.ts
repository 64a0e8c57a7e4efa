import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { afterBooking } from "../outbox/sent";
import { useOutbox } from "../outbox/useOutbox";
import { client, csrf, data, problemOf } from "./client";
import type { Booking, CalibrationIn, NewLot } from "./types";
import type { components } from "./schema";
import { keys } from "./keys";

type LotChanges = components["schemas"]["LotChanges"];
type ImportOut = components["schemas"]["ImportOut"];

export const useStock = () =>
  useQuery({ queryKey: keys.stock, queryFn: () => data(client.GET("/api/v1/stock")) });

/** What planned figures take; it needs their plans, so it comes after the shelf itself. */
export const useReserved = () =>
  useQuery({
    queryKey: keys.reserved,
    queryFn: () => data(client.GET("/api/v1/stock/reserved")),
  });

export const useShopping = (figures: string[]) =>
  useQuery({
    queryKey: keys.shopping(figures),
    queryFn: () =>
      data(
        client.GET("/api/v1/stock/shopping", {
          params: { query: { figures: figures.join(",") } },
        }),
      ),
    placeholderData: (before) => before,
  });

export const useCosts = () =>
  useQuery({
    queryKey: keys.costs,
    queryFn: () => data(client.GET("/api/v1/stock/costs")),
  });

export const useMovements = (skip: number) =>
  useQuery({
    queryKey: keys.movements(skip),
    queryFn: () => data(client.GET("/api/v1/stock/movements", { params: { query: { skip } } })),
    placeholderData: (before) => before,
  });

export function useStockChanges() {
  const queries = useQueryClient();
  const outbox = useOutbox();
  const onSuccess = () => afterBooking(queries);
  return {
    addLot: useMutation({
      mutationFn: (body: NewLot) => data(client.POST("/api/v1/stock/lots", { body })),
      onSuccess,
    }),
    changeLot: useMutation({
      mutationFn: ({ lot, changes }: { lot: number; changes: LotChanges }) =>
        data(
          client.PATCH("/api/v1/stock/lots/{lot_id}", {
            params: { path: { lot_id: lot } },
            body: changes,
          }),
        ),
      onSuccess,
    }),
    changeItem: useMutation({
      mutationFn: ({ item, low_at }: { item: number; low_at: string }) =>
        data(
          client.PATCH("/api/v1/stock/items/{item_id}", {
            params: { path: { item_id: item } },
            body: { low_at },
          }),
        ),
      onSuccess,
    }),
    book: (item: number, booking: Omit<Booking, "client_key">) =>
      outbox.put({ kind: "booking", item, booking }),
    takeBack: useMutation({
      mutationFn: (movement: number) =>
        data(
          client.POST("/api/v1/stock/movements/{movement_id}/take-back", {
            params: { path: { movement_id: movement } },
          }),
        ),
      onSuccess,
    }),
    importCsv: useMutation({
      mutationFn: async ({ file, dryRun }: { file: File; dryRun: boolean }) => {
        const body = new FormData();
        body.append("file", file);
        const answer = await fetch(`/api/v1/stock/import?dry_run=${String(dryRun)}`, {
          method: "POST",
          body,
          headers: csrf(),
        });
        if (!answer.ok) throw await problemOf(answer);
        return (await answer.json()) as ImportOut;
      },
      onSuccess: (_, { dryRun }) => {
        if (!dryRun) onSuccess();
      },
    }),
    takeImportBack: useMutation({
      mutationFn: (id: number) =>
        data(
          client.POST("/api/v1/stock/imports/{import_id}/take-back", {
            params: { path: { import_id: id } },
          }),
        ),
      onSuccess,
    }),
  };
}

export const useCalibration = () =>
  useMutation({
    mutationFn: (body: CalibrationIn) =>
      data(client.POST("/api/v1/calibrations/preview", { body })),
  });
