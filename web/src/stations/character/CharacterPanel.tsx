import { Box, Heading, Stack } from "@chakra-ui/react";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { MeasureField, WordsField } from "../../ui/fields";
import { SliderField } from "../../ui/SliderField";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";

const BUILD = [
  { key: "heads_tall", label: "Heads tall", step: 0.1 },
  { key: "build", label: "Build", step: 0.05 },
  { key: "shoulder_breadth", label: "Shoulder breadth", step: 0.05 },
  { key: "hip_breadth", label: "Hip breadth", step: 0.05 },
  { key: "limb_thickness", label: "Limb thickness", step: 0.05 },
  { key: "head_breadth", label: "Head breadth", step: 0.05 },
  { key: "head_depth", label: "Head depth", step: 0.05 },
] as const;
const MORE = [
  { key: "neck_length", label: "Neck length", step: 0.02 },
  { key: "tail_length", label: "Tail length", step: 0.05 },
  { key: "trunk_length", label: "Trunk length", step: 0.05 },
] as const;

export function CharacterPanel() {
  const { figure, plan, preview, apply, change } = useFigurePage();
  const units = useUnits();
  const body: Record<string, number | string> = { ...figure.sheet.body };
  const extra = MORE.filter((row) => row.key in body);
  const range = (key: string) => figure.build_ranges[key] ?? [0, 1];
  return (
    <Stack gap="3">
      <WordsField
        label="Name"
        text={figure.sheet.name}
        onCommit={(text) => change("Name", [set("name", text)])}
      />
      <MeasureField
        label="Figure height"
        mm={figure.sheet.height_mm}
        onCommit={(text) => change("Figure height", [set("height_mm", text)])}
      />
      <Stack gap="0.5">
        {[...BUILD, ...extra].map((row) => (
          <SliderField
            key={row.key}
            label={row.label}
            value={Number(body[row.key])}
            min={range(row.key)[0]}
            max={range(row.key)[1]}
            step={row.step}
            scale={row.key === "heads_tall" ? 1 : 100}
            show={(v) => (row.key === "heads_tall" ? v.toFixed(1) : `${Math.round(v * 100)} %`)}
            onMove={(v) => preview({ label: row.label, operations: [set(`body/${row.key}`, v)] })}
            onCommit={(v) => apply(row.label, [set(`body/${row.key}`, v)])}
          />
        ))}
      </Stack>
      <Answer label="One head" q={plan.character.head_mm} />
      <Box>
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
      </Box>
      <WordsField
        label="Who it is, and what it is doing"
        text={figure.sheet.story}
        rows={3}
        onCommit={(text) => change("Story", [set("story", text)])}
      />
      <WordsField
        label="Mood"
        text={figure.sheet.mood}
        onCommit={(text) => change("Mood", [set("mood", text)])}
      />
    </Stack>
  );
}
