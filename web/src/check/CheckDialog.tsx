import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { CoverDialog } from "../ui/CoverDialog";
import { PictureFrame } from "./PictureFrame";
import { useState } from "react";
import { findCorners, useCheck } from "../api/useCheck";
import { useFigureChanges } from "../api/useFigure";
import { readMeasure } from "../api/useReading";
import type { CheckStage, Marked } from "../api/types";
import { tint } from "../theme";
import { ChoiceField, MeasureField, Note } from "../ui/fields";
import { notices, tellProblem } from "../ui/notices";
import { PrintLink } from "../ui/PrintLink";
import { faultText } from "../ui/useDraft";
import { Loupe } from "./Loupe";
import type { Point } from "./marking";
import { PhotoStage, type Over } from "./PhotoStage";
import {
  ENDS,
  fresh,
  markedOf,
  nextEnd,
  reopened,
  type Marking,
  type Photograph,
  type ScaleKind,
} from "./state";
import { Told } from "./Told";

/** The figure whose work it is, with the landmarks of its body. */
export interface Checked {
  id: string;
  landmarks: Record<string, string>;
}

interface Props {
  figure: Checked;
  photograph: Photograph;
  stage: CheckStage;
  kept: Marked | null;
  onKeep: (marked: Marked) => Promise<unknown>;
  onClose: () => void;
}

export const STAGES: { value: CheckStage; label: string }[] = [
  { value: "wire", label: "the bare wire" },
  { value: "raw", label: "raw clay" },
  { value: "baked", label: "baked" },
];
const SCALES: { value: ScaleKind; label: string }[] = [
  { value: "stature", label: "crown and sole" },
  { value: "length", label: "a known length" },
  { value: "card", label: "the printed card" },
];
const length = async (text: string) => (await readMeasure("length", text)).value;

