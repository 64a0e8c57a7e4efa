import { Box, chakra, Flex, Text } from "@chakra-ui/react";
import { memo, useState } from "react";
import type { Target } from "../../api/useOrder";
import type { StepPlan } from "../../api/types";
import { HoldButton } from "../../check/HoldButton";
import { useFigurePage } from "../../figure/useFigurePage";
import { minutes } from "../../units/format";
import { MovePicker } from "./MovePicker";

interface Props {
  step: StepPlan;
  /** Its part is in hand. */
  chosen: boolean;
  labels: Map<string, string>;
  onMove: (target: Target) => void;
  onTick: (step: string, done: boolean) => void;
  onSelect: (part: string) => void;
}

/** A step to do, with why it stands where it does. */
export const StepRow = memo(function StepRow(props: Props) {
  const { step, chosen, labels, onMove, onTick, onSelect } = props;
  return (
    <Box
      as="li"
      borderBottomWidth="1px"
      borderColor="headline"
      py="1"
      bg={chosen ? "claySoft" : undefined}
    >
      <Flex gap="2" align="start">
        <chakra.input
          type="checkbox"
          aria-label={`Done: ${step.label}`}
          checked={step.done}
          onChange={(event) => onTick(step.key, event.currentTarget.checked)}
          width="16px"
          height="16px"
          mt="0.5"
          flexShrink="0"
          accentColor="{colors.verdigris}"
          cursor="pointer"
        />
        <Box
          flex="1"
          fontSize="sm"
          onClick={() => step.part && onSelect(step.part)}
          cursor={step.part ? "pointer" : undefined}
        >
          <Text
            color={step.done ? "inkSoft" : "ink"}
            textDecoration={step.done ? "line-through" : undefined}
            fontWeight={step.kind === "bake" ? 700 : 400}
          >
            {step.label}
          </Text>
          <Flex gap="2" wrap="wrap" align="baseline">
            <Reasons step={step} labels={labels} />
            {step.done || !step.movable ? null : <MovePicker step={step} onMove={onMove} />}
          </Flex>
          {step.kind === "look" && !step.done ? <LookOver about={step.label} /> : null}
          {step.caution ? (
            <Text fontSize="xs" color="warn">
              {step.caution}
            </Text>
          ) : null}
        </Box>
        <Text fontSize="xs" color="inkSoft" whiteSpace="nowrap" textAlign="right">
          {minutes(step.minutes)}
          {step.wait_min ? (
            <Box as="span" display="block">
              + {minutes(step.wait_min)} waiting
            </Box>
          ) : null}
        </Text>
      </Flex>
    </Box>
  );
});

/** Where one looks, a photograph may help. */
function LookOver({ about }: { about: string }) {
  const { figure } = useFigurePage();
  return (
    <Box py="1" onClick={(event) => event.stopPropagation()}>
      <HoldButton figure={figure} about={about} />
    </Box>
  );
}

/** What it comes after, each with its reason; said when it is asked. */
function Reasons({ step, labels }: Pick<Props, "step" | "labels">) {
  const [open, setOpen] = useState(false);
  const known = step.needs.filter((need) => labels.has(need.key));
  if (!known.length) return null;
  const reasons = new Map<string, string[]>();
  if (open)
    for (const need of known)
      reasons.set(need.reason, [...(reasons.get(need.reason) ?? []), labels.get(need.key) ?? ""]);
  return (
    <chakra.details
      fontSize="xs"
      color="inkSoft"
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <chakra.summary
        cursor="pointer"
        listStyleType="none"
        textDecoration="underline dotted"
        color="verdigris"
        width="fit-content"
      >
        Why here?
      </chakra.summary>
      {[...reasons].map(([reason, before]) => (
        <Text key={reason}>
          {reason}: after {before.slice(0, 3).join(", ")}
          {before.length > 3 ? ` and ${before.length - 3} more` : ""}
        </Text>
      ))}
    </chakra.details>
  );
}
