"""The runs a figure starts with, by the school of working.

One continuous run through the figure and one for each other limb; or each limb by itself, bound or
taped on; or a rod through the base with the limbs bound on to it. Feet end in pegs in the base, or
in loops on which the figure stands free.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence

import numpy as np

from windcrest_core.body.plans import rest_bones
from windcrest_core.body.plans.bones import RestBone
from windcrest_core.body.skeleton import norm
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
from windcrest_core.sheet.runs import End, Feet, FrameSchool, Run

SHORT = 1e-3  # of the height: nothing to bend a wire into


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
        path = " ".join([*reversed(chain), _held_in(bone, bones, children)])
        runs.append(_run(f"to_{bone.joint}", bone.joint.replace("_", " "), path, "cut", "anchor"))
    return runs


def _held_in(branch: RestBone, bones: Sequence[RestBone], children: dict[str, list[str]]) -> str:
    """The joint a branch's wire goes on to in the bone it hangs on: back to its start, or on to the bone at
    its end, whichever turns it less."""
    by_joint = {bone.joint: bone for bone in bones}
    parent = branch.parent or bones[0].joint
    inwards, root = -np.asarray(branch.direction), np.asarray(branch.offset)
    ways = {parent: -root}
    if (on := next(iter(children[parent]), branch.joint)) != branch.joint:
        ways[on] = np.asarray(by_joint[on].offset) - root

    def straight(joint: str) -> float:
        way = ways[joint]
        length = norm(way)
        return float(inwards @ way) / length if length > SHORT else -1.0

    return max(ways, key=straight)


def starting_runs(body: Body, school: FrameSchool = "one_run", feet: Feet = "in_base") -> list[Run]:
    """Runs of wire through the joints of this body plan, each with its two ends."""
    runs = _continuous_runs(body)
    if school != "one_run":
        runs = _limb_by_limb(body, runs, "taped" if school == "taped" else "bound")
    if school == "rod":
        runs = _on_a_rod(body, runs)
    if feet == "loops":
        runs = [_standing_free(body, run) for run in runs]
    return runs


def _sided(joint: str) -> str:
    return joint[-1] if joint[-2:] in ("_r", "_l") else ""


def _limb_by_limb(body: Body, runs: list[Run], fastening: End) -> list[Run]:
    """Every limb its own run, fastened where the trunk is nearest."""
    bones = {bone.joint: bone for bone in rest_bones(body)}
    trunk = {joint for run in runs for joint in run.path if not _sided(joint)}
    found: list[Run] = []
    for run in runs:
        groups = [list(group) for _, group in itertools.groupby(run.path, _sided)]
        limbs = [group for group in groups if _sided(group[0])]
        for group in groups:
            first, last = group is groups[0], group is groups[-1]
            ends: tuple[End, End] = (
                run.start if first else "anchor",
                run.end if last else "anchor",
            )
            if not _sided(group[0]):
                if len(group) > 1 or len(groups) == 1:
                    found.append(
                        run.model_copy(
                            update={
                                "path": group,
                                "start": ends[0],
                                "end": ends[1],
                                **({} if len(groups) == 1 else {"label": "head and spine"}),
                            }
                        )
                    )
                continue
            rooted_last = bones[group[-1]].parent not in group
            if rooted_last:
                group, ends = group[::-1], (ends[1], ends[0])
            tip: End = ends[1]
            if tip == "anchor":
                tip = "cut"
            inner = _nearest_trunk(bones, group[0], trunk)
            several = len(limbs) > 1 or len(groups) > 1
            key = f"{run.id.removesuffix('_l')}_{_sided(group[0])}" if several else run.id
            side = "right" if _sided(group[0]) == "r" else "left"
            found.append(
                Run(
                    id=key if run.id != "spine" else f"leg_{_sided(group[0])}",
                    label=f"{side} {_limb_word(group[0])}, {fastening} on",
                    path=[*([inner] if inner else []), *group],
                    start=fastening if inner else "cut",
                    end=tip,
                )
            )
    return found


def _limb_word(joint: str) -> str:
    stem, _, number = joint[:-2].partition("_")
    words = {"hip": "leg", "shoulder": "arm", "wing": "wing", "arm": "arm"}
    return words.get(stem, stem) + (f" {number}" if number else "")


def _nearest_trunk(bones: dict[str, RestBone], joint: str, trunk: set[str]) -> str | None:
    """Of the trunk's joints next to a limb, the one its root is nearest to; else what it hangs on."""
    parent = bones[joint].parent
    near = [
        key
        for key, bone in bones.items()
        if key in trunk and (key == parent or bone.parent == parent)
    ]
    if not near:
        return parent
    at = np.asarray(bones[joint].offset)

    def apart(key: str) -> float:
        there = np.zeros(3) if key == parent else np.asarray(bones[key].offset)
        return norm(at - there)

    return min(near, key=apart)


