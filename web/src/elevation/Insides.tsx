import type { Plan } from "../api/types";
import { tint } from "../theme";
import { projected, type ViewName } from "./paths";

interface Props {
  plan: Plan;
  name: ViewName;
  px: number;
}

/** Cables with their light and cell, and the openings that cores come out of. */
export function Insides({ plan, name, px }: Props) {
  const line = (points: readonly [number, number, number][]) =>
    points.map((point) => projected(name, point).join(",")).join(" ");
  return (
    <g pointerEvents="none" aria-hidden>
      {plan.bulk.lights.map((light) => {
        const [first] = light.points;
        const last = light.points.at(-1);
        if (!first || !last) return null;
        const [u, v] = projected(name, first);
        const [x, y] = projected(name, last);
        return (
          <g key={light.id} data-cable={light.id} stroke={tint("note")} strokeWidth={1.8 * px}>
            <polyline
              points={line(light.points)}
              fill="none"
              strokeDasharray={`${6 * px} ${3 * px}`}
              strokeLinejoin="round"
            />
            <circle cx={u} cy={v} r={5 * px} fill={tint("sheet")} />
            <path
              d={`M${u - 9 * px} ${v}H${u + 9 * px}M${u} ${v - 9 * px}V${v + 9 * px}`}
              strokeWidth={px}
            />
            <rect
              x={x - 8 * px}
              y={y - 5 * px}
              width={16 * px}
              height={10 * px}
              fill={tint("sheet")}
            />
          </g>
        );
      })}
      {plan.bulk.hollows.map((hollow) =>
        hollow.rim.length ? (
          <polygon
            key={hollow.part}
            data-opening={hollow.part}
            points={line(hollow.rim)}
            fill="none"
            stroke={tint("clay")}
            strokeWidth={2.5 * px}
            strokeDasharray={`${3 * px} ${2 * px}`}
          />
        ) : null,
      )}
    </g>
  );
}
