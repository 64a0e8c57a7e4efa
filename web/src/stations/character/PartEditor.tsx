import { Button, Checkbox, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import { useCatalogue } from "../../api/useRules";
import type { Part } from "../../api/types";
import { Lock } from "../../figure/Lock";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, NumberField, WordsField } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { useUnits } from "../../ui/UnitsContext";
import { shownDifference, typedDifference } from "../../units/format";
import { FormFields } from "./FormFields";
import { PutOn } from "./PutOn";
import { fieldsOf, resized } from "./shapeFields";

const TEXTURES: Part["texture"][] = [
  "smooth",
  "skin",
  "hair",
  "fur",
  "feathers",
  "scales",
  "cloth",
  "bark",
  "stone",
];
const FEATURES = [
  { value: "", label: "nothing of these" },
  { value: "eye", label: "an eye" },
  { value: "drawn_eye", label: "a drawn eye" },
  { value: "mouth", label: "of the mouth" },
  { value: "tooth", label: "a tooth" },
  { value: "horn", label: "a horn" },
  { value: "claw", label: "a claw" },
  { value: "hair", label: "hair" },
];
const FLAGS = [
  { key: "delicate", label: "delicate" },
  { key: "contact", label: "stands on the ground" },
  { key: "hidden", label: "hidden in the drawing" },
] as const;

/** Everything of one part; what is changed on one of a pair is changed on the other. */
export function PartEditor({ part }: { part: Part }) {
  const { figure, plan, select, change, make, apply } = useFigurePage();
  const catalogue = useCatalogue().data;
  const { parts } = figure.sheet;
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    box.current?.scrollIntoView({ block: "nearest" });
  }, [part.id]);
  const at = parts.findIndex((row) => row.id === part.id);
  const twin = parts.find((row) => row.mirror_of === part.id || part.mirror_of === row.id);
  const put = (field: string, value: unknown) =>
    change(`${part.label}: ${field.replace("_", " ")}`, [set(`part/${part.id}/${field}`, value)]);
  const choose = (field: string, value: unknown) => void put(field, value).catch(tellProblem);
  const copy = (how: "duplicate" | "mirror", label: string) =>
    make({ label, copy_of: { part: part.id, how } }).catch(tellProblem);
  const wall = plan.bulk.parts.find((row) => row.id === part.id)?.wall_mm ?? 6;
  const act = (label: string, onClick: () => void, disabled = false) => (
    <Button
      key={label}
      size="2xs"
      variant="outline"
      borderColor="hairline"
      disabled={disabled}
      onClick={onClick}
    >
      {label}
    </Button>
  );
  return (
    <Stack ref={box} gap="2" p="2" borderWidth="1px" borderColor="clay" borderRadius="sheet">
      <Flex justify="space-between" align="center">
        <Heading size="sm">{part.label}</Heading>
        {twin ? (
          <Text fontSize="xs" color="inkSoft">
            a pair with the {twin.label}
          </Text>
        ) : null}
      </Flex>
      <Flex gap="1" wrap="wrap">
        {act("Smaller", () => choose("shape", resized(part.shape, 1 / 1.1)))}
        {act("Larger", () => choose("shape", resized(part.shape, 1.1)))}
        {act("Duplicate", () => void copy("duplicate", `Duplicate the ${part.label}`))}
        {act("Mirror", () => void copy("mirror", `Mirror the ${part.label}`), twin !== undefined)}
        {act("Up", () => choose("at", at - 1), at === 0)}
        {act("Down", () => choose("at", at + 1), at === parts.length - 1)}
        {act("Delete", () => {
          select(null);
          apply(`Delete the ${part.label}`, [set(`part/${part.id}`, null)]);
        })}
      </Flex>
      <Flex align="center" justify="space-between" gap="2">
        <Text fontSize="xs" color="inkSoft">
          All of it as it is, whatever fixes say
        </Text>
        <Lock path={`part/${part.id}`} of={`the ${part.label}`} />
      </Flex>
      <WordsField label="Called" text={part.label} onCommit={(text) => put("label", text)} />
      <ChoiceField
        label="On the bone"
        value={part.bone}
        options={figure.joints.map((row) => ({ value: row.id, label: row.label }))}
        onChange={(bone) => choose("bone", bone)}
      />
      <PutOn part={part} />
      <NumberField
        label="Layer, outwards"
        value={part.layer}
        unit=""
        onCommit={(v) => put("layer", Math.round(v))}
      />
      <ChoiceField
        label="Made of"
        value={part.stock ? `stock:${part.stock}` : `clay:${part.clay}`}
        options={[
          ...Object.entries(catalogue?.clays ?? {}).map(([id, row]) => ({
            value: `clay:${id}`,
            label: row.label,
          })),
          ...Object.entries(catalogue?.stock_materials ?? {}).map(([id, row]) => ({
            value: `stock:${id}`,
            label: `bought: ${row.label}`,
          })),
        ]}
        onChange={(value) => {
          const [kind, id = ""] = value.split(":");
          const paths =
            kind === "stock"
              ? [set(`part/${part.id}/stock`, id)]
              : [set(`part/${part.id}/stock`, null), set(`part/${part.id}/clay`, id)];
          apply(`${part.label}: made of`, paths);
        }}
      />
      {part.stock ? <LimitField part={part} onCommit={(v) => put("limit_c", v)} /> : null}
      <FormFields part={part} wall={wall} put={put} choose={choose} />
      <ChoiceField
        label="Colour area"
        value={part.area ?? ""}
        options={[
          { value: "", label: "none" },
          ...figure.sheet.colour.areas.map((row) => ({ value: row.id, label: row.label })),
        ]}
        onChange={(area) => choose("area", area || null)}
      />
      <ChoiceField
        label="Surface"
        value={part.texture}
        options={TEXTURES.map((value) => ({ value, label: value }))}
        onChange={(texture) => choose("texture", texture)}
      />
      <ChoiceField
        label="What it is"
        value={part.feature ?? ""}
        options={FEATURES}
        onChange={(feature) => choose("feature", feature || null)}
      />
      <Stack gap="1">
        {FLAGS.map((flag) => (
          <Checkbox.Root
            key={flag.key}
            size="sm"
            checked={part[flag.key]}
            onCheckedChange={({ checked }) => choose(flag.key, checked === true)}
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control />
            <Checkbox.Label>{flag.label}</Checkbox.Label>
          </Checkbox.Root>
        ))}
      </Stack>
      <details>
        <summary>
          <Text as="span" fontSize="sm" color="verdigris" fontWeight="600">
            Shape and place: {part.shape.kind.replace("_", " ")}
          </Text>
        </summary>
        <ShapeFields part={part} />
      </details>
    </Stack>
  );
}

