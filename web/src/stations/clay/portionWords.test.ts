import { expect, test } from "vitest";
import type { Portion } from "../../api/types";
import { METRIC } from "../../units/format";
import { portionWords } from "./portionWords";

const NOTHING: Portion = {
  form: "ball",
  count: 1,
  across_mm: null,
  length_mm: null,
  thickness_mm: null,
  area_cm2: null,
  setting: null,
  layers: null,
};

test("each form is said by the measure it is made by", () => {
  const said = (portion: Partial<Portion>) => portionWords({ ...NOTHING, ...portion }, METRIC);
  expect(said({ form: "ball", across_mm: 12 })).toBe("ball 12.0 mm");
  expect(said({ form: "snake", across_mm: 4, length_mm: 60 })).toBe("snake 4.00 mm × 60.0 mm");
  expect(said({ form: "strands", count: 9, across_mm: 2, length_mm: 30 })).toBe(
    "9 strands of 2.00 mm × 30.0 mm",
  );
  expect(said({ form: "sheet", thickness_mm: 6, area_cm2: 26.3, setting: 2, layers: 2 })).toContain(
    "(2 sheets of setting 2), 26.3 cm²",
  );
});
