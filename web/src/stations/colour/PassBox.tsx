import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { Area, Pass } from "../../api/types";
import { useStores } from "../../api/useRules";
import type { Looks, PassPlan } from "../../elevation/painted";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, MeasureField, NumberField, WordsField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { mass, millilitres, minutes } from "../../units/format";
import { Swatch, ZoneSwatch } from "./Swatch";
import { doseOf, LINES, MEDIA, THICK, TOOLS, WHERES, WIPED } from "./passWords";

interface Props {
  area: Area;
  row: Pass;
  told: PassPlan;
  before: Looks;
  at: number;
  put: (label: string, passes: Pass[]) => Promise<unknown>;
}

const options = (names: Record<string, string>) =>
  Object.entries(names).map(([value, label]) => ({ value, label }));

/** One pass: what is seen before and after it, what is mixed; opened, all of it can be changed. */
export function PassBox({ area, row, told, before, at, put }: Props) {
  const { act, looked, plan } = useFigurePage();
  const [open, setOpen] = useState(false);
  const units = useUnits();
  const light = looked.paint.light;
  const name = told.label;
  const move = (by: number) => {
    const next = area.passes.filter((one) => one.id !== row.id);
    next.splice(at + by, 0, row);
    return put(`Move ${name} of ${area.label}`, next);
  };
  const done = plan.order.steps.some((step) => step.key === told.key && step.done);
  return (
    <Box
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="sheet"
      bg="sheet"
      px="2"
      py="1.5"
      data-pass={row.id}
    >
      <Flex gap="2" align="center">
        {told.colour ? (
          <Swatch colour={told.colour} label={`its paint: ${told.colour}`} />
        ) : (
          <Box width="22px" flexShrink="0" />
        )}
        <Button
          size="xs"
          variant="ghost"
          px="0"
          flex="1"
          minWidth="0"
          justifyContent="flex-start"
          fontWeight="600"
          aria-expanded={open}
          onClick={() => {
            setOpen(!open);
            if (told.at > 0)
              act({ do: "paint", paint: { after: told.at >= plan.colour.last ? null : told.at } });
          }}
        >
          <Text truncate>
            {open ? "▾" : "▸"} {row.name || name}
            {row.where === "all" ? "" : `, ${WHERES[row.where]}`}
            {told.coats > 1 ? `, ${told.coats} coats` : ""}
            {done ? " · done" : ""}
          </Text>
        </Button>
        <ZoneSwatch zones={before[light]} label="before it: recess, middle, raised" />
        <Text aria-hidden="true">→</Text>
        <ZoneSwatch zones={told.looks[light]} label="after it: recess, middle, raised" />
      </Flex>
      <Text fontSize="xs" color="inkSoft">
        {millilitres(told.ml)}, {mass(told.grams, units)}
        {told.share < 1 && told.colour ? `, ${Math.round(told.share * 100)} % paint` : ""}
        {told.recipe.length > 0
          ? `: ${told.recipe.map((part) => `${doseOf(part)} ${part.label}`).join(" + ")}`
          : told.bought
            ? `, ${told.bought}`
            : ""}
        {told.nearness === "off" ? " (visibly another colour)" : ""}; {minutes(told.minutes)}
        {told.drying_min > 0 ? `, dry in ${minutes(told.drying_min)}` : ""}
        {told.after_seal ? "; after the seal of all" : ""}
        {told.hidden ? "; nothing of it is seen in the end" : ""}
      </Text>
      {open ? (
        <Stack gap="1" mt="1">
          <Fields area={area} row={row} told={told} />
          <Flex gap="1">
            <Button
              size="2xs"
              variant="outline"
              disabled={at === 0}
              aria-label={`${name} sooner`}
              onClick={() => move(-1)}
            >
              ↑ sooner
            </Button>
            <Button
              size="2xs"
              variant="outline"
              disabled={at === area.passes.length - 1}
              aria-label={`${name} later`}
              onClick={() => move(1)}
            >
              ↓ later
            </Button>
            <Button
              size="2xs"
              variant="ghost"
              ml="auto"
              aria-label={`Leave out ${name}`}
              onClick={() =>
                put(
                  `Leave out ${name} of ${area.label}`,
                  area.passes.filter((one) => one.id !== row.id),
                )
              }
            >
              Leave it out
            </Button>
          </Flex>
        </Stack>
      ) : null}
    </Box>
  );
}

