import { daySheet } from "../api/useCalendar";
import type { Place } from "./callouts";

/** The sheet of a station that is printed by a key; some have none. */
export function printOf(id: string, place: Place, bake: number): string | null {
  if (place === "order") return daySheet([id]);
  const sheet = {
    character: "layout-map",
    frame: "cut-list",
    bulk: "foil-card",
    clay: "portion-card",
    bake: `bake-card/${bake}`,
    colour: null,
    finish: "drilling-template",
    log: null,
  }[place];
  return sheet && `/api/v1/figures/${id}/prints/${sheet}`;
}
