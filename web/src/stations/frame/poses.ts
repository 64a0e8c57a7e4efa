import type { FigureOut, Operation } from "../../api/types";
import { set } from "../../figure/useFigurePage";

type Pose = FigureOut["sheet"]["pose"];

/** The same joint on the other side; null for one in the middle. */
export function otherSide(joint: string): string | null {
  if (joint.endsWith("_r")) return `${joint.slice(0, -1)}l`;
  if (joint.endsWith("_l")) return `${joint.slice(0, -1)}r`;
  return null;
}

/** The pose seen in a mirror: sides changed over; what leans or turns in the middle goes the other way. */
export function mirroredPose(pose: Pose): Pose {
  return Object.fromEntries(
    Object.entries(pose).map(([joint, angles]) => {
      const other = otherSide(joint);
      return other
        ? [other, angles]
        : [joint, { ...angles, spread_deg: -angles.spread_deg, turn_deg: -angles.turn_deg }];
    }),
  );
}

/** What takes a figure from one pose to another: joints that the new one leaves out go to rest. */
export function poseOperations(
  from: Pose,
  to: Record<string, Pose[string] | Record<string, number>>,
): Operation[] {
  return [
    ...Object.keys(from)
      .filter((joint) => !(joint in to))
      .map((joint) => set(`joint/${joint}`, null)),
    ...Object.entries(to).map(([joint, angles]) => set(`joint/${joint}`, angles)),
  ];
}
