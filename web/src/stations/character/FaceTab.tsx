import { Stack, Text } from "@chakra-ui/react";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { Note, WordsField } from "../../ui/fields";
import { SliderField } from "../../ui/SliderField";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { PrintLink } from "../../ui/PrintLink";

const percent = (v: number) => `${Math.round(v * 100)} %`;
const SLIDERS = [
  { key: "eye_line", label: "Eye line", step: 0.01, show: percent, scale: 100 },
  { key: "eye_breadth", label: "An eye, of the face", step: 0.01, show: percent, scale: 100 },
  {
    key: "eye_gap",
    label: "Between, in eyes",
    step: 0.05,
    show: (v: number) => v.toFixed(2),
    scale: 1,
  },
  { key: "nose", label: "Nose, eyes to chin", step: 0.01, show: percent, scale: 100 },
  { key: "mouth", label: "Mouth, nose to chin", step: 0.01, show: percent, scale: 100 },
  { key: "ear_length", label: "Ears", step: 0.05, show: percent, scale: 100 },
  { key: "socket_depth", label: "Eyes sunk by", step: 0.05, show: percent, scale: 100 },
] as const;

/** The face on its grid: what is marked on the head before clay is moved. */
export function FaceTab() {
  const { figure, plan, preview, apply, change } = useFigurePage();
  const units = useUnits();
  const { face } = plan.character;
  if (!face) return null;
  const seated = figure.sheet.parts.some((part) => part.seat === "eye");
  return (
    <Stack gap="3">
      <Stack gap="0.5">
        {SLIDERS.map((row) => (
          <SliderField
            key={row.key}
            label={row.label}
            value={figure.sheet.face[row.key]}
            min={figure.face_ranges[row.key]?.[0] ?? 0}
            max={figure.face_ranges[row.key]?.[1] ?? 1}
            step={row.step}
            scale={row.scale}
            show={row.show}
            onMove={(v) => preview({ label: row.label, operations: [set(`face/${row.key}`, v)] })}
            onCommit={(v) => apply(row.label, [set(`face/${row.key}`, v)])}
          />
        ))}
      </Stack>
      {seated ? null : (
        <Note>
          These eyes were placed by hand, so the plan does not move them. Add eyes from the library
          under Parts to have them follow.
        </Note>
      )}
      <Answer label="An eye is broad" q={face.eye_mm} />
      <Answer label="Bead to match" q={face.bead_mm} />
      <Text fontSize="sm">
        Eyes {length(face.eyes_apart_mm, units)} apart, middle to middle, on a face{" "}
        {length(face.face_mm, units)} broad.
        {face.behind_mm === null
          ? ""
          : ` ${length(Math.max(0, face.behind_mm), units)} of clay behind the eyes.`}
      </Text>
      <PanelTable
        label="Face grid"
        head={["line", "above the chin", "of the head"]}
        right={[1, 2]}
        rows={face.lines.map((line) => ({
          key: line.label,
          cells: [line.label, length(line.above_chin_mm, units), percent(line.share)],
        }))}
      />
      <WordsField
        label="What its face says"
        text={figure.sheet.expression}
        onCommit={(text) => change("Expression", [set("expression", text)])}
      />
      <PrintLink href={`/api/v1/figures/${figure.id}/prints/face-plan`}>
        Print the face grid at true size (PDF)
      </PrintLink>
    </Stack>
  );
}
