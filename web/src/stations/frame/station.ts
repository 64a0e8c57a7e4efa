import { only } from "../../elevation/layers";
import { none, panel, print, unmarked, type Station } from "../station";

export const frame: Station = {
  Panel: panel(() => import("./FramePanel").then((file) => file.FramePanel)),
  layers: only("wire"),
  overlays: { joints: true, pictures: true },
  callouts: none,
  marks: unmarked,
  prints: (figure) => print(figure, "cut-list"),
};
