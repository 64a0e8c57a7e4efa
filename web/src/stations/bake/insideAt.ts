import type { InsideBake, PartInside } from "../../api/types";
import { GRADES } from "./grades";
import { tint } from "../../theme";
import { length, type Units } from "../../units/format";
import type { Tints } from "../../elevation/Parts";

export const SHOWN = {
  fusion: "inside",
  scorch: "scorched",
  set: "set",
} as const;
export type Shown = keyof typeof SHOWN;

/** The moment nearest to a minute. */
export const momentAt = (bake: InsideBake, minute: number): number =>
  bake.minutes.reduce(
    (best, at, index) =>
      Math.abs(at - minute) < Math.abs((bake.minutes[best] ?? 0) - minute) ? index : best,
    0,
  );

/** How far a part has got, 0 to 1, and the same in words. */
export function stateOf(
  part: PartInside,
  shown: Shown,
  at: number,
  units: Units,
): [number, string] {
  switch (shown) {
    case "fusion": {
      const grade = part.grade[at] ?? "raw";
      return [part.fusion[at] ?? 0, GRADES[grade]];
    }
    case "scorch": {
      const share = (part.scorch[at] ?? 0) / part.scorch_limit;
      return [Math.min(1, share), `${Math.round(share * 100)} % of the scorch it can take`];
    }
    case "set": {
      const mm = part.set_mm[at] ?? 0;
      return [
        Math.min(1, mm / part.clay_mm),
        `${length(mm, units)} of ${length(part.clay_mm, units)} set`,
      ];
    }
  }
}

/** A colour over each part of the elevation at one moment. */
export function tintsAt(bake: InsideBake, shown: Shown, at: number, units: Units): Tints {
  const full = tint(shown === "scorch" ? "stop" : "verdigris");
  return new Map(
    bake.parts.map((part) => {
      const [share, words] = stateOf(part, shown, at, units);
      const fill = `color-mix(in srgb, ${full} ${Math.round(share * 100)}%, ${tint("clayFill")})`;
      return [part.id, { fill, words }];
    }),
  );
}

/** Air, surface and core of a part, for a chart. */
export const curveOf = (bake: InsideBake, part: PartInside) =>
  bake.minutes.map((minute, at) => ({
    minute,
    air_c: bake.air_c[at] ?? 20,
    surface_c: part.surface_c[at] ?? 20,
    core_c: part.core_c[at] ?? 20,
  }));
