import { Box, Button, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useRef, useState, type PointerEvent } from "react";
import type { Area, Spot } from "../../api/types";
import type { AreaPlan } from "../../elevation/painted";
import { extentOf, pathOf, type Extent, type ViewName } from "../../elevation/paths";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, Note, WordsField } from "../../ui/fields";
import { useUnits } from "../../ui/UnitsContext";
import { area as areaOf } from "../../units/format";
import { Swatch } from "./Swatch";

type Point = [number, number];

/** Places within an area that are painted alone: a stripe, lips, what lies round the eyes. */
export function SpotsBox({ area, told }: { area: Area; told: AreaPlan }) {
  const { figure, plan, apply, selected } = useFigurePage();
  const units = useUnits();
  const [on, setOn] = useState<string | null>(null);
  const [from, setFrom] = useState<ViewName>("front");
  const worn = figure.sheet.parts.filter((part) => told.parts.includes(part.id));
  const part = worn.find((row) => row.id === (on ?? selected)) ?? worn[0];
  const add = (outline: Point[]) => {
    if (!part) return;
    const taken = new Set(area.spots.map((row) => row.id));
    let n = area.spots.length + 1;
    while (taken.has(`place_${n}`)) n++;
    const row = { id: `place_${n}`, label: `place ${n}`, part: part.id, view: from, outline };
    void apply(`A place on the ${part.label}`, [
      set(`area/${area.id}/spots`, [...area.spots, row]),
    ]);
  };
  return (
    <Box>
      <Heading size="sm">Places painted alone</Heading>
      {area.spots.length === 0 ? (
        <Note>
          None yet: draw one round on its part below, then choose it under Where of a pass.
        </Note>
      ) : null}
      {area.spots.map((spot, n) => (
        <Flex key={spot.id} align="flex-end" gap="2" data-place={spot.id}>
          <Box flex="1">
            <WordsField
              label={`On the ${worn.find((row) => row.id === spot.part)?.label ?? "part that is gone"}`}
              text={spot.label}
              onCommit={(text) =>
                apply("Name of a place", [set(`area/${area.id}/spots/${spot.id}/label`, text)])
              }
            />
          </Box>
          <Box pb="1.5">
            <Swatch
              colour={told.spots[n]?.seen.at(-1) ?? told.bare.day.whole}
              label={`${spot.label} once it is painted`}
              size={18}
            />
          </Box>
          <Text fontSize="xs" color="inkSoft" pb="1.5" whiteSpace="nowrap">
            {SEEN[spot.view]}, {areaOf((told.spots[n]?.share ?? 0) * told.surface_cm2, units)}
          </Text>
          <Button
            size="2xs"
            variant="ghost"
            aria-label={`Remove ${spot.label}`}
            onClick={() =>
              apply(`Remove ${spot.label}`, [
                set(
                  `area/${area.id}/passes`,
                  area.passes.filter((row) => row.spot !== spot.id),
                ),
                set(
                  `area/${area.id}/spots`,
                  area.spots.filter((row) => row.id !== spot.id),
                ),
              ])
            }
          >
            ×
          </Button>
        </Flex>
      ))}
      <Flex gap="1" wrap="wrap" mb="1.5">
        {plan.colour.places
          .filter((place) => told.parts.includes(place.part))
          .filter(
            (place) =>
              !area.spots.some(
                (row) =>
                  row.id === place.key ||
                  (row.view === "inside" && place.view === "inside" && row.part === place.part),
              ),
          )
          .map((place) => (
            <Button
              key={place.key}
              size="2xs"
              variant="outline"
              borderColor="hairline"
              onClick={() =>
                apply(`${place.label} of ${area.label}`, [
                  set(`area/${area.id}/spots`, [
                    ...area.spots,
                    {
                      id: place.key,
                      label: place.label,
                      part: place.part,
                      view: place.view,
                      outline: place.outline,
                    },
                  ]),
                ])
              }
            >
              + {place.label}
              {place.view === "inside" ? "" : ", by the face plan"}
            </Button>
          ))}
      </Flex>
      {part ? (
        <>
          <ChoiceField
            label="Draw on the"
            width="13rem"
            value={part.id}
            options={worn.map((row) => ({ value: row.id, label: row.label }))}
            onChange={setOn}
          />
          <ChoiceField
            label="As seen"
            width="13rem"
            value={from}
            options={[
              { value: "front", label: SEEN.front },
              { value: "side", label: SEEN.side },
            ]}
            onChange={(view) => setFrom(view === "side" ? "side" : "front")}
          />
          <DrawOn
            key={`${part.id} ${from}`}
            part={part.id}
            bone={part.bone}
            label={part.label}
            from={from}
            onDrawn={add}
          />
        </>
      ) : null}
    </Box>
  );
}

