import type { Point } from "./kinematics";

/** Rings of u, v, u, v … mm as an SVG path; v runs up, so the drawing is flipped once, outside. */
export const pathOf = (rings: number[][]): string =>
  rings
    .map((ring) => {
      let d = "";
      for (let i = 0; i + 1 < ring.length; i += 2) d += `${i ? "L" : "M"}${ring[i]} ${ring[i + 1]}`;
      return `${d}Z`;
    })
    .join("");

const VIEWS = {
  front: ([x, , z]: readonly [number, number, number]): Point => [-x, z],
  side: ([, y, z]: readonly [number, number, number]): Point => [y, z],
};
export type ViewName = keyof typeof VIEWS;

/** A world point in an elevation. */
export const projected = (view: ViewName, point: readonly [number, number, number]): Point =>
  VIEWS[view](point);
