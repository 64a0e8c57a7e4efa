import type { Point } from "./kinematics";

/** Rings of u, v, u, v … mm as an SVG path; v runs up, so the drawing is flipped once, outside. */
export const pathOf = (rings: number[][]): string =>
  rings.map((ring) => `${strokeOf(ring)}Z`).join("");

export interface Extent {
  left: number;
  low: number;
  wide: number;
  tall: number;
}

/** What rings of u, v, u, v … reach over. */
export function extentOf(rings: number[][]): Extent {
  const flat = rings.flat();
  const us = flat.filter((_, n) => n % 2 === 0);
  const vs = flat.filter((_, n) => n % 2 === 1);
  const [left, low] = [Math.min(...us), Math.min(...vs)];
  return { left, low, wide: Math.max(...us) - left, tall: Math.max(...vs) - low };
}

/** Open lines of u, v, u, v … mm likewise. */
export const linesOf = (lines: number[][]): string => lines.map(strokeOf).join("");

function strokeOf(points: number[]): string {
  let d = "";
  for (let i = 0; i + 1 < points.length; i += 2)
    d += `${i ? "L" : "M"}${points[i]} ${points[i + 1]}`;
  return d;
}

const VIEWS = {
  front: ([x, , z]: readonly [number, number, number]): Point => [-x, z],
  side: ([, y, z]: readonly [number, number, number]): Point => [y, z],
};
export type ViewName = keyof typeof VIEWS;

/** A world point in an elevation. */
export const projected = (view: ViewName, point: readonly [number, number, number]): Point =>
  VIEWS[view](point);
