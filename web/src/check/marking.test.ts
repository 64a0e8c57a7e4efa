import { describe, expect, test } from "vitest";
import { nextMark, nudged } from "./marking";

describe("the cross", () => {
  test("moves a pixel of the picture, ten with Shift", () => {
    expect(nudged([0.5, 0.5], "ArrowRight", false, 200, 100)).toEqual([0.505, 0.5]);
    expect(nudged([0.5, 0.5], "ArrowUp", true, 200, 100)).toEqual([0.5, 0.4]);
  });
  test("stays in the picture, and other keys are not its", () => {
    expect(nudged([0, 1], "ArrowLeft", true, 200, 100)).toEqual([0, 1]);
    expect(nudged([0, 1], "ArrowDown", true, 200, 100)).toEqual([0, 1]);
    expect(nudged([0.5, 0.5], "a", false, 200, 100)).toBeNull();
  });
  test("goes from mark to mark and round", () => {
    const marks = [{ id: "a" }, { id: "b" }];
    expect([nextMark(marks, "a"), nextMark(marks, "b"), nextMark([], "a")]).toEqual([
      "b",
      "a",
      "a",
    ]);
  });
});