/** A photograph of the work with the plan over it: two taps, and what one asks further. */
export function CheckDialog({ figure, photograph, stage, kept, onKeep, onClose }: Props) {
  const [marking, setMarking] = useState<Marking>(() => (kept ? reopened(kept) : fresh(stage)));
  const [chosen, setChosen] = useState<string | null>(() => nextEnd(marking));
  const [at, setAt] = useState<Point>([0.5, 0.5]);
  const [shift, setShift] = useState<Point>([0, 0]);
  const [over, setOver] = useState<Over>({ shown: true, faded: 0.35, mirror: false });
  const [looking, setLooking] = useState(false);
  const [keeping, setKeeping] = useState(false);
  const marked = markedOf(marking, photograph);
  const asked = useCheck(figure.id, marked);
  const check = marked && !asked.error ? (asked.data ?? null) : null;
  const put = (more: Partial<Marking>) => {
    const next = { ...marking, ...more };
    setMarking(next);
    return next;
  };
  const label = (id: string): string =>
    ENDS[marking.kind].find((row) => row.id === id)?.label ??
    check?.to_mark.find((row) => row.id === id)?.label ??
    figure.landmarks[id] ??
    id;
  const place = (point: Point) => {
    setAt(point);
    if (!chosen) return;
    if (!chosen.startsWith("@")) {
      put({ marks: { ...marking.marks, [chosen]: point } });
      setChosen(null);
      return;
    }
    const next = put({ ends: { ...marking.ends, [chosen]: point } });
    setShift([0, 0]);
    setChosen(nextEnd(next));
  };
  const clear = (id: string) => {
    const without = (points: Record<string, Point>) =>
      Object.fromEntries(Object.entries(points).filter(([key]) => key !== id));
    if (id.startsWith("@")) put({ ends: without(marking.ends) });
    else put({ marks: without(marking.marks) });
  };
  const byScale = (kind: ScaleKind) => {
    setShift([0, 0]);
    setChosen(nextEnd(put({ kind, ends: {} })));
    if (kind === "card") void look();
  };
  const look = async () => {
    setLooking(true);
    try {
      const found = await findCorners(
        figure.id,
        photograph.file ?? (await (await fetch(photograph.url)).blob()),
      );
      if (!found.corners.length) {
        notices.create({
          type: "info",
          title:
            "Not all four marks of the card were found: tap them, the one with the large dot first.",
        });
        return;
      }
      const names = ENDS.card.map((row) => row.id);
      const ends = Object.fromEntries(found.corners.map(({ x, y }, n) => [names[n] ?? "", [x, y]]));
      setMarking((now) => ({ ...now, kind: "card", ends: ends as Record<string, Point> }));
      setChosen(null);
    } catch (error) {
      tellProblem(error);
    } finally {
      setLooking(false);
    }
  };
  const onKey = (key: string): boolean => {
    if (key.toLowerCase() === "f") setOver({ ...over, shown: !over.shown });
    else if (key.toLowerCase() === "m") setOver({ ...over, mirror: !over.mirror });
    else if ((key === "Delete" || key === "Backspace") && chosen) clear(chosen);
    else return false;
    return true;
  };
  const keep = () => {
    if (!marked) return;
    setKeeping(true);
    onKeep(marked)
      .then(onClose, tellProblem)
      .finally(() => setKeeping(false));
  };
  const changes = useFigureChanges(figure.id);
  const points = { ...marking.ends, ...marking.marks };
  const says = chosen
    ? `Photograph: arrow keys move the cross, Shift by ten, Enter sets the ${label(chosen)}`
    : "Photograph: drag moves the plan over it, F shows and hides it, M lays the mirror image over it";
  return (
    <CoverDialog
      title="Held against the plan"
      beside
      onClose={onClose}
      footer={
        <>
          <Button variant="outline" borderColor="hairline" onClick={onClose}>
            Leave it
          </Button>
          <Button bg="clay" color="onClay" disabled={!check} loading={keeping} onClick={keep}>
            Keep it in the log
          </Button>
        </>
      }
    >
      <PictureFrame>
        <PhotoStage
          photograph={photograph}
          check={check}
          over={over}
          placed={Object.entries(points).map(([id, point]) => ({
            id,
            label: label(id),
            at: point,
            scale: id.startsWith("@"),
          }))}
          setting={chosen}
          says={says}
          at={at}
          shift={shift}
          onAt={setAt}
          onPlace={place}
          onShift={setShift}
          onKey={onKey}
        />
      </PictureFrame>
      <Stack
        width={{ base: "100%", md: "320px" }}
        flexShrink="0"
        gap="2"
        minHeight="0"
        overflowY={{ base: "visible", md: "auto" }}
        pr="1"
      >
        <ChoiceField
          label="Seen"
          value={marking.view}
          width="10.5rem"
          options={[
            { value: "front", label: "from the front" },
            { value: "side", label: "from its right" },
          ]}
          onChange={(view) => put({ view: view === "side" ? "side" : "front" })}
        />
        <ChoiceField
          label="It is"
          value={marking.stage}
          width="10.5rem"
          options={STAGES}
          onChange={(value) =>
            put({ stage: STAGES.find((row) => row.value === value)?.value ?? "raw" })
          }
        />
        <ChoiceField
          label="Measured by"
          value={marking.kind}
          width="10.5rem"
          options={SCALES}
          onChange={(value) =>
            byScale(SCALES.find((row) => row.value === value)?.value ?? "stature")
          }
        />
        {marking.kind === "length" ? (
          <MeasureField
            label="That is"
            mm={marking.length_mm}
            onCommit={async (text) => put({ length_mm: await length(text) })}
          />
        ) : null}
        {marking.kind === "card" ? (
          <>
            <MeasureField
              label="It stands behind the middle by"
              mm={marking.behind_mm}
              onCommit={async (text) => put({ behind_mm: await length(text) })}
            />
            <Flex gap="3" align="center" wrap="wrap">
              <Button size="xs" variant="outline" loading={looking} onClick={() => void look()}>
                Look for its marks
              </Button>
              <PrintLink href={`/api/v1/figures/${figure.id}/check/card`}>
                Print the card (PDF)
              </PrintLink>
            </Flex>
          </>
        ) : null}
        {chosen ? (
          <>
            <Loupe source={photograph.url} at={at} size={photograph} />
            <Text fontSize="sm" role="status">
              Tap the <b>{label(chosen)}</b>.{" "}
              {chosen.startsWith("@") ? "" : "Leave it out where it cannot be seen."}
            </Text>
          </>
        ) : null}
        {asked.error && marked ? (
          <Text role="alert" fontSize="sm" color="stop">
            {faultText(asked.error)}
          </Text>
        ) : null}
        {check ? (
          <>
            <Flex gap="1.5" wrap="wrap" align="center">
              <Button
                size="xs"
                variant="outline"
                aria-pressed={over.shown}
                bg={over.shown ? "claySoft" : "transparent"}
                onClick={() => setOver({ ...over, shown: !over.shown })}
              >
                Plan over it (F)
              </Button>
              <Button
                size="xs"
                variant="outline"
                aria-pressed={over.mirror}
                bg={over.mirror ? "claySoft" : "transparent"}
                onClick={() => setOver({ ...over, mirror: !over.mirror })}
              >
                Left over right (M)
              </Button>
              {shift[0] || shift[1] ? (
                <Button size="xs" variant="outline" onClick={() => setShift([0, 0])}>
                  Back to best fit
                </Button>
              ) : null}
            </Flex>
            <Box as="label" fontSize="sm" display="flex" gap="2" alignItems="center">
              Filled
              <input
                type="range"
                min={0}
                max={1}
                step={0.05}
                value={over.faded}
                style={{ flex: 1, accentColor: tint("clay") }}
                onChange={(event) => setOver({ ...over, faded: Number(event.target.value) })}
              />
            </Box>
            <Told
              check={check}
              marks={Object.keys(marking.marks)}
              chosen={chosen}
              onChoose={setChosen}
              onClear={clear}
              missing={marking.missing}
              onMissing={(missing) => put({ missing })}
              onTake={(row) =>
                void changes
                  .edit({
                    label: `As built: ${row.difference.words}`,
                    operations: row.take,
                  })
                  .then(() => asked.refetch())
                  .catch(tellProblem)
              }
              onMirrored={() => put({ mirrored: !marking.mirrored })}
            />
          </>
        ) : chosen ? null : (
          <Note>Looking…</Note>
        )}
      </Stack>
    </CoverDialog>
  );
}
