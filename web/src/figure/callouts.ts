import type { Plan, StationName } from "../api/types";
import type { Callout } from "../elevation/Callouts";
import type { Tints } from "../elevation/Parts";
import { fusedAt, GRADES } from "../stations/bake/grades";
import { length, mass, type Units } from "../units/format";

export type Place = StationName | "log";

/** What is said beside the parts of the elevation. */
export function calloutsOf(
  plan: Plan,
  place: Place,
  bake: number,
  units: Units,
  tints: Tints | null,
): Callout[] {
  const baked = plan.bake.bakes.find((row) => row.number === bake)?.parts ?? [];
  switch (place) {
    case "bulk":
      return plan.bulk.parts
        .filter((part) => part.core_cm3 > 0.05)
        .map((part) => ({
          part: part.id,
          text: `${part.label} ${mass(part.foil_g, units)} foil`,
          weight: part.foil_g,
          alarm: ALARMS.has(part.state),
        }));
    case "clay":
      return plan.clay.parts.map((part) => ({
        part: part.id,
        text: `${part.label} ${mass(part.grams, units)}, ball ${length(part.ball_mm, units)}`,
        weight: part.grams,
      }));
    case "bake":
      return baked
        .filter((part) => part.raw_in)
        .map((part) => ({
          part: part.id,
          text: tints?.has(part.id)
            ? `${part.label} ${tints.get(part.id)?.words}`
            : `${part.label} ${fusedAt(part)}, ${GRADES[part.grade]}`,
          weight: part.model_min ?? 999,
          alarm: !part.cured && !tints,
        }));
    case "colour":
      return plan.colour.areas.flatMap((area) => {
        const first = area.parts[0];
        return first ? [{ part: first, text: area.label, weight: area.share }] : [];
      });
    default:
      return [];
  }
}

const ALARMS = new Set<string>(["thin", "thick", "too thick to be solid"]);

/** Parts that are out of range, or raw in the bake that is shown. */
export function markedOf(plan: Plan, place: Place, bake: number): Set<string> {
  if (place === "bulk")
    return new Set(plan.bulk.parts.filter((p) => ALARMS.has(p.state)).map((p) => p.id));
  if (place === "bake")
    return new Set(
      (plan.bake.bakes.find((b) => b.number === bake)?.parts ?? [])
        .filter((p) => !p.cured)
        .map((p) => p.id),
    );
  return new Set();
}
