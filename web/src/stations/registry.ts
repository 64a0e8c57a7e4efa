import type { StationName } from "../api/types";
import { log } from "../log/station";
import { bake } from "./bake/station";
import { bulk } from "./bulk/station";
import { character } from "./character/station";
import { clay } from "./clay/station";
import { colour } from "./colour/station";
import { finish } from "./finish/station";
import { frame } from "./frame/station";
import { order } from "./order/station";
import type { Station } from "./station";

export type Place = StationName | "log";

/** Where one can be on a figure's page. */
export const PLACES: Record<Place, Station> = {
  character,
  frame,
  bulk,
  clay,
  order,
  bake,
  colour,
  finish,
  log,
};

export const isPlace = (text: string): text is Place => text in PLACES;
