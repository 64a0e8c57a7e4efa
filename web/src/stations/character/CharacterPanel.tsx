import { Box, Heading, Stack, Text, Textarea } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { MeasureField, SliderField } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";

const BUILD = [
  { key: "heads_tall", label: "Heads tall", min: 1.5, max: 10, step: 0.1 },
  { key: "build", label: "Build", min: 0.6, max: 1.8, step: 0.05 },
  { key: "shoulder_breadth", label: "Shoulder breadth", min: 0.6, max: 1.6, step: 0.05 },
  { key: "hip_breadth", label: "Hip breadth", min: 0.6, max: 1.6, step: 0.05 },
  { key: "limb_thickness", label: "Limb thickness", min: 0.5, max: 2, step: 0.05 },
  { key: "head_breadth", label: "Head breadth", min: 0.6, max: 1.6, step: 0.05 },
  { key: "head_depth", label: "Head depth", min: 0.6, max: 1.6, step: 0.05 },
] as const;
const MORE = [
  { key: "neck_length", label: "Neck length", min: 0.02, max: 0.6, step: 0.02 },
  { key: "tail_length", label: "Tail length", min: 0.05, max: 1.5, step: 0.05 },
  { key: "trunk_length", label: "Trunk length", min: 0.4, max: 2, step: 0.05 },
] as const;

export function CharacterPanel() {
  const { figure, plan, preview, apply, change } = useFigurePage();
  const units = useUnits();
  const body: Record<string, number | string> = { ...figure.sheet.body };
  const extra = MORE.filter((row) => row.key in body);
  return (
    <Stack gap="3">
      <MeasureField
        label="Figure height"
        mm={figure.sheet.height_mm}
        onCommit={(text) => change("Figure height", [set("height_mm", text)])}
      />
      <Stack gap="2">
        {[...BUILD, ...extra].map((row) => (
          <SliderField
            key={row.key}
            label={row.label}
            value={Number(body[row.key])}
            min={row.min}
            max={row.max}
            step={row.step}
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
            cells: [mark.label, length(mark.height_mm, units), mark.heads.toFixed(2)],
          }))}
        />
        <PanelTable
          label="Spans"
          head={["span", "length"]}
          right={[1]}
          rows={plan.character.spans.map((span) => ({
            key: span.label,
            cells: [span.label, length(span.length_mm, units)],
          }))}
        />
      </Box>
      <Story />
    </Stack>
  );
}

function Story() {
  const { figure, apply } = useFigurePage();
  const [text, setText] = useState(figure.sheet.story);
  useEffect(() => setText(figure.sheet.story), [figure.sheet.story]);
  return (
    <Box>
      <Text fontSize="sm" mb="1">
        Who it is, and what it is doing
      </Text>
      <Textarea
        aria-label="Who it is, and what it is doing"
        size="sm"
        bg="sheet"
        rows={3}
        maxLength={4000}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => text !== figure.sheet.story && apply("Story", [set("story", text)])}
      />
    </Box>
  );
}
