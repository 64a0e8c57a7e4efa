import type { Plan, StepPlan } from "../../api/types";

export interface Column {
  /** The bake it ends in; none for what comes after the last. */
  bake: number | null;
  title: string;
  because: string;
  steps: StepPlan[];
}

/** The order by bake: a column for each, and one for what comes after. */
export function columnsOf(order: Plan["order"]): Column[] {
  const bakes = [...new Set(order.steps.map((step) => step.bake ?? null))];
  return bakes.map((bake) => ({
    bake,
    title: bake ? `Up to bake ${bake}` : "After the last bake",
    because: order.bakes.find((group) => group.number === bake)?.because ?? "",
    steps: order.steps.filter((step) => (step.bake ?? null) === bake),
  }));
}

export interface Day {
  title: string;
  steps: StepPlan[];
}

const inWords = (iso: string) =>
  new Date(`${iso}T12:00`).toLocaleDateString("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
  });

/** Steps still to do by the day they are laid on; last those no day was found for. */
export function byDay(steps: StepPlan[], days: Map<string, string>): Day[] {
  const open = steps.filter((step) => !step.done);
  const dates = [...new Set(open.flatMap((step) => days.get(step.key) ?? []))].sort();
  return [
    ...dates.map((date) => ({
      title: inWords(date),
      steps: open.filter((step) => days.get(step.key) === date),
    })),
    { title: "No day yet", steps: open.filter((step) => !days.has(step.key)) },
  ].filter((row) => row.steps.length > 0);
}
