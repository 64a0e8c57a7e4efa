import type { View } from "../api/types";
import { tint } from "../theme";

export interface Callout {
  part: string;
  text: string;
  /** Larger comes first where there is no room for all. */
  weight: number;
  alarm?: boolean;
}
interface Props {
  callouts: Callout[];
  view: View;
  origin: number;
  x: number;
  high: number;
  px: number;
  onSelect: (part: string) => void;
}

const MOST = 13;

/** Leader lines from parts to what is said of them, as on a drawing. */
export function Callouts({ callouts, view, origin, x, high, px, onSelect }: Props) {
  const centres = new Map(view.parts.map((part) => [part.id, part.centre]));
  const size = 12.5 * px;
  const rows = [...callouts]
    .filter((row) => centres.has(row.part))
    .sort((a, b) => b.weight - a.weight)
    .slice(0, MOST)
    .map((row) => ({ ...row, at: centres.get(row.part) ?? [0, 0] }))
    .sort((a, b) => b.at[1] - a.at[1]);
  const places: number[] = [];
  for (const row of rows) {
    const last = places.at(-1);
    const wish = row.at[1];
    places.push(last === undefined ? Math.min(wish, high) : Math.min(wish, last - 1.5 * size));
  }
  const short = Math.max(0, size - (places.at(-1) ?? size));
  return (
    <g>
      {rows.map((row, i) => {
        const y = -((places[i] ?? 0) + short);
        return (
          <g key={row.part} onClick={() => onSelect(row.part)} style={{ cursor: "pointer" }}>
            <path
              d={`M${origin + row.at[0]} ${-row.at[1]}L${x - 18 * px} ${y}h${14 * px}`}
              fill="none"
              stroke={tint(row.alarm ? "stop" : "inkSoft")}
              strokeWidth={0.9}
              vectorEffect="non-scaling-stroke"
            />
            <circle
              cx={origin + row.at[0]}
              cy={-row.at[1]}
              r={size / 5}
              fill={tint(row.alarm ? "stop" : "ink")}
            />
            <text
              x={x}
              y={y + size * 0.34}
              style={{ fontSize: size }}
              fill={tint(row.alarm ? "stop" : "ink")}
            >
              {row.text}
            </text>
          </g>
        );
      })}
    </g>
  );
}
