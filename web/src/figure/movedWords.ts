import type { Moved } from "../api/types";
import { mass, minutes, money, value, type Units } from "../units/format";

const signed = (amount: number, words: string) => `${amount < 0 ? "−" : "+"}${words}`;

/** What a change adds or saves, as far as anybody would notice. */
export function movedWords(moved: Moved, units: Units): string[] {
  const rows: [number, number, (amount: number) => string][] = [
    [moved.mass_g, 1, (g) => mass(g, units)],
    [moved.hands_min, 1, (min) => `${minutes(min)} of work`],
    [moved.oven_min, 1, (min) => `${minutes(min)} in the oven`],
    [moved.bakes, 1, (n) => (n === 1 ? "1 bake" : `${n} bakes`)],
    [moved.cost, 0.05, money],
    [moved.tips_deg, 0.5, (deg) => `${value(deg, "deg", units)} before it tips`],
  ];
  return rows
    .filter(([amount, least]) => Math.abs(amount) >= least)
    .map(([amount, , words]) => signed(amount, words(Math.abs(amount))));
}
