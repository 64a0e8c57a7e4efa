import type { Support } from "../api/types";
import { tint } from "../theme";
import { projected, type ViewName } from "./paths";

interface Props {
  supports: Support[];
  name: ViewName;
  px: number;
}

/** What stands under a part in the oven: each kind has a shape of its own. */
export function Supports({ supports, name, px }: Props) {
  return (
    <g aria-hidden pointerEvents="none">
      {supports.map((row) => {
        const [x, y] = projected(name, row.tip);
        return (
          <g
            key={row.part}
            data-support={row.part}
            data-kind={row.kind}
            stroke={tint("note")}
            strokeWidth={2 * px}
            fill="none"
            strokeLinecap="round"
          >
            <Shape kind={row.kind} x={x} y={y} px={px} />
          </g>
        );
      })}
    </g>
  );
}

function Shape({ kind, x, y, px }: { kind: Support["kind"]; x: number; y: number; px: number }) {
  const w = 12 * px;
  switch (kind) {
    case "card on edge":
      return <path d={`M${x - w} 0H${x + w}M${x} 0V${y}M${x - w / 2} ${y}H${x + w / 2}`} />;
    case "foil nest":
      return (
        <path
          fill="url(#foil)"
          d={`M${x - w} ${y}Q${x} ${y - 1.6 * w} ${x + w} ${y}Q${x} ${y - 0.5 * w} ${x - w} ${y}Z`}
        />
      );
    case "wire stand":
      return (
        <path
          d={`M${x - w} 0H${x + w}M${x} 0V${y - w}M${x} ${y - w}A${w / 2} ${w / 2} 0 1 0 ${x + 0.1 * px} ${y - w}`}
        />
      );
    case "hung":
      return <path d={`M${x - w / 2} ${y}V${y + 3 * w}M${x + w / 2} ${y}V${y + 3 * w}`} />;
    case "lying down":
      return <path d={`M${x - w} 0H${x + w}M${x - w} ${2 * px}H${x + w}`} />;
  }
}
