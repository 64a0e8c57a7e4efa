import { Button, NativeSelect, Spinner, Text } from "@chakra-ui/react";
import { useState } from "react";
import { usePlaces, type Target } from "../../api/useOrder";
import type { StepPlan } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { faultText } from "../../ui/useDraft";

interface Props {
  step: StepPlan;
  onMove: (target: Target) => void;
}

/** Where a step goes instead, chosen by keyboard: into a bake, or before another step. */
export function MovePicker({ step, onMove }: Props) {
  const { figure, plan } = useFigurePage();
  const [open, setOpen] = useState(false);
  const asked = usePlaces(figure.id, figure.revision, step.key, open);
  const places = asked.data;
  if (!open)
    return (
      <Button
        size="2xs"
        variant="plain"
        height="auto"
        px="0"
        color="verdigris"
        textDecoration="underline dotted"
        aria-label={`Move: ${step.label}`}
        onClick={() => setOpen(true)}
      >
        Move…
      </Button>
    );
  if (asked.error)
    return (
      <Text fontSize="xs" color="stop" role="alert">
        {faultText(asked.error) ?? "The server cannot be reached."}{" "}
        <Button size="2xs" variant="outline" onClick={() => void asked.refetch()}>
          Ask again
        </Button>
      </Text>
    );
  if (!places) return <Spinner size="xs" aria-label="Asking where it can go" />;
  const labels = new Map(plan.order.steps.map((row) => [row.key, row.label]));
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
        {places.bakes.map((bake) => (
          <option key={bake} value={`bake ${bake}`}>
            into bake {bake}
          </option>
        ))}
        {places.own_bake === null ? null : (
          <option value={`bake ${places.own_bake}`}>
            into a bake {places.own_bake} of its own
          </option>
        )}
        {places.before.map((key) => (
          <option key={key} value={`before ${key}`}>
            before: {labels.get(key)}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
