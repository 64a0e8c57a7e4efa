import { only } from "../../elevation/layers";
import { length, mass } from "../../units/format";
import { panel, print, unmarked, type Station } from "../station";

export const clay: Station = {
  Panel: panel(() => import("./ClayPanel").then((file) => file.ClayPanel)),
  layers: only("clay", "core"),
  overlays: {},
  callouts: ({ plan, units }) =>
    plan.clay.parts.map((part) => ({
      part: part.id,
      text: `${part.label} ${mass(part.grams, units)}, ball ${length(part.ball_mm, units)}`,
      weight: part.grams,
    })),
  marks: unmarked,
  prints: (figure) => print(figure, "portion-card"),
};
