import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { BakePlan, Operation, Stage } from "../../api/types";
import { useFixPreview } from "../../api/useFigure";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { temperature } from "../../units/format";
import { Note, NumberField } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { TemperatureField } from "../../ui/TemperatureField";
import { Tried } from "./Tried";
import { useUnits } from "../../ui/UnitsContext";

/** The bake as one wants it oneself: stages of dial and minutes, tried beside the plan before they are kept, and which
 * dials suit what is in it. */
export function ProgrammeBox({ bake }: { bake: BakePlan }) {
  const { figure, change } = useFigurePage();
  const units = useUnits();
  const own = figure.sheet.programmes.find((row) => row.id === bake.programme);
  const preview = useFixPreview(figure.id, figure.revision);
  const [draft, setDraft] = useState<Stage[] | null>(null);
  const first = bake.parts.find((part) => part.raw_in);
  const id = own?.id ?? freeId(figure.sheet);
  const operations = (rows: Stage[]): Operation[] =>
    own
      ? [set(`programme/${id}/stages`, rows)]
      : [set(`programme/${id}`, { id, cures: first?.id, stages: rows })];
  const stages = draft ?? own?.stages ?? [];
  const tried = draft
    ? preview.data?.plan.bake.bakes.find((row) => row.number === bake.number)
    : null;
  const attempt = async (rows: Stage[]) => {
    await preview.mutateAsync(operations(rows));
    setDraft(rows);
  };
  const edit = (place: number, more: Partial<Stage>) =>
    attempt(stages.map((row, at) => (at === place ? { ...row, ...more } : row)));
  const put = (label: string, operations: Operation[]) =>
    change(`Bake ${bake.number}: ${label}`, operations).then(() => setDraft(null), tellProblem);
  const begin: Stage = {
    dial_c: bake.dial_c.value,
    minutes: Math.max(1, bake.advised_min.value),
    ramp_c_min: null,
  };
  return (
    <Box as="section" aria-label="Your own programme">
      <Flex justify="space-between" align="baseline" wrap="wrap" gap="2">
        <Heading size="sm">
          {draft ? "Tried, not kept yet" : own ? "As you set it" : "As is advised"}
        </Heading>
        {bake.done_min !== null || draft ? null : own ? (
          <Button
            size="xs"
            variant="outline"
            onClick={() => void put("as is advised", [set(`programme/${id}`, null)])}
          >
            Bake it as is advised
          </Button>
        ) : first ? (
          <Button
            size="xs"
            variant="outline"
            onClick={() => void attempt([begin]).catch(tellProblem)}
          >
            Set dial and minutes myself
          </Button>
        ) : null}
      </Flex>
      <Stack gap="1" mt="1">
        {stages.map((stage, place) => (
          <Stack
            key={place}
            gap="1"
            borderLeftWidth="2px"
            borderColor="clay"
            pl="2"
            role="group"
            aria-label={`Stage ${place + 1}`}
          >
            <TemperatureField
              label={stages.length > 1 ? `Stage ${place + 1}: dial` : "Dial"}
              celsius={stage.dial_c}
              onCommit={(dial_c) => edit(place, { dial_c })}
            />
            <NumberField
              label="held, once the air is there, for"
              value={stage.minutes}
              unit="min"
              onCommit={(minutes) => edit(place, { minutes })}
            />
            {stages.length > 1 ? (
              <Button
                size="2xs"
                variant="plain"
                alignSelf="end"
                color="verdigris"
                onClick={() =>
                  void attempt(stages.filter((_, at) => at !== place)).catch(tellProblem)
                }
              >
                Leave stage {place + 1} out
              </Button>
            ) : null}
          </Stack>
        ))}
        {stages.length ? (
          <Button
            size="xs"
            variant="outline"
            alignSelf="start"
            onClick={() =>
              void attempt([...stages, { ...(stages.at(-1) ?? begin) }]).catch(tellProblem)
            }
          >
            Add a stage
          </Button>
        ) : null}
      </Stack>
      {draft && tried && preview.data ? (
        <Tried now={bake} tried={tried} preview={preview.data}>
          <Button
            size="sm"
            bg="clay"
            color="onClay"
            onClick={() => void put("your own programme", operations(draft))}
          >
            Keep it
          </Button>
          <Button size="sm" variant="outline" borderColor="hairline" onClick={() => setDraft(null)}>
            Leave it as it is
          </Button>
        </Tried>
      ) : null}
      <DialsNote bake={tried ?? bake} say={(celsius) => temperature(celsius, units)} />
    </Box>
  );
}

/** A name that no programme has or had. */
function freeId(sheet: { programmes: { id: string }[]; retired_ids: string[] }): string {
  const taken = new Set([...sheet.programmes.map((row) => row.id), ...sheet.retired_ids]);
  let n = 1;
  while (taken.has(`programme_${n}`)) n += 1;
  return `programme_${n}`;
}

/** Which dials cure all of it and harm nothing, and what leaves none. */
function DialsNote({ bake, say }: { bake: BakePlan; say: (celsius: number) => string }) {
  const { ever_c, low_c, high_c, capped_by } = bake.dials;
  return (
    <>
      {low_c <= high_c ? (
        <Text fontSize="sm" mt="1">
          Dials from <b>{say(low_c)}</b> to <b>{say(high_c)}</b> cure all that is in it and harm
          none of it.
        </Text>
      ) : (
        <Text fontSize="sm" mt="1" color="stop">
          No dial cures the clay and spares the {capped_by}: that stands a dial of {say(high_c)},
          and the clay cures from {say(low_c)} on.
        </Text>
      )}
      <Note>
        Below {say(ever_c)} this clay never cures, however long it bakes; from there to {say(low_c)}{" "}
        only a thermometer beside the piece decides. The maker's label stands above all of it.
      </Note>
    </>
  );
}
