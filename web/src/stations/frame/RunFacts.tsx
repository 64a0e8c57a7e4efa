import { Box, Table, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { DragOut, FramePlan, RunPlan } from "../../api/types";
import { useMoving } from "../../drag/dragging";
import { length, value } from "../../units/format";
import { useUnits } from "../../ui/UnitsContext";
import { times } from "./words";

interface Props {
  run: RunPlan;
  wanted: FramePlan["wanted"];
  /** What a thumb pushes with, N. */
  thumb: FramePlan["thumb_n"];
}

/** What a run's wire comes to: what it holds against what is wanted, what it fits in, how it bends. */
export function RunFacts({ run, wanted, thumb }: Props) {
  const units = useUnits();
  const c = run.chosen;
  return (
    <Table.Root size="sm" aria-label={`${run.label}: what it comes to`} my="1">
      <Table.Body>
        <Row name="upright">
          <Against
            has={c.hold_upright}
            wants={wanted.upright}
            run={run.id}
            moving={(moved) => holdOf(moved, run.id)?.upright}
          />
        </Row>
        <Row name="any way up">
          <Against
            has={c.hold_any_way}
            wants={wanted.any_way}
            moving={(moved) => holdOf(moved, run.id)?.any_way}
          />
        </Row>
        {typeof c.column === "number" ? (
          <Row name="as a column">
            <Against has={c.column} wants={wanted.column} />
          </Row>
        ) : null}
        {c.weakest_joint ? <Row name="weakest at">{c.weakest_joint}</Row> : null}
        <Row name="fits">
          {length(c.bundle_mm, units)} thick in {length(run.room_mm, units)} of room
        </Row>
        <Row name="bends">
          {run.card.bends.length === 0 ? "no bend in it" : `by ${c.tool}`}
          {typeof c.push_n === "number"
            ? `; its end folds at ${value(c.push_n, "N", units)}, a thumb gives ${value(thumb[0], "N", units)} to ${value(thumb[1], "N", units)}`
            : ""}
        </Row>
      </Table.Body>
    </Table.Root>
  );
}

function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Table.Row bg="transparent">
      <Table.ColumnHeader
        scope="row"
        py="0.5"
        px="0"
        width="5.4rem"
        borderColor="headline"
        fontSize="xs"
        fontWeight="400"
        color="inkSoft"
        verticalAlign="baseline"
      >
        {name}
      </Table.ColumnHeader>
      <Table.Cell py="0.5" px="0" borderColor="headline" fontSize="sm">
        {children}
      </Table.Cell>
    </Table.Row>
  );
}

const holdOf = (moved: DragOut, run: string) => moved.holds.find((row) => row.run === run);

interface AgainstProps {
  has: number;
  wants: number;
  run?: string;
  /** What it has about while a joint is in hand. */
  moving?: (moved: DragOut) => number | null | undefined;
}

/** Twice what is wanted fills the bar, and the mark in its middle is what is wanted. */
function Against({ has: planned, wants, run, moving }: AgainstProps) {
  const about = useMoving(moving ?? (() => undefined));
  const has = about ?? planned;
  const short = has < wants;
  const share = Math.min(1, has / (2 * wants));
  return (
    <Box display="flex" alignItems="center" gap="2">
      <Box
        position="relative"
        height="8px"
        width="6.5rem"
        flexShrink="0"
        bg="sheetDeep"
        borderWidth="1px"
        borderColor="inkSoft"
        aria-hidden="true"
      >
        <Box
          height="100%"
          width={`${share * 100}%`}
          bg={short ? "stop" : "verdigris"}
          backgroundImage={
            short
              ? "repeating-linear-gradient(135deg, transparent 0 2px, var(--chakra-colors-sheet) 2px 4px)"
              : undefined
          }
        />
        <Box
          position="absolute"
          left="50%"
          top="-4px"
          bottom="-4px"
          borderLeftWidth="2px"
          borderColor="ink"
        />
      </Box>
      <Text as="span" whiteSpace="nowrap">
        {typeof about === "number" ? <span aria-label="about">≈ </span> : null}
        <b data-hold={run}>{times(has)}</b>{" "}
        <Text as="span" color={short ? "stop" : "inkSoft"} fontSize="xs">
          {short ? "short of" : "of"} {Number(wants.toFixed(1))} wanted
        </Text>
      </Text>
    </Box>
  );
}
