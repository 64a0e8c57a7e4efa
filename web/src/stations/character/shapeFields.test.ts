import { describe, expect, test } from "vitest";
import type { Shape } from "../../api/types";
import { ferrywoman } from "../../testing/bench";
import { fieldsOf, resized } from "./shapeFields";

const shapes = ferrywoman().figure.sheet.parts.map((part) => part.shape);
const coil: Shape = {
  kind: "coil",
  start: [0, 0, 0.5],
  bend_radius: 0.2,
  sweep_deg: 90,
  rise: 0.05,
  start_radius: 0.04,
  end_radius: 0.01,
  turns_deg: [0, 0, 0],
};

describe("the fields of a shape", () => {
  test("every kind the ferrywoman has, and a coil, can be typed", () => {
    const kinds = new Set([...shapes, coil].map((shape) => shape.kind));
    expect(kinds.size).toBeGreaterThan(3);
    for (const shape of [...shapes, coil]) {
      const fields = fieldsOf(shape);
      expect(fields.length).toBeGreaterThan(5);
      expect(new Set(fields.map((field) => field.key)).size).toBe(fields.length);
    }
  });
  test("a change names the shape's own field and keeps what was beside it", () => {
    for (const shape of [...shapes, coil])
      for (const field of fieldsOf(shape)) {
        const { field: name, value } = field.change(0.123);
        expect(Object.keys(shape)).toContain(name);
        const before: unknown = shape[name as keyof Shape];
        if (Array.isArray(before)) {
          const after = value as number[];
          expect(after.filter((v, i) => v !== before[i]).length).toBeLessThanOrEqual(1);
          expect(after).toContain(0.123);
        } else expect(value).toBe(0.123);
      }
  });
  test("larger and smaller again is the same", () => {
    for (const shape of [...shapes, coil]) {
      const back = resized(resized(shape, 1.1), 1 / 1.1);
      const [a, b] = [fieldsOf(shape), fieldsOf(back)];
      a.forEach((field, i) => expect(b[i]?.value).toBeCloseTo(field.value, 9));
      const sizes = (s: Shape) => fieldsOf(s)[0]?.value ?? 0;
      expect(sizes(resized(shape, 2))).toBeCloseTo(2 * sizes(shape), 9);
    }
  });
});
