import type { FigureOut, Plan } from "../api/types";
import { tint } from "../theme";
import { pathOf, type ViewName } from "./paths";

type Ghost = Plan["character"]["ghosts"][number];

const across = (ghost: Ghost) =>
  ghost.outline.flatMap((ring) => ring.filter((_, i) => i % 2 === 0));

/** How much room a ghost takes, mm. */
export const broadOf = (ghost: Ghost): number => 2 * Math.max(...across(ghost).map(Math.abs));

interface GhostsProps {
  ghosts: Ghost[];
  /** Where the first begins, mm of the drawing. */
  x: number;
  px: number;
}

/** Outlines of other ages at the figure's own scale. */
export function Ghosts({ ghosts, x, px }: GhostsProps) {
  let at = x;
  return ghosts.map((ghost) => {
    const middle = at + broadOf(ghost) / 2;
    at += broadOf(ghost) + 14 * px;
    return (
      <g key={ghost.label} data-ghost={ghost.label} pointerEvents="none">
        <path
          d={pathOf(ghost.outline)}
          transform={`translate(${middle} 0) scale(1 -1)`}
          fill={tint("inkSoft")}
          fillOpacity={0.12}
          stroke={tint("inkSoft")}
          strokeDasharray="4 3"
          vectorEffect="non-scaling-stroke"
        />
        <text
          x={middle}
          y={-ghost.height_mm - 5 * px}
          textAnchor="middle"
          style={{ fontSize: 11.5 * px }}
          fill={tint("inkSoft")}
        >
          {ghost.label}
        </text>
      </g>
    );
  });
}

interface PicturesProps {
  plan: Plan;
  figure: FigureOut;
  view: ViewName;
}

/** Reference pictures that have a scale, faded, where their landmarks lie on the figure's. */
export function Pictures({ plan, figure, view }: PicturesProps) {
  return figure.sheet.references.map((reference) => {
    const place = plan.character.pictures.readings.find(
      (row) => row.reference === reference.id,
    )?.place;
    if (!place || !reference.shown || reference.view !== view) return null;
    const [left, top, width, height] = place;
    return (
      <image
        key={reference.id}
        data-reference={reference.id}
        href={`/api/v1/figures/${figure.id}/references/${reference.id}/picture`}
        transform={`translate(${left} ${top}) scale(1 -1)`}
        width={width}
        height={height}
        opacity={reference.faded}
        preserveAspectRatio="none"
        pointerEvents="none"
      />
    );
  });
}
