import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";

/** What is a measure in millimetres whoever looks: the bar that is printed, and boxes that take mm alone. */
const MM_FOR_ALL = [
  "millimetres, grams, °C",
  '"300 mm"',
  "${i * step} mm",
  '{ across: "20 mm"',
  '{ snake_across: "4 mm"',
  '"in" ? ',
  "in any unit: 12 in, 30 cm",
];
const WRITTEN = /(?<!_per_)(?:\d|\}) ?(?:mm|cm|°C)(?![\w³²])|(?:toFixed\(\d\)|\d)\} ?g(?![\w/])/;

const sources = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return ["units", "testing"].includes(entry.name) ? [] : sources(path);
    return /\.tsx?$/.test(entry.name) && !/\.test\.|schema\.d/.test(entry.name) ? [path] : [];
  });

describe("No page writes a unit out", () => {
  test("what it shows is in the units of whoever looks", () => {
    const found = sources("src").flatMap((path) =>
      readFileSync(path, "utf-8")
        .split("\n")
        .map((line) => line.trim())
        .filter((line) => WRITTEN.test(line) && !/^(\/\/|\/?\*)/.test(line))
        .filter((line) => !MM_FOR_ALL.some((known) => line.includes(known)))
        .map((line) => `${path}: ${line}`),
    );
    expect(found).toEqual([]);
  });
});
