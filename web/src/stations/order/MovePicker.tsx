import { Button, NativeSelect } from "@chakra-ui/react";
import { useState } from "react";
import type { Plan, StepPlan } from "../../api/types";
import type { Target } from "../../api/useOrder";

interface Props {
  step: StepPlan;
  order: Plan["order"];
  onMove: (target: Target) => void;
}

/** Where a step goes instead, chosen by keyboard: into a bake, or before another step. */
export function MovePicker({ step, order, onMove }: Props) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Button
        size="2xs"
        variant="plain"
        height="auto"
        px="1"
        color="verdigris"
        textDecoration="underline dotted"
        aria-label={`Move: ${step.label}`}
        onClick={() => setOpen(true)}
      >
        Move…
      </Button>
    );
  const raw = step.bake !== null && step.bake !== undefined;
  const last = order.bakes.length;
  const others = order.steps.filter(
    (other) =>
      other.key !== step.key &&
      !other.done &&
      other.kind !== "bake" &&
      (other.bake !== null && other.bake !== undefined) === raw,
  );
  return (
    <NativeSelect.Root size="xs" maxWidth="12rem">
      <NativeSelect.Field
        autoFocus
        bg="sheet"
        aria-label={`Where to: ${step.label}`}
        defaultValue=""
        onBlur={() => setOpen(false)}
        onChange={(event) => {
          const [kind, ...rest] = event.currentTarget.value.split(" ");
          const where = rest.join(" ");
          setOpen(false);
          if (kind === "bake") onMove({ step: step.key, bake: Number(where) });
          if (kind === "before") onMove({ step: step.key, before: where });
        }}
      >
        <option value="">where to?</option>
        {raw
          ? Array.from({ length: last + 1 }, (_, at) => at + 1)
              .filter((bake) => bake !== step.bake)
              .map((bake) => (
                <option key={bake} value={`bake ${bake}`}>
                  {bake > last ? `into a bake ${bake} of its own` : `into bake ${bake}`}
                </option>
              ))
          : null}
        {others.map((other) => (
          <option key={other.key} value={`before ${other.key}`}>
            before: {other.label}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
