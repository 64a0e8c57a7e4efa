import { only } from "../../elevation/layers";
import { later } from "../../ui/later";
import { none, print, unmarked, type Station } from "../station";

export const finish: Station = {
  Panel: later(() => import("./FinishPanel").then((file) => file.FinishPanel)),
  layers: only("clay", "colour"),
  overlays: {},
  callouts: none,
  marks: unmarked,
  prints: (figure) => print(figure, "drilling-template"),
};
