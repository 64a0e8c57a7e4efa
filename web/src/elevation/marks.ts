import type { View } from "../api/types";
import type { AreaPlan, PassPlan } from "./painted";

export type Marks = NonNullable<PassPlan["marks"]>;

/** One stroke or dot of a patch that is laid side by side, mm. */
export interface Mark {
  x: number;
  y: number;
  /** Nought for a dot. */
  long: number;
  across: number;
}

const DOTS = 13;
const STROKES = 5;
/** Of the patch's side that a stroke goes along. */
const LONG = 0.55;
/** Of a sequence that fills a square evenly. */
const TURN = [0.7548776662466927, 0.5698402909980532] as const;
const SIZES = [1, 0.6, 1.35, 0.8, 1.15];
const MEAN_SQUARE = SIZES.reduce((sum, size) => sum + size * size, 0) / SIZES.length;

/** Side of a square of marks that take just their share of it, mm. */
export function sideOf(marks: Marks): number {
  const { across_mm: across, share } = marks;
  return marks.way === "round"
    ? across * Math.sqrt((DOTS * MEAN_SQUARE * Math.PI) / 4 / share)
    : (STROKES * LONG * across) / share;
}

/** The marks of that square; what goes over its edge comes in again on the other side. */
export function marksIn(marks: Marks): Mark[] {
  const side = sideOf(marks);
  const round = marks.way === "round";
  return Array.from({ length: round ? DOTS : STROKES }, (_, n) => {
    const mark = {
      x: (((n + 1) * TURN[0]) % 1) * side,
      y: (((n + 1) * TURN[1]) % 1) * side,
      long: round ? 0 : LONG * side,
      across: marks.across_mm * (round ? (SIZES[n % SIZES.length] ?? 1) : 1),
    };
    const [wide, tall] = [mark.across / 2, (mark.across + mark.long) / 2];
    return beside(mark.x, wide, side).flatMap((x) =>
      beside(mark.y, tall, side).map((y) => ({ ...mark, x, y })),
    );
  }).flat();
}

/** Where it lies, and where it would on the squares to both sides, as far as it reaches into this one. */
const beside = (at: number, reach: number, side: number): number[] =>
  [at - side, at, at + side].filter((x) => x + reach > 0 && x - reach < side);

/** Passes of an area whose marks are seen by then: on, and under nothing that hides them. */
export const markedAfter = (area: AreaPlan, after: number): PassPlan[] =>
  area.passes.filter(
    (row) =>
      row.marks &&
      row.spot === null &&
      row.at > 0 &&
      row.at <= after &&
      !(row.marks.until && row.marks.until <= after),
  );

/** How far marks that go along a part are turned from upright, degrees. */
export function turnOf(marks: Marks, bone: View["bones"][number] | undefined): number {
  if (marks.way !== "along" || !bone) return 0;
  const [dx, dy] = [bone.end[0] - bone.start[0], bone.end[1] - bone.start[1]];
  return Math.hypot(dx, dy) < 2 ? 0 : (Math.atan2(-dx, dy) * 180) / Math.PI;
}