const SEEN: Record<Spot["view"], string> = {
  front: "from before",
  side: "from its right",
  inside: "inside",
};

const ROUND: Point[] = Array.from({ length: 16 }, (_, n) => [
  0.5 + 0.2 * Math.cos((n / 8) * Math.PI),
  0.5 + 0.12 * Math.sin((n / 8) * Math.PI),
]);
const STEP = 0.03;

interface DrawProps {
  part: string;
  bone: string;
  label: string;
  from: ViewName;
  onDrawn: (outline: Point[]) => void;
}

/** A part in an elevation, to draw an outline round on; by keys an oval or a stripe is put in its middle. */
function DrawOn({ part, bone, label, from, onDrawn }: DrawProps) {
  const { plan } = useFigurePage();
  const [line, setLine] = useState<Point[]>([]);
  const box = useRef<SVGSVGElement>(null);
  const view = plan.drawing[from];
  const shape = view.parts.find((row) => row.id === part);
  if (!shape)
    return (
      <Note>
        The {label} is not seen {SEEN[from]}.
      </Note>
    );
  const { left, low, wide, tall } = extentOf(shape.outline);
  const at = (event: PointerEvent): Point | null => {
    const matrix = box.current?.getScreenCTM()?.inverse();
    if (!matrix) return null;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    const clamp = (share: number) => Math.min(1, Math.max(0, share));
    return [clamp((p.x - left) / wide), clamp((-p.y - low) / tall)];
  };
  const add = (event: PointerEvent) => {
    if (event.buttons !== 1) return;
    const next = at(event);
    const last = line.at(-1);
    if (next && (!last || Math.hypot(next[0] - last[0], next[1] - last[1]) > STEP))
      setLine((was) => (was.length < 60 ? [...was, next] : was));
  };
  const end = () => {
    if (line.length >= 3) onDrawn(line.map(([x, y]): Point => [round(x), round(y)]));
    setLine([]);
  };
  return (
    <Flex gap="2" align="flex-end">
      <svg
        ref={box}
        role="img"
        aria-label={`${label} ${SEEN[from]}: draw round the place`}
        viewBox={`${left - 0.04 * wide} ${-low - 1.04 * tall} ${1.08 * wide} ${1.08 * tall}`}
        width="150"
        height="130"
        preserveAspectRatio="xMidYMid meet"
        style={{ touchAction: "none", cursor: "crosshair" }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          add(event);
        }}
        onPointerMove={add}
        onPointerUp={end}
      >
        <g transform="scale(1 -1)">
          <path
            d={pathOf(shape.outline)}
            fill="var(--chakra-colors-clay-fill, #e4cdb9)"
            stroke="currentColor"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
          <polyline
            points={line.map(([x, y]) => `${left + x * wide},${low + y * tall}`).join(" ")}
            fill="none"
            stroke="currentColor"
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        </g>
      </svg>
      <Stack gap="1">
        <Button
          size="2xs"
          variant="outline"
          onClick={() => onDrawn(ROUND.map(([x, y]) => [round(x), round(y)]))}
        >
          An oval in its middle
        </Button>
        <Button
          size="2xs"
          variant="outline"
          onClick={() =>
            onDrawn(
              stripeOn(
                { left, low, wide, tall },
                view.bones.find((row) => row.joint === bone),
              ),
            )
          }
        >
          A stripe along it
        </Button>
      </Stack>
    </Flex>
  );
}

/** A quarter of a part's breadth, through its middle, along its bone or upright where that is seen from its end. */
export function stripeOn(
  box: Extent,
  bone: { start: [number, number]; end: [number, number] } | undefined,
): Point[] {
  const [dx, dy] = bone ? [bone.end[0] - bone.start[0], bone.end[1] - bone.start[1]] : [0, 1];
  const size = Math.hypot(dx, dy);
  const [ux, uy] = size > 2 ? [dx / size, dy / size] : [0, 1];
  const half = Math.min(box.wide, box.tall) / 8;
  const far = Math.min(box.wide / 2 / Math.abs(ux), box.tall / 2 / Math.abs(uy));
  const corner = (along: number, across: number): Point => {
    const x = 0.5 + (along * far * ux - across * half * uy) / box.wide;
    const y = 0.5 + (along * far * uy + across * half * ux) / box.tall;
    return [round(Math.min(1, Math.max(0, x))), round(Math.min(1, Math.max(0, y)))];
  };
  return [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
}

const round = (share: number) => Math.round(share * 1000) / 1000;
