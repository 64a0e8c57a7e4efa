import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { Lock } from "../../figure/Lock";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length, lengthAsTyped, stature } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { MeasureField, Note, NumberField, WordsField } from "../../ui/fields";
import { SliderField } from "../../ui/SliderField";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { BonesEditor } from "./BonesEditor";

const SLIDERS = [
  { key: "heads_tall", label: "Heads tall", step: 0.1 },
  { key: "build", label: "Build", step: 0.05 },
  { key: "leg_share", label: "Legs", step: 0.02 },
  { key: "leg_length", label: "Leg length", step: 0.02 },
  { key: "trunk_length", label: "Trunk length", step: 0.02 },
  { key: "arm_length", label: "Arms", step: 0.05 },
  { key: "neck_length", label: "Neck length", step: 0.02 },
  { key: "shoulder_breadth", label: "Shoulder breadth", step: 0.05 },
  { key: "hip_breadth", label: "Hip breadth", step: 0.05 },
  { key: "limb_thickness", label: "Limb thickness", step: 0.05 },
  { key: "head_breadth", label: "Head breadth", step: 0.05 },
  { key: "head_depth", label: "Head depth", step: 0.05 },
  { key: "head_height", label: "Head height", step: 0.05 },
  { key: "muzzle_length", label: "Muzzle length", step: 0.05 },
  { key: "hem_height", label: "Hem off the ground", step: 0.02 },
  { key: "cap_height", label: "Cap height", step: 0.02 },
  { key: "cap_breadth", label: "Cap breadth", step: 0.05 },
  { key: "taper", label: "Taper upwards", step: 0.05 },
] as const;
const LIMBS = [
  { key: "tail_length", label: "Tail", usual: 0.45, step: 0.05 },
  { key: "wing_span", label: "Wings", usual: 0.8, step: 0.05 },
] as const;
const COUNTS = [
  { key: "pairs", label: "Pairs of limbs", unit: "" },
  { key: "tiers", label: "Figures, one on another", unit: "" },
] as const;

export function BuildTab() {
  const { figure, plan, preview, apply, change } = useFigurePage();
  const units = useUnits();
  const body = figure.sheet.body;
  const numbers = new Map(
    Object.entries(body).flatMap(([key, value]) =>
      typeof value === "number" ? [[key, value] as const] : [],
    ),
  );
  const range = (key: string) => figure.build_ranges[key] ?? [0, 1];
  const slider = (row: { key: string; label: string; step: number }) => (
    <SliderField
      key={row.key}
      label={row.label}
      value={numbers.get(row.key) ?? 0}
      min={range(row.key)[0]}
      max={range(row.key)[1]}
      step={row.step}
      scale={row.key === "heads_tall" ? 1 : 100}
      show={(v) => (row.key === "heads_tall" ? v.toFixed(1) : `${Math.round(v * 100)} %`)}
      onMove={(v) => preview({ label: row.label, operations: [set(`body/${row.key}`, v)] })}
      onCommit={(v) => apply(row.label, [set(`body/${row.key}`, v)])}
    />
  );
  return (
    <Stack gap="3">
      <WordsField
        label="Name"
        text={figure.sheet.name}
        onCommit={(text) => change("Name", [set("name", text)])}
      />
      <Flex align="center" gap="2">
        <Box flex="1">
          <MeasureField
            label="Figure height"
            mm={figure.sheet.height_mm}
            onCommit={(text) => change("Figure height", [set("height_mm", text)])}
          />
        </Box>
        <Lock path="height_mm" of="the height" />
      </Flex>
      <ScaleField />
      <Ages />
      <Stack gap="0.5">
        {SLIDERS.filter((row) => numbers.has(row.key)).map(slider)}
        {COUNTS.filter((row) => numbers.has(row.key)).map((row) => (
          <NumberField
            key={row.key}
            label={row.label}
            value={numbers.get(row.key) ?? 0}
            unit={row.unit}
            onCommit={(v) => change(row.label, [set(`body/${row.key}`, v)])}
          />
        ))}
      </Stack>
      <Stack gap="0.5">
        {LIMBS.map((row) =>
          (numbers.get(row.key) ?? 0) > 0 ? (
            <Flex key={row.key} direction="column">
              {slider(row)}
              {range(row.key)[0] === 0 ? (
                <Button
                  size="2xs"
                  variant="ghost"
                  alignSelf="flex-end"
                  onClick={() =>
                    apply(`Without ${row.label.toLowerCase()}`, [set(`body/${row.key}`, 0)])
                  }
                >
                  Without {row.label.toLowerCase()}
                </Button>
              ) : null}
            </Flex>
          ) : null,
        )}
        <Flex gap="2" wrap="wrap">
          {LIMBS.filter((row) => numbers.get(row.key) === 0).map((row) => (
            <Button
              key={row.key}
              size="xs"
              variant="outline"
              borderColor="hairline"
              onClick={() =>
                apply(`Add ${row.label.toLowerCase()}`, [set(`body/${row.key}`, row.usual)])
              }
            >
              Add {row.label.toLowerCase()}
            </Button>
          ))}
        </Flex>
      </Stack>
      {body.plan === "free" ? <BonesEditor bones={body.bones} /> : null}
      <Answer label="One head" q={plan.character.head_mm} />
      <Heading size="sm">Landmarks, standing</Heading>
      <PanelTable
        label="Landmarks"
        head={["above the sole", "height", "heads"]}
        right={[1, 2]}
        rows={plan.character.landmarks.map((mark) => ({
          key: mark.id,
          why: mark.why,
          cells: [mark.label, length(mark.height_mm, units), mark.heads.toFixed(2)],
        }))}
      />
      <PanelTable
        label="Spans"
        head={["span", "length"]}
        right={[1]}
        rows={plan.character.spans.map((span) => ({
          key: span.label,
          why: span.why,
          cells: [span.label, length(span.length_mm, units)],
        }))}
      />
    </Stack>
  );
}

