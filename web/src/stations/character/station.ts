import { only } from "../../elevation/layers";
import { none, panel, print, unmarked, type Station } from "../station";

export const character: Station = {
  Panel: panel(() => import("./CharacterPanel").then((file) => file.CharacterPanel)),
  layers: only("clay"),
  overlays: { landmarks: true, ghosts: true, pictures: true, links: true },
  callouts: none,
  marks: unmarked,
  prints: (figure) => print(figure, "layout-map"),
};
