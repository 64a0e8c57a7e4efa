import type { RunPlan } from "../../api/types";

export const times = (factor: number) => (factor >= 99 ? "freely" : `${factor.toFixed(1)} ×`);

export const ENDS: { value: RunPlan["start"]; label: string }[] = [
  { value: "head_loop", label: "loop in the head" },
  { value: "loop", label: "loop" },
  { value: "hook", label: "hook" },
  { value: "peg", label: "peg into the base" },
  { value: "rod", label: "rod through the base" },
  { value: "anchor", label: "anchored in the core" },
  { value: "bound", label: "bound on with fine wire" },
  { value: "taped", label: "taped on" },
  { value: "pin", label: "the pin of what is put on" },
  { value: "pushed", label: "pushed into the foil" },
  { value: "tail", label: "spare tail" },
  { value: "cut", label: "cut off" },
];
