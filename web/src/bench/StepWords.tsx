import { Button, Flex, Text } from "@chakra-ui/react";
import type { Plan, StepPlan } from "../api/types";
import type { PassPlan } from "../elevation/painted";
import { portionWords } from "../stations/clay/portionWords";
import { mixWords } from "../stations/colour/passWords";
import { Swatch } from "../stations/colour/Swatch";
import { mass, minutes, temperature, type Units } from "../units/format";

interface WordsProps {
  step: StepPlan;
  plan: Plan;
  units: Units;
  onTimer: (label: string, step: string, minutes: number) => void;
}

/** What pieces are begun as, those alike counted. */
function begunAs(parts: Plan["clay"]["parts"], units: Units): [string, number][] {
  const found = new Map<string, number>();
  for (const part of parts) {
    const words = `${mass(part.grams, units)}: ${portionWords(part.portion, units)}`;
    found.set(words, (found.get(words) ?? 0) + 1);
  }
  return [...found];
}

/** The passes that a step of painting is of. */
const paintOf = (step: StepPlan, plan: Plan): PassPlan[] => {
  const keys = new Set([step.key, ...step.with_it]);
  return plan.colour.areas.flatMap((area) =>
    area.passes.filter((row) => keys.has(row.key) && mixWords(row)),
  );
};

/** A step to be read from two metres, with what it takes and its timers. */
export function StepWords({ step, plan, units, onTimer }: WordsProps) {
  const labels = new Map(plan.order.steps.map((row) => [row.key, row]));
  const waiting = step.needs
    .map((need) => ({ need, of: labels.get(need.key) }))
    .filter(({ of }) => of && !of.done);
  const clay =
    step.kind === "form" ? plan.clay.parts.filter((row) => step.parts.includes(row.id)) : [];
  const bake =
    step.kind === "bake" ? plan.bake.bakes.find((row) => row.number === step.bake) : undefined;
  const waits: [string, number][] = bake
    ? [
        [`Bake ${bake.number}: oven off`, bake.done_min ?? bake.advised_min.value],
        [`Bake ${bake.number}: cool to touch`, bake.cooling_min],
      ]
    : step.wait_min > 0
      ? [[step.label.slice(0, 100), step.wait_min]]
      : [];
  return (
    <Flex direction="column" gap="3">
      <Text
        fontSize={{ base: "2xl", md: "3xl", lg: "5xl" }}
        overflowWrap="anywhere"
        lineHeight="1.15"
        fontFamily="heading"
        data-bench-step={step.key}
      >
        {step.done ? "✓ " : ""}
        {step.label}
      </Text>
      {begunAs(clay, units).map(([words, count]) => (
        <Text key={words} fontSize="2xl">
          {count > 1 ? `${count} of ` : ""}
          {words}
        </Text>
      ))}
      {paintOf(step, plan).map((row) => (
        <Flex key={row.key} gap="3" align="center" data-paint={row.key}>
          {row.colour ? (
            <Swatch colour={row.colour} label={`its paint: ${row.colour}`} size={36} />
          ) : null}
          <Text fontSize="2xl">{mixWords(row)}</Text>
        </Flex>
      ))}
      {bake ? (
        <Text fontSize="2xl">
          Dial {temperature(bake.dial_c.value, units)},{" "}
          {minutes(bake.done_min ?? bake.advised_min.value)}, {bake.start}
        </Text>
      ) : (
        <Text fontSize="xl" color="inkSoft">
          about {minutes(step.minutes)}
          {step.wait_min > 0 ? `, then ${minutes(step.wait_min)} of waiting` : ""}
        </Text>
      )}
      {step.caution ? (
        <Text fontSize="xl" color="warn" borderLeftWidth="4px" borderColor="warn" pl="3">
          {step.caution}
          {["bake", "colour"].includes(step.station) ? " The maker's label stands above this." : ""}
        </Text>
      ) : null}
      {waiting.length ? (
        <Text fontSize="lg" color="warn">
          Not yet: {waiting[0]?.need.reason} ({waiting[0]?.of?.label}
          {waiting.length > 1 ? ` and ${waiting.length - 1} more` : ""})
        </Text>
      ) : null}
      <Flex gap="3" wrap="wrap">
        {waits.map(([label, length]) => (
          <Button
            key={label}
            size={{ base: "md", lg: "xl" }}
            variant="outline"
            borderColor="verdigris"
            height="auto"
            py="2"
            whiteSpace="normal"
            onClick={() => onTimer(label, step.key, length)}
          >
            Timer: {label}, {minutes(length)}
          </Button>
        ))}
        {[10, 30].map((length) => (
          <Button
            key={length}
            size={{ base: "md", lg: "xl" }}
            variant="outline"
            borderColor="hairline"
            onClick={() => onTimer(`${length} minutes`, step.key, length)}
          >
            Timer: {length} min
          </Button>
        ))}
      </Flex>
    </Flex>
  );
}
