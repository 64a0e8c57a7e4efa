export const LAYERS = ["wire", "core", "clay", "colour"] as const;
export type Layer = (typeof LAYERS)[number];
export type Layers = Record<Layer, boolean>;

export const only = (...on: Layer[]): Layers => ({
  wire: on.includes("wire"),
  core: on.includes("core"),
  clay: on.includes("clay"),
  colour: on.includes("colour"),
});
