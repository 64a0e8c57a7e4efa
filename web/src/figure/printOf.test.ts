import { expect, test } from "vitest";
import { printOf } from "./printOf";

test("each station prints its own sheet, and what has none prints nothing", () => {
  const at = "/api/v1/figures/f1/prints";
  expect(printOf("f1", "character", 1)).toBe(`${at}/layout-map`);
  expect(printOf("f1", "bulk", 1)).toBe(`${at}/foil-card`);
  expect(printOf("f1", "bake", 3)).toBe(`${at}/bake-card/3`);
  expect(printOf("f1", "order", 1)).toMatch(/^\/api\/v1\/calendar\/day\?figures=f1&at=\d{4}-/);
  expect(printOf("f1", "colour", 1)).toBeNull();
  expect(printOf("f1", "log", 1)).toBeNull();
});
