import type { ComponentType } from "react";
import type { Plan } from "../api/types";
import type { Callout } from "../elevation/Callouts";
import type { Layers } from "../elevation/layers";
import type { Tints } from "../elevation/Parts";
import { later } from "../ui/later";
import { Waiting } from "../ui/Waiting";
import type { Units } from "../units/format";

/** What of a figure is looked at. */
export interface Seen {
  plan: Plan;
  /** The number of the bake that is shown. */
  bake: number;
  units: Units;
  tints: Tints | null;
}

/** What the elevation shows at a station beside the parts. */
export interface Overlays {
  joints?: boolean;
  landmarks?: boolean;
  ghosts?: boolean;
  pictures?: boolean;
  walls?: boolean;
  tints?: boolean;
  supports?: boolean;
  links?: boolean;
  /** How much of its paint is on can be chosen. */
  paint?: boolean;
}

/** A station of a figure's page. */
export interface Station {
  Panel: ComponentType;
  /** What it brings forward. */
  layers: Layers;
  overlays: Overlays;
  /** What is said beside the parts. */
  callouts: (seen: Seen) => Callout[];
  /** Parts in another tone, by id. */
  marks: (seen: Seen) => Set<string>;
  /** The address of its sheet of paper, where it has one. */
  prints: (figure: string, bake: number) => string | null;
}

export const none = () => [];
export const unmarked = () => new Set<string>();
export const print = (figure: string, sheet: string) => `/api/v1/figures/${figure}/prints/${sheet}`;

/** A station's panel; until it is there its place is seen to be waiting. */
export const panel = (load: () => Promise<ComponentType>) =>
  later(load, <Waiting on={[]} words="Fetching the panel…" />);
