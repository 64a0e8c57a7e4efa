import { Box, Button, CloseButton, Dialog, Portal, Text } from "@chakra-ui/react";
import { useGauges } from "../../api/useFrame";
import type { RunPlan } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length, value } from "../../units/format";
import { Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { Waiting } from "../../ui/Waiting";
import { useUnits } from "../../ui/UnitsContext";
import { times } from "./words";

/** Every wire of Stores and the catalogue on a run, and what each joint has to hold. */
export function GaugeDialog({ run, onClose }: { run: RunPlan; onClose: () => void }) {
  const { figure, apply } = useFigurePage();
  const units = useUnits();
  const gauges = useGauges(figure.id, run.id, figure.revision, true);
  const lightest = gauges.data?.find((option) => option.owned && option.fails.length === 0)?.wire;
  const several = run.strands > 1 ? `${run.strands} strands of ` : "";
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="xl">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" maxWidth="1120px" maxHeight="88vh" mt="4vh">
            <Dialog.Header pb="1">
              <Dialog.Title>Wire for {run.label}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body overflowY="auto" tabIndex={0}>
              <PanelTable
                label={`Joints of ${run.label}`}
                head={[
                  "joint",
                  "beyond it",
                  "upright",
                  "any way up",
                  "root",
                  "holds raw",
                  "holds cured",
                ]}
                right={[1, 2, 3, 4, 5, 6]}
                rows={run.joints.map((joint) => ({
                  key: joint.joint,
                  cells: [
                    joint.label,
                    value(joint.mass_g, "g", units),
                    `${joint.upright_nmm.toFixed(1)} N·mm`,
                    joint.any_way_nmm === null || joint.any_way_nmm === undefined
                      ? "–"
                      : `${joint.any_way_nmm.toFixed(1)} N·mm`,
                    `${joint.root.toFixed(1)}`,
                    times(Math.min(joint.hold_upright, joint.hold_any_way ?? joint.hold_upright)),
                    times(joint.hold_cured),
                  ],
                }))}
              />
              <Note>
                Hold factor = strands × yield × π d³/32 × root ÷ moment of everything beyond the
                joint; wanted upright as House rules say, 1 any way up (assumed). Root is what the
                fastening passes on: bound 1, taped 0.6, pushed into foil 0.3 (assumed). Cured, the
                clay round the joint holds too (20 MPa). Yield {run.sigma.value.toFixed(0)} MPa (
                {run.sigma.low.toFixed(0)}–{run.sigma.high.toFixed(0)}): {run.sigma.source}.
              </Note>
              {gauges.data ? (
                <PanelTable
                  label={`Every wire on ${run.label}`}
                  head={[
                    "wire",
                    "upright",
                    "any way",
                    "cured",
                    "push at tip",
                    "column",
                    "thick",
                    "bends by",
                    "mass",
                    "cost",
                    "",
                  ]}
                  right={[1, 2, 3, 4, 5, 6, 8, 9]}
                  rows={gauges.data.map((option) => ({
                    key: option.wire,
                    chosen: option.wire === run.chosen.wire,
                    cells: [
                      <Box key="w" minWidth="15rem" data-gauge={option.wire}>
                        {option.wire === lightest ? "▸ " : ""}
                        {several}
                        {option.label}
                        {option.owned ? "" : ", to buy"}
                        <Text fontSize="xs" color={option.fails.length ? "warn" : "inkSoft"}>
                          {option.fails.length
                            ? option.fails.map((why) => why.words).join("; ")
                            : option.wire === lightest
                              ? "the lightest in Stores that passes"
                              : "passes"}
                        </Text>
                      </Box>,
                      times(option.hold_upright),
                      times(option.hold_any_way),
                      times(option.hold_cured),
                      option.push_n === null || option.push_n === undefined
                        ? "–"
                        : value(option.push_n, "N", units),
                      option.column === null || option.column === undefined
                        ? "–"
                        : times(option.column),
                      length(option.bundle_mm, units),
                      `${option.tool}, ${option.effort_nmm.toFixed(0)} N·mm`,
                      value(option.mass_g, "g", units),
                      `£${option.cost.toFixed(2)}`,
                      <Button
                        key="b"
                        size="2xs"
                        variant="outline"
                        borderColor="hairline"
                        aria-label={`Lock ${option.label}`}
                        disabled={run.locked && option.wire === run.chosen.wire}
                        onClick={() =>
                          apply(`Wire of ${run.label}`, [set(`run/${run.id}/wire`, option.wire)])
                        }
                      >
                        lock
                      </Button>,
                    ],
                  }))}
                />
              ) : (
                <Waiting on={[gauges]} words="Trying every wire…" />
              )}
              <Note>{length(run.room_mm, units)} of room under the clay.</Note>
            </Dialog.Body>
            <Dialog.CloseTrigger asChild>
              <CloseButton size="sm" aria-label="Close" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
