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

const PIN_PX = 11;

/** What a part is put on, and where they meet: a pin is drawn the way it runs, a bed as a bowl, a face as a ring. */
export function Link({ meeting, paths, name, px }: Props) {
  const at = meeting.at ? projected(name, meeting.at) : null;
  const way = meeting.way ? projected(name, meeting.way) : null;
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
      {at && way && meeting.kind === "pin" ? (
        <path
          strokeWidth={2.5 * px}
          d={`M${at[0] - way[0] * PIN_PX * px} ${at[1] - way[1] * PIN_PX * px}L${at[0] + way[0] * PIN_PX * px} ${at[1] + way[1] * PIN_PX * px}`}
        />
      ) : null}
      {at && meeting.kind === "press" ? (
        <path
          d={`M${at[0] - 6 * px} ${at[1] + 3 * px}A${6 * px} ${6 * px} 0 0 0 ${at[0] + 6 * px} ${at[1] + 3 * px}`}
          strokeWidth={2.5 * px}
        />
      ) : null}
      {at ? <circle cx={at[0]} cy={at[1]} r={3.5 * px} fill={tint("sheet")} /> : null}
    </g>
  );
}
