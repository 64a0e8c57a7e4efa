import type { BakePlan, PartBake } from "../../api/types";
import { minutes } from "../../units/format";

/** How far the coldest clay of a part has come. */
export const GRADES: Record<PartBake["grade"], string> = {
  raw: "soft inside",
  set: "set through, not firm",
  firm: "firm, not fused",
  fused: "fused",
};

/** "fused at 57 min", or why there is no such minute. */
export const fusedAt = (part: PartBake): string =>
  part.model_min === null ? "over 6 h" : minutes(part.model_min);

/** When the slowest part is firm and fused, each with its band. */
export function gradeWords(bake: BakePlan): string {
  const said = (["firm", "fused"] as const).flatMap((grade) => {
    const at = bake.grades[grade];
    if (!at) return [];
    const high = at.high_min === null ? "over 6 h" : at.high_min.toFixed(0);
    return [`${grade} at ${at.min.toFixed(0)} (${at.low_min.toFixed(0)} to ${high}) min`];
  });
  return said.length ? `inside it is ${said.join(", ")}` : "not firm inside within six hours";
}
