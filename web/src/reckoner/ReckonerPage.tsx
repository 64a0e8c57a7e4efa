import { useTitle } from "../ui/useTitle";
import { Box, Flex, Heading, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { useDeferredValue, useState } from "react";
import { useReckoned } from "../api/useReckoner";
import { useCatalogue } from "../api/useRules";
import { ChoiceField, Note } from "../ui/fields";
import { faultText } from "../ui/useDraft";
import { useUnits } from "../ui/UnitsContext";
import { area, length, mass, value, type Units } from "../units/format";
import { SpacingStrip } from "./SpacingStrip";
import { TypedField } from "../ui/TypedField";

const FORMS = {
  ball: ["across"],
  snake: ["across", "length"],
  cone: ["across", "length"],
  drop: ["across", "length"],
  sheet: ["length", "breadth", "thickness"],
  weight: ["weight"],
} as const;
type Form = keyof typeof FORMS;
const isForm = (text: string): text is Form => text in FORMS;
const WORDS: Record<string, string> = {
  across: "across",
  length: "long",
  breadth: "broad",
  thickness: "thick",
  weight: "of",
};
/** What stands in the boxes at first: round measures in whichever unit. */
const firstMeasures = (units: Units): Record<string, string> => ({
  ...(units.length_unit === "in"
    ? { across: "3/4 in", length: "2 1/2 in", breadth: "1 1/2 in", thickness: "1/16 in" }
    : { across: "20 mm", length: "60 mm", breadth: "40 mm", thickness: "2 mm" }),
  weight: units.mass_unit === "g" ? "57 g" : "2 oz",
});
const wantedIn = (units: Units) => ({
  ...(units.length_unit === "in"
    ? { snake_across: "1/8 in", sheet_thickness: "1/16 in", cone_length: "1 1/4 in" }
    : { snake_across: "4 mm", sheet_thickness: "2 mm", cone_length: "30 mm" }),
  pack: units.mass_unit === "g" ? "57 g" : "2 oz",
});

/** Any piece of clay in every other form, in any unit, without a figure. */
export function ReckonerPage() {
  const units = useUnits();
  return <Pieces key={`${units.length_unit} ${units.mass_unit}`} />;
}

function Pieces() {
  useTitle("Reckoner");
  const units = useUnits();
  const clays = useCatalogue().data?.clays ?? {};
  const [form, setForm] = useState<Form>("ball");
  const [clay, setClay] = useState("rigid");
  const [measures, setMeasures] = useState(() => firstMeasures(units));
  const [how, setHow] = useState(() => wantedIn(units));
  const asked = useDeferredValue({ form, clay, measures, ...how });
  const found = useReckoned(asked);
  const wanted = [
    ["snake_across", "a snake this thick"],
    ["sheet_thickness", "a sheet this thick"],
    ["cone_length", "a cone this long"],
    ["pack", "out of a pack of"],
  ] as const;
  const r = found.data;
  const layers = r && r.sheet_layers > 1 ? `${r.sheet_layers} sheets of ` : "";
  const rows: [string, string][] = r
    ? [
        ["ball", length(r.ball_mm, units)],
        [`snake ${how.snake_across} across`, `${length(r.snake_mm, units)} long`],
        [
          `sheet ${how.sheet_thickness} thick`,
          `${area(r.sheet_cm2, units)}, ${layers}setting ${r.sheet_setting}`,
        ],
        [`cone ${how.cone_length} long`, `${length(r.cone_base_mm, units)} at its base`],
        ["weighs", mass(r.grams, units)],
        ["volume", value(r.volume_cm3, "cm3", units)],
        [
          `pack of ${how.pack}`,
          r.pack_pieces >= 1
            ? `${Math.floor(r.pack_pieces + 1e-9)} such pieces`
            : `one takes ${(1 / r.pack_pieces).toFixed(1)} packs`,
        ],
      ]
    : [];
  return (
    <Box as="main" flex="1" overflowY="auto" px={{ base: "4", md: "8" }} py="5">
      <Heading as="h1" size="2xl" mb="1">
        Reckoner
      </Heading>
      <Text color="inkSoft" mb="5" maxWidth="60ch">
        A piece of clay in any form, and what it is in every other. Write measures as you like: 20
        mm, 3/4 in, 2 oz.
      </Text>
      <SimpleGrid columns={{ base: 1, md: 2 }} gap="8" maxWidth="64rem" alignItems="start">
        <Stack gap="2.5" borderTopWidth="2px" borderColor="ink" pt="3">
          <ChoiceField
            label="I have a"
            value={form}
            options={Object.keys(FORMS).map((name) => ({ value: name, label: name }))}
            onChange={(name) => isForm(name) && setForm(name)}
          />
          {FORMS[form].map((name) => (
            <TypedField
              key={name}
              of={name === "weight" ? "mass" : "length"}
              label={WORDS[name] ?? name}
              value={measures[name] ?? ""}
              onChange={(value) => setMeasures((now) => ({ ...now, [name]: value }))}
            />
          ))}
          <ChoiceField
            label="made of"
            width="16rem"
            value={clay}
            options={Object.values(clays).map((row) => ({ value: row.id, label: row.label }))}
            onChange={setClay}
          />
          <Heading as="h2" size="sm" mt="3">
            and want it as
          </Heading>
          {wanted.map(([key, label]) => (
            <TypedField
              key={key}
              of={key === "pack" ? "mass" : "length"}
              label={label}
              value={how[key]}
              onChange={(value) => setHow((now) => ({ ...now, [key]: value }))}
            />
          ))}
        </Stack>
        <Stack gap="0" borderTopWidth="2px" borderColor="ink" pt="3" aria-live="polite">
          {found.error ? (
            <Text role="alert" color="stop">
              {faultText(found.error)}
            </Text>
          ) : (
            rows.map(([word, value]) => (
              <Flex
                key={word}
                justify="space-between"
                gap="4"
                py="1.5"
                borderBottomWidth="1px"
                borderColor="headline"
              >
                <Text>{word}</Text>
                <Text fontWeight="600" data-reckoned={word.split(" ")[0]}>
                  {value}
                </Text>
              </Flex>
            ))
          )}
          <Note>
            Densities are typical; the sheet machine's settings are those of House rules. Raw clay,
            without waste.
          </Note>
        </Stack>
      </SimpleGrid>
      <SpacingStrip />
    </Box>
  );
}
