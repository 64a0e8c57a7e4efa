import { describe, expect, test } from "vitest";
import { fitted } from "./marking";
import { fresh, markedOf, nextEnd, reopened } from "./state";

const PHOTO = { url: "blob:a", width_px: 600, height_px: 800, file: null };

describe("A photograph while it is marked", () => {
  test("is no document before its scale is there, and says what is tapped next", () => {
    const begun = fresh("wire");
    expect(markedOf(begun, PHOTO)).toBeNull();
    expect(nextEnd(begun)).toBe("@crown");
    const half = { ...begun, ends: { "@crown": [0.5, 0.1] as [number, number] } };
    expect(markedOf(half, PHOTO)).toBeNull();
    expect(nextEnd(half)).toBe("@sole");
  });

  test("comes back as it was kept, by every scale", () => {
    const ends: Record<string, [number, number]> = {
      "@crown": [0.5, 0.1],
      "@sole": [0.5, 0.9],
      "@a": [0.2, 0.2],
      "@b": [0.4, 0.2],
      "@1": [0.1, 0.1],
      "@2": [0.9, 0.1],
      "@3": [0.9, 0.9],
      "@4": [0.1, 0.9],
    };
    for (const kind of ["stature", "length", "card"] as const) {
      const marking = {
        ...fresh("raw"),
        kind,
        ends,
        length_mm: 80,
        behind_mm: 55,
        marks: { head: [0.5, 0.2] as [number, number] },
        missing: ["ear_r"],
      };
      const marked = markedOf(marking, PHOTO);
      expect(marked?.scale?.kind).toBe(kind);
      expect(marked && markedOf(reopened(marked), PHOTO)).toEqual(marked);
    }
  });

  test("is as large as it goes into what contains it, in its own shape", () => {
    expect(fitted(PHOTO)).toEqual({ aspectRatio: "600 / 800", width: "min(100cqw, 75cqh)" });
  });
});
