"""The runs a new figure starts with: one through the figure, and one for each other limb."""

from __future__ import annotations

from windcrest_core.sheet.model import Biped, End, Quadruped, Run, TailedBiped


def _run(run_id: str, label: str, path: str, start: End, end: End) -> Run:
    return Run(id=run_id, label=label, path=path.split(), start=start, end=end)


def starting_runs(body: Biped | TailedBiped | Quadruped) -> list[Run]:
    """Runs of wire through the joints of this body plan, each with its two ends."""
    match body:
        case Biped():
            runs = [
                _run("spine", "head, spine, right leg, peg",
                     "head neck waist hips hip_r knee_r ankle_r", "head_loop", "peg"),
                _run("leg_l", "left leg to the hips", "hips hip_l knee_l ankle_l", "anchor", "peg"),
                _run("arms", "hand, shoulders, hand",
                     "wrist_r elbow_r shoulder_r shoulder_l elbow_l wrist_l", "loop", "loop"),
            ]  # fmt: skip
        case TailedBiped():
            runs = [
                _run("spine", "head, spine, right leg, peg",
                     "head neck waist hips hip_r knee_r ankle_r ball_r", "head_loop", "peg"),
                _run("leg_l", "left leg to the hips",
                     "hips hip_l knee_l ankle_l ball_l", "anchor", "peg"),
                _run("tail", "tail into the trunk", "hips tail_1 tail_2 tail_3", "anchor", "cut"),
            ]  # fmt: skip
            if body.wing_span == 0:
                runs.append(
                    _run("arms", "hand, shoulders, hand",
                         "wrist_r elbow_r shoulder_r shoulder_l elbow_l wrist_l", "loop", "loop")
                )  # fmt: skip
        case Quadruped():
            runs = [
                _run("spine", "head, spine, right hind leg, peg",
                     "head neck waist hips hip_r knee_r ankle_r", "head_loop", "peg"),
                _run("leg_l", "left hind leg to the hips",
                     "hips hip_l knee_l ankle_l", "anchor", "peg"),
                _run("forelegs", "foreleg, shoulders, foreleg",
                     "wrist_r elbow_r shoulder_r shoulder_l elbow_l wrist_l", "peg", "peg"),
                _run("tail", "tail into the trunk", "hips tail_1 tail_2 tail_3", "anchor", "cut"),
            ]  # fmt: skip
    if body.wing_span > 0:
        runs.append(
            _run("wings", "wing, shoulders, wing",
                 "wing_tip_r wing_r wing_l wing_tip_l", "cut", "cut")
        )  # fmt: skip
    return runs
