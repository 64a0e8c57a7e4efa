"""Each finding, with a sheet that has it and one that has not; and what its fix does."""

from __future__ import annotations

import re
import unittest
from pathlib import Path
from typing import Any

from windcrest_core.character.library import add_from_library
from windcrest_core.character.poses import preset
from windcrest_core.frame.pose import taken_up
from windcrest_core.frame.runs import starting_runs
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.new_figure import new_sheet
from windcrest_core.plan import plan
from windcrest_core.sheet import FigureSheet, load_sheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.forms import WIRE
from windcrest_core.tests.findings_doc import SAID_WHEN, findings_page
from windcrest_core.tests.support import (
    TODAY,
    biped,
    changed,
    context,
    example,
    findings_of,
    planned,
    spoken,
)
from windcrest_core.tests.sweeps import some, sweep

DOCS = Path(__file__).resolve().parents[2] / "docs" / "findings.md"
STRONG = {"wires": ["st_2_5", "st_3_2"]}
SOFT = {"wires": ["al_awg18"]}
SHORT_COILS = {
    "wires": ["st_2_5"],
    "coils": [{"id": key, "wire": "st_2_5", "length_mm": 300} for key in "abcd"],
}
LONG_COIL = {"wires": ["st_2_5"], "coils": [{"id": "b", "wire": "st_2_5", "length_mm": 4000}]}
ROBE: dict[str, Any] = {
    "id": "robe",
    "label": "robe",
    "bone": "hips",
    "texture": "cloth",
    "form": WIRE,
    "layer": 1,
    "meeting": {"kind": "lay", "hosts": ["belly"], "cured": True},
    "shape": {
        "kind": "frustum",
        "start": [0, 0, 0.6],
        "end": [0, 0, -1.4],
        "start_radius": 0.12,
        "end_radius": 0.18,
    },
}
STUB = {
    "id": "stub",
    "label": "stub of a tail",
    "bone": "hips",
    "form": WIRE,
    "meeting": {"kind": "blend", "hosts": ["pelvis"]},
    "shape": {
        "kind": "round_cone",
        "start": [0, -0.03, 0],
        "end": [0, -0.3, -0.1],
        "start_radius": 0.02,
        "end_radius": 0.01,
    },
}
HANGS = {"kind": "hang", "thickness_mm": 2.0}
FLAG: dict[str, Any] = {
    "id": "flag",
    "label": "flag",
    "texture": "cloth",
    "bone": "waist",
    "layer": 1,
    "meeting": {"kind": "lay", "hosts": ["chest"]},
    "shape": {
        "kind": "sheet",
        "centre": [0, 0.1, 0.5],
        "outline": [[-0.05, 0], [0.05, 0], [0.05, 0.1], [-0.05, 0.1]],
        "thickness": 0.008,
    },
}
STANDING = {
    "kind": "sheet",
    "centre": [0, -0.04, 0.5],
    "outline": [[-0.05, 0], [0.05, 0], [0.05, 0.2], [-0.05, 0.2]],
    "thickness": 0.008,
    "turns_deg": [90, 0, 0],
}
PLEATS = {"number": 8, "pleated": True}
BADGE = {
    **FLAG,
    "form": {"kind": "solid", "core": "wire"},
    "shape": {
        "kind": "sheet",
        "centre": [0, 0.062, 0.09],
        "outline": [[-0.045, -0.02], [0.045, -0.02], [0.045, 0.02], [-0.045, 0.02]],
        "thickness": 0.008,
    },
}
LAID = {"kind": "laid", "stack": [{"of": "clay", "thickness_mm": 1}, {"of": "foil"}]}
ARM_FLEXIBLE = {
    f"part__{key}__clay": "flexible"
    for key in ("upper_arm_r", "forearm_r", "upper_arm_l", "forearm_l")
}
FIN = {
    "id": "fin",
    "label": "fin",
    "bone": "head",
    "form": WIRE,
    "layer": 1,
    "scale": "head",
    "shape": {
        "kind": "round_cone",
        "start": [0, -0.3, 0.5],
        "end": [0, -1.6, 0.9],
        "start_radius": 0.04,
        "end_radius": 0.03,
        "depth": 1.0,
    },
}
TOOTH = {
    "id": "tooth_r",
    "feature": "tooth",
    "label": "tooth",
    "bone": "head",
    "form": WIRE,
    "layer": 1,
    "scale": "head",
    "meeting": {"kind": "lay", "hosts": ["skull"]},
    "shape": {"kind": "ellipsoid", "centre": [0.1, 0.42, 0.2], "semi_axes": [0.03, 0.03, 0.06]},
}
BURIED = {
    "id": "heart",
    "label": "heart",
    "bone": "waist",
    "layer": 0,
    "shape": {"kind": "ellipsoid", "centre": [0, 0, 0.4], "semi_axes": [0.02, 0.02, 0.02]},
}
SETTLED = {
    "expression": "calm",
    **{
        f"decided__{k}": "none"
        for k in (
            "pose",
            "hand_r",
            "hand_l",
            "mouth",
            "hair",
            "slender",
            "lights",
            "hollow",
            "apart",
            "base",
        )
    },
}
LAMP = {"id": "lamp", "label": "lantern", "part": "skull", "cell": "three_aaa"}
DEEP_BASE = {"base__thickness_mm": 40}
SITTING = {
    f"joint__{joint}_{side}__swing_deg": degrees
    for joint, degrees in (("hip", 80), ("knee", -125))
    for side in "lr"
}
PULLED = {"part__chest__core": "pulled"}


