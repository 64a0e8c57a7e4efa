import { describe, expect, test } from "vitest";
import { ferrywoman } from "../testing/bench";
import { METRIC } from "../units/format";
import { nextPart } from "../figure/useFigureKeys";
import { PLACES, type Place } from "./registry";

const { plan } = ferrywoman();
const seen = { plan, bake: 1, units: METRIC, tints: null };
const said = (place: Place, bake = 1) => PLACES[place].callouts({ ...seen, bake });

describe("what is said beside the parts", () => {
  test("foil at Bulk, of parts that have some", () => {
    const rows = said("bulk");
    expect(rows.length).toBe(plan.bulk.parts.filter((part) => part.foil_g > 0).length);
    expect(rows.every((row) => row.text.endsWith(" g foil"))).toBe(true);
  });

  test("what the core is of, where that is not foil", () => {
    const parts = plan.bulk.parts.map((part) =>
      part.id === "chest" ? { ...part, foil_g: 0, core_g: 2, kind: "foam" } : part,
    );
    const of = { ...plan, bulk: { ...plan.bulk, parts } };
    const rows = PLACES.bulk.callouts({ ...seen, plan: of });
    expect(rows.find((row) => row.part === "chest")?.text).toBe("chest 2.00 g foam");
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
          part.id === "chest" ? { ...part, out_of_range: true } : part,
        ),
      },
    };
    expect(PLACES.bulk.marks({ ...seen, plan: thin })).toEqual(new Set(["chest"]));
    expect(PLACES.clay.marks({ ...seen, plan: thin })).toEqual(new Set());
    expect(PLACES.bake.marks(seen)).toEqual(new Set());
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

test("each station prints its own sheet, and what has none prints nothing", () => {
  const at = "/api/v1/figures/f1/prints";
  expect(PLACES.character.prints("f1", 1)).toBe(`${at}/layout-map`);
  expect(PLACES.bulk.prints("f1", 1)).toBe(`${at}/foil-card`);
  expect(PLACES.bake.prints("f1", 3)).toBe(`${at}/bake-card/3`);
  expect(PLACES.order.prints("f1", 1)).toMatch(/^\/api\/v1\/calendar\/day\?figures=f1&at=\d{4}-/);
  expect(PLACES.colour.prints("f1", 1)).toBe(`${at}/paint-card`);
  expect(PLACES.log.prints("f1", 1)).toBeNull();
});
