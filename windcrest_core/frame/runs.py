"""The runs a new figure starts with: one through the figure, and one for each other limb."""

from __future__ import annotations

from windcrest_core.body.plans import rest_bones
from windcrest_core.sheet.bodies import (
    Biped,
    Body,
    Bust,
    Capsule,
    Draped,
    Free,
    ManyLimbed,
    Quadruped,
    Stacked,
    StemCap,
    TailedBiped,
)
from windcrest_core.sheet.model import End, Run


def _run(run_id: str, label: str, path: str, start: End, end: End) -> Run:
    return Run(id=run_id, label=label, path=path.split(), start=start, end=end)


def _tail_root(body: Body) -> str:
    return next(bone.parent or "" for bone in rest_bones(body) if bone.joint == "tail_1")


def _free_runs(body: Free) -> list[Run]:
    """The root's wire into the base, and one for each branch, from its end to where it leaves
    another: a branch goes on through the first bone that hangs on each."""
    bones = rest_bones(body.model_copy(update={"tail_length": 0.0, "wing_span": 0.0}))
    children: dict[str, list[str]] = {bone.joint: [] for bone in bones}
    for bone in bones:
        if bone.parent is not None:
            children[bone.parent].append(bone.joint)
    root = bones[0].joint
    runs = [_run(f"to_{root}", f"{root.replace('_', ' ')} into the base", root, "cut", "peg")]
    for bone in bones[1:]:
        goes_on = bone.parent != root and children[bone.parent or root][0] == bone.joint
        if goes_on:
            continue
        chain = [bone.joint]
        while children[chain[-1]]:
            chain.append(children[chain[-1]][0])
        path = " ".join([*reversed(chain), bone.parent or root])
        runs.append(_run(f"to_{bone.joint}", bone.joint.replace("_", " "), path, "cut", "anchor"))
    return runs


def starting_runs(body: Body) -> list[Run]:
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
            ]  # fmt: skip
        case ManyLimbed():
            runs = [
                _run("spine", "head, spine", "head neck waist hips", "head_loop", "cut"),
                *(
                    _run(f"legs_{n}", f"legs {n}, foot to foot",
                         f"foot_{n}_r knee_{n}_r hip_{n}_r hip_{n}_l knee_{n}_l foot_{n}_l",
                         "peg", "peg")
                    for n in range(1, body.pairs + 1)
                ),
            ]  # fmt: skip
        case Capsule():
            runs = [
                _run("spine", "head, right leg, peg", "head hips hip_r ankle_r", "cut", "peg"),
                _run("leg_l", "left leg to the body", "hips hip_l ankle_l", "anchor", "peg"),
                _run("arms", "arm to arm", "shoulder_r shoulder_l", "cut", "cut"),
            ]
        case Bust():
            runs = [
                _run("spine", "head, neck, rod into the foot", "head neck waist", "head_loop", "peg"),
                _run("arms", "shoulder to shoulder", "shoulder_r shoulder_l", "cut", "cut"),
            ]  # fmt: skip
        case Draped():
            runs = [
                _run("spine", "head, spine, rod through the robe", "head neck waist hips hem",
                     "head_loop", "peg"),
                _run("arms", "hand, shoulders, hand",
                     "wrist_r elbow_r shoulder_r shoulder_l elbow_l wrist_l", "loop", "loop"),
            ]  # fmt: skip
        case StemCap():
            runs = [
                _run("spine", "cap, stem, rod into the base", "cap stem_2 stem_1", "cut", "peg")
            ]
        case Stacked():
            tiers = " ".join(f"tier_{n}" for n in range(body.tiers, 0, -1))
            runs = [
                _run("rod", "one rod through all", tiers, "cut", "peg"),
                *(
                    _run(f"arms_{n}", f"arms of figure {n}", f"arm_{n}_r arm_{n}_l", "cut", "cut")
                    for n in range(1, body.tiers + 1)
                ),
            ]
        case Free():
            runs = _free_runs(body)
    if body.tail_length > 0:
        runs.append(
            _run("tail", "tail into the trunk", f"{_tail_root(body)} tail_1 tail_2 tail_3",
                 "anchor", "cut")
        )  # fmt: skip
    if body.wing_span > 0:
        runs.append(
            _run("wings", "wing, shoulders, wing",
                 "wing_tip_r wing_r wing_l wing_tip_l", "cut", "cut")
        )  # fmt: skip
    return runs
