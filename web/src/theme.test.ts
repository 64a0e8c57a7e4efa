import { defaultConfig } from "@chakra-ui/react";
import { expect, test } from "vitest";
import { system } from "./theme";

const sources = import.meta.glob<string>("./**/*.tsx", {
  eager: true,
  query: "?raw",
  import: "default",
});
const keyOf = (name: string) => `${name.charAt(0).toLowerCase()}${name.slice(1)}`;

test("every component of Chakra's that is used has its recipe in the theme", () => {
  const { recipes = {}, slotRecipes = {} } = defaultConfig.theme ?? {};
  const used = new Set(
    Object.values(sources).flatMap((source) =>
      [...source.matchAll(/import \{([^}]*)\} from "@chakra-ui\/react"/g)].flatMap(([, names]) =>
        (names ?? "").split(",").map((name) => keyOf(name.trim())),
      ),
    ),
  );
  const needed = [...used].filter((key) => key in recipes || key in slotRecipes);
  expect(needed).toContain("button");
  expect(needed).toContain("tabs");
  expect(needed.filter((key) => !system.isRecipe(key) && !system.isSlotRecipe(key))).toEqual([]);
});
