import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useCatalogue } from "../../api/useRules";
import type { Catalogue, Hollow, Light, LightPlan } from "../../api/types";
import { coreOf } from "../../part/forms";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length, lengthAsTyped, minutes, stockAmount, temperature } from "../../units/format";
import { WhyFold } from "../../ui/Answer";
import { ChoiceField, MeasureField, Note, NumberField, WordsField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";

const SIDES = {
  under: "from under",
  back: "at the back",
  top: "from the top",
  front: "in front",
  right: "on its right",
  left: "on its left",
};

/** Cores that come out again, and lights with all they take. */
export function InsideTab() {
  const { plan } = useFigurePage();
  return (
    <Stack gap="5">
      <HollowSection hollows={plan.bulk.hollows} />
      <LightSection />
    </Stack>
  );
}

function HollowSection({ hollows }: { hollows: Hollow[] }) {
  const units = useUnits();
  const { figure, selected, select, apply, change } = useFigurePage();
  const part = figure.sheet.parts.find((row) => row.id === selected && !row.stock);
  return (
    <Box as="section" aria-label="Hollow">
      <Heading size="sm" mb="1">
        Hollow
      </Heading>
      {part && coreOf(part) !== "pulled" && coreOf(part) !== "wire" ? (
        <Button
          size="xs"
          variant="outline"
          borderColor="ink"
          onClick={() => apply(`Hollow ${part.label}`, [set(`part/${part.id}/core`, "pulled")])}
        >
          Pull the core of the {part.label} when it is baked
        </Button>
      ) : null}
      {hollows.length === 0 ? (
        <Note>
          No core comes out. Choose a part with a core to make it hollow: lighter, and room for a
          cell.
        </Note>
      ) : null}
      {hollows.map((row) => (
        <Stack
          key={row.part}
          gap="1.5"
          p="2"
          mt="1.5"
          borderWidth="1px"
          borderColor={row.part === selected ? "clay" : "hairline"}
          borderRadius="sheet"
          bg="sheet"
          data-hollow={row.part}
        >
          <Flex>
            <Button
              variant="plain"
              size="sm"
              px="0"
              height="auto"
              color="ink"
              fontWeight="600"
              onClick={() => select(row.part)}
            >
              {row.label}
            </Button>
          </Flex>
          <ChoiceField
            label="Its core comes out"
            value={row.side}
            options={Object.entries(SIDES).map(([value, label]) => ({ value, label }))}
            onChange={(side) =>
              apply(`Opening of the ${row.label}`, [
                set(`part/${row.part}/opening`, {
                  side,
                  across_mm: row.across_mm || Math.round(row.least_mm),
                }),
              ])
            }
          />
          {row.across_mm > 0 ? (
            <MeasureField
              label="Opening, across"
              mm={row.across_mm}
              onCommit={(text) =>
                change(`Opening of the ${row.label}`, [
                  set(`part/${row.part}/opening/across_mm`, text),
                ])
              }
            />
          ) : null}
          <Text fontSize="sm">
            Whole through {length(row.whole_mm, units)}, in pieces with pliers through{" "}
            {length(row.least_mm, units)}.
            {row.across_mm > 0
              ? ` ${length(Math.max(0, row.bridge_mm), units)} of clay stay beside it at its narrowest.`
              : ""}
          </Text>
          <Note>
            Pull it after the last bake, below {temperature(row.pull_below_c, units)}. Foil cuts:
            gloves.
          </Note>
        </Stack>
      ))}
    </Box>
  );
}

function LightSection() {
  const { plan, figure, selected, apply } = useFigurePage();
  const catalogue = useCatalogue().data;
  const part = figure.sheet.parts.find((row) => row.id === selected);
  const { lights, retired_ids } = figure.sheet;
  const add = () => {
    if (!part) return;
    const taken = new Set([...lights.map((light) => light.id), ...retired_ids]);
    let n = 1;
    while (taken.has(`light_${n}`)) n++;
    const light: Light = {
      id: `light_${n}`,
      label: `light in the ${part.label}`,
      part: part.id,
      led: "warm_white",
      count: 1,
      cell: "three_aaa",
      cell_in: "base",
      cable: "silicone",
    };
    apply(`Light in the ${part.label}`, [set(`light/${light.id}`, light)]);
  };
  return (
    <Box as="section" aria-label="Lights">
      <Heading size="sm" mb="1">
        Lights
      </Heading>
      {part ? (
        <Button size="xs" variant="outline" borderColor="ink" onClick={add}>
          Put a light in the {part.label}
        </Button>
      ) : (
        <Note>Choose the part a light is to shine from.</Note>
      )}
      {catalogue
        ? plan.bulk.lights.map((row) => {
            const light = lights.find((one) => one.id === row.id);
            return light ? (
              <LightBox key={row.id} light={light} row={row} catalogue={catalogue} />
            ) : null;
          })
        : null}
    </Box>
  );
}

interface LightProps {
  light: Light;
  row: LightPlan;
  catalogue: Catalogue;
}

function LightBox({ light, row, catalogue }: LightProps) {
  const units = useUnits();
  const { figure, apply, change } = useFigurePage();
  const at = `light/${light.id}`;
  const choose = (field: "led" | "cell" | "cell_in" | "cable", value: string) =>
    apply(light.label, [set(`${at}/${field}`, value)]);
  const choices = [
    ["Colour", "led", Object.values(catalogue.leds)],
    ["Fed from", "cell", Object.values(catalogue.cells)],
    [
      "Cell lies in",
      "cell_in",
      [{ id: "base", label: "the base" }, ...figure.sheet.parts.filter((one) => !one.stock)],
    ],
    ["Cable", "cable", Object.values(catalogue.cables)],
  ] as const;
  const joints = row.joints.map((joint) => joint.replaceAll("_", " ")).join(", ");
  return (
    <Stack
      gap="1.5"
      p="2"
      mt="1.5"
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="sheet"
      bg="sheet"
      data-light={light.id}
    >
      <WordsField
        label="Name"
        text={light.label}
        onCommit={(label) => change("Name of a light", [set(`${at}/label`, label)])}
      />
      {choices.map(([label, field, options]) => (
        <ChoiceField
          key={field}
          label={label}
          width="15rem"
          value={light[field]}
          options={options.map((option) => ({ value: option.id, label: option.label }))}
          onChange={(value) => choose(field, value)}
        />
      ))}
      <NumberField
        label="How many of them"
        value={light.count}
        unit=""
        onCommit={(count) => change(light.label, [set(`${at}/count`, count)])}
      />
      <Text fontSize="sm">
        {row.resistor_ohm === null
          ? "This cell is too weak for it."
          : `${row.resistors === 1 ? "One resistor" : `${row.resistors} resistors, one each,`} of ${row.resistor_ohm} Ω${
              light.count > 1 ? `, the lights ${row.wired}` : ""
            }: ${row.current_ma.toFixed(1)} mA, ${row.resistor_mw.toFixed(0)} mW${
              row.lasts_h === null ? "" : `, about ${minutes(row.lasts_h * 60)} to a set of cells`
            }. The long leg is plus.`}
      </Text>
      <Text fontSize="sm">
        Cable {stockAmount(row.cable_mm, "mm", units)} by {joints}, in a bore of{" "}
        {lengthAsTyped(row.bore_mm, units)}; bend it no tighter than{" "}
        {length(row.least_bend_mm, units)}
        {row.tightest
          ? ` (${length(row.tightest.radius_mm, units)} at the ${row.tightest.joint.replaceAll("_", " ")})`
          : ""}
        .
      </Text>
      <Text fontSize="sm">
        Cavity {row.cavity_mm.map((mm) => lengthAsTyped(mm, units)).join(" × ")} with its switch;
        hatch {row.hatch_mm.map((mm) => lengthAsTyped(mm, units)).join(" × ")}, {row.screws} screws.
      </Text>
      <WhyFold why={row.why} of={light.label} />
      <Note>
        Nothing of it goes into the oven: keep the bore open with a greased wire. Try it for ten
        minutes before it is closed; nothing may get hot.
      </Note>
      <Flex justify="flex-end">
        <Button
          size="xs"
          variant="outline"
          borderColor="hairline"
          onClick={() => apply(`Take out: ${light.label}`, [set(at, null)])}
        >
          Take it out
        </Button>
      </Flex>
    </Stack>
  );
}
