import { expect, test } from "vitest";
import { turned, turnTowards, type Point } from "./kinematics";
import vectors from "./vectors.json";

const point = ([u, v]: number[]): Point => [u ?? NaN, v ?? NaN];

test("a bone turns as the core turns it", () => {
  expect(vectors.length).toBeGreaterThan(2);
  for (const row of vectors) {
    const [pivot, from, to] = [point(row.pivot), point(row.from), point(row.to)];
    const turn = turnTowards(pivot, from, to);
    expect((turn * 180) / Math.PI).toBeCloseTo(row.degrees, 4);
    const end = turned(from, pivot, turn);
    expect(end[0]).toBeCloseTo(to[0], 4);
    expect(end[1]).toBeCloseTo(to[1], 4);
  }
});

test("the short way round", () => {
  const turn = turnTowards([0, 0], [-1, 0.1], [-1, -0.1]);
  expect(Math.abs(turn)).toBeLessThan(0.3);
});
