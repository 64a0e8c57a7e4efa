import { Box, Button, chakra, Flex, Heading, Link, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { RunPlan } from "../../api/types";
import { useStores, useCatalogue } from "../../api/useRules";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length, value } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { ChoiceField, Note } from "../../ui/fields";
import { SliderField } from "../../ui/SliderField";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { PlanView } from "./PlanView";

const times = (factor: number) => (factor >= 99 ? "freely" : `${factor.toFixed(1)} ×`);

export function FramePanel() {
  const { plan, figure } = useFigurePage();
  return (
    <Stack gap="3">
      <Pose />
      {plan.frame.hold ? (
        <Answer
          label="Hold factor, weakest joint"
          q={plan.frame.hold}
          more={<Note>No bend test yet: the wire's yield is typical, not measured.</Note>}
        />
      ) : null}
      <Answer
        label={`Tips ${plan.frame.tips_towards}`}
        q={plan.frame.tips_at}
        more={
          plan.frame.tips_without_base === null ? null : (
            <Note>
              {plan.frame.tips_without_base > 0
                ? `On its bare feet it tips at ${plan.frame.tips_without_base.toFixed(1)}°.`
                : "On its bare feet, without base and pegs, it falls over."}
            </Note>
          )
        }
      />
      <PlanView />
      <Heading size="sm">Runs and their wire</Heading>
      {plan.frame.runs.map((run) => (
        <RunBox key={run.id} run={run} />
      ))}
      <CutList />
      <Link
        href={`/api/v1/figures/${figure.id}/prints/cut-list`}
        target="_blank"
        rel="noreferrer"
        color="verdigris"
        fontWeight="600"
      >
        Print the cut list (PDF)
      </Link>
      <Note>Eye protection when cutting; file or loop the ends.</Note>
    </Stack>
  );
}

function Pose() {
  const { figure, preview, apply } = useFigurePage();
  const [joint, setJoint] = useState("shoulder_r");
  const chosen = figure.joints.find((row) => row.id === joint) ?? figure.joints[0];
  if (!chosen) return null;
  const angles = figure.sheet.pose[chosen.id];
  const names = [
    ["swing_deg", "Forward and back"],
    ["spread_deg", "Out and in"],
    ["turn_deg", "About the bone"],
  ] as const;
  return (
    <Stack gap="1">
      <Flex gap="1" wrap="wrap" role="group" aria-label="Pose presets">
        {Object.entries(figure.presets).map(([name, pose]) => (
          <Button
            key={name}
            size="xs"
            variant="outline"
            borderColor="hairline"
            onClick={() =>
              apply(
                `Pose: ${name.replace("_", " ")}`,
                Object.entries(pose).flatMap(([id, row]) =>
                  Object.entries(row).map(([key, v]) => set(`joint/${id}/${key}`, v)),
                ),
              )
            }
          >
            {name.replace("_", " ")}
          </Button>
        ))}
      </Flex>
      <ChoiceField
        label="Joint"
        value={chosen.id}
        options={figure.joints.map((row) => ({ value: row.id, label: row.label }))}
        onChange={setJoint}
      />
      {names.map(([key, label]) => (
        <SliderField
          key={key}
          label={label}
          value={angles?.[key] ?? 0}
          min={chosen[key][0]}
          max={chosen[key][1]}
          step={1}
          show={(v) => `${Math.round(v)}°`}
          onMove={(v) =>
            preview({ label: chosen.label, operations: [set(`joint/${chosen.id}/${key}`, v)] })
          }
          onCommit={(v) => apply(`Turn the ${chosen.label}`, [set(`joint/${chosen.id}/${key}`, v)])}
        />
      ))}
      <Note>Or drag a joint in either elevation; lengths never change.</Note>
    </Stack>
  );
}

/** "9 AWG soft aluminium" needs no gauge said again. */
function gaugeBeside(label: string, gauge: string): string {
  const [number, size] = gauge.split(", ");
  return size && number && label.startsWith(number) ? size : gauge;
}

function RunBox({ run }: { run: RunPlan }) {
  const { apply } = useFigurePage();
  const stores = useStores().data;
  const wires = useCatalogue().data?.wires;
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const owned = new Set(stores?.stores.wires ?? []);
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
        <Text fontSize="sm" whiteSpace="nowrap">
          cut <b>{length(run.cut_mm, units)}</b>
        </Text>
      </Flex>
      <Text fontSize="sm">
        {run.strands > 1 ? `${run.strands} strands of ` : ""}
        {c.label}
        {` (${gaugeBeside(c.label, run.gauge)})`}
        {run.locked
          ? ", locked by you"
          : c.fails.length
            ? ": the best in Stores, and it does not do"
            : ": the lightest in Stores that holds"}
      </Text>
      <Text fontSize="sm">
        holds <b data-hold={run.id}>{times(c.hold_upright)}</b> upright,{" "}
        <b>{times(c.hold_any_way)}</b> any way up
        {c.column === null ? "" : `, column ${times(c.column)}`}; bends by {c.tool}
        {run.push_n === null
          ? ""
          : `; folds at a push of ${value(run.push_n, "N", units)} at its end, a thumb gives 1 to 3`}
      </Text>
      {c.fails.map((why) => (
        <Text key={why} fontSize="xs" color="warn">
          {why}
        </Text>
      ))}
      <Flex gap="2" mt="1" wrap="wrap">
        <ChoiceField
          label="Wire"
          width="10rem"
          value={run.locked ? c.wire : ""}
          options={[
            { value: "", label: "lightest that holds" },
            ...Object.values(wires ?? {}).map((wire) => ({
              value: wire.id,
              label: `${wire.label}${owned.has(wire.id) ? "" : " (to buy)"}`,
            })),
          ]}
          onChange={(id) => apply(`Wire of ${run.label}`, [set(`run/${run.id}/wire`, id || null)])}
        />
        <ChoiceField
          label="Strands"
          width="4rem"
          value={String(run.strands)}
          options={["1", "2", "3"].map((n) => ({ value: n, label: n }))}
          onChange={(n) =>
            apply(`Strands of ${run.label}`, [set(`run/${run.id}/strands`, Number(n))])
          }
        />
      </Flex>
      <Bends run={run} />
      <Button
        size="xs"
        variant="plain"
        px="0"
        color="verdigris"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        Why? every wire tried, and each joint
      </Button>
      {open ? (
        <>
          <PanelTable
            label={`Wires tried on ${run.label}`}
            head={["wire", "upright", "any way", "g/m"]}
            right={[1, 2, 3]}
            rows={run.options.map((option) => ({
              key: option.wire,
              chosen: option.wire === c.wire,
              cells: [
                <Box key="w">
                  {option.label}
                  <Text fontSize="xs" color="inkSoft">
                    {option.fails.length ? option.fails.join("; ") : "passes"}
                  </Text>
                </Box>,
                times(option.hold_upright),
                times(option.hold_any_way),
                option.g_per_m.toFixed(1),
              ],
            }))}
          />
          <PanelTable
            label={`Joints of ${run.label}`}
            head={["joint", "beyond", "moment", "holds"]}
            right={[1, 2, 3]}
            rows={run.joints.map((joint) => ({
              key: joint.joint,
              cells: [
                joint.label,
                `${joint.mass_g.toFixed(0)} g`,
                `${joint.upright_nmm.toFixed(1)} N·mm`,
                times(joint.hold_upright),
              ],
            }))}
          />
          <Note>
            Hold factor = strands × yield × π d³/32 ÷ moment of everything beyond the joint; wanted
            upright as House rules say, 1 any way up (assumed). Bundle {length(c.bundle_mm, units)}{" "}
            in {length(run.room_mm, units)} of room.
          </Note>
        </>
      ) : null}
    </Box>
  );
}

