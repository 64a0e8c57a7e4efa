import { expect, test } from "vitest";
import { length, mass, METRIC, temperature, typedLength, value, type Units } from "./format";

const INCHES: Units = { length_unit: "in", mass_unit: "oz", temperature_unit: "F" };

test("lengths in the person's unit", () => {
  expect(length(310, METRIC)).toBe("310 mm");
  expect(length(304.8, INCHES)).toBe("12 in");
  expect(length(4.7625, INCHES)).toBe("3/16 in");
  expect(length(44.45, INCHES)).toBe("1 3/4 in");
});

test("weights, temperatures and factors", () => {
  expect(mass(454, INCHES)).toBe("16.0 oz");
  expect(temperature(135, INCHES)).toBe("275 °F");
  expect(value(99, "ratio", METRIC)).toBe("over 99 ×");
  expect(value(95, "min", METRIC)).toBe("1.6 h");
});

test("a bare number is in the person's unit, and a named unit stays", () => {
  expect(typedLength("12", INCHES)).toBe("12 in");
  expect(typedLength("3/16", INCHES)).toBe("3/16 in");
  expect(typedLength("30 cm", METRIC)).toBe("30 cm");
  expect(typedLength("tall", METRIC)).toBe("tall");
});