def _seated() -> FigureSheet:
    """Sitting, on a box of the library that stands beside it."""
    sheet = apply_edits(plain(), add_from_library(plain(), "box", None))[0]
    sheet = apply_edits(sheet, taken_up(sheet, preset(sheet.body, "sitting")))[0]
    return changed(sheet, part__pelvis__meeting={"kind": "sit", "hosts": ["box"]})


def _staff(right: float, ahead: float, kind: str) -> dict[str, Any]:
    """An upright staff as high as the figure, on the right hand; its place in shares of that height."""
    ends = {"start": [right, ahead, -0.8], "end": [right, ahead, 0.2]}
    radii = {"start_radius": 0.01, "end_radius": 0.01}
    row = {"id": "staff", "label": "staff", "bone": "waist", "orient": "world", "layer": 1}
    shape = {"kind": "round_cone", **ends, **radii}
    return {**row, "form": WIRE, "shape": shape, "meeting": {"kind": kind, "hosts": ["hand_r"]}}


TOOTH_ON_PUTTY = {**TOOTH, "id": "scale", "meeting": {"kind": "lay", "hosts": ["nose"]}}
WITH_STORY = {"story": "Waits for the ferry."}


def plain(**changes: Any) -> FigureSheet:
    return biped(**{**WITH_STORY, **changes})


def one_eye_of(stock: str) -> FigureSheet:
    return plain(part__eye_r__stock=stock)


def oven_inside(height_mm: float) -> Context:
    size = {"breadth_mm": 220, "depth_mm": 200, "height_mm": height_mm}
    return Context(rules=Rules(oven=Oven.model_validate({"inside": size})))


def free_arm(direction: tuple[float, float, float]) -> FigureSheet:
    """One bone up, and one that leaves its end."""
    data = new_sheet("x", "free", 200).model_dump(mode="json")
    data["body"]["bones"] = [
        {"id": "root", "label": "root", "length": 1.0},
        {"id": "arm", "label": "arm", "parent": "root", "direction": direction, "length": 0.4},
    ]
    body = load_sheet({**data, "parts": [], "runs": [], "pose": {}}).body
    runs = [run.model_dump(mode="json") for run in starting_runs(body)]
    return load_sheet({**data, "parts": [], "runs": runs, "pose": {}})


def _programme(dial_c: float) -> dict[str, Any]:
    return {"id": "p", "cures": "chest", "stages": [{"dial_c": dial_c, "minutes": 75}]}


def base(**more: Any) -> dict[str, Any]:
    return {"id": "base", "kind": "base", **more}


def passes(*rows: dict[str, Any], **more: Any) -> FigureSheet:
    """With those passes over its skin."""
    return plain(area__skin__passes=list(rows), **more)


