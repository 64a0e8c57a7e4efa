import type { Layer, Layers } from "../elevation/layers";
import { ALL_PAINTED, type PaintSeen } from "../elevation/painted";
import type { Tints } from "../elevation/Parts";
import { PLACES, type Place } from "../stations/registry";

/** What of a figure is looked at, and how: nothing of it is kept. */
export interface Looked {
  place: Place;
  layers: Layers;
  /** The part in hand. */
  selected: string | null;
  /** The bake that is shown. */
  bake: number;
  /** The joint in hand: taken on the elevation or chosen in the panel. */
  joint: string | null;
  /** Posing turns the right and the left joint alike. */
  bothSides: boolean;
  /** A pose is on its way. */
  posing: boolean;
  /** The other ages beside the figure. */
  ghosts: boolean;
  /** The wall of clay laid over the elevations. */
  walls: boolean;
  /** A colour over the parts. */
  tints: Tints | null;
  /** How much of its paint is on, and by what light it is seen. */
  paint: PaintSeen;
  /** Heights are those of the figure at rest. */
  atRest: boolean;
  /** The turn view instead of the elevations. */
  turning: boolean;
}

export type Deed =
  | { do: "go"; place: Place }
  | { do: "select"; part: string | null }
  | { do: "show bake"; bake: number }
  | { do: "take joint"; joint: string }
  | { do: "pose"; posing: boolean }
  | { do: "tint"; tints: Tints | null }
  | { do: "paint"; paint: Partial<PaintSeen> }
  | { do: "toggle layer"; layer: Layer }
  | { do: "show"; what: "bothSides" | "ghosts" | "walls" | "atRest"; shown: boolean }
  | { do: "turn about" };

export const lookedAt = (place: Place): Looked => ({
  place,
  layers: PLACES[place].layers,
  selected: null,
  bake: 1,
  joint: null,
  bothSides: false,
  posing: false,
  ghosts: false,
  walls: false,
  tints: null,
  paint: ALL_PAINTED,
  atRest: false,
  turning: false,
});

/** The same object where nothing changes, so that nothing is drawn again: a pose on its way is told at every move. */
export function looked(now: Looked, deed: Deed): Looked {
  const next = done(now, deed);
  const keys = Object.keys(next) as (keyof Looked)[];
  return keys.every((key) => next[key] === now[key]) ? now : next;
}

function done(now: Looked, deed: Deed): Looked {
  switch (deed.do) {
    case "go":
      return { ...now, place: deed.place, layers: PLACES[deed.place].layers };
    case "select":
      return { ...now, selected: deed.part };
    case "show bake":
      return { ...now, bake: deed.bake };
    case "take joint":
      return { ...now, joint: deed.joint };
    case "pose":
      return { ...now, posing: deed.posing };
    case "tint":
      return { ...now, tints: deed.tints };
    case "paint":
      return { ...now, paint: { ...now.paint, ...deed.paint } };
    case "toggle layer":
      return { ...now, layers: { ...now.layers, [deed.layer]: !now.layers[deed.layer] } };
    case "show":
      return { ...now, [deed.what]: deed.shown };
    case "turn about":
      return { ...now, turning: !now.turning };
  }
}
