import type { MeetingPlan } from "../api/types";
import { tint } from "../theme";
import { projected, type ViewName } from "./paths";

interface Props {
  meeting: MeetingPlan;
  /** Outlines of the parts, by id. */
  paths: Map<string, { outline: string }>;
  name: ViewName;
  px: number;
}

type Where = MeetingPlan["where"][number];
type Kind = MeetingPlan["kind"];

/** Half the length of a mark, px. */
const HALF: Partial<Record<Kind, number>> = { pin: 11, thread: 16, sit: 12, hold: 7 };

/**
 * What a part is put on, and where they meet: a pin is drawn the way it runs, a bed as a bowl, a bore as a broken line
 * along it, a seat as a bar across, a closed hand as brackets round, any other face as a ring.
 */
export function Link({ meeting, paths, name, px }: Props) {
  return (
    <g
      aria-hidden
      pointerEvents="none"
      fill="none"
      stroke={tint("verdigris")}
      strokeWidth={1.5 * px}
      data-link={meeting.part}
    >
      {meeting.hosts.map((host) => (
        <path
          key={host}
          d={paths.get(host)?.outline}
          strokeDasharray={`${4 * px} ${3 * px}`}
          data-link-host={host}
        />
      ))}
      {meeting.where.map((where) => (
        <g key={where.at.join()} data-link-mark={meeting.kind}>
          <Mark where={where} kind={meeting.kind} name={name} px={px} />
          <Spot where={where} name={name} px={px} />
        </g>
      ))}
    </g>
  );
}

interface MarkProps {
  where: Where;
  name: ViewName;
  px: number;
}

function Spot({ where, name, px }: MarkProps) {
  const [x, y] = projected(name, where.at);
  return <circle cx={x} cy={y} r={3.5 * px} fill={tint("sheet")} />;
}

function Mark({ where, kind, name, px }: MarkProps & { kind: Kind }) {
  const [x, y] = projected(name, where.at);
  const [u, v] = projected(name, where.way);
  const half = (HALF[kind] ?? 0) * px;
  const line = (du: number, dv: number) =>
    `M${x - du * half} ${y - dv * half}L${x + du * half} ${y + dv * half}`;
  const broad = { strokeWidth: 2.5 * px };
  switch (kind) {
    case "pin":
      return <path {...broad} d={line(u, v)} />;
    case "thread":
      return <path {...broad} strokeDasharray={`${5 * px} ${3 * px}`} d={line(u, v)} />;
    case "sit":
      return <path {...broad} d={`${line(1, 0)}M${x} ${y + 7 * px}V${y - 7 * px}`} />;
    case "press":
      return (
        <path
          {...broad}
          d={`M${x - 6 * px} ${y + 3 * px}A${6 * px} ${6 * px} 0 0 0 ${x + 6 * px} ${y + 3 * px}`}
        />
      );
    case "hold":
      return (
        <path
          {...broad}
          d={[-1, 1]
            .map(
              (side) =>
                `M${x + side * 4 * px} ${y + half}A${half} ${half} 0 0 ${side > 0 ? 0 : 1} ${x + side * 4 * px} ${y - half}`,
            )
            .join("")}
        />
      );
    default:
      return null;
  }
}
