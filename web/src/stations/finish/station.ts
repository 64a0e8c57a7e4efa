import { only } from "../../elevation/layers";
import { none, panel, print, unmarked, type Station } from "../station";

export const finish: Station = {
  Panel: panel(() => import("./FinishPanel").then((file) => file.FinishPanel)),
  layers: only("clay", "colour"),
  overlays: {},
  callouts: none,
  marks: unmarked,
  prints: (figure) => print(figure, "drilling-template"),
};
