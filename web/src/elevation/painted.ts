import type { Plan } from "../api/types";

export type AreaPlan = Plan["colour"]["areas"][number];
export type PassPlan = AreaPlan["passes"][number];
export type Looks = AreaPlan["bare"];
export type Zones = Looks["day"];
export const LIGHTS = ["day", "lamp", "dark"] as const;
export type Light = (typeof LIGHTS)[number];

/** After which of the figure's passes it is seen, by what light, and whether as it was before beside it. */
export interface PaintSeen {
  /** None is all of them. */
  after: number | null;
  light: Light;
  before: boolean;
}

export const ALL_PAINTED: PaintSeen = { after: null, light: "day", before: false };

/** How an area looks after that many passes of the figure; none before there is anything on its clay. */
export function looksAfter(area: AreaPlan, after: number): Looks | null {
  const on = area.passes
    .filter((row) => row.spot === null && row.at > 0 && row.at <= after)
    .sort((a, b) => a.at - b.at);
  return on.at(-1)?.looks ?? (after > 0 ? area.bare : null);
}

/** What is seen of each place of an area by then, where anything was painted there alone. */
export function spotsAfter(area: AreaPlan, after: number) {
  return area.spots.flatMap((spot) => {
    const done = area.passes.map((row) => row.at > 0 && row.at <= after);
    const own = area.passes.some((row, n) => row.spot === spot.id && done[n]);
    const last = done.lastIndexOf(true);
    const seen = spot.seen[last];
    return own && seen ? [{ ...spot, fill: seen }] : [];
  });
}

/** Whether the middle of a part is nearer to the root of its area, to its tips, or half-way. */
const atThirds = (row: AreaPlan["along"][string] | undefined): 0 | 1 | 2 => {
  const middle = row ? (row[1] + row[2]) / 2 : 0.5;
  return middle < 1 / 3 ? 0 : middle < 2 / 3 ? 1 : 2;
};

/** The whole of each part by that light, for what shows one colour a part. */
export function wholes(plan: Plan, seen: PaintSeen): Map<string, string> {
  const after = seen.after ?? plan.colour.last;
  return new Map(
    plan.colour.areas.flatMap((area) => {
      const looks = looksAfter(area, after);
      const colour = looks ? looks[seen.light].whole : plan.colour.clay;
      const along = looks?.[seen.light].along;
      return area.parts.map((part): [string, string] => [
        part,
        along ? along[atThirds(area.along[part])] : colour,
      ]);
    }),
  );
}
