/** The kinematics of a drag, in an elevation: mm, u to the right and v up. */
export type Point = readonly [number, number];

/** Angle in radians that turns `from` towards `to` about `pivot`, the short way round. */
export function turnTowards(pivot: Point, from: Point, to: Point): number {
  const was = Math.atan2(from[1] - pivot[1], from[0] - pivot[0]);
  const is = Math.atan2(to[1] - pivot[1], to[0] - pivot[0]);
  const turn = is - was;
  return Math.atan2(Math.sin(turn), Math.cos(turn));
}

/** `point` turned about `pivot`. */
export function turned(point: Point, pivot: Point, radians: number): Point {
  const [x, y] = [point[0] - pivot[0], point[1] - pivot[1]];
  const [c, s] = [Math.cos(radians), Math.sin(radians)];
  return [pivot[0] + x * c - y * s, pivot[1] + x * s + y * c];
}
