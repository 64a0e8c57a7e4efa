import type { StationName } from "../api/types";

export const LAYERS = ["wire", "core", "clay", "colour"] as const;
export type Layer = (typeof LAYERS)[number];
export type Layers = Record<Layer, boolean>;

const set = (...on: Layer[]): Layers => ({
  wire: on.includes("wire"),
  core: on.includes("core"),
  clay: on.includes("clay"),
  colour: on.includes("colour"),
});

/** What each station brings forward. */
export const LAYERS_OF: Record<StationName | "log", Layers> = {
  character: set("clay"),
  frame: set("wire"),
  bulk: set("core", "wire"),
  clay: set("clay", "core"),
  order: set("clay"),
  bake: set("clay", "core"),
  colour: set("clay", "colour"),
  finish: set("clay", "colour"),
  log: set("clay", "colour"),
};
