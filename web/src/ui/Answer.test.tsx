import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import type { Quantity } from "../api/types";
import { show } from "../testing/bench";
import { Answer } from "./Answer";

const head: Quantity = {
  value: 50.8,
  unit: "mm",
  low: null,
  high: null,
  why: {
    formula: "height ÷ heads tall",
    inputs: [
      { name: "height", value: 304.8, unit: "mm" },
      { name: "heads tall", value: 6, unit: "" },
    ],
    source: "teaching canons",
    assumed: false,
  },
};

test("a number, its formula with its numbers, and its source", async () => {
  const { user } = show(<Answer label="One head" q={head} />);
  expect(screen.getByText("50.8 mm")).toBeTruthy();
  await user.click(screen.getByText("Why?"));
  expect(screen.getByText("height ÷ heads tall")).toBeTruthy();
  expect(screen.getByText("305 mm")).toBeTruthy();
  expect(screen.getByText("Source: teaching canons")).toBeTruthy();
});

test("number and inputs are in the person's unit", () => {
  const units = { length_unit: "in", mass_unit: "g", temperature_unit: "C" } as const;
  show(<Answer label="One head" q={head} />, { units });
  expect(screen.getByText("2 in")).toBeTruthy();
  expect(screen.getByText("12 in")).toBeTruthy();
});

test("an estimate shows its range, an exact number none", () => {
  const { again } = show(<Answer label="Clay" q={{ ...head, value: 667, unit: "g" }} />);
  expect(screen.queryByText(/ to /)).toBeNull();
  again(<Answer label="Clay" q={{ ...head, value: 667, unit: "g", low: 628, high: 745 }} />);
  expect(screen.getByText("628 g to 745 g")).toBeTruthy();
});
