import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { usePaintLists } from "../../api/usePaint";
import { useRules } from "../../api/useRules";
import type { Mixing } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { WhyFold } from "../../ui/Answer";
import { ChoiceField, Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { useUnits } from "../../ui/UnitsContext";
import { area as areaOf, millilitres } from "../../units/format";
import { doseOf, MEDIA } from "./passWords";
import { Swatch, ZoneSwatch } from "./Swatch";

const GROUNDS = ["white", "grey", "black", "none"];
const SEALS = ["matte", "satin", "gloss", "none"];
const NEW = "#808080";

/** What is mixed, what to mix now, the areas and what lies under and over all of them. */
export function PaletteTab({ onOpen }: { onOpen: (area: string) => void }) {
  const { plan, figure, selected, apply } = useFigurePage();
  const school = useRules().data?.rules.paint_school ?? "plain";
  const begun = usePaintLists(NEW).data?.find((row) => row.key === school);
  const { colour } = plan;
  const units = useUnits();
  const part = figure.sheet.parts.find((row) => row.id === selected);
  const done = new Set(plan.order.steps.filter((step) => step.done).map((step) => step.key));
  const ready = new Set(plan.order.steps.filter((step) => step.ready).map((step) => step.key));
  const waiting = colour.mixings.filter((row) => row.passes.some((key) => !done.has(key)));
  const now = waiting.find((row) => row.passes.some((key) => ready.has(key) && !done.has(key)));
  const add = () => {
    const taken = new Set([
      ...figure.sheet.colour.areas.map((a) => a.id),
      ...figure.sheet.retired_ids,
    ]);
    let n = figure.sheet.colour.areas.length + 1;
    while (taken.has(`area_${n}`)) n++;
    const id = `area_${n}`;
    const row = { id, label: `area ${n}`, target: NEW, finish: "matte", spots: [] };
    const passes = begun?.passes ?? [{ id: "base", kind: "base" }];
    apply("New colour area", [set(`area/${id}`, { ...row, passes })])
      .then(() => onOpen(id))
      .catch(tellProblem);
  };
  return (
    <Stack gap="3">
      <Flex justify="space-between" align="center">
        <Heading size="sm">Areas</Heading>
        <Button size="xs" variant="outline" onClick={add}>
          Add an area
        </Button>
      </Flex>
      {colour.areas.length === 0 ? (
        <Note>No colour areas yet. Add one, then give it to parts.</Note>
      ) : null}
      <Stack gap="1">
        {colour.areas.map((area) => (
          <Flex key={area.id} gap="2" align="center" data-area={area.id}>
            <Swatch colour={area.target} label={`wanted: ${area.target}`} />
            <ZoneSwatch
              zones={
                (area.passes.filter((row) => row.spot === null).at(-1)?.looks ?? area.bare).day
              }
              label={`${area.label} once it is painted`}
            />
            <Button
              size="xs"
              variant="ghost"
              px="1"
              flex="1"
              minWidth="0"
              justifyContent="flex-start"
              onClick={() => onOpen(area.id)}
            >
              <Text truncate>{area.label}</Text>
            </Button>
            <Text fontSize="xs" color="inkSoft" whiteSpace="nowrap">
              {area.parts.length === 0
                ? "no part wears it"
                : `${area.passes.length} ${area.passes.length === 1 ? "pass" : "passes"}, ${areaOf(area.surface_cm2, units)}`}
            </Text>
          </Flex>
        ))}
      </Stack>
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
      <Heading size="sm">To mix</Heading>
      {colour.mixings.length === 0 ? (
        <Note>Nothing to mix: no paints in Stores, or no area that is painted.</Note>
      ) : null}
      {colour.mixings.map((row) => (
        <MixingBox
          key={row.passes.join()}
          mixing={row}
          word={
            row === now ? "mix this next" : row.passes.every((key) => done.has(key)) ? "done" : null
          }
        />
      ))}
      {colour.bought.length > 0 ? (
        <>
          <Heading size="sm">Bought as it is</Heading>
          {colour.bought.map((row) => (
            <Flex key={row.product} gap="2" align="center" fontSize="sm">
              <Text flex="1" minWidth="0">
                {row.label}
                <Text as="span" fontSize="xs" color="inkSoft">
                  {" "}
                  for {row.areas.join(", ")}
                </Text>
              </Text>
              {row.colours
                .filter((one) => one.startsWith("#"))
                .map((one) => (
                  <Swatch key={one} colour={one} label={`its colour: ${one}`} size={16} />
                ))}
              <Text whiteSpace="nowrap">{millilitres(row.ml)}</Text>
            </Flex>
          ))}
        </>
      ) : null}
      <ChoiceField
        label="Ground"
        value={colour.ground}
        options={GROUNDS.map((g) => ({ value: g, label: g === "none" ? "none, bare clay" : g }))}
        onChange={(g) => apply("Ground", [set("colour/ground", g)])}
      />
      {colour.ground === "none" ? null : (
        <ChoiceField
          label="It goes on"
          value={figure.sheet.colour.primer}
          options={[
            { value: "brushed", label: "by brush, acrylic" },
            { value: "sprayed", label: "from a spray can" },
          ]}
          onChange={(how) => apply("How the ground goes on", [set("colour/primer", how)])}
        />
      )}
      <Text fontSize="sm">
        {colour.advised_ground === colour.ground
          ? "That ground asks for the fewest coats"
          : `A ${colour.advised_ground} ground asks for the fewest coats`}
        {": "}
        {colour.grounds.map((g) => `${g.ground} ${g.coats.toFixed(1)}`).join(", ")} coats over all.
      </Text>
      <WhyFold why={colour.grounds_why} of="coats over each ground" />
      <ChoiceField
        label="Seal of all"
        value={colour.seal}
        options={SEALS.map((s) => ({ value: s, label: s === "none" ? "none" : s }))}
        onChange={(s) => apply("Seal of all", [set("colour/seal", s)])}
      />
      <Note>
        Amounts are with a fifth to spare. Mixes are reckoned from what is said of each paint;
        expect to nudge them. Swatches are dry: wet paint is lighter.
      </Note>
    </Stack>
  );
}

function MixingBox({ mixing, word }: { mixing: Mixing; word: string | null }) {
  return (
    <Flex gap="2" align="flex-start" opacity={word === "done" ? 0.6 : 1}>
      <Swatch colour={mixing.colour} label={`the mix: ${mixing.colour}`} />
      <Box flex="1" minWidth="0">
        <Text fontSize="sm">
          {mixing.recipe.map((row) => `${row.parts} ${row.label}`).join(" + ")}
          {word ? (
            <Text as="span" fontWeight="700" color={word === "done" ? "inkSoft" : "clay"}>
              {" "}
              · {word}
            </Text>
          ) : null}
        </Text>
        <Text fontSize="xs" color="inkSoft">
          {millilitres(mixing.paint_ml)}: {mixing.recipe.map(doseOf).join(" + ")}, for{" "}
          {mixing.areas.join(", ")}
          {mixing.medium === "acrylic" ? "" : `, of ${MEDIA[mixing.medium]}`}
        </Text>
      </Box>
    </Flex>
  );
}
