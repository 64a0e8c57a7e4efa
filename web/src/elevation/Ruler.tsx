import type { Plan } from "../api/types";
import { tint } from "../theme";
import { length, type Units } from "../units/format";

interface Props {
  drawing: Plan["drawing"];
  width: number;
  high: number;
  px: number;
  units: Units;
  landmarks?: Mark[];
}

/** A landmark and how high it is. */
export type Mark = Plan["character"]["posed_landmarks"][number];

const LETTER_PX = 5.7;
const words = (mark: Mark, units: Units) => `${mark.label} ${length(mark.height_mm, units)}`;

/** Room for the longest landmark beside the ruler, screen pixels. */
export const labelRoom = (marks: Mark[], units: Units): number =>
  Math.max(94, 14 + LETTER_PX * Math.max(0, ...marks.map((mark) => words(mark, units).length)));

/** A ruler up the left edge, a faint line at every head, and the landmarks where they matter. */
export function Ruler({ drawing, width, high, px, units, landmarks = [] }: Props) {
  const inch = units.length_unit === "in";
  const step = inch ? 25.4 : high > 600 ? 100 : high > 220 ? 20 : 10;
  const ticks = Array.from({ length: Math.floor(high / step) + 1 }, (_, i) => i * step);
  const heads = Array.from(
    { length: Math.floor(drawing.height_mm / drawing.head_mm + 0.001) + 1 },
    (_, i) => i,
  );
  const size = 11.5 * px;
  const edge = 30 * px;
  const room = labelRoom(landmarks, units) * px;
  const places: number[] = [];
  for (const mark of landmarks) {
    const last = places.at(-1);
    places.push(Math.min(mark.height_mm, last === undefined ? Infinity : last - 1.15 * size));
  }
  const line = (key: string, y: number, from: number, to: number, ink: string, dash?: string) => (
    <line
      key={key}
      x1={from}
      x2={to}
      y1={y}
      y2={y}
      stroke={ink}
      strokeWidth={1}
      strokeDasharray={dash}
      vectorEffect="non-scaling-stroke"
    />
  );
  return (
    <g pointerEvents="none">
      {heads.map((n) => {
        const y = -drawing.height_mm + n * drawing.head_mm;
        return (
          <g key={n}>
            {line("head", y, edge, width, tint("headline"))}
            <text
              x={width - 2 * px}
              y={y - 3 * px}
              style={{ fontSize: size }}
              fill={tint("inkSoft")}
              textAnchor="end"
            >
              {n === 0 ? "crown" : `${n} head${n === 1 ? "" : "s"}`}
            </text>
          </g>
        );
      })}
      <line
        x1={edge}
        x2={edge}
        y1={0}
        y2={-high}
        stroke={tint("inkSoft")}
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      {ticks.map((mm, i) => (
        <g key={mm}>
          {line("tick", -mm, edge, edge + (i % 5 === 0 || inch ? 9 : 5) * px, tint("inkSoft"))}
          {i % 5 === 0 || inch ? (
            <text
              x={edge - 3 * px}
              y={-mm + size * 0.35}
              style={{ fontSize: size }}
              textAnchor="end"
              fill={tint("inkSoft")}
            >
              {inch ? i : mm}
            </text>
          ) : null}
        </g>
      ))}
      {landmarks.map((mark, i) => (
        <g key={mark.id} data-landmark={mark.id}>
          <line
            x1={edge + room + 2 * px}
            x2={edge + room + 12 * px}
            y1={-(places[i] ?? 0)}
            y2={-mark.height_mm}
            stroke={tint("verdigris")}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
          {line(
            "mark",
            -mark.height_mm,
            edge + room + 12 * px,
            width - 62 * px,
            tint("verdigris"),
            "1 4",
          )}
          <text
            x={edge + room}
            y={-(places[i] ?? 0) + size * 0.35}
            style={{ fontSize: size }}
            textAnchor="end"
            fill={tint("verdigris")}
          >
            {words(mark, units)}
          </text>
        </g>
      ))}
    </g>
  );
}
