import { only } from "../elevation/layers";
import { none, panel, unmarked, type Station } from "../stations/station";

export const log: Station = {
  Panel: panel(() => import("./LogPanel").then((file) => file.LogPanel)),
  layers: only("clay", "colour"),
  overlays: {},
  callouts: none,
  marks: unmarked,
  prints: () => null,
};
