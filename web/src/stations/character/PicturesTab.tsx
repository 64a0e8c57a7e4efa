import { Box, Button, Checkbox, Flex, Image, Input, Stack, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useAddPicture } from "../../api/usePictures";
import type { Reference } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { across, length } from "../../units/format";
import { ChoiceField, Note, WordsField } from "../../ui/fields";
import { SliderField } from "../../ui/SliderField";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { faultText } from "../../ui/useDraft";
import { MeasureDialog } from "./MeasureDialog";

type View = Reference["view"];
const VIEWS: { value: View; label: string }[] = [
  { value: "front", label: "from the front" },
  { value: "side", label: "from its right side" },
];

/** Reference pictures: put beside the figure, measured, and what they ask of it. */
export function PicturesTab() {
  const { figure } = useFigurePage();
  const [open, setOpen] = useState<string | null>(null);
  const { references } = figure.sheet;
  const measured = references.find((row) => row.id === open);
  return (
    <Stack gap="3">
      <AddPicture />
      {references.length === 0 ? (
        <Note>
          No picture yet. A drawing or a photograph from the front, and one from the side, give the
          proportions: mark a length you know and the joints.
        </Note>
      ) : null}
      {references.map((reference) => (
        <PictureBox
          key={reference.id}
          reference={reference}
          onMeasure={() => setOpen(reference.id)}
        />
      ))}
      <TrueLengths />
      <Proposals />
      {measured ? <MeasureDialog reference={measured} onClose={() => setOpen(null)} /> : null}
    </Stack>
  );
}

function AddPicture() {
  const { figure, keep } = useFigurePage();
  const send = useAddPicture(figure.id, keep);
  const [picture, setPicture] = useState<File | null>(null);
  const [view, setView] = useState<View>("front");
  const chooser = useRef<HTMLInputElement>(null);
  const add = () => {
    if (!picture) return;
    send.mutate(
      { picture, label: picture.name.replace(/\.[^.]+$/, "").slice(0, 80), view },
      {
        onSuccess: () => {
          setPicture(null);
          if (chooser.current) chooser.current.value = "";
        },
      },
    );
  };
  return (
    <Stack gap="1.5" p="2" borderWidth="1px" borderColor="hairline" bg="sheet">
      <Input
        ref={chooser}
        type="file"
        size="xs"
        aria-label="Reference picture"
        accept="image/jpeg,image/png,image/webp"
        onChange={(event) => setPicture(event.target.files?.[0] ?? null)}
      />
      <ChoiceField
        label="Seen"
        value={view}
        options={VIEWS}
        onChange={(next) => setView(next === "side" ? "side" : "front")}
      />
      <Flex justify="flex-end">
        <Button
          size="xs"
          bg="verdigris"
          color="onClay"
          disabled={!picture}
          loading={send.isPending}
          onClick={add}
        >
          Put it beside the figure
        </Button>
      </Flex>
      {send.error ? (
        <Text role="alert" fontSize="sm" color="stop">
          {faultText(send.error)}
        </Text>
      ) : null}
      {send.data ? (
        <Text role="status" fontSize="xs" color="inkSoft">
          Kept without its metadata{send.data.said.map((words) => `, ${words}`).join("")}.
        </Text>
      ) : null}
    </Stack>
  );
}

