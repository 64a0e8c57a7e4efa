import { describe, expect, test } from "vitest";
import { ferrywoman } from "../testing/bench";
import { METRIC } from "../units/format";
import { calloutsOf, markedOf } from "./callouts";
import { nextPart } from "./useFigureKeys";

const { plan } = ferrywoman();
const said = (place: Parameters<typeof calloutsOf>[1], bake = 1) =>
  calloutsOf(plan, place, bake, METRIC, null);

describe("what is said beside the parts", () => {
  test("foil at Bulk, of parts that have some", () => {
    const rows = said("bulk");
    expect(rows.length).toBe(plan.bulk.parts.filter((part) => part.core_cm3 > 0.05).length);
    expect(rows.every((row) => row.text.endsWith("foil"))).toBe(true);
  });

  test("grams and balls at Clay, the heaviest with the most weight", () => {
    const rows = said("clay");
    const heaviest = [...plan.clay.parts].sort((a, b) => b.grams - a.grams)[0];
    expect([...rows].sort((a, b) => b.weight - a.weight)[0]?.part).toBe(heaviest?.id);
    expect(rows.find((row) => row.part === "chest")?.text).toMatch(/^chest .* g, ball .* mm$/);
  });

  test("minutes and grade at Bake, of what is raw in the bake that is shown", () => {
    for (const bake of plan.bake.bakes)
      expect(said("bake", bake.number).map((row) => row.part)).toEqual(
        bake.parts.filter((part) => part.raw_in).map((part) => part.id),
      );
    expect(said("bake")[0]?.text).toMatch(/ min, fused$/);
    expect(said("bake", 99)).toEqual([]);
  });

  test("one name an area at Colour, none at Order", () => {
    expect(said("colour").map((row) => row.text)).toEqual(
      plan.colour.areas.filter((area) => area.parts.length).map((area) => area.label),
    );
    expect(said("order")).toEqual([]);
  });

  test("what is out of range is marked", () => {
    const thin = {
      ...plan,
      bulk: {
        ...plan.bulk,
        parts: plan.bulk.parts.map((part) =>
          part.id === "chest" ? { ...part, state: "thin" as const } : part,
        ),
      },
    };
    expect(markedOf(thin, "bulk", 1)).toEqual(new Set(["chest"]));
    expect(markedOf(thin, "clay", 1)).toEqual(new Set());
    expect(markedOf(plan, "bake", 1)).toEqual(new Set());
  });
});

test("parts follow one another round the end", () => {
  const parts = ["a", "b", "c"];
  expect(nextPart(parts, "a", 1)).toBe("b");
  expect(nextPart(parts, "c", 1)).toBe("a");
  expect(nextPart(parts, "a", -1)).toBe("c");
  expect(nextPart(parts, null, 1)).toBe("a");
  expect(nextPart(parts, null, -1)).toBe("c");
  expect(nextPart([], null, 1)).toBeNull();
});
