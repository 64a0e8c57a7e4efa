import { memo, type PointerEvent } from "react";
import type { View } from "../api/types";
import { tint } from "../theme";
import type { Point } from "./kinematics";
import type { ViewName } from "./paths";

/** Where two joints lie on one another, the one that the pointer is nearest to is meant. */
export function nearestJoint(bones: View["bones"], at: Point): string | null {
  let found: string | null = null;
  let least = Infinity;
  for (const bone of bones) {
    const far = Math.hypot(bone.end[0] - at[0], bone.end[1] - at[1]);
    if (far < least) [found, least] = [bone.joint, far];
  }
  return found;
}

interface Props {
  bones: View["bones"];
  view: ViewName;
  /** Millimetres of the figure in about one pixel of the screen. */
  px: number;
  labels: Map<string, string>;
  chosen: string | null;
  /** Joints that turn with the one in hand, and by what. */
  spun: Set<string> | null;
  spin: string | undefined;
  /** Both stay the same from one rendering to the next. */
  onTake: (event: PointerEvent<SVGElement>, view: ViewName, joint: string) => void;
  onChoose?: (joint: string) => void;
}

/** A small mark at the end of each bone, in a wider ring to take hold of; the chosen one is named. */
export function Joints({ bones, view, px, labels, chosen, spun, spin, onTake, onChoose }: Props) {
  const named = bones.find((bone) => bone.joint === chosen);
  return (
    <g>
      {bones.map((bone) => (
        <JointMark
          key={bone.joint}
          joint={bone.joint}
          view={view}
          u={bone.end[0]}
          v={bone.end[1]}
          px={px}
          label={labels.get(bone.joint) ?? bone.joint}
          here={bone.joint === chosen}
          transform={spun?.has(bone.joint) ? spin : undefined}
          onTake={onTake}
          onChoose={onChoose}
        />
      ))}
      {named ? (
        <text
          transform={`translate(${named.end[0] + 9 * px} ${named.end[1] + 7 * px}) scale(1 -1)`}
          style={{ fontSize: 13 * px, paintOrder: "stroke" }}
          fill={tint("ink")}
          stroke={tint("paper")}
          strokeWidth={3 * px}
          pointerEvents="none"
        >
          {labels.get(named.joint)}
        </text>
      ) : null}
    </g>
  );
}

interface MarkProps extends Pick<Props, "view" | "px" | "onTake" | "onChoose"> {
  joint: string;
  u: number;
  v: number;
  label: string;
  here: boolean;
  transform: string | undefined;
}

const JointMark = memo(function JointMark({
  joint,
  view,
  u,
  v,
  px,
  label,
  here,
  ...mark
}: MarkProps) {
  return (
    <g
      role="button"
      aria-label={`Turn the ${label}`}
      aria-pressed={here}
      transform={mark.transform}
      style={{ cursor: "grab", touchAction: "none" }}
      onPointerDown={(event) => mark.onTake(event, view, joint)}
      onClick={() => mark.onChoose?.(joint)}
    >
      <circle cx={u} cy={v} r={17.5 * px} fill="transparent" />
      <circle
        data-joint={joint}
        data-view={view}
        cx={u}
        cy={v}
        r={4.5 * px}
        fill={tint(here ? "verdigris" : "sheet")}
        stroke={tint("verdigris")}
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
      <title>{`Drag to turn the ${label}`}</title>
    </g>
  );
});
