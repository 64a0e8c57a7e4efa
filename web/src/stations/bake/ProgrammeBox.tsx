import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import type { BakePlan, Stage } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { temperature } from "../../units/format";
import { Note, NumberField } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { TemperatureField } from "../../ui/TemperatureField";
import { useUnits } from "../../ui/UnitsContext";

const MOST = 8;

/** The bake as one wants it oneself: stages of dial and minutes, and which dials suit what is in it. */
export function ProgrammeBox({ bake }: { bake: BakePlan }) {
  const { figure, change } = useFigurePage();
  const units = useUnits();
  const own = figure.sheet.programmes.find((row) => row.id === bake.programme);
  const made = bake.done_min !== null;
  const first = bake.parts.find((part) => part.raw_in);
  const put = (label: string, path: string, value: unknown) =>
    change(`Bake ${bake.number}: ${label}`, [set(path, value)]);
  const stages = own?.stages ?? [];
  const keep = (label: string, rows: Stage[]) =>
    put(label, `programme/${own?.id ?? ""}/stages`, rows);
  const edit = (place: number, more: Partial<Stage>) =>
    keep(
      "its stages",
      stages.map((row, at) => (at === place ? { ...row, ...more } : row)),
    );
  const begin = () => {
    const taken = new Set([
      ...figure.sheet.programmes.map((row) => row.id),
      ...figure.sheet.retired_ids,
    ]);
    let n = 1;
    while (taken.has(`programme_${n}`)) n += 1;
    const id = `programme_${n}`;
    const stage = {
      dial_c: bake.dial_c.value,
      minutes: Math.max(1, bake.advised_min.value),
      ramp_c_min: null,
    };
    put("your own programme", `programme/${id}`, { id, cures: first?.id, stages: [stage] }).catch(
      tellProblem,
    );
  };
  return (
    <Box as="section" aria-label="Your own programme">
      <Flex justify="space-between" align="baseline" wrap="wrap" gap="2">
        <Heading size="sm">{own ? "As you set it" : "As is advised"}</Heading>
        {made ? null : own ? (
          <Button
            size="xs"
            variant="outline"
            onClick={() =>
              void put("as is advised", `programme/${own.id}`, null).catch(tellProblem)
            }
          >
            Bake it as is advised
          </Button>
        ) : first ? (
          <Button size="xs" variant="outline" onClick={begin}>
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
                  void keep(
                    "a stage less",
                    stages.filter((_, at) => at !== place),
                  ).catch(tellProblem)
                }
              >
                Leave stage {place + 1} out
              </Button>
            ) : null}
          </Stack>
        ))}
        {own && stages.length < MOST ? (
          <Button
            size="xs"
            variant="outline"
            alignSelf="start"
            onClick={() =>
              void keep("another stage", [...stages, { ...(stages.at(-1) as Stage) }]).catch(
                tellProblem,
              )
            }
          >
            Add a stage
          </Button>
        ) : null}
      </Stack>
      <DialsNote bake={bake} say={(celsius) => temperature(celsius, units)} />
    </Box>
  );
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
          No dial cures the clay and spares {capped_by}: it takes a dial of {say(high_c)}, the clay
          cures from {say(low_c)} on.
        </Text>
      )}
      <Note>
        Below {say(ever_c)} this clay never cures, however long it bakes; from there to {say(low_c)}{" "}
        only a thermometer beside the piece decides. The maker's label stands above all of it.
      </Note>
    </>
  );
}
