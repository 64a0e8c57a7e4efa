import { Box, Button, Checkbox, Flex, Heading, Stack, Text, chakra } from "@chakra-ui/react";
import { lazy, Suspense, useState } from "react";
import { useBench } from "../../api/useBench";
import type { Target } from "../../api/useOrder";
import type { StepPlan } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { Answer } from "../../ui/Answer";
import { Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { PanelTabs } from "../../ui/PanelTabs";
import { minutes } from "../../units/format";
import { columnsOf } from "./columns";
import { JoinsTab } from "./JoinsTab";
import { MendTab } from "./MendTab";
import { MovePicker } from "./MovePicker";
import { ReachTab } from "./ReachTab";
import { useMoves } from "./useMoves";
import { PrintLink } from "../../ui/PrintLink";
import { daySheet } from "../../api/useCalendar";

const Board = lazy(() => import("./Board"));

function StepsTab() {
  const { figure, plan } = useFigurePage();
  const [board, showBoard] = useState(false);
  const { move, dialog } = useMoves();
  const labels = new Map(plan.order.steps.map((step) => [step.key, step.label]));
  const next = plan.order.next_step;
  return (
    <Stack gap="3">
      <Flex gap="2" align="stretch">
        <Box p="2" bg="verdigrisSoft" borderRadius="sheet" flex="1">
          <Text fontSize="xs">Next</Text>
          <Text fontWeight="600">
            {next ? labels.get(next) : "Nothing left to do: it is finished."}
          </Text>
        </Box>
        <Button
          variant="outline"
          borderColor="hairline"
          height="auto"
          onClick={() => showBoard(true)}
        >
          Board
        </Button>
      </Flex>
      <Answer label="Hands on it" q={plan.order.hands_min} />
      {next ? (
        <PrintLink href={daySheet([figure.id])}>Print what fits the next day (PDF)</PrintLink>
      ) : null}
      {columnsOf(plan.order).map((column) => (
        <Box key={column.title}>
          <Heading size="sm">{column.title}</Heading>
          {column.because ? <Note>Ends in a bake because: {column.because}.</Note> : null}
          {[true, false].map((done) => {
            const rows = column.steps
              .filter((step) => step.done === done)
              .map((step) => <StepRow key={step.key} step={step} labels={labels} onMove={move} />);
            if (rows.length === 0) return null;
            const list = (
              <Stack key={String(done)} as="ol" gap="0" listStyleType="none">
                {rows}
              </Stack>
            );
            return done ? (
              <chakra.details key="done">
                <chakra.summary cursor="pointer" fontSize="sm" color="inkSoft" py="1">
                  {rows.length} done
                </chakra.summary>
                {list}
              </chakra.details>
            ) : (
              list
            );
          })}
        </Box>
      ))}
      {board ? (
        <Suspense fallback={null}>
          <Board onClose={() => showBoard(false)} />
        </Suspense>
      ) : null}
      {dialog}
    </Stack>
  );
}

export function OrderPanel() {
  return (
    <PanelTabs
      name="What of the order"
      tabs={[
        { value: "steps", label: "Steps", content: <StepsTab /> },
        { value: "joins", label: "Joins", content: <JoinsTab /> },
        { value: "reach", label: "Reach", content: <ReachTab /> },
        { value: "mend", label: "Mend", content: <MendTab /> },
      ]}
    />
  );
}

interface RowProps {
  step: StepPlan;
  labels: Map<string, string>;
  onMove: (target: Target) => void;
}

function StepRow({ step, labels, onMove }: RowProps) {
  const { figure, select, selected } = useFigurePage();
  const bench = useBench(figure.id);
  const reasons = new Map<string, string[]>();
  for (const need of step.needs) {
    const label = labels.get(need.key);
    if (label) reasons.set(need.reason, [...(reasons.get(need.reason) ?? []), label]);
  }
  return (
    <Box
      as="li"
      borderBottomWidth="1px"
      borderColor="headline"
      py="1"
      bg={step.part && step.part === selected ? "claySoft" : undefined}
    >
      <Flex gap="2" align="start">
        <Checkbox.Root
          size="sm"
          mt="0.5"
          checked={step.done}
          onCheckedChange={({ checked }) =>
            void bench.tick(step.key, checked === true).catch(tellProblem)
          }
        >
          <Checkbox.HiddenInput aria-label={`Done: ${step.label}`} />
          <Checkbox.Control borderColor="inkSoft" />
        </Checkbox.Root>
        <Box
          flex="1"
          fontSize="sm"
          onClick={() => step.part && select(step.part)}
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
            {reasons.size ? (
              <Box as="details" fontSize="xs" color="inkSoft">
                <Box
                  as="summary"
                  cursor="pointer"
                  listStyleType="none"
                  textDecoration="underline dotted"
                  color="verdigris"
                  width="fit-content"
                >
                  Why here?
                </Box>
                {[...reasons].map(([reason, before]) => (
                  <Text key={reason}>
                    {reason}: after {before.slice(0, 3).join(", ")}
                    {before.length > 3 ? ` and ${before.length - 3} more` : ""}
                  </Text>
                ))}
              </Box>
            ) : null}
            {step.done || !step.movable ? null : <MovePicker step={step} onMove={onMove} />}
          </Flex>
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
}
