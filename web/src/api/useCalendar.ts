import { useQuery } from "@tanstack/react-query";
import { client, data } from "./client";
import { keys } from "./keys";

/** This person's own time of day, to the minute, as the server is told it. */
export function localNow(now = new Date()): string {
  const shifted = new Date(now.getTime() - now.getTimezoneOffset() * 60_000);
  return `${shifted.toISOString().slice(0, 16)}:00`;
}

export const useCalendar = (figures: string[]) =>
  useQuery({
    queryKey: keys.calendar(figures),
    queryFn: () =>
      data(
        client.GET("/api/v1/calendar", {
          params: { query: { figures: figures.join(","), at: localNow() } },
        }),
      ),
    placeholderData: (before) => before,
  });

/** The steps of the next day at the bench on paper, of these figures. */
export const daySheet = (figures: string[]): string =>
  `/api/v1/calendar/day?figures=${figures.join(",")}&at=${localNow()}`;