NOSE = {
    "id": "nose",
    "label": "tip of the nose",
    "part": "skull",
    "outline": [[0.4, 0.4], [0.6, 0.4], [0.5, 0.5]],
}
TINTED = {
    "id": "tinted_seal",
    "label": "tinted seal",
    "medium": "varnish_matt",
    "share": 0.1,
}
CASES: dict[str, tuple[FigureSheet, Context, FigureSheet, Context]] = {
    "character.head.small": (plain(height_mm=100), Context(), plain(height_mm=300), Context()),
    "character.head.heavy": (plain(body__heads_tall=2.0), Context(), plain(), Context()),
    "character.part.buried": (plain(part__heart=BURIED), Context(), plain(), Context()),
    "character.part.loose": (
        plain(
            part__kite={**BURIED, "id": "kite", "shape": {**BURIED["shape"], "centre": [0.6, 0, 2]}}
        ),
        Context(),
        plain(
            part__kite={
                **BURIED,
                "id": "kite",
                "meeting": {"kind": "glue"},
                "shape": {**BURIED["shape"], "centre": [0.6, 0, 2]},
            }
        ),
        Context(),
    ),
    "character.socket.deep": (
        plain(part__skull__wall_mm=2.0, height_mm=400),
        Context(),
        plain(part__skull__wall_mm=2.0, height_mm=400, face__socket_depth=0.0),
        Context(),
    ),
    "character.socket.wide": (plain(face__eye_breadth=0.42), Context(), plain(), Context()),
    "character.decide.open": (plain(), Context(), plain(**SETTLED), Context()),
    "frame.hold.weak": (plain(), context(SOFT), plain(), context(STRONG)),
    "frame.column.slender": (plain(), context(SOFT), plain(), context(STRONG)),
    "frame.fit.tight": (
        plain(body__limb_thickness=0.5),
        context({"wires": ["al_awg6"]}),
        plain(),
        Context(),
    ),
    "frame.bend.back": (free_arm((0, 0, -1)), Context(), free_arm((1, 0, -0.3)), Context()),
    "frame.bend.hard": (plain(run__spine__wire="hs_4_0"), Context(), plain(), Context()),
    "frame.stand.tips": (
        plain(base__width_mm=60, base__depth_mm=60),
        Context(),
        plain(),
        Context(),
    ),
    "frame.stand.heavy": (
        new_sheet("x", "bust", 600.0),
        Context(),
        new_sheet("x", "bust", 250.0),
        Context(),
    ),
    "frame.base.small": (
        plain(base__width_mm=40, base__depth_mm=40),
        Context(),
        plain(),
        Context(),
    ),
    "frame.feet.over": (plain(base__width_mm=60, base__depth_mm=60), Context(), plain(), Context()),
    "frame.peg.air": (
        plain(joint__hip_l__swing_deg=60, joint__knee_l__swing_deg=-60),
        Context(),
        plain(),
        Context(),
    ),
    "frame.raw.falls": (
        plain(run__spine__wire="al_awg18"),
        context(SOFT),
        plain(),
        context(STRONG),
    ),
    "frame.joint.bare": (plain(run__arms=None), context(STRONG), plain(), context(STRONG)),
    "frame.poseable.covered": (
        plain(run__arms__poseable={"elbow_r": 60}),
        Context(),
        plain(),
        Context(),
    ),
    "frame.poseable.tears": (
        plain(run__arms__poseable={"elbow_r": 140}, **ARM_FLEXIBLE),
        Context(),
        plain(run__arms__poseable={"elbow_r": 5}, **ARM_FLEXIBLE),
        Context(),
    ),
    "frame.coil.short": (
        plain(run__spine__wire="st_2_5"),
        context(SHORT_COILS),
        plain(run__spine__wire="st_2_5"),
        context(LONG_COIL),
    ),
    "frame.slender.bare": (plain(part__fin=FIN), Context(), plain(), Context()),
    "bulk.wall.thin": (plain(part__chest__wall_mm=2), Context(), plain(), Context()),
    "bulk.wall.thick": (plain(part__chest__wall_mm=12), Context(), plain(), Context()),
    "bulk.core.large": (
        new_sheet("x", "bust", 300.0),
        Context(),
        changed(new_sheet("x", "bust", 300.0), part__chest__core="cage"),
        Context(),
    ),
    "frame.size.large": (
        new_sheet("x", "many_limbed", 450.0),
        Context(),
        new_sheet("x", "many_limbed", 200.0),
        Context(),
    ),
    "bulk.solid.thick": (plain(part__chest__core="wire"), Context(), plain(), Context()),
    "bulk.ballast.large": (
        plain(part__skull__ballast_g=400),
        Context(),
        plain(part__pelvis__ballast_g=20),
        Context(),
    ),
    "bulk.core.melts": (
        plain(part__chest__core="foam"),
        Context(),
        plain(part__chest__core="light"),
        Context(),
    ),
    "bulk.opening.missing": (
        plain(**PULLED),
        Context(),
        plain(part__chest__opening={"side": "under", "across_mm": 40}, **PULLED),
        Context(),
    ),
    "bulk.opening.narrow": (
        plain(part__chest__opening={"side": "under", "across_mm": 10}, **PULLED),
        Context(),
        plain(part__chest__opening={"side": "under", "across_mm": 40}, **PULLED),
        Context(),
    ),
    "bulk.bridge.thin": (
        plain(part__chest__opening={"side": "under", "across_mm": 80}, **PULLED),
        Context(),
        plain(part__chest__opening={"side": "under", "across_mm": 32}, **PULLED),
        Context(),
    ),
    "bulk.light.weak": (
        plain(light__lamp={**LAMP, "cell": "two_aaa"}),
        Context(),
        plain(light__lamp=LAMP),
        Context(),
    ),
    "bulk.cell.large": (
        plain(light__lamp=LAMP),
        Context(),
        plain(light__lamp=LAMP, **DEEP_BASE),
        Context(),
    ),
    "bulk.cable.tight": (
        plain(light__lamp=LAMP, **SITTING),
        Context(),
        plain(light__lamp=LAMP),
        Context(),
    ),
    "bulk.cable.melts": (
        plain(light__lamp={**LAMP, "cable": "pvc"}),
        Context(),
        plain(light__lamp=LAMP),
        Context(),
    ),
    "clay.putty.baked": (
        plain(part__nose__stock="epoxy_putty", part__scale=TOOTH_ON_PUTTY),
        Context(),
        plain(part__scale=TOOTH_ON_PUTTY),
        Context(),
    ),
    "clay.stores.missing": (
        plain(part__nose__clay="flexible"),
        Context(),
        plain(part__nose__clay="flexible"),
        context({"clays": ["rigid", "flexible"]}),
    ),
    "clay.thin.breaks": (plain(part__fin=FIN), Context(), plain(), Context()),
    "clay.cloth.plug": (
        plain(part__robe=ROBE),
        Context(),
        plain(part__robe={**ROBE, "form": HANGS}),
        Context(),
    ),
    "clay.sheet.foil": (
        plain(part__flag=FLAG),
        Context(),
        plain(part__flag={**FLAG, "form": LAID}),
        Context(),
    ),
    "clay.sheet.round": (
        plain(part__flag={**BADGE, "meeting": {"kind": "glue", "hosts": ["chest"]}}),
        Context(),
        plain(part__flag={**BADGE, "meeting": {"kind": "rest", "hosts": ["chest"]}}),
        Context(),
    ),
    "clay.cloth.folds": (
        plain(part__robe={**ROBE, "form": {**HANGS, "folds": {"number": 40, "share": 1.0}}}),
        Context(),
        plain(part__robe={**ROBE, "form": {**HANGS, "folds": {"number": 8, "share": 1.0}}}),
        Context(),
    ),
    "clay.cloth.pleats": (
        plain(part__robe={**ROBE, "form": {**HANGS, "folds": {**PLEATS, "share": 2.0}}}),
        Context(),
        plain(part__robe={**ROBE, "form": {**HANGS, "folds": {**PLEATS, "share": 0.8}}}),
        Context(),
    ),
    "clay.cloth.flat": (
        plain(
            part__robe={
                **ROBE,
                "form": {**HANGS, "folds": {"number": 8, "share": 0.25}},
                "shape": {**ROBE["shape"], "end_radius": 0.22},
            }
        ),
        Context(),
        plain(part__robe={**ROBE, "form": {**HANGS, "folds": {"number": 8, "share": 1.0}}}),
        Context(),
    ),
    "clay.cloth.out": (
        plain(part__flag={**FLAG, "shape": STANDING}),
        Context(),
        plain(part__flag=FLAG),
        Context(),
    ),
    "clay.cloth.narrow": (
        plain(part__robe={**ROBE, "form": HANGS, "shape": {**ROBE["shape"], "end_radius": 0.006}}),
        Context(),
        plain(part__robe={**ROBE, "form": HANGS}),
        Context(),
    ),
    "clay.cloth.through": (
        plain(part__robe={**ROBE, "form": HANGS}, part__stub=STUB),
        Context(),
        plain(part__robe={**ROBE, "form": HANGS}),
        Context(),
    ),
    "order.apart.join": (plain(part__hand_r__meeting__kind="glue"), Context(), plain(), Context()),
    "order.join.air": (
        plain(
            part__kite={
                **BURIED,
                "id": "kite",
                "meeting": {"kind": "glue"},
                "shape": {**BURIED["shape"], "centre": [0.6, 0, 2]},
            }
        ),
        Context(),
        plain(part__hand_r__meeting__kind="glue"),
        Context(),
    ),
    "order.delicate.raw": (
        plain(),
        context(bake_school="one_bake"),
        plain(),
        context(bake_school="save_progress"),
    ),
    "order.meeting.conflict": (
        plain(part__tooth_r={**TOOTH, "meeting": {"kind": "press", "hosts": ["skull", "nose"]}}),
        Context(),
        plain(part__tooth_r={**TOOTH, "meeting": {"kind": "press", "hosts": ["skull"]}}),
        Context(),
    ),
    "order.glue.unsuited": (
        plain(part__hand_r__meeting={"kind": "glue", "hosts": ["forearm_r"], "agent": "pva"}),
        Context(),
        plain(part__hand_r__meeting={"kind": "glue", "hosts": ["forearm_r"]}),
        Context(),
    ),
    "order.pin.thick": (
        plain(part__hand_r__meeting={"kind": "pin", "wire": "st_4_0"}),
        Context(),
        plain(part__hand_r__meeting={"kind": "pin"}),
        Context(),
    ),
    "order.join.weak": (
        plain(part__hand_r__meeting={"kind": "pin", "wire": "al_awg20"}),
        Context(),
        plain(part__hand_r__meeting={"kind": "pin", "wire": "hs_1_2"}),
        Context(),
    ),
    "order.pin.wired": (
        plain(part__skull__meeting={"kind": "pin"}),
        Context(),
        plain(part__skull__meeting={"kind": "pin"}, run__spine__start="pin"),
        Context(),
    ),
    "order.hold.air": (
        plain(part__staff=_staff(0.25, 0.15, "hold")),
        Context(),
        plain(part__staff=_staff(0.25, 0.15, "glue")),
        Context(),
    ),
    "clay.thread.loose": (
        plain(part__ear_r__meeting__kind="thread", run__spine=None),
        Context(),
        plain(part__ear_r__meeting__kind="lay", run__spine=None),
        Context(),
    ),
    "clay.thread.closed": (
        plain(part__hand_r__meeting__kind="thread", run__arms__start="loop"),
        Context(),
        plain(part__hand_r__meeting__kind="thread", run__arms__start="cut"),
        Context(),
    ),
    "clay.thread.short": (
        plain(
            part__forearm_r__meeting__kind="thread",
            part__hand_r__meeting__kind="thread",
            part__forearm_r__shape__start=[0, 0, 0],
            part__forearm_r__shape__end=[0, 0, 0.05],
            run__arms__poseable={"elbow_r": 170},
        ),
        Context(),
        plain(
            part__forearm_r__meeting__kind="thread",
            part__hand_r__meeting__kind="thread",
            run__arms__poseable={"elbow_r": 40},
        ),
        Context(),
    ),
    "clay.thread.blocked": (
        plain(part__forearm_r__meeting__kind="thread"),
        Context(),
        plain(
            part__forearm_r__meeting__kind="thread",
            part__hand_r__meeting__kind="thread",
            part__thumb_r__meeting__kind="thread",
        ),
        Context(),
    ),
    "clay.thread.bore": (
        plain(part__thumb_r__meeting__kind="thread", run__arms__wire="st_4_0"),
        Context(),
        plain(part__forearm_r__meeting__kind="thread", run__arms__wire="st_1_6"),
        Context(),
    ),
    "order.sit.air": (
        _seated(),
        Context(),
        changed(_seated(), part__pelvis__meeting={"kind": "blend"}),
        Context(),
    ),
    "order.standin.saves": (
        plain(part__staff=_staff(0.19, 0.07, "hold")),
        context(bake_school="one_bake"),
        plain(part__staff={**_staff(0.19, 0.07, "hold"), "stock": "wood"}),
        context(bake_school="one_bake"),
    ),
    "order.bed.saves": (
        plain(part__tooth_r={**TOOTH, "meeting": {"kind": "press", "hosts": ["skull"]}}),
        Context(),
        plain(
            part__tooth_r={
                **TOOTH,
                "meeting": {"kind": "press", "hosts": ["skull"], "bed": "fresh"},
            }
        ),
        Context(),
    ),
    "order.pressed.raw": (
        plain(part__tooth_r=TOOTH),
        Context(),
        plain(part__tooth_r={**TOOTH, "feature": None}),
        Context(),
    ),
    "bake.core.raw": (plain(), context(bake_time="fixed_30"), plain(), context(bake_time="longer")),
    "bake.insert.melts": (one_eye_of("acrylic"), Context(), one_eye_of("glass"), Context()),
    "bake.peak.over": (plain(), context(oven_swing_c=25), plain(), context(oven_swing_c=5)),
    "bake.programme.idle": (
        plain(programme__p={**_programme(135), "cures": "eye_r"}),
        Context(),
        plain(programme__p=_programme(135)),
        Context(),
    ),
    "bake.programme.off": (
        plain(programme__p=_programme(121)),
        Context(),
        plain(programme__p=_programme(135)),
        Context(),
    ),
    "bake.crack.risk": (
        plain(part__chest__wall_mm=20),
        context(oven_air="fan"),
        plain(part__chest__wall_mm=3),
        context(oven_air="tented", oven_start="cold", wall_mm=3),
    ),
    "bake.overhang.sags": (plain(part__fin=FIN), Context(), plain(), Context()),
    "colour.mix.off": (plain(area__skin__target="#00ff00"), Context(), plain(), Context()),
    "order.move.forced": (
        plain(move__m={"id": "m", "step": "hand_r.cover.1", "bake": 1, "forced": True}),
        Context(),
        plain(move__m={"id": "m", "step": "skull.cover.1", "bake": 2}),
        Context(),
    ),
    "order.move.idle": (
        plain(move__m={"id": "m", "step": "hand_r.cover.1", "bake": 1}),
        Context(),
        plain(move__m={"id": "m", "step": "skull.cover.1", "bake": 2}),
        Context(),
    ),
    "bake.fit.large": (plain(), oven_inside(200), plain(), oven_inside(450)),
    "colour.on.barrier": (
        passes(base(), {"id": "wash", "kind": "wash"}),
        Context(),
        passes(base(), {"id": "seal", "kind": "seal"}, {"id": "wash", "kind": "wash"}),
        Context(),
    ),
    "colour.on.never": (
        passes(base(), {"id": "glow", "kind": "glow"}, {"id": "dry", "kind": "dry_brush"}),
        Context(),
        passes(base(), {"id": "dry", "kind": "dry_brush"}, {"id": "glow", "kind": "glow"}),
        Context(),
    ),
    "colour.on.chip": (
        passes(base(), {"id": "ink", "kind": "ink", "medium": "liquid_clay"}),
        Context(),
        passes(base()),
        Context(),
    ),
    "colour.matt.kills": (
        passes(base(), {"id": "gold", "kind": "metallic"}, {"id": "seal", "kind": "seal"}),
        Context(),
        passes(
            base(),
            {"id": "gold", "kind": "metallic"},
            {"id": "seal", "kind": "seal", "medium": "varnish_gloss"},
        ),
        Context(),
    ),
    "colour.powder.loose": (
        passes(base(), {"id": "mica", "kind": "powder"}),
        Context(),
        passes(base(), {"id": "mica", "kind": "powder"}, {"id": "gloss", "kind": "gloss"}),
        Context(),
    ),
    "colour.pass.hidden": (
        passes({"id": "ground", "kind": "prime", "colour": "#1c1c1e"}, base(coats=6)),
        Context(),
        passes(base()),
        Context(),
    ),
    "colour.paint.rigid": (
        plain(part__chest__clay="flexible"),
        Context(),
        passes(base(medium="flexible"), part__chest__clay="flexible"),
        Context(),
    ),
    "colour.dry.blown": (
        passes(base(), {"id": "oil", "kind": "wash", "medium": "oil_wash", "dry": "dryer"}),
        Context(),
        passes(base(), {"id": "oil", "kind": "wash", "medium": "oil_wash"}),
        Context(),
    ),
    "colour.undercoat.saves": (
        plain(area__skin__target="#fad01e", colour__ground="black"),
        Context(),
        plain(area__skin__target="#fad01e"),
        Context(),
    ),
    "colour.ground.own": (
        plain(area__skin__target="#fad01e", colour__ground="black"),
        context({"paints": ["hansa_yellow"]}),
        plain(area__skin__target="#fad01e", colour__ground="white"),
        context({"paints": ["hansa_yellow"]}),
    ),
    "colour.place.off": (
        passes(
            base(),
            {"id": "nose", "kind": "glaze", "spot": "nose"},
            area__skin__spots=[NOSE],
            part__skull__area=None,
        ),
        Context(),
        passes(base(), {"id": "nose", "kind": "glaze", "spot": "nose"}, area__skin__spots=[NOSE]),
        Context(),
    ),
    "colour.mixture.untried": (
        passes(base(), {"id": "tint", "kind": "tint", "mixture": "tinted_seal"}),
        context({"mixtures": [TINTED]}),
        passes(base(), {"id": "tint", "kind": "tint", "mixture": "tinted_seal"}),
        context(
            {
                "mixtures": [TINTED],
                "tried": [
                    {
                        "of": "mixture",
                        "product": "tinted_seal",
                        "label": "tinted seal",
                        "verdict": "good",
                    }
                ],
            }
        ),
    ),
    "colour.mixture.unknown": (
        passes(base(), {"id": "tint", "kind": "tint", "mixture": "tinted_seal"}),
        Context(),
        passes(base(), {"id": "tint", "kind": "tint", "mixture": "tinted_seal"}),
        context({"mixtures": [TINTED]}),
    ),
    "colour.area.unused": (
        plain(
            area__spare={"id": "spare", "label": "spare", "target": "#112233", "finish": "matte"}
        ),
        Context(),
        plain(),
        Context(),
    ),
    "colour.part.bare": (plain(part__chest__area=None), Context(), plain(), Context()),
    "colour.ground.costly": (
        plain(area__skin__target="#262e80"),
        Context(),
        plain(area__skin__target="#e8e0d0"),
        Context(),
    ),
    "finish.peg.none": (
        plain(run__spine__end="cut", run__leg_l__end="cut"),
        Context(),
        plain(),
        Context(),
    ),
    "finish.peg.shallow": (plain(base__thickness_mm=4), Context(), plain(), Context()),
}

