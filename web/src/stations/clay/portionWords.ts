import type { Portion } from "../../api/types";
import { area, length, type Units } from "../../units/format";

/** A portion in words: what to roll or cut, and by what measure. */
export function portionWords(portion: Portion, units: Units): string {
  const size = (mm: number | null | undefined) => length(mm ?? 0, units);
  switch (portion.form) {
    case "ball":
      return `ball ${size(portion.across_mm)}`;
    case "snake":
      return `snake ${size(portion.across_mm)} × ${size(portion.length_mm)}`;
    case "cone":
    case "drop":
      return `${portion.form} ${size(portion.across_mm)} across, ${size(portion.length_mm)} long`;
    case "strands":
      return `${portion.count} strands of ${size(portion.across_mm)} × ${size(portion.length_mm)}`;
    case "sheet":
    case "strip": {
      const layers = (portion.layers ?? 1) > 1 ? `${portion.layers} sheets of ` : "";
      return `${portion.form} ${size(portion.thickness_mm)} thick (${layers}setting ${portion.setting}), ${area(portion.area_cm2 ?? 0, units)}`;
    }
  }
}