def _on_a_rod(body: Body, runs: list[Run]) -> list[Run]:
    """A rod from the base into the trunk; the spine is bound to it, and no foot needs a peg.

    A body that stands on a stem or a rod already keeps it.
    """
    if any(_sided(run.path[-1]) == "" and run.end == "peg" for run in runs):
        return runs
    freed = [
        run.model_copy(
            update={
                "start": "loop" if run.start == "peg" else run.start,
                "end": "loop" if run.end == "peg" else run.end,
            }
        )
        for run in runs
    ]
    return [rod_run(body), *freed]


def rod_run(body: Body) -> Run:
    """A straight rod from the base into the middle of the trunk."""
    root = next(bone.joint for bone in rest_bones(body) if bone.parent is None)
    return Run(
        id="rod",
        label="rod through the base into the trunk",
        path=[root],
        start="anchor",
        end="rod",
    )


def _standing_free(body: Body, run: Run) -> Run:
    """Loops in the feet in place of pegs; a stem in its base keeps its peg."""
    ends: dict[str, End] = {}
    for name, joint in (("start", run.path[0]), ("end", run.path[-1])):
        if getattr(run, name) == "peg" and _sided(joint):
            ends[name] = "loop"
    return run.model_copy(update=ends)


def _continuous_runs(body: Body) -> list[Run]:
    match body:
        case Biped():
            runs = [
                _run(
                    "spine",
                    "head, spine, right leg, peg",
                    "head neck waist hips hip_r knee_r ankle_r",
                    "head_loop",
                    "peg",
                ),
                _run("leg_l", "left leg to the hips", "hips hip_l knee_l ankle_l", "anchor", "peg"),
                _run(
                    "arms",
                    "hand, shoulders, hand",
                    "wrist_r elbow_r shoulder_r shoulder_l elbow_l wrist_l",
                    "loop",
                    "loop",
                ),
            ]
        case TailedBiped():
            runs = [
                _run(
                    "spine",
                    "head, spine, right leg, peg",
                    "head neck waist hips hip_r knee_r ankle_r ball_r",
                    "head_loop",
                    "peg",
                ),
                _run(
                    "leg_l",
                    "left leg to the hips",
                    "hips hip_l knee_l ankle_l ball_l",
                    "anchor",
                    "peg",
                ),
            ]
            if body.wing_span == 0:
                runs.append(
                    _run(
                        "arms",
                        "hand, shoulders, hand",
                        "wrist_r elbow_r shoulder_r shoulder_l elbow_l wrist_l",
                        "loop",
                        "loop",
                    )
                )
        case Quadruped():
            runs = [
                _run(
                    "spine",
                    "head, spine, right hind leg, peg",
                    "head neck waist hips hip_r knee_r ankle_r",
                    "head_loop",
                    "peg",
                ),
                _run(
                    "leg_l",
                    "left hind leg to the hips",
                    "hips hip_l knee_l ankle_l",
                    "anchor",
                    "peg",
                ),
                _run(
                    "forelegs",
                    "foreleg, shoulders, foreleg",
                    "wrist_r elbow_r shoulder_r shoulder_l elbow_l wrist_l",
                    "peg",
                    "peg",
                ),
            ]
        case ManyLimbed():
            runs = [
                _run("spine", "head, spine", "head neck waist hips", "head_loop", "cut"),
                *(
                    _run(
                        f"legs_{n}",
                        f"legs {n}, foot to foot",
                        f"foot_{n}_r knee_{n}_r hip_{n}_r hip_{n}_l knee_{n}_l foot_{n}_l",
                        "peg",
                        "peg",
                    )
                    for n in range(1, body.pairs + 1)
                ),
            ]
        case Capsule():
            runs = [
                _run("spine", "head, right leg, peg", "head hips hip_r ankle_r", "cut", "peg"),
                _run("leg_l", "left leg to the body", "hips hip_l ankle_l", "anchor", "peg"),
                _run("arms", "arm to arm", "shoulder_r shoulder_l", "cut", "cut"),
            ]
        case Bust():
            runs = [
                _run(
                    "spine", "head, neck, rod into the foot", "head neck waist", "head_loop", "peg"
                ),
                _run("arms", "shoulder to shoulder", "shoulder_r shoulder_l", "cut", "cut"),
            ]
        case Draped():
            runs = [
                _run(
                    "spine",
                    "head, spine, rod through the robe",
                    "head neck waist hips hem",
                    "head_loop",
                    "peg",
                ),
                _run(
                    "arms",
                    "hand, shoulders, hand",
                    "wrist_r elbow_r shoulder_r shoulder_l elbow_l wrist_l",
                    "loop",
                    "loop",
                ),
            ]
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
            _run(
                "tail",
                "tail into the trunk",
                f"{_tail_root(body)} tail_1 tail_2 tail_3",
                "anchor",
                "cut",
            )
        )
    if body.wing_span > 0:
        runs.append(
            _run(
                "wings",
                "wing, shoulders, wing",
                "wing_tip_r wing_r wing_l wing_tip_l",
                "cut",
                "cut",
            )
        )
    return runs