/** 1 : 6 of a person; and how large ordinary things are beside the figure. */
function ScaleField() {
  const { figure, plan, change } = useFigurePage();
  const units = useUnits();
  const { scale } = plan.character;
  const field = (text: string) => (
    <WordsField
      label="Scale"
      text={text}
      onCommit={(next) => change("Scale", [set("scale", next)])}
    />
  );
  if (!scale)
    return (
      <Stack gap="1">
        {field("")}
        <Note>Type 1:2 of {lengthAsTyped(600, units)} to say what it is a model of.</Note>
      </Stack>
    );
  const ratio = scale.ratio.toFixed(scale.ratio < 10 ? 2 : 1).replace(/\.?0+$/, "");
  const real = stature(scale.stands_for_mm, units);
  return (
    <Stack gap="1">
      {field(`1:${ratio} of ${real}`)}
      {scale.said ? null : (
        <Note>
          {figure.sheet.body.heads_tall.toFixed(1)} heads are taken for a person of {real}, assumed.
          Type 1:6 of {stature(1750, units)} to say it.
        </Note>
      )}
      <details>
        <summary>
          <Text as="span" fontSize="sm" color="verdigris" fontWeight="600">
            Real things at this scale
          </Text>
        </summary>
        <PanelTable
          label="Real things"
          head={["thing", "real", "here"]}
          right={[1, 2]}
          rows={scale.things.map((row) => ({
            key: row.label,
            cells: [row.label, length(row.real_mm, units), length(row.here_mm, units)],
          }))}
        />
      </details>
    </Stack>
  );
}

function Ages() {
  const { plan, apply, looked, act } = useFigurePage();
  const { ages } = plan.character;
  const { ghosts } = looked;
  if (!ages.length && !plan.character.ghosts.length) return null;
  return (
    <Flex gap="1" wrap="wrap" align="center" role="group" aria-label="Age">
      {ages.map((age) => (
        <Button
          key={age.label}
          size="xs"
          variant="outline"
          borderColor="hairline"
          onClick={() => apply(`Age: ${age.label}`, age.operations)}
        >
          {age.label}
        </Button>
      ))}
      {plan.character.ghosts.length ? (
        <Button
          size="xs"
          variant="outline"
          aria-pressed={ghosts}
          borderColor={ghosts ? "verdigris" : "hairline"}
          bg={ghosts ? "verdigrisSoft" : "transparent"}
          onClick={() => act({ do: "show", what: "ghosts", shown: !ghosts })}
        >
          {ghosts ? "●" : "○"} others beside
        </Button>
      ) : null}
    </Flex>
  );
}