ELSEWHERE = {"bake.labels.clash", "bake.scorch.pale", "order.reach.brush", "bake.finish.spoiled"}


class FindingTest(unittest.TestCase):
    def test_with_and_without(self) -> None:
        for finding_id, (has, its_rules, has_not, other_rules) in CASES.items():
            with self.subTest(finding_id):
                found = findings_of(has, finding_id, its_rules)
                self.assertTrue(found, "the sheet that has it")
                for finding in found:
                    self.assertTrue(finding.title and finding.reason)
                    self.assertTrue(finding_id.startswith(finding.station))
                self.assertFalse(findings_of(has_not, finding_id, other_rules), "the one without")

    def test_nothing_is_said_twice(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            sheet = changed(example(name), **{"part__eye_l__stock": "acrylic"})
            for given in (Context(), context(oven_swing_c=25), context(bake_time="fixed_30")):
                said = [(f.id, f.subject) for f in planned(sheet, given).findings]
                self.assertEqual(len(said), len(set(said)), name)

    @sweep
    def test_a_fix_settles_its_finding(self) -> None:
        """What is a candidate at all; that what is shown holds is tried in `test_settle`."""
        for finding_id, (sheet, rules, _, _) in some(CASES.items(), 30):
            found = findings_of(sheet, finding_id, rules)[0]
            for remedy in found.fixes:
                with self.subTest(finding_id, fix=remedy.label):
                    mended, _ = apply_edits(sheet, remedy.operations)
                    left = [
                        f
                        for f in planned(mended, rules).findings
                        if (f.id, f.subject) == (found.id, found.subject)
                    ]
                    self.assertFalse(left)

    def test_a_bake_left_on_too_long_browns_pale_clay(self) -> None:
        pale = plain(part__chest__clay="rigid_white")
        for sheet, minutes, told in ((pale, 480, True), (pale, 60, False), (plain(), 480, False)):
            progress = Progress(bakes=[BakeDone(bake=1, minutes=minutes)])
            found = [
                f for f in planned(sheet, None, progress).findings if f.id == "bake.scorch.pale"
            ]
            self.assertEqual(bool(found), told, minutes)

    def test_labels_that_clash_are_told(self) -> None:
        low = {"label_c": 115, "maximum_c": 130, "min_per_6mm": 30}
        given = context(stores={"labels": {"translucent": low}})
        under = plain(part__pelvis__clay="translucent", part__nose__meeting__hosts=["pelvis"])
        self.assertTrue(findings_of(under, "bake.labels.clash", given))
        self.assertFalse(findings_of(under, "bake.labels.clash"))
        over = plain(part__nose__clay="translucent")
        self.assertFalse(findings_of(over, "bake.labels.clash", given), "split over two bakes")

    def test_every_finding_is_listed_in_the_docs(self) -> None:
        self.assertEqual(SAID_WHEN.keys(), {*CASES, *ELSEWHERE})
        self.assertEqual(DOCS.read_text(encoding="utf-8"), findings_page())

    def test_every_finding_in_the_code_is_tested(self) -> None:
        core = Path(__file__).resolve().parents[1]
        used = {
            match
            for path in core.rglob("*.py")
            if "tests" not in path.parts
            for match in re.findall(r'\bid="([a-z]+\.[a-z]+\.[a-z]+)"', path.read_text("utf-8"))
        }
        self.assertEqual(used, {*CASES, *ELSEWHERE})

    def test_the_pelican_stands_after_its_findings_are_followed(self) -> None:
        sheet = example("pelican_piper")
        for _ in range(12):
            plan = planned(sheet)
            urgent = [f for f in plan.findings if f.severity != "note" and f.fixes]
            if not urgent:
                break
            sheet, _ = apply_edits(sheet, urgent[0].fixes[0].operations)
        self.assertGreaterEqual(planned(sheet).totals.tips_at.value, 10)
        self.assertFalse([f for f in planned(sheet).findings if f.severity == "stop"])


class PlanTest(unittest.TestCase):
    def test_the_same_in_gives_the_same_out(self) -> None:
        sheet = example("newt_drummer")
        once, twice = (plan(sheet, Context(), Progress(), TODAY) for _ in range(2))
        self.assertEqual(once, twice)

    def test_each_choice_moves_the_plan(self) -> None:
        sheet = biped()
        plain_plan = planned(sheet).totals
        for rules in (
            context(wall_mm=3),
            context(foil_packing="loose"),
            context(waste_percent=20),
            context(bake_school="one_bake"),
            context(bake_time="fixed_30"),
            context(oven_air="fan"),
            context(oven_start="cold"),
            context(oven_swing_c=15),
            context(hold_upright=5),
            context({"wires": ["st_3_2"]}),
        ):
            self.assertNotEqual(planned(sheet, rules), planned(sheet), rules)
        self.assertEqual(planned(sheet).totals, plain_plan)

    def test_units_and_gauge_words_move_nothing(self) -> None:
        sheet = biped()
        units = {"length_unit": "in", "mass_unit": "oz", "temperature_unit": "F"}
        self.assertEqual(planned(sheet, context(gauge_words="imperial", **units)), planned(sheet))

    def test_every_number_says_why(self) -> None:
        plan = planned(example("ferrywoman"))
        seen = 0

        def walk(value: object) -> None:
            nonlocal seen
            if isinstance(value, dict):
                if {"value", "unit", "why"} <= value.keys():
                    seen += 1
                    self.assertTrue(value["why"]["formula"] and value["why"]["source"])
                for child in value.values():
                    walk(child)
            elif isinstance(value, list | tuple):
                for child in value:
                    walk(child)

        walk(plan.model_dump())
        self.assertGreater(seen, 30)

    def test_an_empty_figure_still_has_a_plan(self) -> None:
        sheet = changed(biped(), **{f"part__{p.id}": None for p in biped().parts})
        plan = planned(sheet)
        self.assertEqual(plan.totals.clay.value, 0)
        self.assertEqual(plan.bake.bakes, [])


class PromiseTest(unittest.TestCase):
    def test_hands_are_baked_on_a_stand_in_for_what_is_taller_than_the_oven(self) -> None:
        """The ferrywoman goes in; with her oar, 374 mm, she does not."""
        size = {"breadth_mm": 400, "depth_mm": 340, "height_mm": 330, "rack_mm": 45}
        given = Context(rules=Rules(oven=Oven.model_validate({"inside": size})))
        held = changed(example("ferrywoman"), part__oar_shaft__meeting__how="slides_out")
        (found,) = findings_of(held, "bake.fit.large", given)
        self.assertAlmostEqual(found.numbers["height_mm"], 374.2, delta=0.5)
        self.mended(held, "bake.fit.large", given)

    """Fixes that were refused, or changed nothing, or were absurd."""

    def mended(self, sheet: FigureSheet, finding_id: str, given: Context) -> None:
        for finding in findings_of(sheet, finding_id, given):
            self.assertTrue(finding.fixes, finding.title)
            for remedy in finding.fixes:
                with self.subTest(finding_id, fix=remedy.label):
                    after, _ = apply_edits(sheet, remedy.operations)
                    left = [f.subject for f in findings_of(after, finding_id, given)]
                    self.assertNotIn(finding.subject, left)

    def test_a_rod_holds_whatever_stands_on_the_ground_by_its_root(self) -> None:
        for body in ("stem_cap", "free", "biped", "bust"):
            sheet = new_sheet("x", body, 300)
            given = context({"wires": ["al_awg20"]})
            told = findings_of(sheet, "frame.raw.falls", given)
            self.assertTrue(told or body == "bust", body)
            self.mended(sheet, "frame.raw.falls", given)

    def test_no_base_larger_than_any_is_offered(self) -> None:
        wide = plain(base__width_mm=40, base__depth_mm=400, height_mm=900)
        for finding in planned(wide, context(SOFT)).findings:
            for remedy in finding.fixes:
                for operation in remedy.operations:
                    if operation.path in ("base/width_mm", "base/depth_mm"):
                        self.assertLessEqual(operation.value, 1000)
        self.mended(wide, "frame.base.small", Context())

    def test_a_wire_holds_its_own_weight_too(self) -> None:
        """It landed at 1.998 of 2: what is chosen, and what is offered, is judged with itself on the figure."""
        for height in range(200, 421, 20):
            for run in planned(biped(height_mm=float(height))).frame.runs:
                if not run.chosen.fails:
                    self.assertGreaterEqual(run.chosen.hold_upright, 2.0)
            self.mended(biped(height_mm=float(height)), "frame.hold.weak", Context())

    def test_a_bead_that_is_put_in_later_is_not_in_any_bake(self) -> None:
        sheet = one_eye_of("acrylic")
        told = findings_of(sheet, "bake.insert.melts")[0]
        later = next(fix for fix in told.fixes if "Leave its place open" in spoken(fix.label))
        order = planned(apply_edits(sheet, later.operations)[0]).order
        eye = {step.kind: step for step in order.steps if step.part == "eye_r"}
        self.assertEqual(set(eye), {"get", "press", "assemble"})
        self.assertIn("take it out again", spoken(eye["press"].label))
        self.assertIsNone(eye["assemble"].bake)

    def test_pegs_go_into_a_base_that_has_room_for_them(self) -> None:
        sheet = new_sheet("x", "biped", 300, rules=Rules(feet="loops"))
        small = changed(sheet, base__width_mm=18, base__depth_mm=18)
        given = context(feet="loops")
        told = findings_of(small, "frame.stand.tips", given)
        pegged = [fix for f in told for fix in f.fixes if "Peg its feet" in spoken(fix.label)]
        for remedy in pegged:
            after, _ = apply_edits(small, remedy.operations)
            self.assertEqual(findings_of(after, "frame.base.small", given), [])
        self.assertTrue(pegged)

    def test_what_the_shelf_does_not_bear_is_a_warning_and_what_one_does_not_lift_a_note(
        self,
    ) -> None:
        """A bust of 600 is 25.4 kg with its base; cages take 13.9 of it away."""
        sheet = new_sheet("x", "bust", 600.0)
        [on_usual] = findings_of(sheet, "frame.stand.heavy")
        self.assertEqual(spoken(on_usual.title), "25.4 kg with its base: more than the shelf bears")
        [on_strong] = findings_of(sheet, "frame.stand.heavy", context(shelf_bears_g=50000))
        self.assertEqual((on_usual.severity, on_strong.severity), ("warn", "note"))
        caged, _ = apply_edits(sheet, on_usual.fixes[0].operations)
        self.assertEqual(findings_of(caged, "frame.stand.heavy"), [])
        off = planned(sheet).totals.mass.value - planned(caged).totals.mass.value
        self.assertAlmostEqual(off, 13931, delta=10)

    def test_a_wall_is_thickened_for_a_socket_only_as_far_as_a_wall_may_be(self) -> None:
        for height, heads in ((400.0, 4.0), (300.0, 2.5), (600.0, 3.0)):
            sheet = biped(height_mm=height, body__heads_tall=heads, part__skull__wall_mm=3.0)
            for finding in findings_of(sheet, "character.socket.deep"):
                for remedy in finding.fixes:
                    for operation in remedy.operations:
                        if operation.path.endswith("wall_mm"):
                            self.assertLessEqual(operation.value, 9.0)
