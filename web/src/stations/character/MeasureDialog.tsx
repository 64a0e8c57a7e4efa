import { Box, Button, Stack, Text } from "@chakra-ui/react";
import { CoverDialog } from "../../ui/CoverDialog";
import { PictureFrame } from "../../check/PictureFrame";
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Reference } from "../../api/types";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { tint } from "../../theme";
import { ChoiceField, Note, WordsField } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { useUnits } from "../../ui/UnitsContext";
import { lengthAsTyped, typedLength } from "../../units/format";
import { Loupe } from "../../check/Loupe";
import { fitted, nextMark, nudged, type Point } from "../../check/marking";

interface Props {
  reference: Reference;
  onClose: () => void;
}

const SCALE_MARKS = {
  stature: [
    { id: "@crown", label: "crown, for the scale" },
    { id: "@sole", label: "sole, for the scale" },
  ],
  length: [
    { id: "@a", label: "one end of a known length" },
    { id: "@b", label: "its other end" },
  ],
} as const;
type Kind = keyof typeof SCALE_MARKS;

/** A picture at work size: a scale, and landmarks set by pointer or by keys, seen through a loupe. */
export function MeasureDialog({ reference, onClose }: Props) {
  const { figure, change } = useFigurePage();
  const [kind, setKind] = useState<Kind>(reference.scale?.kind ?? "stature");
  const units = useUnits();
  const known =
    reference.scale?.kind === "length" ? lengthAsTyped(reference.scale.length_mm, units) : "";
  const [typed, setTyped] = useState(known || lengthAsTyped(100, units));
  const [ends, setEnds] = useState<Record<string, Point>>(() => endsOf(reference));
  const [at, setAt] = useState<Point>([0.5, 0.5]);
  const marks = [
    ...SCALE_MARKS[kind],
    ...Object.entries(figure.landmarks).map(([id, label]) => ({ id, label })),
  ];
  const placed = (id: string): Point | undefined =>
    id.startsWith("@") ? ends[id] : reference.landmarks[id];
  const [mark, setMark] = useState<string>(
    () => marks.find((row) => !placed(row.id))?.id ?? marks[0]?.id ?? "",
  );
  const picture = useRef<HTMLDivElement>(null);
  useEffect(() => {
    picture.current?.focus();
  }, []);

  const saveScale = (found: Record<string, Point>, next: Kind, text: string) => {
    const [a, b] = SCALE_MARKS[next].map((row) => found[row.id]);
    if (!a || !b) return Promise.resolve();
    const path = `reference/${reference.id}/scale`;
    const operations =
      next === "stature"
        ? [set(path, { kind: "stature", crown: a, sole: b })]
        : [
            set(path, { kind: "length", a, b, length_mm: 1 }),
            set(`${path}/length_mm`, typedLength(text, units)),
          ];
    return change(`Scale of ${reference.label}`, operations);
  };
  const place = (point: Point) => {
    setAt(point);
    if (mark.startsWith("@")) {
      const next = { ...ends, [mark]: point };
      setEnds(next);
      saveScale(next, kind, typed).catch(tellProblem);
    } else {
      const landmarks = { ...reference.landmarks, [mark]: point };
      const label = marks.find((row) => row.id === mark)?.label ?? mark;
      void change(`Mark the ${label}`, [
        set(`reference/${reference.id}/landmarks`, landmarks),
      ]).catch(tellProblem);
    }
    setMark(nextMark(marks, mark));
  };
  const clear = () => {
    if (mark.startsWith("@")) return;
    const landmarks = Object.fromEntries(
      Object.entries(reference.landmarks).filter(([id]) => id !== mark),
    );
    void change("Take a landmark away", [
      set(`reference/${reference.id}/landmarks`, landmarks),
    ]).catch(tellProblem);
  };
  const pointed = (event: PointerEvent): Point => {
    const box = event.currentTarget.getBoundingClientRect();
    return [
      Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)),
      Math.min(1, Math.max(0, (event.clientY - box.top) / box.height)),
    ];
  };
  const keyed = (event: KeyboardEvent) => {
    const moved = nudged(at, event.key, event.shiftKey, reference.width_px, reference.height_px);
    if (moved) setAt(moved);
    else if (event.key === "Enter" || event.key === " ") place(at);
    else if (event.key === "Delete" || event.key === "Backspace") clear();
    else if (event.key === "]") setMark(nextMark(marks, mark));
    else if (event.key === "[") setMark(nextMark([...marks].reverse(), mark));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const source = `/api/v1/figures/${figure.id}/references/${reference.id}/picture`;
  const choose = (id: string) => {
    setMark(id);
    const point = placed(id);
    if (point) setAt(point);
  };
  return (
    <CoverDialog
      title={`Measure ${reference.label}`}
      beside
      onClose={onClose}
      footer={
        <>
          <Button bg="clay" color="onClay" onClick={onClose}>
            Done
          </Button>
        </>
      }
    >
      <PictureFrame>
        <Box
          ref={picture}
          position="relative"
          tabIndex={0}
          role="application"
          aria-label={`Picture ${reference.label}: arrow keys move the cross, Shift by ten, Enter sets the ${marks.find((row) => row.id === mark)?.label ?? "mark"}, [ and ] go through the marks`}
          style={fitted(reference)}
          cursor="crosshair"
          backgroundImage={`url(${source})`}
          backgroundSize="100% 100%"
          touchAction="none"
          onPointerMove={(event) => setAt(pointed(event))}
          onPointerUp={(event) => {
            if (event.button === 0) place(pointed(event));
          }}
          onKeyDown={keyed}
        >
          <svg
            width="100%"
            height="100%"
            viewBox="0 0 1 1"
            preserveAspectRatio="none"
            style={{ position: "absolute", inset: 0, pointerEvents: "none" }}
            aria-hidden="true"
          >
            {[at].map(([u, v]) => (
              <g
                key="at"
                stroke={tint("clay")}
                strokeWidth={1.5}
                style={{ vectorEffect: "non-scaling-stroke" }}
              >
                <line x1={0} x2={1} y1={v} y2={v} vectorEffect="non-scaling-stroke" />
                <line x1={u} x2={u} y1={0} y2={1} vectorEffect="non-scaling-stroke" />
              </g>
            ))}
          </svg>
          {marks.map((row) => {
            const point = placed(row.id);
            if (!point) return null;
            const chosen = row.id === mark;
            return (
              <Box
                key={row.id}
                data-mark={row.id}
                position="absolute"
                left={`${point[0] * 100}%`}
                top={`${point[1] * 100}%`}
                width={chosen ? "13px" : "9px"}
                height={chosen ? "13px" : "9px"}
                transform="translate(-50%, -50%)"
                borderWidth="2px"
                borderColor={row.id.startsWith("@") ? "verdigris" : "clay"}
                borderRadius={row.id.startsWith("@") ? "0" : "full"}
                bg="sheet"
                pointerEvents="none"
                title={row.label}
              />
            );
          })}
        </Box>
      </PictureFrame>
      <Stack width={{ base: "100%", md: "270px" }} flexShrink="0" gap="2" minHeight="0">
        <Loupe source={source} at={at} size={reference} />
        <ChoiceField
          label="Scale by"
          value={kind}
          width="10.5rem"
          options={[
            { value: "stature", label: "crown and sole" },
            { value: "length", label: "a known length" },
          ]}
          onChange={(value) => {
            const next: Kind = value === "length" ? "length" : "stature";
            setKind(next);
            setMark(SCALE_MARKS[next][0].id);
            saveScale(ends, next, typed).catch(tellProblem);
          }}
        />
        {kind === "length" ? (
          <WordsField
            label="On the figure it is"
            of="length"
            text={typed}
            onCommit={async (text) => {
              await saveScale(ends, kind, text);
              setTyped(text);
            }}
          />
        ) : null}
        <Text fontSize="sm" role="status">
          Set the <b>{marks.find((row) => row.id === mark)?.label}</b>.
        </Text>
        <Stack
          as="ul"
          gap="0"
          listStyleType="none"
          aria-label="Marks"
          flex="1"
          minHeight="0"
          overflowY="auto"
          tabIndex={0}
        >
          {marks.map((row) => (
            <Box as="li" key={row.id}>
              <Button
                size="2xs"
                width="100%"
                justifyContent="flex-start"
                variant="ghost"
                bg={row.id === mark ? "claySoft" : "transparent"}
                aria-pressed={row.id === mark}
                onClick={() => choose(row.id)}
              >
                {placed(row.id) ? "●" : "○"} {row.label}
              </Button>
            </Box>
          ))}
        </Stack>
        <Note>
          Arrow keys move the cross, with Shift by ten pixels; Enter sets, Delete takes away, [ and
          ] go through the marks. Leave out what cannot be seen.
        </Note>
      </Stack>
    </CoverDialog>
  );
}

function endsOf(reference: Reference): Record<string, Point> {
  const { scale } = reference;
  if (!scale) return {};
  return scale.kind === "stature"
    ? { "@crown": scale.crown, "@sole": scale.sole }
    : { "@a": scale.a, "@b": scale.b };
}
