import { describe, expect, test } from "vitest";
import { ferrywoman } from "../testing/bench";
import { markedAfter, marksIn, sideOf, turnOf, type Marks } from "./marks";

const speckles: Marks = { way: "round", share: 0.08, across_mm: 0.9, until: null };
const streaks: Marks = { way: "down", share: 0.12, across_mm: 1.2, until: null };

/** Share of the square under a mark, counted on a grid. */
function covered(marks: Marks): number {
  const [side, steps] = [sideOf(marks), 400];
  const all = marksIn(marks);
  let under = 0;
  for (let i = 0; i < steps; i++)
    for (let j = 0; j < steps; j++) {
      const [x, y] = [((i + 0.5) / steps) * side, ((j + 0.5) / steps) * side];
      if (
        all.some((mark) => {
          const off = Math.max(0, Math.abs(y - mark.y) - mark.long / 2);
          return Math.hypot(x - mark.x, off) < mark.across / 2;
        })
      )
        under++;
    }
  return under / steps ** 2;
}

describe("marks on a part", () => {
  test("take the share of it that they are said to", () => {
    expect(covered(speckles)).toBeCloseTo(0.08, 2);
    expect(covered(streaks)).toBeGreaterThan(0.11);
    expect(covered(streaks)).toBeLessThan(0.15);
  });

  test("what goes over the edge of a square comes in on the other side", () => {
    const side = sideOf(streaks);
    const tall = (streaks.across_mm + side * 0.55) / 2;
    for (const mark of marksIn(streaks))
      if (mark.y + tall > side)
        expect(
          marksIn(streaks).some(
            (other) =>
              Math.abs(other.x - mark.x) < 1e-9 && Math.abs(other.y - mark.y + side) < 1e-9,
          ),
        ).toBe(true);
  });

  test("go with the limb where they go along it, and down where they run", () => {
    const drawn: Parameters<typeof turnOf>[1] = {
      joint: "arm",
      members: [],
      start: [0, 0],
      end: [10, 10],
    };
    expect(turnOf({ ...streaks, way: "along" }, drawn)).toBeCloseTo(-45, 6);
    expect(turnOf(streaks, drawn)).toBe(0);
    expect(turnOf({ ...streaks, way: "along" }, undefined)).toBe(0);
  });

  test("are seen from their pass on until another hides them", () => {
    const [area] = ferrywoman().plan.colour.areas;
    const [pass] = area?.passes ?? [];
    if (!area || !pass) throw new Error("a pass");
    const row = { ...pass, kind: "speckle" as const, at: 4, marks: { ...speckles, until: 6 } };
    const marked = { ...area, passes: [row] };
    expect([3, 4, 5, 6].map((after) => markedAfter(marked, after).length)).toEqual([0, 1, 1, 0]);
    expect(markedAfter({ ...area, passes: [{ ...row, spot: "lips" }] }, 5)).toEqual([]);
  });
});
