import { only } from "../../elevation/layers";
import { mass } from "../../units/format";
import { panel, print, type Station } from "../station";

export const bulk: Station = {
  Panel: panel(() => import("./BulkPanel").then((file) => file.BulkPanel)),
  layers: only("core", "wire"),
  overlays: { walls: true },
  callouts: ({ plan, units }) =>
    plan.bulk.parts
      .filter((part) => part.core_g > 0)
      .map((part) => ({
        part: part.id,
        text: `${part.label} ${mass(part.core_g, units)} ${part.foil_g > 0 ? "foil" : part.kind}`,
        weight: part.core_g,
        alarm: part.out_of_range,
      })),
  marks: ({ plan }) =>
    new Set(plan.bulk.parts.filter((part) => part.out_of_range).map((part) => part.id)),
  prints: (figure) => print(figure, "foil-card"),
};