function Fields({ area, row, told }: Pick<Props, "area" | "row" | "told">) {
  const { apply } = useFigurePage();
  const [colour, setColour] = useState(row.colour ?? area.target);
  useEffect(() => setColour(row.colour ?? area.target), [row.colour, area.target]);
  const to = (key: keyof Pass, value: unknown) =>
    apply(`${told.label} of ${area.label}`, [
      set(`area/${area.id}/passes/${row.id}/${key}`, value),
    ]);
  const coloured = told.colour !== null;
  const known = useStores().data?.stores.mixtures ?? [];
  const mixtures =
    row.mixture && !known.some((one) => one.id === row.mixture)
      ? [...known, { id: row.mixture, label: "one that Stores do not know" }]
      : known;
  return (
    <>
      <WordsField label="Called" text={row.name} onCommit={(text) => to("name", text)} />
      {coloured ? (
        <Flex gap="2" align="center" fontSize="sm">
          <Text width="8.2rem">Colour</Text>
          <input
            type="color"
            aria-label={`Colour of ${told.label}`}
            value={colour}
            onChange={(event) => setColour(event.target.value)}
            onBlur={() =>
              colour !== (row.colour ?? area.target) &&
              apply(`Colour of ${told.label}`, [
                set(`area/${area.id}/passes/${row.id}/mix`, {}),
                set(`area/${area.id}/passes/${row.id}/colour`, colour),
              ])
            }
          />
          {row.colour ? (
            <Button size="2xs" variant="ghost" onClick={() => to("colour", null)}>
              the area&apos;s own
            </Button>
          ) : (
            <Text color="inkSoft">the area&apos;s own</Text>
          )}
        </Flex>
      ) : null}
      <ChoiceField
        label="With"
        width="13rem"
        value={row.mixture ? `own ${row.mixture}` : told.medium}
        options={[
          ...options(MEDIA),
          ...mixtures.map((one) => ({ value: `own ${one.id}`, label: `own: ${one.label}` })),
        ]}
        onChange={(chosen) =>
          apply(`What ${told.label} is done with`, [
            set(
              `area/${area.id}/passes/${row.id}/mixture`,
              chosen.startsWith("own ") ? chosen.slice(4) : null,
            ),
            set(
              `area/${area.id}/passes/${row.id}/medium`,
              chosen.startsWith("own ") ? null : chosen,
            ),
          ])
        }
      />
      <ChoiceField
        label="Tool"
        width="13rem"
        value={told.tool}
        options={options(TOOLS)}
        onChange={(tool) => to("tool", tool)}
      />
      <ChoiceField
        label="Where"
        width="13rem"
        value={row.spot ? `at ${row.spot}` : row.where}
        options={[
          ...options(WHERES),
          ...area.spots.map((spot) => ({
            value: `at ${spot.id}`,
            label: `only the ${spot.label}`,
          })),
        ]}
        onChange={(where) =>
          apply(`Where ${told.label} goes`, [
            set(
              `area/${area.id}/passes/${row.id}/spot`,
              where.startsWith("at ") ? where.slice(3) : null,
            ),
            set(`area/${area.id}/passes/${row.id}/where`, where.startsWith("at ") ? "all" : where),
          ])
        }
      />
      {row.kind === "lines" ? (
        <>
          <ChoiceField
            label="Lines like"
            width="13rem"
            value={row.line}
            options={options(LINES)}
            onChange={(line) => to("line", line)}
          />
          <MeasureField
            label="Long in all"
            mm={row.length_mm}
            onCommit={(text) => to("length_mm", text)}
            onEmpty={() => to("length_mm", null)}
          />
        </>
      ) : null}
      {row.kind === "wash" ? (
        <ChoiceField
          label="Then"
          width="13rem"
          value={row.wiped}
          options={options(WIPED)}
          onChange={(wiped) => to("wiped", wiped)}
        />
      ) : null}
      {coloured ? (
        <NumberField
          label="Paint in it"
          value={Math.round(told.share * 1000) / 10}
          unit="%"
          onCommit={(share) => to("share", share / 100)}
        />
      ) : null}
      {told.film ? (
        <ChoiceField
          label="Laid on"
          width="13rem"
          value={row.thick}
          options={options(THICK)}
          onChange={(thick) => to("thick", thick)}
        />
      ) : null}
      <NumberField
        label="Coats"
        value={told.coats}
        unit=""
        onCommit={(coats) => to("coats", coats)}
      />
      {row.coats !== null ? (
        <Button size="2xs" variant="ghost" alignSelf="flex-start" onClick={() => to("coats", null)}>
          as many as it takes
        </Button>
      ) : null}
      {row.kind === "fade" ? (
        <NumberField
          label="Reaches"
          value={Math.round(row.reaches * 100)}
          unit="%"
          onCommit={(far) => to("reaches", far / 100)}
        />
      ) : null}
      <ChoiceField
        label="Dries"
        width="13rem"
        value={row.dry}
        options={[
          { value: "air", label: "in the air" },
          { value: "dryer", label: "under a hair dryer" },
        ]}
        onChange={(dry) => to("dry", dry)}
      />
    </>
  );
}
