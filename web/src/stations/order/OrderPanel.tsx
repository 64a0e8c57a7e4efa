import { Box, Button, Flex, Heading, Stack, Text, chakra } from "@chakra-ui/react";
import { lazy, Suspense, useMemo, useState } from "react";
import { useBench } from "../../api/useBench";
import { useFigurePage } from "../../figure/useFigurePage";
import { Answer } from "../../ui/Answer";
import { Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { PanelTabs } from "../../ui/PanelTabs";
import { columnsOf } from "./columns";
import { JoinsTab } from "./JoinsTab";
import { MendTab } from "./MendTab";
import { ReachTab } from "./ReachTab";
import { StepRow } from "./StepRow";
import { useStable } from "../../ui/useStable";
import { useMoves } from "./useMoves";
import { PrintLink } from "../../ui/PrintLink";
import { daySheet } from "../../api/useCalendar";

const Board = lazy(() => import("./Board"));

function StepsTab() {
  const { figure, plan, selected, select } = useFigurePage();
  const bench = useBench(figure.id);
  const [board, showBoard] = useState(false);
  const { move, dialog } = useMoves();
  const onMove = useStable(move);
  const onTick = useStable((step: string, done: boolean) => {
    bench.tick(step, done).catch(tellProblem);
  });
  const labels = useMemo(
    () => new Map(plan.order.steps.map((step) => [step.key, step.label])),
    [plan.order.steps],
  );
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
              .map((step) => (
                <StepRow
                  key={step.key}
                  step={step}
                  chosen={selected !== null && step.parts.includes(selected)}
                  labels={labels}
                  onMove={onMove}
                  onTick={onTick}
                  onSelect={select}
                />
              ));
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
