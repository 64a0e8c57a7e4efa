import { only } from "../../elevation/layers";
import { later } from "../../ui/later";
import { none, print, unmarked, type Station } from "../station";

export const frame: Station = {
  Panel: later(() => import("./FramePanel").then((file) => file.FramePanel)),
  layers: only("wire"),
  overlays: { joints: true, pictures: true },
  callouts: none,
  marks: unmarked,
  prints: (figure) => print(figure, "cut-list"),
};
