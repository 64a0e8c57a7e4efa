import { expect, test } from "vitest";
import { stretches } from "./Walls";

test("a row of the wall map is drawn in as few pieces as it has stretches", () => {
  expect(stretches("..oo.tT")).toEqual([
    { letter: "o", column: 2, length: 2 },
    { letter: "t", column: 5, length: 1 },
    { letter: "T", column: 6, length: 1 },
  ]);
  expect(stretches("...")).toEqual([]);
});
