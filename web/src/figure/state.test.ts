import { expect, test } from "vitest";
import { PLACES } from "../stations/registry";
import { looked, lookedAt } from "./state";

test("another station brings its own layers forward and leaves the rest as it is", () => {
  const chosen = looked(lookedAt("character"), { do: "select", part: "chest" });
  const bared = looked(chosen, { do: "toggle layer", layer: "wire" });
  expect(bared.layers).toEqual({ ...PLACES.character.layers, wire: true });
  const at = looked(bared, { do: "go", place: "bake" });
  expect(at.layers).toEqual(PLACES.bake.layers);
  expect(at.selected).toBe("chest");
});

test("what is shown beside is switched one by one", () => {
  const now = looked(lookedAt("bulk"), { do: "show", what: "walls", shown: true });
  expect([now.walls, now.ghosts, now.atRest, now.bothSides]).toEqual([true, false, false, false]);
  expect(looked(looked(now, { do: "turn about" }), { do: "turn about" })).toEqual(now);
});

test("told again what it is already, it is the same object", () => {
  const posing = looked(lookedAt("frame"), { do: "pose", posing: true });
  expect(looked(posing, { do: "pose", posing: true })).toBe(posing);
  expect(looked(posing, { do: "go", place: "frame" })).toBe(posing);
  expect(looked(posing, { do: "pose", posing: false })).toEqual(lookedAt("frame"));
});
