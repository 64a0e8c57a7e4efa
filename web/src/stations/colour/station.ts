import { only } from "../../elevation/layers";
import { panel, print, unmarked, type Station } from "../station";

export const colour: Station = {
  Panel: panel(() => import("./ColourPanel").then((file) => file.ColourPanel)),
  layers: only("clay", "colour"),
  overlays: { paint: true },
  callouts: ({ plan }) =>
    plan.colour.areas.flatMap((area) => {
      const first = area.parts[0];
      return first ? [{ part: first, text: area.label, weight: area.share }] : [];
    }),
  marks: unmarked,
  prints: (figure) => print(figure, "paint-card"),
};
