import { describe, expect, test } from "vitest";
import { mirroredPose, otherSide, poseOperations } from "./poses";

const at = (swing_deg: number, spread_deg: number, turn_deg: number) => ({
  swing_deg,
  spread_deg,
  turn_deg,
});

describe("Poses", () => {
  test("sides change over, and what leans in the middle leans the other way", () => {
    const pose = { elbow_r: at(40, 5, 3), neck: at(10, 20, -30) };
    expect(mirroredPose(pose)).toEqual({ elbow_l: at(40, 5, 3), neck: at(10, -20, 30) });
    expect(mirroredPose(mirroredPose(pose))).toEqual(pose);
  });

  test("a joint that the new pose leaves out goes to rest", () => {
    expect(
      poseOperations({ neck: at(1, 0, 0), hip_r: at(2, 0, 0) }, { hip_r: at(3, 0, 0) }),
    ).toEqual([
      { path: "joint/neck", value: null },
      { path: "joint/hip_r", value: at(3, 0, 0) },
    ]);
  });

  test("only right and left have another side", () => {
    expect([otherSide("knee_r"), otherSide("foot_2_l"), otherSide("hips")]).toEqual([
      "knee_l",
      "foot_2_r",
      null,
    ]);
  });
});
