import { tint, type Ink } from "../theme";
import type { WallMap } from "../api/types";

/** What each letter of the map is called, its tint and its hatch; never told by colour alone. */
export const WALLS: Record<string, { word: string; ink: Ink; hatch: "dots" | "lines" | null }> = {
  t: { word: "too thin", ink: "stop", hatch: "dots" },
  o: { word: "in range", ink: "verdigris", hatch: null },
  T: { word: "thick", ink: "warn", hatch: "lines" },
  s: { word: "solid", ink: "clayFill", hatch: null },
  S: { word: "too thick to be solid", ink: "clay", hatch: "lines" },
  b: { word: "bought", ink: "stockFill", hatch: null },
};

interface Run {
  letter: string;
  column: number;
  length: number;
}

/** A row of the map as stretches of one letter. */
export function stretches(row: string): Run[] {
  const found: Run[] = [];
  for (let at = 0; at < row.length;) {
    const letter = row.charAt(at);
    let end = at + 1;
    while (end < row.length && row.charAt(end) === letter) end++;
    if (letter !== ".") found.push({ letter, column: at, length: end - at });
    at = end;
  }
  return found;
}

/** The wall of clay over an elevation, in cells. */
export function Walls({ map, px }: { map: WallMap; px: number }) {
  const { cell_mm: cell } = map;
  return (
    <g data-walls={map.name} pointerEvents="none" opacity={0.8}>
      <defs>
        <pattern id="wall-dots" width={5 * px} height={5 * px} patternUnits="userSpaceOnUse">
          <circle cx={2.5 * px} cy={2.5 * px} r={1.2 * px} fill={tint("ink")} />
        </pattern>
        <pattern
          id="wall-lines"
          width={5 * px}
          height={5 * px}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" x2="0" y1="0" y2={5 * px} stroke={tint("ink")} strokeWidth={1.2 * px} />
        </pattern>
      </defs>
      {map.rows.flatMap((row, n) =>
        stretches(row).map((run) => {
          const look = WALLS[run.letter];
          if (!look) return null;
          const place = {
            x: map.left_mm + run.column * cell,
            y: map.top_mm - (n + 1) * cell,
            width: run.length * cell,
            height: cell,
          };
          return (
            <g key={`${n} ${run.column}`}>
              <rect {...place} fill={tint(look.ink)} fillOpacity={0.75} />
              {look.hatch ? <rect {...place} fill={`url(#wall-${look.hatch})`} /> : null}
            </g>
          );
        }),
      )}
    </g>
  );
}
