import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { useCatalogue, useStores } from "../../api/useRules";
import type { RunPlan } from "../../api/types";
import { Lock } from "../../figure/Lock";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length, lengthAsTyped } from "../../units/format";
import { ChoiceField, Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { GaugeDialog } from "./GaugeDialog";
import { RunEditor } from "./RunEditor";
import { RunFacts } from "./RunFacts";
import { PrintLink } from "../../ui/PrintLink";

const STRANDS = ["1", "2", "3"].map((n) => ({ value: n, label: n }));

/** What is short of these the bars say. */
const BARS = new Set(["upright", "any_way", "column"]);

/** "9 AWG soft aluminium" needs no gauge said again. */
function gaugeBeside(label: string, gauge: string): string {
  const [number, size] = gauge.split(", ");
  return size && number && label.startsWith(number) ? size : gauge;
}

export function RunBox({ run }: { run: RunPlan }) {
  const { plan, apply } = useFigurePage();
  const stores = useStores().data;
  const wires = useCatalogue().data?.wires;
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const choices = useMemo(() => {
    const owned = new Set(stores?.stores.wires ?? []);
    return [
      { value: "", label: "Choose for me: thinnest wire strong enough" },
      ...Object.values(wires ?? {}).map((wire) => ({
        value: wire.id,
        label: `${wire.label}${owned.has(wire.id) ? "" : " (to buy)"}`,
      })),
    ];
  }, [wires, stores]);
  const c = run.chosen;
  return (
    <Box
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="sheet"
      p="2"
      bg="sheet"
      data-run-box={run.id}
    >
      <Flex justify="space-between" gap="2">
        <Text fontWeight="600" fontSize="sm">
          {run.label}
        </Text>
        <Flex gap="2" align="center">
          <Text fontSize="sm" whiteSpace="nowrap">
            cut <b>{length(run.cut_mm, units)}</b>
          </Text>
          <Lock path={`run/${run.id}`} of={`the wire of ${run.label}`} />
        </Flex>
      </Flex>
      <Text fontSize="sm">
        {run.strands > 1 ? `${run.strands} strands of ` : ""}
        {c.label}
        {` (${gaugeBeside(c.label, run.gauge)})`}
        {run.locked ? ", as chosen" : ""}
      </Text>
      <RunFacts run={run} wanted={plan.frame.wanted} thumb={plan.frame.thumb_n} />
      {c.fails
        .filter((why) => !BARS.has(why.code))
        .map((why) => (
          <Text key={why.code} fontSize="xs" color="warn">
            {why.words}
          </Text>
        ))}
      <Text fontSize="xs" color="inkSoft" data-yield={run.id}>
        {run.sigma.tested
          ? `yield ${run.sigma.value.toFixed(0)} MPa by the bend test of this coil`
          : `yield ${run.sigma.value.toFixed(0)} MPa is typical, not measured; test it in Stores`}
      </Text>
      <Flex gap="2" mt="1" wrap="wrap" role="group" aria-label={`Choices for ${run.label}`}>
        <ChoiceField
          label="Wire"
          stacked
          value={run.locked ? c.wire : ""}
          options={choices}
          onChange={(id) => apply(`Wire of ${run.label}`, [set(`run/${run.id}/wire`, id || null)])}
        />
        <ChoiceField
          label="Strands"
          width="4rem"
          value={String(run.strands)}
          options={STRANDS}
          onChange={(n) =>
            apply(`Strands of ${run.label}`, [set(`run/${run.id}/strands`, Number(n))])
          }
        />
      </Flex>
      <Button
        size="xs"
        variant="plain"
        px="0"
        color="verdigris"
        onClick={() => setOpen(true)}
        aria-haspopup="dialog"
      >
        Why? Every wire tried, and each joint
      </Button>
      {open ? <GaugeDialog run={run} onClose={() => setOpen(false)} /> : null}
      <Poseable run={run} />
      <Bends run={run} />
      <RunEditor run={run} />
    </Box>
  );
}

/** Joints that are to be bent later: the gap, and how often the wire stands it. */
function Poseable({ run }: { run: RunPlan }) {
  const units = useUnits();
  return run.poseable.map((joint) => (
    <Text key={joint.joint} fontSize="xs" data-poseable={joint.joint}>
      {joint.label} bends {joint.angle_deg.toFixed(0)}° later: leave {length(joint.gap_mm, units)}{" "}
      free of clay; it lives about {joint.bends.toFixed(0)} bends (assumed).
    </Text>
  ));
}

const bendsOf = (count: number): string =>
  count === 0 ? "Straight, no bend" : count === 1 ? "1 bend" : `${count} bends`;

/** Where the wire is bent, and the card that says it on paper. */
function Bends({ run }: { run: RunPlan }) {
  const { figure } = useFigurePage();
  const units = useUnits();
  const { card } = run;
  const [shown, setShown] = useState(false);
  const turn = (degrees: number) =>
    Math.abs(degrees) < 0.05
      ? "–"
      : `${Math.abs(degrees).toFixed(1)}° ${degrees > 0 ? "clockwise" : "anticlockwise"}`;
  return (
    <Box mt="1">
      <chakra.details onToggle={(event) => setShown(event.currentTarget.open)}>
        <chakra.summary cursor="pointer" fontSize="xs" color="verdigris" fontWeight="600">
          {bendsOf(card.bends.length)}
          {card.bends.length ? ` round a ${lengthAsTyped(card.pin_mm, units)} rod` : ""}
        </chakra.summary>
        {shown ? (
          <>
            <PanelTable
              label={`Bends of ${run.label}`}
              head={["mark", "turn the wire first", "then bend up", "at"]}
              right={[0, 2]}
              rows={card.bends.map((bend, i) => ({
                key: String(i),
                cells: [
                  length(bend.mark_mm, units),
                  turn(bend.turn_deg),
                  `${bend.angle_deg.toFixed(1)}°`,
                  bend.at,
                ],
              }))}
            />
            <Note>
              Marks from START, {card.start_words}, laid to your left. Turn the wire itself, as seen
              from there along it, then bend what lies beyond the mark upwards; a mark is the middle
              of its bend.
            </Note>
          </>
        ) : null}
      </chakra.details>
      <PrintLink href={`/api/v1/figures/${figure.id}/prints/bend-card/${run.id}`} small>
        Print its bend card (PDF)
      </PrintLink>
    </Box>
  );
}
