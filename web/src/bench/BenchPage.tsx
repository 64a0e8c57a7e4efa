import { Box, Button, Center, Flex, Heading, Spinner, Text } from "@chakra-ui/react";
import { useState, type MouseEvent } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useNavigate, useParams } from "react-router";
import { useBench } from "../api/useBench";
import { useFigure } from "../api/useFigure";
import { useRules } from "../api/useRules";
import { useTimerChanges } from "../api/useTimers";
import type { Plan, StepPlan } from "../api/types";
import { Elevation } from "../elevation/Elevation";
import { LAYERS_OF } from "../elevation/layers";
import { portionWords } from "../stations/clay/portionWords";
import { tellProblem } from "../ui/notices";
import { faultText } from "../ui/useDraft";
import { useUnits } from "../ui/UnitsContext";
import { mass, minutes } from "../units/format";
import type { Units } from "../units/format";
import { NoteBox } from "./NoteBox";
import { Timers } from "./Timers";
import { useAwake } from "./useAwake";

/** A button that has the focus is pressed by space itself. */
const onButton = (event: KeyboardEvent) => event.target instanceof HTMLButtonElement;
/** What was pressed by hand gives the focus back, so that space goes on with the work. */
const freed = (event: MouseEvent) => {
  const at = document.activeElement;
  if (event.detail > 0 && at instanceof HTMLButtonElement) at.blur();
};
const nothing = () => undefined;

/** One step at a time, to be read from two metres: done, back, timers, a note, a photograph. */
export function BenchPage() {
  const { id = "" } = useParams();
  const query = useFigure(id);
  const go = useNavigate();
  if (query.error && !query.data)
    return (
      <Center flex="1" flexDirection="column" gap="3">
        <Text>{faultText(query.error)}</Text>
        <Button onClick={() => void go("/")}>Back to the shelf</Button>
      </Center>
    );
  if (!query.data)
    return (
      <Center flex="1" gap="3">
        <Spinner /> <Text>Laying out the bench…</Text>
      </Center>
    );
  return <Working key={id} id={id} />;
}

function Working({ id }: { id: string }) {
  const { data: shown } = useFigure(id);
  if (!shown) throw new Error("the figure is loaded");
  const { plan, figure } = shown;
  const units = useUnits();
  const go = useNavigate();
  const bench = useBench(id);
  const timers = useTimerChanges(id);
  const [looking, look] = useState<string | null>(null);
  useAwake();
  const { steps, next_step } = plan.order;
  const at = steps.findIndex((step) => step.key === (looking ?? next_step));
  const step = steps[at];
  const doneBefore = [...steps].reverse().find((row) => row.done);
  const leave = () => void go(`/figures/${id}/order`);
  const tick = (key: string, done: boolean) => {
    if (bench.tick.isPending) return;
    bench.tick.mutate({ key, done }, { onError: tellProblem, onSuccess: () => look(null) });
  };
  const done = () => step && tick(step.key, !step.done);
  const back = () => doneBefore && tick(doneBefore.key, false);
  const turn = (by: number) => {
    const found = steps[Math.min(steps.length - 1, Math.max(0, at + by))];
    if (found) look(found.key === next_step ? null : found.key);
  };
  const start = (label: string, of: string, length: number) =>
    timers.start.mutate({ label, step: of, minutes: length }, { onError: tellProblem });
  const keys = { enabled: useRules().data?.rules.single_keys ?? true };
  useHotkeys("space", done, { preventDefault: true, ignoreEventWhen: onButton });
  useHotkeys("z", () => void back(), keys);
  useHotkeys("right", () => turn(1), keys);
  useHotkeys("left", () => turn(-1), keys);
  useHotkeys("escape", leave, keys);
  return (
    <Flex
      direction="column"
      flex="1"
      minHeight="0"
      bg="paper"
      px="6"
      py="3"
      gap="3"
      onClick={freed}
    >
      <Flex align="center" gap="4" wrap="wrap">
        <Heading as="h1" size="lg" flex="1">
          {plan.name}
        </Heading>
        {step ? (
          <Text fontSize="lg">
            step {at + 1} of {steps.length}
            {step.bake ? `, up to bake ${step.bake}` : ", after the last bake"}
          </Text>
        ) : null}
        <Button size="lg" variant="outline" borderColor="hairline" onClick={() => fullScreen()}>
          Full screen
        </Button>
        <Button size="lg" variant="outline" borderColor="hairline" onClick={leave}>
          Leave the bench
        </Button>
      </Flex>
      <Timers figureId={id} />
      <Flex flex="1" minHeight="0" gap="6" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minWidth="0" overflowY="auto">
          {step ? (
            <StepWords step={step} plan={plan} units={units} onTimer={start} />
          ) : (
            <Text fontSize="4xl">Nothing is left to do: it is finished.</Text>
          )}
        </Box>
        <Flex width={{ base: "100%", lg: "44%" }} minHeight="14rem" minWidth="0">
          <Elevation
            plan={plan}
            figure={figure}
            layers={LAYERS_OF[layersOf(step)]}
            selected={step?.part ?? null}
            onSelect={nothing}
            callouts={[]}
            handles={false}
            onDrag={nothing}
            onDrop={nothing}
          />
        </Flex>
      </Flex>
      <NoteBox figureId={id} about={step?.label ?? plan.name} />
      <Flex gap="3">
        <Big label="← look back" onClick={() => turn(-1)} disabled={at <= 0} narrow />
        <Big
          label="Not done after all"
          hint="Z"
          onClick={() => void back()}
          disabled={!doneBefore}
          narrow
        />
        <Big
          label={step?.done ? "Not done after all" : "Done, go on"}
          hint="space"
          onClick={() => void done()}
          disabled={!step || bench.tick.isPending}
          strong
        />
        <Big
          label="look ahead →"
          onClick={() => turn(1)}
          disabled={at >= steps.length - 1}
          narrow
        />
      </Flex>
    </Flex>
  );
}

