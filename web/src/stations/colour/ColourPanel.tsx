import { Box, Button, Flex, Heading, Input, Stack, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { Plan } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { Answer, WhyFold } from "../../ui/Answer";
import { ChoiceField, Note } from "../../ui/fields";

type AreaPlan = Plan["colour"]["areas"][number];
const GROUNDS = ["white", "grey", "black", "none"];
const FINISHES = ["matte", "satin", "gloss"];
const NEAR = {
  close: "close to it",
  near: "near it",
  off: "off: visibly another colour",
  "no paints": "no paints in Stores",
} as const;

export function ColourPanel() {
  const { plan, figure, selected, apply } = useFigurePage();
  const { colour } = plan;
  const part = figure.sheet.parts.find((row) => row.id === selected);
  const add = () => {
    const taken = new Set([
      ...figure.sheet.colour.areas.map((a) => a.id),
      ...figure.sheet.retired_ids,
    ]);
    let n = figure.sheet.colour.areas.length + 1;
    while (taken.has(`area_${n}`)) n++;
    apply("New colour area", [
      set(`area/area_${n}`, {
        id: `area_${n}`,
        label: `area ${n}`,
        target: "#808080",
        finish: "matte",
      }),
    ]);
  };
  return (
    <Stack gap="3">
      <ChoiceField
        label="Ground"
        value={colour.ground}
        options={GROUNDS.map((g) => ({ value: g, label: g === "none" ? "none, bare clay" : g }))}
        onChange={(g) => apply("Ground", [set("colour/ground", g)])}
      />
      <Text fontSize="sm">
        {colour.advised_ground === colour.ground
          ? "That ground asks for the fewest coats"
          : `A ${colour.advised_ground} ground asks for the fewest coats`}
        {": "}
        {colour.grounds.map((g) => `${g.ground} ${g.coats.toFixed(1)}`).join(", ")} coats over all.
      </Text>
      <WhyFold why={colour.grounds_why} of="coats over each ground" />
      {part ? (
        <ChoiceField
          label={`The ${part.label} wears`}
          value={part.area ?? ""}
          options={[
            { value: "", label: "no colour" },
            ...figure.sheet.colour.areas.map((a) => ({ value: a.id, label: a.label })),
          ]}
          onChange={(area) =>
            apply(`Colour of the ${part.label}`, [set(`part/${part.id}/area`, area || null)])
          }
        />
      ) : (
        <Note>Choose a part in the elevation to give it a colour area.</Note>
      )}
      <Flex justify="space-between" align="center">
        <Heading size="sm">Colour areas</Heading>
        <Button size="xs" variant="outline" onClick={add}>
          Add an area
        </Button>
      </Flex>
      {colour.areas.length === 0 ? (
        <Note>No colour areas yet. Add one, then give it to parts.</Note>
      ) : null}
      {colour.areas.map((area) => (
        <AreaBox key={area.id} area={area} />
      ))}
      <Note>
        Mixes are reckoned from what is said of each paint; expect to nudge them. Swatches are dry:
        wet paint is lighter.
      </Note>
    </Stack>
  );
}

function Swatch({ colour, label }: { colour: string; label: string }) {
  return (
    <Box
      role="img"
      aria-label={label}
      title={label}
      width="26px"
      height="26px"
      borderWidth="1px"
      borderColor="ink"
      borderRadius="sheet"
      style={{ background: colour }}
    />
  );
}

function AreaBox({ area }: { area: AreaPlan }) {
  const { apply } = useFigurePage();
  const [target, setTarget] = useState(area.target);
  const [label, setLabel] = useState(area.label);
  useEffect(() => setTarget(area.target), [area.target]);
  useEffect(() => setLabel(area.label), [area.label]);
  return (
    <Box
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="sheet"
      p="2"
      bg="sheet"
      data-area={area.id}
    >
      <Flex gap="2" align="center">
        <input
          type="color"
          aria-label={`Target colour of ${area.label}`}
          value={target}
          onChange={(event) => setTarget(event.target.value)}
          onBlur={() =>
            target !== area.target &&
            apply(`Colour of ${area.label}`, [set(`area/${area.id}/target`, target)])
          }
        />
        <Input
          size="xs"
          aria-label="Name of the area"
          value={label}
          onChange={(event) => setLabel(event.target.value)}
          onBlur={() =>
            label !== area.label &&
            label.trim() &&
            apply("Name of an area", [set(`area/${area.id}/label`, label)])
          }
        />
        <Text fontSize="xs" color="inkSoft" whiteSpace="nowrap">
          {area.parts.length} parts, {Math.round(area.share * 100)} %
        </Text>
      </Flex>
      <Flex gap="2" align="center" mt="1.5">
        <Swatch colour={area.target} label={`wanted: ${area.target}`} />
        {area.mix ? <Swatch colour={area.mix} label={`the mix: ${area.mix}`} /> : null}
        <Text fontSize="sm">
          {area.recipe.map((row) => `${row.parts} ${row.label}`).join(" + ") || "no mix"}
          <Text as="span" color={area.nearness === "off" ? "warn" : "inkSoft"}>
            {" "}
            ({NEAR[area.nearness]})
          </Text>
        </Text>
      </Flex>
      <Flex gap="2" mt="1.5" align="center" justify="space-between">
        <ChoiceField
          label="Finish"
          width="7rem"
          value={area.finish}
          options={FINISHES.map((finish) => ({ value: finish, label: finish }))}
          onChange={(finish) =>
            apply(`Finish of ${area.label}`, [set(`area/${area.id}/finish`, finish)])
          }
        />
        <Button
          size="2xs"
          variant="ghost"
          aria-label={`Remove ${area.label}`}
          onClick={() =>
            apply(`Remove ${area.label}`, [
              ...area.parts.map((part) => set(`part/${part}/area`, null)),
              set(`area/${area.id}`, null),
            ])
          }
        >
          Remove
        </Button>
      </Flex>
      {area.coats ? <Answer label="Coats over this ground" q={area.coats} /> : null}
      {area.drying_min ? <Answer label="Drying between and after" q={area.drying_min} /> : null}
    </Box>
  );
}
