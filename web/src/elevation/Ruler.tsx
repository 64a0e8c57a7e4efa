import type { Plan } from "../api/types";
import { tint } from "../theme";
import type { Units } from "../units/format";

interface Props {
  drawing: Plan["drawing"];
  width: number;
  high: number;
  units: Units;
}

/** A ruler up the left edge, and a faint line at every head. */
export function Ruler({ drawing, width, high, units }: Props) {
  const inch = units.length_unit === "in";
  const step = inch ? 25.4 : high > 600 ? 100 : high > 220 ? 20 : 10;
  const ticks = Array.from({ length: Math.floor(high / step) + 1 }, (_, i) => i * step);
  const heads = Array.from({ length: Math.floor(high / drawing.head_mm) + 1 }, (_, i) => i);
  const size = high / 42;
  return (
    <g pointerEvents="none">
      {heads.map((n) => (
        <g key={n}>
          <line
            x1={0.055 * high}
            x2={width}
            y1={-drawing.height_mm + n * drawing.head_mm}
            y2={-drawing.height_mm + n * drawing.head_mm}
            stroke={tint("headline")}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
          <text
            x={width - 0.005 * high}
            y={-drawing.height_mm + n * drawing.head_mm - 0.2 * size}
            style={{ fontSize: size * 0.9 }}
            fill={tint("inkSoft")}
            textAnchor="end"
          >
            {n === 0 ? "crown" : `${n} head${n === 1 ? "" : "s"}`}
          </text>
        </g>
      ))}
      <line
        x1={0.05 * high}
        x2={0.05 * high}
        y1={0}
        y2={-high}
        stroke={tint("inkSoft")}
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      {ticks.map((mm, i) => (
        <g key={mm}>
          <line
            x1={0.05 * high}
            x2={(i % 5 === 0 || inch ? 0.068 : 0.06) * high}
            y1={-mm}
            y2={-mm}
            stroke={tint("inkSoft")}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
          {i % 5 === 0 || inch ? (
            <text
              x={0.045 * high}
              y={-mm + size * 0.33}
              style={{ fontSize: size }}
              textAnchor="end"
              fill={tint("inkSoft")}
            >
              {inch ? i : mm}
            </text>
          ) : null}
        </g>
      ))}
    </g>
  );
}
