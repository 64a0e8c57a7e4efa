import type { Shape } from "../../api/types";

export interface ShapeField {
  key: string;
  label: string;
  /** In what it is shown: lengths of the part's own unit, shares of the bone, degrees, ratios. */
  kind: "length" | "share" | "degrees" | "ratio";
  value: number;
  /** The shape's field and its new value. */
  change: (value: number) => { field: string; value: unknown };
}

const PLACE = ["across", "to the front", "along the bone"] as const;
const TURNS = ["turned about across", "turned about front", "turned about the bone"] as const;
const AXES = ["half breadth", "half depth", "half length"] as const;
type Triple = [number, number, number];

const put = (triple: Triple, i: number, value: number): Triple => {
  const next: Triple = [...triple];
  next[i] = value;
  return next;
};

const place = (name: string, field: string, at: Triple): ShapeField[] =>
  PLACE.map((word, i) => ({
    key: `${field}_${i}`,
    label: `${name}, ${word}`,
    kind: i === 2 ? "share" : "length",
    value: at[i] ?? 0,
    change: (value) => ({ field, value: put(at, i, value) }),
  }));

const turns = (at: Triple): ShapeField[] =>
  TURNS.map((label, i) => ({
    key: `turns_${i}`,
    label,
    kind: "degrees",
    value: at[i] ?? 0,
    change: (value) => ({ field: "turns_deg", value: put(at, i, value) }),
  }));

const axes = (field: string, sizes: Triple): ShapeField[] =>
  AXES.map((label, i) => ({
    key: `${field}_${i}`,
    label,
    kind: "length",
    value: sizes[i] ?? 0,
    change: (value) => ({ field, value: put(sizes, i, value) }),
  }));

const one = (
  field: string,
  label: string,
  kind: ShapeField["kind"],
  value: number,
): ShapeField => ({ key: field, label, kind, value, change: (next) => ({ field, value: next }) });

/** What of a shape can be typed, size before place. */
export function fieldsOf(shape: Shape): ShapeField[] {
  switch (shape.kind) {
    case "round_cone":
    case "frustum":
      return [
        one("start_radius", "radius at its start", "length", shape.start_radius),
        one("end_radius", "radius at its end", "length", shape.end_radius),
        one("depth", "depth to breadth", "ratio", shape.depth),
        ...place("start", "start", shape.start),
        ...place("end", "end", shape.end),
      ];
    case "ellipsoid":
      return [
        ...axes("semi_axes", shape.semi_axes),
        ...place("middle", "centre", shape.centre),
        ...turns(shape.turns_deg),
      ];
    case "box":
      return [
        ...axes("half_sizes", shape.half_sizes),
        ...place("middle", "centre", shape.centre),
        ...turns(shape.turns_deg),
      ];
    case "sheet":
      return [
        one("thickness", "thickness", "length", shape.thickness),
        ...place("middle", "centre", shape.centre),
        ...turns(shape.turns_deg),
      ];
    case "coil":
      return [
        one("start_radius", "radius at its root", "length", shape.start_radius),
        one("end_radius", "radius at its tip", "length", shape.end_radius),
        one("bend_radius", "radius of the bend", "length", shape.bend_radius),
        one("sweep_deg", "bends through", "degrees", shape.sweep_deg),
        one("rise", "rises by", "length", shape.rise),
        ...place("root", "start", shape.start),
        ...turns(shape.turns_deg),
      ];
  }
}

const triple = (sizes: Triple, by: number): Triple => [sizes[0] * by, sizes[1] * by, sizes[2] * by];

/** The same shape larger or smaller, where it is. */
export function resized(shape: Shape, by: number): Shape {
  switch (shape.kind) {
    case "round_cone":
    case "frustum":
      return {
        ...shape,
        start_radius: shape.start_radius * by,
        end_radius: shape.end_radius * by,
        end: [
          shape.start[0] + (shape.end[0] - shape.start[0]) * by,
          shape.start[1] + (shape.end[1] - shape.start[1]) * by,
          shape.start[2] + (shape.end[2] - shape.start[2]) * by,
        ],
      };
    case "ellipsoid":
      return { ...shape, semi_axes: triple(shape.semi_axes, by) };
    case "box":
      return { ...shape, half_sizes: triple(shape.half_sizes, by) };
    case "sheet":
      return {
        ...shape,
        thickness: shape.thickness * by,
        outline: shape.outline.map(([u, v]) => [u * by, v * by]),
      };
    case "coil":
      return {
        ...shape,
        start_radius: shape.start_radius * by,
        end_radius: shape.end_radius * by,
        bend_radius: shape.bend_radius * by,
        rise: shape.rise * by,
      };
  }
}
