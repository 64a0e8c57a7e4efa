import { only } from "../elevation/layers";
import { none, unmarked, type Station } from "../stations/station";
import { later } from "../ui/later";

export const log: Station = {
  Panel: later(() => import("./LogPanel").then((file) => file.LogPanel)),
  layers: only("clay", "colour"),
  overlays: {},
  callouts: none,
  marks: unmarked,
  prints: () => null,
};