function ShapeFields({ part }: { part: Part }) {
  const { figure, plan, change } = useFigurePage();
  const units = useUnits();
  const unitMm = part.scale === "head" ? plan.character.head_mm.value : figure.sheet.height_mm;
  const inch = units.length_unit === "in";
  const shown = {
    length: { factor: inch ? unitMm / 25.4 : unitMm, unit: inch ? "in" : "mm" },
    share: { factor: 100, unit: "%" },
    degrees: { factor: 1, unit: "°" },
    ratio: { factor: 1, unit: "×" },
  };
  return (
    <Stack gap="1" mt="1">
      {part.seat ? (
        <Text fontSize="xs" color="inkSoft">
          Its place on the head comes from the face plan; its size here is for the ordinary face.
        </Text>
      ) : null}
      {fieldsOf(part.shape).map((field) => {
        const { factor, unit } = shown[field.kind];
        return (
          <NumberField
            key={field.key}
            label={field.label}
            value={Math.round(field.value * factor * 100) / 100}
            unit={unit}
            onCommit={(v) => {
              const next = field.change(v / factor);
              return change(`${part.label}: ${field.label}`, [
                set(`part/${part.id}/shape/${next.field}`, next.value),
              ]);
            }}
          />
        );
      })}
    </Stack>
  );
}

/** The most a bought piece can take, where it is not what its material says. */
function LimitField({
  part,
  onCommit,
}: {
  part: Part;
  onCommit: (v: number | null) => Promise<unknown>;
}) {
  const units = useUnits();
  const zero = units.temperature_unit === "F" ? 32 : 0;
  const shown =
    part.limit_c === null ? null : Math.round(shownDifference(part.limit_c, units) + zero);
  return (
    <NumberField<number | null>
      label="Can take at most"
      value={shown}
      unit={`°${units.temperature_unit}`}
      empty={null}
      onCommit={(v) => onCommit(v === null ? null : typedDifference(v - zero, units))}
    />
  );
}
