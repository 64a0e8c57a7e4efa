import { Flex, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import type { JoinScenes, Plan, Scene } from "../../api/types";
import { pathOf } from "../../elevation/paths";
import { useFigurePage } from "../../figure/useFigurePage";
import { tint } from "../../theme";

const WIDE = 58;
const HIGH = 48;
/** So much is seen round the smaller of the two, in its sizes; they are drawn so far apart. */
const ROUND = 0.75;
const AWAY = 0.6;
/** Longer than so many times its breadth a part is a stick. */
const LONG = 3;

const LOOK = {
  none: null,
  raw: { fill: tint("claySoft"), stroke: tint("clayEdge"), strokeDasharray: "3 2" },
  hard: { fill: tint("clayFill"), stroke: tint("clayEdge") },
  painted: { fill: tint("verdigrisSoft"), stroke: tint("verdigris") },
} as const;

interface Outlines {
  part: string;
  onto: string;
  box: string;
  /** How far it is drawn away where they are not together, mm. */
  away: [number, number];
}

/** The order of one join, as pictures of its two parts: raw, hard, painted; apart and together. */
export function JoinStrip({ part, onto }: { part: string; onto: string }) {
  const { plan } = useFigurePage();
  const join = plan.order.scenes.find((row) => row.part === part && row.onto === onto);
  const outlines = useMemo(() => join && outlinesOf(plan.drawing, join), [plan.drawing, join]);
  if (!join || !outlines || join.scenes.length === 0) return null;
  return (
    <Flex as="ol" wrap="wrap" gap="1" my="1" listStyleType="none" aria-label="Its order">
      {join.scenes.map((scene, place) => (
        <li key={place}>
          <Picture scene={scene} outlines={outlines} />
          <Text
            fontSize="xs"
            lineHeight="1.1"
            textAlign="center"
            color={scene.done ? "inkSoft" : "ink"}
            maxWidth={`${WIDE}px`}
          >
            {scene.done ? "✓ " : ""}
            {scene.words}
          </Text>
        </li>
      ))}
    </Flex>
  );
}

function Picture({ scene, outlines }: { scene: Scene; outlines: Outlines }) {
  const apart = !scene.together && scene.onto !== "none";
  const shift = apart ? `translate(${outlines.away.join(" ")})` : undefined;
  const onto = LOOK[scene.onto];
  const part = LOOK[scene.part];
  return (
    <svg
      width={WIDE}
      height={HIGH}
      viewBox={outlines.box}
      aria-hidden
      style={{ background: tint("paper"), border: `1px solid ${tint("hairline")}` }}
      data-scene={`${scene.part} ${scene.onto} ${scene.together ? "together" : "apart"}`}
    >
      <g transform="scale(1 -1)" strokeWidth={1.2} strokeLinejoin="round">
        {onto ? <path d={outlines.onto} vectorEffect="non-scaling-stroke" {...onto} /> : null}
        {part ? (
          <path d={outlines.part} transform={shift} vectorEffect="non-scaling-stroke" {...part} />
        ) : null}
      </g>
    </svg>
  );
}

type Bounds = [number, number, number, number];

const boundsOf = (rings: number[][]): Bounds => {
  const flat = rings.flat();
  const us = flat.filter((_, at) => at % 2 === 0);
  const vs = flat.filter((_, at) => at % 2 === 1);
  return [Math.min(...us), Math.min(...vs), Math.max(...us), Math.max(...vs)];
};

const sizeOf = ([left, low, right, high]: Bounds): number => Math.max(right - left, high - low);

/** The way a part comes off: from the middle of what carries it, of a long one across its length. */
function wayOff([left, low, right, high]: Bounds, [u, v]: [number, number]): [number, number] {
  const [wide, tall] = [right - left, high - low];
  if (tall > LONG * wide) return [u < 0 ? -1 : 1, 0];
  if (wide > LONG * tall) return [0, v < 0 ? -1 : 1];
  const far = Math.hypot(u, v);
  return far > 1e-6 ? [u / far, v / far] : [0, 1];
}

/** Both outlines in the view that shows them further apart, close to the smaller of the two. */
function outlinesOf(drawing: Plan["drawing"], join: JoinScenes): Outlines | null {
  const seen = [drawing.front, drawing.side].flatMap((view) => {
    const part = view.parts.find((row) => row.id === join.part);
    const onto = view.parts.find((row) => row.id === join.onto);
    if (!part || !onto) return [];
    const way: [number, number] = [
      part.centre[0] - onto.centre[0],
      part.centre[1] - onto.centre[1],
    ];
    return [{ part, onto, way, far: Math.hypot(...way) }];
  });
  const best = seen.reduce<(typeof seen)[number] | null>(
    (most, row) => (most === null || row.far > most.far ? row : most),
    null,
  );
  if (!best) return null;
  const part = boundsOf(best.part.outline);
  const onto = boundsOf(best.onto.outline);
  const small = sizeOf(part) <= sizeOf(onto) ? part : onto;
  const by = sizeOf(small) * AWAY;
  const way = wayOff(part, best.way);
  const [left, low, right, high] = small;
  const pad = sizeOf(small) * ROUND;
  const [u, v] = [(left + right) / 2, (low + high) / 2];
  const tall = Math.max(high - low + 2 * pad, ((right - left + 2 * pad) * HIGH) / WIDE);
  const wide = (tall * WIDE) / HIGH;
  return {
    part: pathOf(best.part.outline),
    onto: pathOf(best.onto.outline),
    box: `${u - wide / 2} ${-v - tall / 2} ${wide} ${tall}`,
    away: [way[0] * by, way[1] * by],
  };
}
