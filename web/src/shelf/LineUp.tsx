import { Box } from "@chakra-ui/react";
import { useNavigate } from "react-router";
import type { Card } from "../api/types";
import { pathOf } from "../elevation/paths";
import { tint } from "../theme";
import { useUnits } from "../ui/UnitsContext";
import { length } from "../units/format";

const GAP = 0.12;

/** Every figure of the shelf beside the others, to one scale, over a ruler. */
export function LineUp({ cards }: { cards: Card[] }) {
  const units = useUnits();
  const go = useNavigate();
  if (!cards.length) return null;
  const high = Math.max(...cards.map((card) => card.bounds[3]));
  const inch = units.length_unit === "in";
  const step = inch ? 25.4 : high > 600 ? 100 : high > 220 ? 50 : 20;
  const gap = GAP * high;
  const size = 0.036 * high;
  const edge = 4.2 * size;
  let x = edge + gap;
  const placed = cards.map((card) => {
    const [left, , right] = card.bounds;
    const wide = Math.max(right - left, 0.3 * high);
    const middle = x + wide / 2 - (left + right) / 2;
    x += wide + gap;
    return { card, middle, label: x - gap - wide / 2 };
  });
  const ticks = Array.from({ length: Math.floor(high / step) + 1 }, (_, i) => i);
  return (
    <Box bg="sheet" borderWidth="1px" borderColor="hairline" borderRadius="sheet" p="3">
      <svg
        viewBox={`0 ${-1.06 * high} ${x} ${1.06 * high + 4.5 * size}`}
        width="100%"
        style={{ maxHeight: "calc(100vh - 190px)" }}
        role="group"
        aria-label={`${cards.length} figures side by side at one scale`}
      >
        {ticks.map((i) => (
          <g key={i}>
            <line
              x1={edge}
              x2={x}
              y1={-i * step}
              y2={-i * step}
              stroke={tint("headline")}
              vectorEffect="non-scaling-stroke"
            />
            <text
              x={edge - 0.5 * size}
              y={-i * step + 0.35 * size}
              textAnchor="end"
              style={{ fontSize: size }}
              fill={tint("inkSoft")}
            >
              {inch ? `${i} in` : `${i * step} mm`}
            </text>
          </g>
        ))}
        {placed.map(({ card, middle, label }) => (
          <g
            key={card.id}
            role="link"
            tabIndex={0}
            aria-label={`${card.name}, ${length(card.height_mm, units)}`}
            style={{ cursor: "pointer" }}
            onClick={() => void go(`/figures/${card.id}/character`)}
            onKeyDown={(event) => {
              if (event.key === "Enter") void go(`/figures/${card.id}/character`);
            }}
          >
            <path
              d={pathOf(card.silhouette)}
              transform={`translate(${middle} 0) scale(1 -1)`}
              fill={tint("ink")}
              fillRule="evenodd"
            />
            <text
              x={label}
              y={1.7 * size}
              textAnchor="middle"
              style={{ fontSize: 1.1 * size }}
              fill={tint("ink")}
            >
              {card.name}
            </text>
            <text
              x={label}
              y={3.1 * size}
              textAnchor="middle"
              style={{ fontSize: size }}
              fill={tint("inkSoft")}
            >
              {length(card.height_mm, units)}
            </text>
          </g>
        ))}
        <line
          x1={edge}
          x2={x}
          y1={0}
          y2={0}
          stroke={tint("clay")}
          strokeWidth={3}
          vectorEffect="non-scaling-stroke"
        />
      </svg>
    </Box>
  );
}