/** Where the wire is bent, and the card that says it on paper. */
function Bends({ run }: { run: RunPlan }) {
  const { figure } = useFigurePage();
  const units = useUnits();
  const { card } = run;
  const turn = (degrees: number) =>
    Math.abs(degrees) < 0.05
      ? "–"
      : `${Math.abs(degrees).toFixed(1)}° ${degrees > 0 ? "clockwise" : "anticlockwise"}`;
  return (
    <Box mt="1">
      <chakra.details>
        <chakra.summary cursor="pointer" fontSize="xs" color="verdigris" fontWeight="600">
          {card.bends.length === 1 ? "1 bend" : `${card.bends.length} bends`} round a{" "}
          {length(card.pin_mm, units)} rod
        </chakra.summary>
        <PanelTable
          label={`Bends of ${run.label}`}
          head={["mark", "turn first", "bend up", "at"]}
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
          Marks from START, {card.start_words}; turns as seen from there along the wire; a mark is
          the middle of its bend.
        </Note>
      </chakra.details>
      <Link
        href={`/api/v1/figures/${figure.id}/prints/bend-card/${run.id}`}
        target="_blank"
        rel="noreferrer"
        color="verdigris"
        fontSize="xs"
        fontWeight="600"
      >
        Print its bend card (PDF)
      </Link>
    </Box>
  );
}

function CutList() {
  const { plan } = useFigurePage();
  const units = useUnits();
  return (
    <Box>
      <Answer label="Wire in all" q={plan.frame.wire_m} />
      <PanelTable
        label="Cut list"
        head={["run", "path and allowances", "cut"]}
        right={[2]}
        rows={plan.frame.runs.map((run) => ({
          key: run.id,
          cells: [
            run.label,
            <Box key="a" fontSize="xs">
              path {length(run.path_mm, units)}
              {run.allowances.map((a, i) => (
                <div key={`${i} ${a.label}`}>
                  {a.label}: {length(a.length_mm, units)}
                </div>
              ))}
            </Box>,
            <b key="c">
              {run.strands > 1 ? `${run.strands} × ` : ""}
              {length(run.cut_mm, units)}
            </b>,
          ],
        }))}
      />
    </Box>
  );
}
