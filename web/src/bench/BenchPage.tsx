import { Waiting } from "../ui/Waiting";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useRef, useState, type MouseEvent } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useNavigate, useParams } from "react-router";
import { useBench } from "../api/useBench";
import { useFigure } from "../api/useFigure";
import { useRules } from "../api/useRules";
import { useTimerChanges } from "../api/useTimers";
import type { StepPlan } from "../api/types";
import { Elevation } from "../elevation/Elevation";
import { isPlace, PLACES, type Place } from "../stations/registry";
import { tellProblem } from "../ui/notices";
import { Saved } from "../outbox/Saved";
import { ToShelf } from "../ui/NowherePage";
import { behindDialog, useKey } from "../ui/useKey";
import { useTitle } from "../ui/useTitle";
import { useUnits } from "../ui/UnitsContext";
import { NoteBox } from "./NoteBox";
import { StepWords } from "./StepWords";
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
const never = () => Promise.resolve();
/** A second press this soon is an elbow's, not a step done. */
const TWICE_MS = 400;

/** One step at a time, to be read from two metres: done, back, timers, a note, a photograph. */
export function BenchPage() {
  const { id = "" } = useParams();
  const query = useFigure(id);
  if (!query.data)
    return (
      <Waiting on={[query]} words="Laying out the bench…">
        <ToShelf />
      </Waiting>
    );
  return <Working key={id} id={id} />;
}

function Working({ id }: { id: string }) {
  const { data: shown } = useFigure(id);
  if (!shown) throw new Error("the figure is loaded");
  const { plan, figure } = shown;
  useTitle(`${plan.name}: at the bench`);
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
  const ticked = useRef(0);
  const tick = (key: string, done: boolean) => {
    const now = Date.now();
    if (now - ticked.current < TWICE_MS) return;
    ticked.current = now;
    look(null);
    void bench.tick(key, done).catch(tellProblem);
  };
  const done = () => step && tick(step.key, !step.done);
  const back = () => doneBefore && tick(doneBefore.key, false);
  const turn = (by: number) => {
    const found = steps[Math.min(steps.length - 1, Math.max(0, at + by))];
    if (found) look(found.key === next_step ? null : found.key);
  };
  const start = (label: string, of: string, length: number) =>
    timers.start.mutate({ label, step: of, minutes: length }, { onError: tellProblem });
  const single = useRules().data?.rules.single_keys ?? true;
  useHotkeys("space", done, {
    preventDefault: true,
    ignoreEventWhen: (event) => onButton(event) || event.repeat || behindDialog(),
  });
  useKey("z", () => void back(), single);
  useKey("arrowright", () => turn(1), single);
  useKey("arrowleft", () => turn(-1), single);
  useKey("escape", leave, single);
  return (
    <Flex
      direction="column"
      flex="1"
      minHeight="0"
      bg="paper"
      px={{ base: "3", md: "6" }}
      pt={{ base: "2", md: "3" }}
      gap={{ base: "2", md: "3" }}
      overflowY={{ base: "auto", lg: "hidden" }}
      data-scrolls
      onClick={freed}
    >
      <Flex align="center" columnGap="4" rowGap="1" wrap="wrap">
        <Heading as="h1" size="lg" flex="1 1 8rem" minWidth="0" truncate title={plan.name}>
          {plan.name}
        </Heading>
        {step ? (
          <Text fontSize={{ base: "sm", md: "lg" }}>
            step {at + 1} of {steps.length}
            {step.bake ? `, up to bake ${step.bake}` : ", after the last bake"}
          </Text>
        ) : null}
        <Saved />
        <Button size="md" variant="outline" borderColor="hairline" onClick={() => fullScreen()}>
          Full screen
        </Button>
        <Button size="md" variant="outline" borderColor="hairline" onClick={leave}>
          Back to the plan
        </Button>
      </Flex>
      <Timers figureId={id} />
      <Flex
        as="main"
        flex={{ base: "none", lg: "1" }}
        minHeight="0"
        gap={{ base: "3", md: "6" }}
        direction={{ base: "column", md: "row" }}
      >
        <Box
          flex="1"
          minWidth="0"
          overflowY={{ lg: "auto" }}
          aria-live="polite"
          tabIndex={0}
          data-scrolls
        >
          {step ? (
            <StepWords step={step} plan={plan} units={units} onTimer={start} />
          ) : (
            <Text fontSize="4xl">Nothing is left to do: it is finished.</Text>
          )}
        </Box>
        <Flex
          width={{ base: "100%", md: "44%" }}
          height={{ base: "14rem", md: "auto" }}
          minHeight="12rem"
          minWidth="0"
          data-elevations
        >
          <Elevation
            plan={plan}
            figure={figure}
            layers={PLACES[placeOf(step)].layers}
            selected={step?.part ?? null}
            onSelect={nothing}
            callouts={[]}
            handles={false}
            onDrag={nothing}
            onDrop={never}
            onCancel={nothing}
          />
        </Flex>
      </Flex>
      <NoteBox figure={figure} about={step?.label ?? plan.name} />
      <Flex
        gap={{ base: "2", md: "3" }}
        wrap={{ base: "wrap", sm: "nowrap" }}
        position="sticky"
        bottom="0"
        bg="paper"
        pb={{ base: "2", md: "3" }}
      >
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
          disabled={!step}
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

/** The station a step belongs to, whose layers are drawn. */
const placeOf = (step: StepPlan | undefined): Place =>
  step && isPlace(step.station) ? step.station : "clay";

function fullScreen() {
  if (document.fullscreenElement) void document.exitFullscreen();
  else void document.documentElement.requestFullscreen().catch(nothing);
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
      flex={narrow ? "1" : { base: "1 0 100%", sm: "2" }}
      order={{ base: strong ? -1 : 0, sm: 0 }}
      minWidth="0"
      px="2"
      height={{ base: "3.25rem", lg: "5.5rem" }}
      fontSize={strong ? { base: "xl", lg: "3xl" } : { base: "sm", lg: "xl" }}
      lineHeight="1.15"
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
        <Text as="span" fontSize="sm" ml="2" aria-hidden hideBelow="lg">
          {hint}
        </Text>
      ) : null}
    </Button>
  );
}
