import { describe, expect, test } from "vitest";
import type { Quantity } from "../api/types";
import {
  length,
  area,
  lengthAsTyped,
  mass,
  METRIC,
  metres,
  minutes,
  range,
  shownDifference,
  stature,
  temperatureTicks,
  across,
  difference,
  massAsTyped,
  temperature,
  typedDifference,
  typedLength,
  value,
  type Units,
} from "./format";
import vectors from "./vectors.json";

const INCHES: Units = { length_unit: "in", mass_unit: "oz", temperature_unit: "F" };

describe("lengths", () => {
  test.each([
    [310, "310 mm"],
    [50.8, "50.8 mm"],
    [6, "6.00 mm"],
    [0.5, "0.50 mm"],
    [1234.5, "1,235 mm"],
  ])("%d mm with three digits that count", (mm, shown) => expect(length(mm, METRIC)).toBe(shown));

  test.each([
    [304.8, "12 in"],
    [4.7625, "3/16 in"],
    [44.45, "1 3/4 in"],
    [0.79375, "0.031 in"],
    [0, "0.00 in"],
    [25.0, "1 in"],
  ])("%d mm as it is measured", (mm, shown) => expect(length(mm, INCHES)).toBe(shown));

  test("what somebody chose has no zeros that say nothing, and can be typed back", () => {
    expect(lengthAsTyped(6, METRIC)).toBe("6 mm");
    expect(lengthAsTyped(6.25, METRIC)).toBe("6.25 mm");
    expect(lengthAsTyped(1500, METRIC)).toBe("1500 mm");
    expect(lengthAsTyped(6.35, INCHES)).toBe("1/4 in");
    expect(lengthAsTyped(5.55625, INCHES)).toBe("7/32 in");
    expect(lengthAsTyped(4, INCHES)).toBe("0.16 in");
  });

  test("metres and feet", () => {
    expect(metres(5.156, METRIC)).toBe("5.16 m");
    expect(metres(3.048, INCHES)).toBe("10.0 ft");
  });

  test("a bare number is in the person's unit, and a named unit stays", () => {
    expect(typedLength("12", INCHES)).toBe("12 in");
    expect(typedLength("3/16", INCHES)).toBe("3/16 in");
    expect(typedLength("30 cm", METRIC)).toBe("30 cm");
    expect(typedLength("tall", METRIC)).toBe("tall");
    expect(typedLength(" 310 ", METRIC)).toBe("310 mm");
  });
});

describe("weights, temperatures, times", () => {
  test("what calipers and scales read, and how far two temperatures lie apart", () => {
    expect(across(2.0525, METRIC)).toBe("2.05 mm");
    expect(across(2.0525, INCHES)).toBe("0.081 in");
    expect(massAsTyped(57, METRIC)).toBe("57.0 g");
    expect(massAsTyped(57, INCHES)).toBe("2.011 oz");
    expect(massAsTyped(15000, INCHES)).toBe("33.07 lb");
    expect(difference(5, METRIC)).toBe("5 °C");
    expect(difference(-5, INCHES)).toBe("−9 °F");
  });

  test("a scale of temperatures is marked at round degrees of the person's own", () => {
    expect(temperatureTicks(160, 5, METRIC)).toEqual([0, 50, 100, 150]);
    const marks = temperatureTicks(160, 5, INCHES).map((c) => temperature(c, INCHES));
    expect(marks).toEqual(["50 °F", "100 °F", "150 °F", "200 °F", "250 °F", "300 °F"]);
  });

  test("how tall somebody is", () => {
    expect(stature(1651, INCHES)).toBe("5' 5\"");
    expect(stature(1828, INCHES)).toBe("6' 0\"");
    expect(stature(500, INCHES)).toBe("19 11/16 in");
    expect(stature(1750, METRIC)).toBe("1.75 m");
  });

  test("ounces and Fahrenheit", () => {
    expect(mass(454, INCHES)).toBe("16.01 oz");
    expect(temperature(135, INCHES)).toBe("275 °F");
    expect(temperature(135, METRIC)).toBe("135 °C");
  });

  test("a difference of temperature has no zero to shift", () => {
    expect(shownDifference(5, METRIC)).toBe(5);
    expect(shownDifference(5, INCHES)).toBe(9);
    expect(typedDifference(9, INCHES)).toBe(5);
    expect(typedDifference(shownDifference(8, INCHES), INCHES)).toBeCloseTo(8, 9);
  });

  test("minutes become hours where that is easier to think in", () => {
    expect(minutes(89.4)).toBe("89 min");
    expect(minutes(95)).toBe("1 h 35 min");
  });
});

describe("any answer", () => {
  test.each<[number, Quantity["unit"], string]>([
    [99, "ratio", "over 99 ×"],
    [2.75, "ratio", "2.8 ×"],
    [12.34, "deg", "12.3°"],
    [0.32, "N", "0.32 N"],
    [28.86, "Nmm", "28.9 N·mm"],
    [36.7, "cm3", "36.7 cm³"],
    [3, "count", "3"],
    [13.4, "cost", "£13.40"],
  ])("%d %s", (amount, unit, shown) => expect(value(amount, unit, METRIC)).toBe(shown));

  test("a range only where there is one", () => {
    const q: Quantity = {
      value: 10,
      unit: "g",
      low: null,
      high: null,
      why: { formula: "", inputs: [], source: "", assumed: false },
    };
    expect(range(q, METRIC)).toBeNull();
    expect(range({ ...q, low: 10, high: 10 }, METRIC)).toBeNull();
    expect(range({ ...q, low: 8, high: 12 }, METRIC)).toBe("8.00 g to 12.0 g");
  });
});

/** What the core shows of the same amounts. */
const SHOWN: Record<string, (amount: number, units: Units) => string> = {
  length,
  mass,
  temperature,
  difference,
  area,
  metres,
  minutes: (amount) => minutes(amount),
  volume: (amount, units) => value(amount, "cm3", units),
  moment: (amount, units) => value(amount, "Nmm", units),
  force: (amount, units) => value(amount, "N", units),
  wire: (amount, units) => across(amount, units),
};

test.each(vectors)("$of of $value in $units as the core has it", (row) => {
  expect(SHOWN[row.of]?.(row.value, row.units === "metric" ? METRIC : INCHES)).toBe(row.shown);
});
