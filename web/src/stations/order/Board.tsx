import { Box, CloseButton, Dialog, Flex, Portal, Text } from "@chakra-ui/react";
import { useMemo, useState, type DragEvent } from "react";
import { useCalendar } from "../../api/useCalendar";
import type { Target } from "../../api/useOrder";
import type { Plan, StepPlan } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { minutes } from "../../units/format";
import { Note } from "../../ui/fields";
import { MovePicker } from "./MovePicker";
import { useMoves } from "./useMoves";
import { byDay, columnsOf, type Column } from "./columns";

/** The order of work as a board: a column for each bake, in it the days. */
export function Board({ onClose }: { onClose: () => void }) {
  const { figure, plan } = useFigurePage();
  const calendar = useCalendar([figure.id]);
  const days = useMemo(
    () => new Map((calendar.data?.sittings ?? []).map((row) => [row.key, row.start.slice(0, 10)])),
    [calendar.data],
  );
  const columns = useMemo(() => columnsOf(plan.order), [plan.order]);
  const { move, busy, dialog } = useMoves();
  const [dragged, setDragged] = useState<string | null>(null);
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="cover">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" maxHeight="94vh">
            <Dialog.Header pb="1">
              <Dialog.Title>Board: {plan.name}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body overflow="auto" tabIndex={0} aria-busy={busy}>
              <Note>
                Drag a step before another, or into another bake; or choose where it goes under
                “Move”. Where a reason speaks against it, it is said first. Undo takes it back.
              </Note>
              <Flex
                gap="3"
                align={{ base: "stretch", md: "start" }}
                direction={{ base: "column", md: "row" }}
                minWidth={{ md: "fit-content" }}
              >
                {columns.map((column) => (
                  <BoardColumn
                    key={column.bake ?? "after"}
                    column={column}
                    days={days}
                    order={plan.order}
                    dragged={dragged}
                    onDrag={setDragged}
                    onMove={move}
                  />
                ))}
              </Flex>
            </Dialog.Body>
            <Dialog.CloseTrigger asChild>
              <CloseButton size="sm" aria-label="Close the board" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
      {dialog}
    </Dialog.Root>
  );
}

interface ColumnProps {
  column: Column;
  days: Map<string, string>;
  order: Plan["order"];
  dragged: string | null;
  onDrag: (step: string | null) => void;
  onMove: (target: Target) => void;
}

function BoardColumn({ column, days, order, dragged, onDrag, onMove }: ColumnProps) {
  const dropOn = (target: (step: string) => Target | null) => ({
    onDragOver: (event: DragEvent) => event.preventDefault(),
    onDrop: (event: DragEvent) => {
      event.preventDefault();
      event.stopPropagation();
      const wanted = dragged ? target(dragged) : null;
      if (wanted) onMove(wanted);
      onDrag(null);
    },
  });
  const hands = column.steps.reduce((sum, step) => sum + step.minutes, 0);
  return (
    <Box
      as="section"
      aria-label={column.title}
      width={{ base: "100%", md: "264px" }}
      flexShrink="0"
      maxHeight={{ md: "calc(94vh - 150px)" }}
      overflowY={{ md: "auto" }}
      tabIndex={0}
      bg="sheet"
      borderTopWidth="3px"
      borderColor={column.bake ? "clay" : "verdigris"}
      px="2"
      py="1.5"
      {...dropOn((step) => (column.bake ? { step, bake: column.bake } : null))}
    >
      <Flex justify="space-between" align="baseline">
        <Text fontWeight="700">{column.title}</Text>
        <Text fontSize="xs" color="inkSoft">
          {minutes(hands)} of hands
        </Text>
      </Flex>
      {column.because ? <Note>{column.because}.</Note> : null}
      <DoneFold steps={column.steps.filter((step) => step.done)} />
      {byDay(column.steps, days).map(({ title, steps }) => (
        <Box key={title} mt="1.5">
          <Text
            fontSize="xs"
            fontWeight="600"
            color="inkSoft"
            borderBottomWidth="1px"
            borderColor="hairline"
          >
            {title}
          </Text>
          {steps.map((step) => (
            <Box
              key={step.key}
              data-step={step.key}
              draggable={step.kind !== "bake"}
              onDragStart={(event) => {
                event.dataTransfer.effectAllowed = "move";
                onDrag(step.key);
              }}
              onDragEnd={() => onDrag(null)}
              cursor={step.kind === "bake" ? undefined : "grab"}
              opacity={dragged === step.key ? 0.4 : 1}
              bg="paper"
              borderWidth="1px"
              borderColor={step.kind === "bake" ? "clay" : "hairline"}
              borderRadius="sheet"
              px="2"
              py="1"
              mt="1"
              fontSize="sm"
              lineHeight="1.3"
              {...dropOn((key) => (key === step.key ? null : { step: key, before: step.key }))}
            >
              <Text fontWeight={step.kind === "bake" ? 700 : 400}>{step.label}</Text>
              <Flex align="center" gap="2">
                <Text fontSize="xs" color="inkSoft">
                  {minutes(step.minutes)}
                </Text>
                {step.kind === "bake" ? null : (
                  <MovePicker step={step} order={order} onMove={onMove} />
                )}
              </Flex>
            </Box>
          ))}
        </Box>
      ))}
    </Box>
  );
}

/** What is done of a column, folded. */
function DoneFold({ steps }: { steps: StepPlan[] }) {
  if (!steps.length) return null;
  return (
    <Box as="details" fontSize="sm" mt="1">
      <Box as="summary" cursor="pointer" color="verdigris">
        {steps.length} done
      </Box>
      {steps.map((step) => (
        <Text key={step.key} color="inkSoft" textDecoration="line-through">
          {step.label}
        </Text>
      ))}
    </Box>
  );
}
