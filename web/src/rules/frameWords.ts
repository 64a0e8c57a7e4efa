import type { Rules } from "../api/types";

export const SCHOOLS: { value: Rules["frame_school"]; label: string }[] = [
  { value: "one_run", label: "one continuous run" },
  { value: "bound", label: "each limb bound on" },
  { value: "taped", label: "each limb taped on" },
  { value: "rod", label: "a rod, limbs bound to it" },
];

export const FEET: { value: Rules["feet"]; label: string }[] = [
  { value: "in_base", label: "pegged into the base" },
  { value: "loops", label: "free-standing loops" },
];
