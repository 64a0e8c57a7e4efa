import { only } from "../../elevation/layers";
import { later } from "../../ui/later";
import { unmarked, type Station } from "../station";

export const colour: Station = {
  Panel: later(() => import("./ColourPanel").then((file) => file.ColourPanel)),
  layers: only("clay", "colour"),
  overlays: {},
  callouts: ({ plan }) =>
    plan.colour.areas.flatMap((area) => {
      const first = area.parts[0];
      return first ? [{ part: first, text: area.label, weight: area.share }] : [];
    }),
  marks: unmarked,
  prints: () => null,
};
