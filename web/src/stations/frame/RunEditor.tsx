import { Box, Button, chakra, Checkbox, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { useCatalogue } from "../../api/useRules";
import type { RunEdit, RunPlan } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, MeasureField, Note, NumberField, WordsField } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { ENDS } from "./words";

const POSEABLE_DEG = 45;

/** The way of a run, its ends, and what goes with its wire. */
export function RunEditor({ run }: { run: RunPlan }) {
  const { figure, apply, change, make } = useFigurePage();
  const wires = useCatalogue().data?.wires ?? {};
  const [shown, setShown] = useState(false);
  const row = figure.sheet.runs.find((one) => one.id === run.id);
  if (!row) return null;
  const at = (key: string) => `run/${run.id}/${key}`;
  const labels = new Map(figure.joints.map((joint) => [joint.id, joint.label]));
  const label = (joint: string) => labels.get(joint) ?? joint;
  const edit = (what: string, runs: RunEdit) => void make({ label: what, runs }).catch(tellProblem);
  const last = row.path[row.path.length - 1] ?? "";
  const within = row.path.slice(1, -1);
  const beyond = figure.joints.filter((joint) => !row.path.includes(joint.id));
  const others = figure.sheet.runs.filter((one) => one.id !== run.id);
  const parts = figure.sheet.parts.filter((part) => part.bone === last);
  const pegged = row.start === "peg" || row.end === "peg";
  const looped = [row.start, row.end].some((end) => end === "head_loop" || end === "loop");
  const fine = Object.values(wires).filter((wire) => wire.root_mm === null || !wire.root_mm);
  return (
    <chakra.details onToggle={(event) => setShown(event.currentTarget.open)}>
      <chakra.summary cursor="pointer" fontSize="xs" color="verdigris" fontWeight="600">
        Change this run
      </chakra.summary>
      {shown ? (
        <Stack gap="1.5" py="1.5">
          <WordsField
            label="Name"
            text={row.label}
            onCommit={(text) => change("Name of a run", [set(at("label"), text)])}
          />
          <ChoiceField
            label={`Start, at the ${label(row.path[0] ?? "")}`}
            value={row.start}
            options={ENDS}
            onChange={(end) => apply("End of a run", [set(at("start"), end)])}
          />
          <ChoiceField
            label={`End, at the ${label(last)}`}
            value={row.end}
            options={ENDS}
            onChange={(end) => apply("End of a run", [set(at("end"), end)])}
          />
          {parts.length ? (
            <ChoiceField
              label="Goes on into"
              value={row.into ?? ""}
              options={[
                { value: "", label: "no part" },
                ...parts.map((part) => ({ value: part.id, label: part.label })),
              ]}
              onChange={(part) => apply("Into a part", [set(at("into"), part || null)])}
            />
          ) : null}
          <ChoiceField
            label="Lead it to"
            value=""
            options={[
              { value: "", label: "another joint" },
              ...beyond.map((joint) => ({ value: joint.id, label: joint.label })),
            ]}
            onChange={(joint) =>
              joint && edit("Lead a run on", { kind: "through", run: run.id, joint })
            }
          />
          {row.path.length > 1 ? (
            <ChoiceField
              label="End it earlier, at"
              value=""
              options={[
                { value: "", label: "a joint on its way" },
                ...row.path.slice(0, -1).map((joint) => ({ value: joint, label: label(joint) })),
              ]}
              onChange={(joint) =>
                joint &&
                edit("Lead a run", {
                  kind: "route",
                  run: run.id,
                  first: row.path[0] ?? "",
                  last: joint,
                })
              }
            />
          ) : null}
          {within.length ? (
            <ChoiceField
              label="Split it at"
              value=""
              options={[
                { value: "", label: "a joint" },
                ...within.map((joint) => ({ value: joint, label: label(joint) })),
              ]}
              onChange={(joint) =>
                joint && edit("Split a run", { kind: "split", run: run.id, joint })
              }
            />
          ) : null}
          {others.length ? (
            <ChoiceField
              label="Join it with"
              value=""
              options={[
                { value: "", label: "another run" },
                ...others.map((other) => ({ value: other.id, label: other.label })),
              ]}
              onChange={(other) =>
                other && edit("Join two runs", { kind: "join", run: run.id, other })
              }
            />
          ) : null}
          {row.strands > 1 ? (
            <NumberField
              label="Twist pitch"
              value={row.twist_pitch_d}
              unit="× d"
              onCommit={(pitch) => change("Twist pitch", [set(at("twist_pitch_d"), pitch)])}
            />
          ) : null}
          <ChoiceField
            label="Wrapped for grip with"
            value={row.grip ?? ""}
            options={[
              { value: "", label: "nothing" },
              ...fine
                .slice()
                .sort((a, b) => a.price_per_m - b.price_per_m)
                .map((wire) => ({ value: wire.id, label: wire.label })),
            ]}
            onChange={(id) => apply("Grip", [set(at("grip"), id || null)])}
          />
          {row.grip ? (
            <MeasureField
              label="One turn every"
              mm={row.grip_pitch_mm}
              onCommit={(text) => change("Grip", [set(at("grip_pitch_mm"), text)])}
            />
          ) : null}
          {looped ? (
            <MeasureField
              label="Loop across"
              mm={row.loop_mm ?? null}
              onCommit={(text) => change("Loop", [set(at("loop_mm"), text)])}
              onEmpty={() => change("Loop", [set(at("loop_mm"), null)])}
            />
          ) : null}
          {pegged ? (
            <ChoiceField
              label="Second pins beside each peg"
              width="4rem"
              value={String(row.second_pins)}
              options={["0", "1", "2"].map((n) => ({ value: n, label: n }))}
              onChange={(n) => apply("Second pins", [set(at("second_pins"), Number(n))])}
            />
          ) : null}
          <Box role="group" aria-label="To be bent later">
            <Note>To be bent later, when it is finished:</Note>
            <Flex wrap="wrap" gap="2">
              {row.path.map((joint) => (
                <Checkbox.Root
                  key={joint}
                  size="xs"
                  checked={joint in row.poseable}
                  onCheckedChange={({ checked }) => {
                    const rest = Object.entries(row.poseable).filter(([key]) => key !== joint);
                    apply("Poseable joint", [
                      set(
                        at("poseable"),
                        Object.fromEntries(
                          checked === true ? [...rest, [joint, POSEABLE_DEG]] : rest,
                        ),
                      ),
                    ]);
                  }}
                >
                  <Checkbox.HiddenInput />
                  <Checkbox.Control borderColor="inkSoft" />
                  <Checkbox.Label fontWeight="400">{label(joint)}</Checkbox.Label>
                </Checkbox.Root>
              ))}
            </Flex>
            {Object.entries(row.poseable).map(([joint, degrees]) => (
              <NumberField
                key={joint}
                label={`${label(joint)} bends`}
                value={degrees}
                unit="°"
                onCommit={(to) =>
                  change("Poseable joint", [set(at("poseable"), { ...row.poseable, [joint]: to })])
                }
              />
            ))}
          </Box>
          <Button
            size="xs"
            variant="outline"
            borderColor="hairline"
            color="stop"
            alignSelf="end"
            onClick={() => apply(`Delete ${row.label}`, [set(`run/${run.id}`, null)])}
          >
            Delete this run
          </Button>
        </Stack>
      ) : null}
    </chakra.details>
  );
}
