import { Box, Button, chakra, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { useRules } from "../../api/useRules";
import { useFigurePage } from "../../figure/useFigurePage";
import { Answer } from "../../ui/Answer";
import { ChoiceField, Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { FEET, SCHOOLS } from "../../rules/frameWords";
import { RunBox } from "./RunBox";

export function RunsTab() {
  const { plan } = useFigurePage();
  return (
    <Stack gap="3">
      {plan.frame.hold ? (
        <Answer
          label="Hold factor, weakest joint"
          q={plan.frame.hold}
          moving={(moved) => moved.hold}
        />
      ) : null}
      {plan.frame.runs.length === 0 ? (
        <Note>
          No wire yet. Take the runs your school suggests, or add one from joint to joint.
        </Note>
      ) : null}
      {plan.frame.runs.map((run) => (
        <RunBox key={run.id} run={run} />
      ))}
      <MoreRuns />
    </Stack>
  );
}

/** A run from joint to joint, or all of them anew by a school. */
function MoreRuns() {
  const { figure, make } = useFigurePage();
  const rules = useRules().data?.rules;
  const [first, setFirst] = useState("");
  const [last, setLast] = useState("");
  const [school, setSchool] = useState("");
  const [feet, setFeet] = useState("");
  const joints = figure.joints.map((row) => ({ value: row.id, label: row.label }));
  const from = first || joints[0]?.value || "";
  const to = last || joints[1]?.value || "";
  const bySchool = SCHOOLS.find((row) => row.value === (school || rules?.frame_school));
  const byFeet = FEET.find((row) => row.value === (feet || rules?.feet));
  return (
    <Box borderTopWidth="1px" borderColor="hairline" pt="2">
      <chakra.details>
        <chakra.summary cursor="pointer" fontSize="sm" color="verdigris" fontWeight="600">
          Add a run
        </chakra.summary>
        <Stack gap="1.5" py="1.5">
          <ChoiceField label="From the" value={from} options={joints} onChange={setFirst} />
          <ChoiceField label="to the" value={to} options={joints} onChange={setLast} />
          <Button
            size="xs"
            variant="outline"
            borderColor="hairline"
            alignSelf="end"
            onClick={() =>
              void make({
                label: "Add a run",
                runs: { kind: "add", first: from, last: to },
              }).catch(tellProblem)
            }
          >
            Add this run
          </Button>
        </Stack>
      </chakra.details>
      <chakra.details>
        <chakra.summary cursor="pointer" fontSize="sm" color="verdigris" fontWeight="600">
          Lay all runs anew, by a school
        </chakra.summary>
        <Stack gap="1.5" py="1.5">
          <ChoiceField
            label="Limbs"
            width="15rem"
            value={bySchool?.value ?? ""}
            options={SCHOOLS}
            onChange={setSchool}
          />
          <ChoiceField
            label="Feet"
            width="15rem"
            value={byFeet?.value ?? ""}
            options={FEET}
            onChange={setFeet}
          />
          <Flex justify="space-between" gap="2" align="center">
            <Note>Takes the place of the runs above; undo brings them back.</Note>
            <Button
              size="xs"
              variant="outline"
              borderColor="hairline"
              flexShrink="0"
              disabled={!bySchool || !byFeet}
              onClick={() =>
                bySchool &&
                byFeet &&
                void make({
                  label: "Runs by a school",
                  runs: { kind: "suggest", school: bySchool.value, feet: byFeet.value },
                }).catch(tellProblem)
              }
            >
              Lay them
            </Button>
          </Flex>
        </Stack>
      </chakra.details>
    </Box>
  );
}