function PictureBox({ reference, onMeasure }: { reference: Reference; onMeasure: () => void }) {
  const { figure, plan, change, apply } = useFigurePage();
  const units = useUnits();
  const reading = plan.character.pictures.readings.find((row) => row.reference === reference.id);
  const at = `reference/${reference.id}`;
  const marks = Object.keys(reference.landmarks).length;
  const put = (field: string, value: unknown) =>
    apply(`${reference.label}: ${field}`, [set(`${at}/${field}`, value)]);
  return (
    <Stack gap="1.5" p="2" borderWidth="1px" borderColor="hairline" bg="sheet">
      <Flex gap="2">
        <Image
          src={`/api/v1/figures/${figure.id}/references/${reference.id}/picture`}
          alt={`Reference picture ${reference.label}; it may be missing if the sheet came from a file`}
          width="92px"
          height="110px"
          objectFit="contain"
          bg="sheetDeep"
          fontSize="2xs"
        />
        <Stack gap="1" flex="1" minWidth="0">
          <WordsField
            label="Called"
            text={reference.label}
            onCommit={(text) => change("Name of a picture", [set(`${at}/label`, text)])}
          />
          <ChoiceField
            label="Seen"
            value={reference.view}
            options={VIEWS}
            width="9.5rem"
            onChange={(view) => put("view", view)}
          />
          <Text fontSize="xs" color="inkSoft">
            {reading?.per_px_mm
              ? `${marks} landmarks; a pixel is ${across(reading.per_px_mm, units)}`
              : "No scale yet: mark two points and a length, or crown and sole."}
          </Text>
          <Flex gap="1" wrap="wrap">
            <Button size="xs" bg="clay" color="onClay" onClick={onMeasure}>
              Measure
            </Button>
            <Button
              size="xs"
              variant="ghost"
              onClick={() => apply(`Take the picture ${reference.label} away`, [set(at, null)])}
            >
              Take away
            </Button>
          </Flex>
        </Stack>
      </Flex>
      <Checkbox.Root
        size="sm"
        checked={reference.shown}
        onCheckedChange={({ checked }) => put("shown", checked === true)}
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control />
        <Checkbox.Label>faded behind the elevation</Checkbox.Label>
      </Checkbox.Root>
      {reference.shown ? (
        <SliderField
          label="How strong"
          value={reference.faded}
          min={0.05}
          max={1}
          step={0.05}
          scale={100}
          show={(v) => `${Math.round(v * 100)} %`}
          onMove={() => undefined}
          onCommit={(v) => put("faded", v)}
        />
      ) : null}
      {reading?.troubles.map((words) => (
        <Text key={words} role="alert" fontSize="sm" color="warn">
          ▲ {words}
        </Text>
      ))}
      {reading?.measures.length ? (
        <PanelTable
          label={`Measured in ${reference.label}`}
          head={["length", "picture", "of all", "figure"]}
          right={[1, 2, 3]}
          rows={reading.measures.map((row) => ({
            key: row.id,
            cells: [
              <Box key="l">
                {row.label}
                {row.note ? (
                  <Text fontSize="xs" color="warn">
                    {row.note}
                  </Text>
                ) : null}
              </Box>,
              length(row.seen_mm, units),
              row.of_stature === null ? "–" : `${(100 * row.of_stature).toFixed(1)} %`,
              length(row.figure_mm, units),
            ],
          }))}
        />
      ) : null}
      {reading?.residuals.length ? (
        <PanelTable
          label={`Left against right in ${reference.label}`}
          head={["left and right", "left", "right", "apart"]}
          right={[1, 2, 3]}
          rows={reading.residuals.map((row) => ({
            key: row.label,
            cells: [
              row.label,
              length(row.left_mm, units),
              length(row.right_mm, units),
              `${row.percent.toFixed(1)} %`,
            ],
          }))}
        />
      ) : null}
    </Stack>
  );
}

function TrueLengths() {
  const { plan } = useFigurePage();
  const units = useUnits();
  const rows = plan.character.pictures.true_lengths;
  if (!rows.length) return null;
  return (
    <Stack gap="1">
      <Text fontSize="sm" fontWeight="600">
        True lengths, from both views
      </Text>
      <PanelTable
        label="True lengths"
        head={["length", "true", "figure"]}
        right={[1, 2]}
        rows={rows.map((row) => ({
          key: row.id,
          cells: [
            `${row.label}${row.note ? ` (${row.note})` : ""}`,
            length(row.true_mm ?? row.seen_mm, units),
            length(row.figure_mm, units),
          ],
        }))}
      />
    </Stack>
  );
}

/** Which of the measured proportions to take; the elevation shows them before they are. */
function Proposals() {
  const { plan, preview, drop, change } = useFigurePage();
  const { proposals } = plan.character.pictures;
  const [left, setLeft] = useState<Set<string>>(new Set());
  const rows = proposals.filter((row) => !left.has(row.id));
  const operations = rows.flatMap((row) => row.change.operations);
  if (!proposals.length) return null;
  const show = (row: (typeof proposals)[number], v: number) =>
    row.id === "heads_tall" ? v.toFixed(2) : `${Math.round(v * 100)} %`;
  return (
    <Stack gap="1" p="2" borderWidth="1px" borderColor="clay">
      <Text fontSize="sm" fontWeight="600">
        What the pictures ask of the figure
      </Text>
      {proposals.map((row) => (
        <Checkbox.Root
          key={row.id}
          size="sm"
          checked={!left.has(row.id)}
          onCheckedChange={({ checked }) => {
            const next = new Set(left);
            if (checked === true) next.delete(row.id);
            else next.add(row.id);
            setLeft(next);
          }}
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label>
            {row.label}: {show(row, row.now)} → {show(row, row.measured)}
          </Checkbox.Label>
        </Checkbox.Root>
      ))}
      <Flex gap="2" mt="1">
        <Button
          size="xs"
          variant="outline"
          borderColor="hairline"
          disabled={!rows.length}
          onMouseDown={() => preview({ label: "From the pictures", operations })}
          onMouseUp={drop}
          onMouseLeave={drop}
          onKeyDown={(event) => {
            if (event.key === " " || event.key === "Enter")
              preview({ label: "From the pictures", operations });
          }}
          onKeyUp={drop}
          onBlur={drop}
        >
          Hold to see it
        </Button>
        <Button
          size="xs"
          bg="clay"
          color="onClay"
          disabled={!rows.length}
          onClick={() => void change("Proportions from the pictures", operations)}
        >
          Take {rows.length === proposals.length ? "all" : rows.length} of them
        </Button>
      </Flex>
      <Note>Undo brings the old proportions back.</Note>
    </Stack>
  );
}
