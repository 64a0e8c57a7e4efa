import {
  DndContext,
  DragOverlay,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type CollisionDetection,
  type UniqueIdentifier,
} from "@dnd-kit/core";
import { Box, CloseButton, Dialog, Flex, Portal, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { useCalendar } from "../../api/useCalendar";
import type { Target } from "../../api/useOrder";
import type { StepPlan } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { minutes } from "../../units/format";
import { Note } from "../../ui/fields";
import { MovePicker } from "./MovePicker";
import { useMoves } from "./useMoves";
import { byDay, columnsOf, type Column } from "./columns";

/** A press that comes no further is a click; a finger that does not stay scrolls. */
const STILL_PX = 6;
const HELD = { delay: 220, tolerance: 8 };
const INTO = "into bake ";

/** A step under the pointer goes before its column. */
const nearest: CollisionDetection = (args) => {
  const under = pointerWithin(args);
  const steps = under.filter(({ id }) => !String(id).startsWith(INTO));
  return steps.length ? steps : under;
};

/** What letting a step go over something asks for: into the bake of that column, or in its own before a step. */
export function targetOf(
  step: StepPlan,
  over: UniqueIdentifier | undefined,
  steps: StepPlan[],
): Target | null {
  if (over === undefined || over === step.key) return null;
  const onto = steps.find((row) => row.key === over);
  const bake = onto ? onto.bake : Number(String(over).slice(INTO.length));
  if (bake !== null && bake !== step.bake) return { step: step.key, bake };
  return onto ? { step: step.key, before: onto.key } : null;
}

/** The order of work as a board: a column for each bake, in it the days. */
export default function Board({ onClose }: { onClose: () => void }) {
  const { figure, plan } = useFigurePage();
  const calendar = useCalendar([figure.id]);
  const days = useMemo(
    () => new Map((calendar.data?.sittings ?? []).map((row) => [row.key, row.start.slice(0, 10)])),
    [calendar.data],
  );
  const columns = useMemo(() => columnsOf(plan.order), [plan.order]);
  const labels = useMemo(
    () => new Map(plan.order.steps.map((step) => [step.key, step.label])),
    [plan.order],
  );
  const { move, busy, dialog } = useMoves();
  const [dragged, setDragged] = useState<string | null>(null);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: STILL_PX } }),
    useSensor(TouchSensor, { activationConstraint: HELD }),
  );
  const said = (id: UniqueIdentifier) => labels.get(String(id)) ?? String(id);
  const announcements: Announcements = {
    onDragStart: ({ active }) => `Taken: ${said(active.id)}`,
    onDragOver: ({ over }) =>
      over ? (labels.has(String(over.id)) ? `Before: ${said(over.id)}` : said(over.id)) : "",
    onDragEnd: ({ active, over }) =>
      over ? `Let go: ${said(active.id)}` : `Left where it was: ${said(active.id)}`,
    onDragCancel: ({ active }) => `Left where it was: ${said(active.id)}`,
  };
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
                Drag a step before another, or into another bake, with a finger after holding it for
                a moment; or choose where it goes under “Move”. Where a reason speaks against it, it
                is said first. Undo takes it back.
              </Note>
              <DndContext
                sensors={sensors}
                collisionDetection={nearest}
                accessibility={{ announcements, screenReaderInstructions: { draggable: "" } }}
                onDragStart={({ active }) => setDragged(String(active.id))}
                onDragCancel={() => setDragged(null)}
                onDragEnd={({ active, over }) => {
                  setDragged(null);
                  const { steps } = plan.order;
                  const step = steps.find((row) => row.key === active.id);
                  const target = step && targetOf(step, over?.id, steps);
                  if (target) move(target);
                }}
              >
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
                      dragged={dragged}
                      onMove={move}
                    />
                  ))}
                </Flex>
                <DragOverlay dropAnimation={null}>
                  {dragged ? (
                    <Box
                      data-dragged={dragged}
                      bg="claySoft"
                      borderWidth="1px"
                      borderColor="clay"
                      borderRadius="sheet"
                      px="2"
                      py="1"
                      fontSize="sm"
                      cursor="grabbing"
                    >
                      {said(dragged)}
                    </Box>
                  ) : null}
                </DragOverlay>
              </DndContext>
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
  dragged: string | null;
  onMove: (target: Target) => void;
}

function BoardColumn({ column, days, dragged, onMove }: ColumnProps) {
  const drop = useDroppable({ id: `${INTO}${column.bake}`, disabled: column.bake === null });
  const hands = column.steps.reduce((sum, step) => sum + step.minutes, 0);
  return (
    <Box
      as="section"
      ref={drop.setNodeRef}
      data-over={drop.isOver ? "" : undefined}
      aria-label={column.title}
      width={{ base: "100%", md: "264px" }}
      flexShrink="0"
      maxHeight={{ md: "calc(94vh - 150px)" }}
      overflowY={{ md: "auto" }}
      tabIndex={0}
      bg={drop.isOver ? "sheetDeep" : "sheet"}
      borderTopWidth="3px"
      borderColor={column.bake ? "clay" : "verdigris"}
      px="2"
      py="1.5"
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
            <Card key={step.key} step={step} dragged={dragged === step.key} onMove={onMove} />
          ))}
        </Box>
      ))}
    </Box>
  );
}

interface CardProps {
  step: StepPlan;
  dragged: boolean;
  onMove: (target: Target) => void;
}

function Card({ step, dragged, onMove }: CardProps) {
  const drag = useDraggable({ id: step.key, disabled: !step.movable });
  const drop = useDroppable({ id: step.key, disabled: !step.movable });
  return (
    <Box
      ref={(card: HTMLDivElement | null) => {
        drag.setNodeRef(card);
        drop.setNodeRef(card);
      }}
      {...drag.listeners}
      data-step={step.key}
      cursor={step.movable ? "grab" : undefined}
      opacity={dragged ? 0.4 : 1}
      bg="paper"
      borderWidth="1px"
      borderColor={step.kind === "bake" ? "clay" : "hairline"}
      borderTopColor={drop.isOver && !dragged ? "clay" : undefined}
      borderTopWidth={drop.isOver && !dragged ? "4px" : undefined}
      borderRadius="sheet"
      px="2"
      py="1"
      mt="1"
      fontSize="sm"
      lineHeight="1.3"
      userSelect="none"
    >
      <Text fontWeight={step.kind === "bake" ? 700 : 400}>{step.label}</Text>
      <Flex align="center" gap="2">
        <Text fontSize="xs" color="inkSoft">
          {minutes(step.minutes)}
        </Text>
        {step.movable ? <MovePicker step={step} onMove={onMove} /> : null}
      </Flex>
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