/** What is drawn: the layers of the station a step belongs to. */
function layersOf(step: StepPlan | undefined): keyof typeof LAYERS_OF {
  const station = step?.station;
  return station && station in LAYERS_OF ? (station as keyof typeof LAYERS_OF) : "clay";
}

function fullScreen() {
  if (document.fullscreenElement) void document.exitFullscreen();
  else void document.documentElement.requestFullscreen().catch(nothing);
}

interface WordsProps {
  step: StepPlan;
  plan: Plan;
  units: Units;
  onTimer: (label: string, step: string, minutes: number) => void;
}

function StepWords({ step, plan, units, onTimer }: WordsProps) {
  const labels = new Map(plan.order.steps.map((row) => [row.key, row]));
  const waiting = step.needs
    .map((need) => ({ need, of: labels.get(need.key) }))
    .filter(({ of }) => of && !of.done);
  const clay = plan.clay.parts.find((row) => `${row.id}.cover.1` === step.key);
  const bake = plan.bake.bakes.find((row) => `bake.${row.number}` === step.key);
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
        fontSize={{ base: "3xl", md: "5xl" }}
        lineHeight="1.15"
        fontFamily="heading"
        data-bench-step={step.key}
      >
        {step.done ? "✓ " : ""}
        {step.label}
      </Text>
      {clay ? (
        <Text fontSize="2xl">
          {mass(clay.grams, units)}: {portionWords(clay.portion, units)}
        </Text>
      ) : null}
      {bake ? (
        <Text fontSize="2xl">
          Dial {Math.round(bake.dial_c.value)} °C
          {units.temperature_unit === "F"
            ? ` (${Math.round(bake.dial_c.value * 1.8 + 32)} °F)`
            : ""}
          , {minutes(bake.done_min ?? bake.advised_min.value)}, {bake.start}
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
            size="xl"
            variant="outline"
            borderColor="verdigris"
            onClick={() => onTimer(label, step.key, length)}
          >
            Timer: {label}, {minutes(length)}
          </Button>
        ))}
        {[10, 30].map((length) => (
          <Button
            key={length}
            size="xl"
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

interface BigProps {
  label: string;
  hint?: string;
  onClick: () => void;
  disabled?: boolean;
  strong?: boolean;
  narrow?: boolean;
}

/** A target that an elbow finds. */
function Big({ label, hint, onClick, disabled = false, strong = false, narrow = false }: BigProps) {
  return (
    <Button
      flex={narrow ? "1" : "2"}
      height="5.5rem"
      fontSize={strong ? "3xl" : "xl"}
      whiteSpace="normal"
      bg={strong ? "clay" : "sheet"}
      color={strong ? "onClay" : "ink"}
      borderWidth="1px"
      borderColor={strong ? "clay" : "hairline"}
      disabled={disabled}
      onClick={onClick}
    >
      {label}
      {hint ? (
        <Text as="span" fontSize="sm" ml="2" aria-hidden>
          {hint}
        </Text>
      ) : null}
    </Button>
  );
}
