import { only } from "../../elevation/layers";
import { panel, print, type Seen, type Station } from "../station";
import { fusedAt, GRADES } from "./grades";

const inOven = ({ plan, bake }: Seen) =>
  plan.bake.bakes.find((row) => row.number === bake)?.parts ?? [];

export const bake: Station = {
  Panel: panel(() => import("./BakePanel").then((file) => file.BakePanel)),
  layers: only("clay", "core"),
  overlays: { tints: true, supports: true },
  callouts: (seen) =>
    inOven(seen)
      .filter((part) => part.raw_in)
      .map((part) => ({
        part: part.id,
        text: seen.tints?.has(part.id)
          ? `${part.label} ${seen.tints.get(part.id)?.words}`
          : `${part.label} ${fusedAt(part)}, ${GRADES[part.grade]}`,
        weight: part.model_min ?? Infinity,
        alarm: !part.cured && !seen.tints,
      })),
  marks: (seen) =>
    new Set(
      inOven(seen)
        .filter((part) => !part.cured)
        .map((part) => part.id),
    ),
  prints: (figure, number) => print(figure, `bake-card/${number}`),
};
