"""The four figures of the harbour festival, drawn up as sheets. Run to rewrite examples/*.json."""

from __future__ import annotations

import json
import math
from collections.abc import Mapping
from pathlib import Path
from typing import Any

from windcrest_core.character.starting.shapes import ball, cone, laid_on, mid, pair
from windcrest_core.colour.starting import StartKey, start_lists
from windcrest_core.new_figure import new_sheet
from windcrest_core.sheet import load_sheet
from windcrest_core.sheet.forms import WIRE, SolidClay
from windcrest_core.sheet.meetings import Lay
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Box, Coil, Sheet

HERE = Path(__file__).parent
DISC = [
    (0.09 * math.cos(math.radians(a)), 0.09 * math.sin(math.radians(a))) for a in range(0, 360, 20)
]


def dressed(
    sheet: FigureSheet,
    extra: list[Part],
    areas: list[tuple[str, str, str, str]],
    wears: dict[str, str],
    painted: Mapping[str, list[dict[str, Any]]] = {},
    **more: Any,
) -> FigureSheet:
    """The starting figure with more parts and its colours; `wears` maps id prefixes to areas, `painted` areas to their passes."""
    parts = [*sheet.parts, *extra]
    document = sheet.model_dump(mode="json")
    document["colour"]["areas"] = [
        {"id": i, "label": label, "target": target, "finish": finish}
        | ({"passes": painted[i]} if i in painted else {})
        for i, label, target, finish in areas
    ]
    rows = []
    for part in parts:
        row = part.model_dump(mode="json")
        for prefix, area in wears.items():
            if part.id.startswith(prefix):
                row["area"] = area
        rows.append(row)
    document["parts"] = rows
    for key, value in more.items():
        document[key] = {**document[key], **value} if isinstance(value, dict) else value
    return load_sheet(document)


BENDS = [{"id": "base", "kind": "base", "medium": "flexible"}]
MICA = [
    {"id": "base", "kind": "base"},
    {"id": "mica", "kind": "powder", "colour": "#a9b4c2"},
    {"id": "gloss", "kind": "gloss"},
]


def listed(key: StartKey, target: str) -> list[dict[str, Any]]:
    """The passes of a starting list for that colour."""
    found = next(row for row in start_lists(target) if row.key == key)
    return [row.model_dump(mode="json") for row in found.passes]


def angles(**joints: tuple[float, float, float]) -> dict[str, dict[str, float]]:
    return {
        joint: {"swing_deg": a, "spread_deg": b, "turn_deg": c}
        for joint, (a, b, c) in joints.items()
    }


def locked(sheet: FigureSheet, run: str, wire: str) -> FigureSheet:
    """The sheet with a wire chosen by hand for one run."""
    runs = [r.model_copy(update={"wire": wire}) if r.id == run else r for r in sheet.runs]
    return sheet.model_copy(update={"runs": runs})


def ferrywoman() -> FigureSheet:
    sheet = new_sheet("The ferrywoman", "biped", 310.0, 6.0)
    apron = Sheet(
        centre=(0, 0.08, 0),
        outline=[
            (-0.055, 0.16),
            (0.055, 0.16),
            (0.085, 0.02),
            (0.095, -0.16),
            (-0.095, -0.16),
            (-0.085, 0.02),
        ],
        thickness=0.011,
    )
    extra = [
        mid(
            "apron",
            "oilskin apron",
            "hips",
            apron,
            layer=1,
            meeting=laid_on("belly"),
            form=WIRE,
            delicate=True,
            area="oilskin",
        ),
        mid(
            "hat_brim",
            "hat brim",
            "head",
            ball((0, -0.05, 0.74), 0.56, 0.66, 0.06),
            scale="head",
            layer=1,
            meeting=laid_on("skull"),
            form=WIRE,
            delicate=True,
            area="oilskin",
        ),
        mid(
            "hat_crown",
            "hat crown",
            "head",
            ball((0, -0.02, 0.82), 0.38, 0.43, 0.3),
            scale="head",
            layer=1,
            meeting=laid_on("skull"),
            form=SolidClay(wall_mm=4.0),
            area="oilskin",
        ),
        mid(
            "braid",
            "braid",
            "head",
            cone((0, -0.36, 0.45), (0.05, -0.5, -0.75), 0.11, 0.06),
            scale="head",
            layer=1,
            form=WIRE,
            area="hair",
            feature="hair",
        ),
        mid(
            "oar_shaft",
            "oar shaft",
            "wrist_r",
            cone((0.033, -0.012, -0.777), (0.033, -0.012, 0.4), 0.011, 0.011),
            orient="world",
            stock="wood",
            form=WIRE,
            area="wood",
            layer=1,
            meeting={"kind": "hold", "hosts": ["hand_r", "hand_l"], "how": "stand_in"},
        ),
        mid(
            "oar_blade",
            "oar blade",
            "wrist_r",
            Box(centre=(0.033, -0.012, 0.5), half_sizes=(0.04, 0.007, 0.12)),
            orient="world",
            stock="wood",
            form=WIRE,
            area="wood",
            layer=1,
            meeting={"kind": "glue"},
        ),
        *pair(
            "boot_cuff",
            "boot cuff",
            "knee",
            cone((0, 0, 0.3), (0, 0, 0.42), 0.045, 0.043),
            layer=1,
            form=WIRE,
            area="oilskin",
        ),
    ]
    extra = [
        p.model_copy(update={"meeting": Lay(hosts=[f"shank_{p.id[-1]}"])})
        if p.id.startswith("boot_cuff")
        else p
        for p in extra
    ]
    sheet = dressed(
        sheet,
        extra,
        [
            ("skin", "weathered skin", "#c58d68", "matte"),
            ("oilskin", "ochre oilskin", "#c9962f", "satin"),
            ("jersey", "navy jersey", "#2c3f66", "matte"),
            ("trousers", "tarred trousers", "#3a3733", "matte"),
            ("hair", "grey hair", "#a9a49a", "matte"),
            ("wood", "oiled ash", "#b98a54", "satin"),
        ],
        {
            "chest": "jersey",
            "belly": "jersey",
            "shoulder": "jersey",
            "upper_arm": "jersey",
            "forearm": "jersey",
            "pelvis": "trousers",
            "thigh": "trousers",
            "shank": "trousers",
            "foot": "oilskin",
        },
        story="Rows the harbour crossing in any weather; stands with her oar planted while the "
        "regatta goes by.",
        mood="patient, amused",
        stands_for_mm=1650.0,
        expression="half a smile, eyes on the far quay",
        decided={"lights": "none", "hollow": "nothing", "mouth": "closed"},
        body={"build": 1.25, "limb_thickness": 1.15, "hip_breadth": 1.15},
        pose=angles(
            shoulder_r=(44, 3, -37),
            elbow_r=(89, 0, 0),
            shoulder_l=(34, -8, -46),
            elbow_l=(58, 0, 0),
            hip_r=(2, 7, 0),
            hip_l=(-2, 7, 0),
            head=(-4, 6, 12),
        ),
        base={"width_mm": 130.0, "depth_mm": 130.0},
    )
    return locked(sheet, "arms", "al_awg14")


def newt_drummer() -> FigureSheet:
    sheet = new_sheet("The newt drummer", "tailed_biped", 260.0, 3.8)
    crest = Sheet(
        centre=(0, 0, 0),
        outline=[
            (0.02, -0.3),
            (-0.16, -0.1),
            (-0.1, 0.1),
            (-0.22, 0.35),
            (-0.12, 0.55),
            (-0.2, 0.8),
            (0.02, 1.0),
        ],
        thickness=0.012,
    )
    extra = [
        mid(
            "snout",
            "snout",
            "head",
            ball((0, 0.5, 0.36), 0.27, 0.26, 0.17),
            scale="head",
            form=SolidClay(wall_mm=4.0),
            area="skin",
            feature="mouth",
        ),
        mid(
            "crest",
            "crest",
            "head",
            crest.model_copy(
                update={
                    "centre": (0, -0.1, 0.15),
                    "turns_deg": (0, 0, 90),
                    "outline": [
                        (0.3, -0.2),
                        (-0.5, -0.35),
                        (-0.62, 0.1),
                        (-0.45, 0.2),
                        (-0.55, 0.55),
                        (-0.25, 0.55),
                        (-0.2, 0.9),
                        (0.05, 0.72),
                        (0.3, 0.95),
                        (0.35, 0.6),
                    ],
                    "thickness": 0.06,
                }
            ),
            scale="head",
            layer=1,
            meeting=laid_on("skull"),
            form=WIRE,
            clay="flexible",
            delicate=True,
            area="crest",
        ),
        mid(
            "drum_shell",
            "drum",
            "hips",
            Sheet(centre=(0, 0.19, 0.55), outline=DISC, thickness=0.13, turns_deg=(-55, 0, 0)),
            layer=1,
            meeting={"kind": "glue"},
            form=SolidClay(wall_mm=5.0),
            area="drum",
        ),
        mid(
            "drum_strap",
            "drum strap",
            "waist",
            cone((0.055, 0.072, 0.86), (-0.06, 0.1, -0.05), 0.015, 0.015, 0.6),
            layer=1,
            meeting=laid_on("chest"),
            form=WIRE,
            delicate=True,
            area="leather",
        ),
        *pair(
            "stick",
            "drumstick",
            "wrist",
            cone((0, 0, 0.5), (-0.03, 0.17, 1.4), 0.009, 0.009),
            stock="wood",
            form=WIRE,
            area="wood",
            layer=1,
            meeting={"kind": "glue"},
        ),
        *pair(
            "toes",
            "toes",
            "ball",
            ball((0, 0.0, 1.0), 0.034, 0.012, 0.035),
            form=WIRE,
            area="skin",
        ),
    ]
    runs = [
        run.model_copy(update={"wire": "st_3_2"}) if run.id == "leg_l" else run
        for run in sheet.runs
    ]
    sheet = sheet.model_copy(update={"runs": runs})
    return dressed(
        sheet,
        extra,
        [
            ("skin", "newt green", "#5f7d4a", "satin"),
            ("crest", "crest orange", "#d9792e", "matte"),
            ("drum", "drum red", "#a83a30", "gloss"),
            ("leather", "strap leather", "#6b4a33", "satin"),
            ("wood", "boxwood", "#c9a56a", "satin"),
            ("belly", "belly cream", "#e8d9a8", "matte"),
        ],
        {"belly": "belly"},
        {"skin": listed("light_down", "#5f7d4a"), "crest": BENDS},
        story="Leads the parade along the quay; the next beat is about to fall.",
        mood="bright, bouncing",
        expression="mouth wide, eyes half shut with glee",
        decided={
            "mouth": "open a little, no teeth",
            "lights": "none",
            "hollow": "the drum stays solid",
            "hand_r": "grips its stick",
            "hand_l": "grips its stick",
            "slender": "toes over the foot loops, fingers round the sticks",
        },
        pose=angles(
            hip_r=(26, 4, 0),
            knee_r=(-14, 0, 0),
            ankle_r=(8, 0, 0),
            hip_l=(-16, 4, 0),
            shoulder_r=(62, 32, 0),
            elbow_r=(78, 0, 0),
            shoulder_l=(96, 30, 0),
            elbow_l=(64, 0, 0),
            tail_1=(8, 14, 0),
            tail_2=(14, 16, 0),
            tail_3=(18, 12, 0),
            head=(-8, 0, 14),
        ),
        base={"width_mm": 150.0, "depth_mm": 170.0, "shape": "rectangle"},
        body={"tail_length": 0.62, "build": 1.1},
    )


def pelican_piper() -> FigureSheet:
    sheet = new_sheet("The pelican piper", "winged_biped", 280.0, 6.2)
    extra = [
        mid(
            "bill_upper",
            "upper bill",
            "head",
            cone((0, 0.3, 0.45), (0, 2.5, -0.35), 0.2, 0.06, 0.6),
            scale="head",
            area="bill",
            feature="mouth",
            form=SolidClay(wall_mm=4.0),
        ),
        mid(
            "bill_hook",
            "bill hook",
            "head",
            ball((0, 2.5, -0.45), 0.07, 0.08, 0.12),
            scale="head",
            form=WIRE,
            area="bill",
            feature="mouth",
            layer=1,
            meeting=laid_on("bill_upper"),
        ),
        mid(
            "pouch",
            "pouch",
            "head",
            cone((0, 0.35, 0.1), (0, 1.7, -0.35), 0.26, 0.09, 1.25),
            scale="head",
            area="pouch",
            form=SolidClay(wall_mm=4.0),
        ),
        mid(
            "head_crest",
            "nape crest",
            "head",
            cone((0, -0.35, 0.7), (0, -0.85, 0.55), 0.11, 0.03),
            scale="head",
            form=WIRE,
            delicate=True,
            area="feathers",
        ),
        mid(
            "pipe",
            "pipe",
            "wing_r",
            cone((-0.02, 0.06, 0.4), (-0.1, 0.22, 0.25), 0.012, 0.018),
            form=WIRE,
            stock="wood",
            layer=1,
            meeting={"kind": "glue"},
            area="wood",
        ),
        *pair(
            "web",
            "webbed foot",
            "ball",
            Sheet(
                centre=(0, 0, 0),
                outline=[(0, -0.02), (-0.06, 0.1), (0, 0.118), (0.06, 0.1)],
                thickness=0.014,
            ),
            form=WIRE,
            area="bill",
            layer=0,
            contact=True,
        ),
    ]
    parts = [p for p in sheet.parts if not p.id.startswith("foot")]
    sheet = sheet.model_copy(update={"parts": parts})
    return dressed(
        sheet,
        extra,
        [
            ("feathers", "dusty white", "#e6dfcf", "matte"),
            ("bill", "bill orange", "#d98b3a", "satin"),
            ("pouch", "pouch pink", "#d9a08a", "satin"),
            ("quills", "flight grey", "#57606b", "matte"),
            ("wood", "black pipe", "#38302b", "gloss"),
        ],
        {
            "skull": "feathers",
            "neck": "feathers",
            "chest": "feathers",
            "belly": "feathers",
            "tail": "feathers",
            "wing": "feathers",
            "primaries": "quills",
            "secondaries": "quills",
            "thigh": "feathers",
            "shank": "bill",
            "hock": "bill",
        },
        {"feathers": listed("dark_up", "#e6dfcf"), "quills": MICA, "pouch": BENDS},
        story="Pipes the winners in from the end of the mole, one eye on the fish stall.",
        mood="solemn, hungry",
        expression="one eye down, one eye sideways",
        decided={
            "mouth": "bill shut on nothing",
            "lights": "none",
            "hollow": "the pouch stays solid",
            "slender": "feathers over a flat wire comb",
        },
        body={"limb_thickness": 0.8, "neck_length": 0.26, "wing_span": 0.85},
        pose=angles(
            hips=(14, 0, 0),
            wing_r=(-12, 20, 0),
            wing_l=(-20, -20, 0),
            wing_tip_r=(-25, -10, 0),
            wing_tip_l=(-45, -20, 0),
            neck=(-14, 0, 0),
            head=(12, 0, 0),
            hip_r=(-8, 3, 0),
            hip_l=(-4, 3, 0),
            tail_1=(30, 0, 0),
        ),
        base={"width_mm": 100.0, "depth_mm": 100.0, "thickness_mm": 12.0},
    )


def barnacle_ox() -> FigureSheet:
    sheet = new_sheet("The barnacle ox", "quadruped", 190.0, 5.0)
    heap = [(0.21, 0.14, 0.5), (0.265, 0.15, 0.66), (0.215, 0.16, 0.84), (0.265, 0.14, 1.0)]
    extra = [
        *pair(
            "horn",
            "horn",
            "=head",
            Coil(
                start=(0.28, 0.2, 0.1),
                bend_radius=0.8,
                sweep_deg=125,
                rise=0.35,
                start_radius=0.17,
                end_radius=0.04,
                turns_deg=(0, 90, 0),
            ),
            scale="head",
            area="horn",
            form=WIRE,
            feature="horn",
            meeting={"kind": "press", "hosts": ["skull"]},
            layer=1,
        ),
        mid("hump", "hump", "waist", ball((0, 0.13, 0.66), 0.12, 0.1, 0.17), area="skin"),
        mid(
            "dewlap",
            "dewlap",
            "neck",
            cone((0, -0.1, 0.1), (0, -0.09, 0.75), 0.05, 0.035, 1.4),
            area="skin",
        ),
        *pair(
            "pannier",
            "pannier of shells",
            "=hips",
            Box(centre=(0.235, 0.05, 0.75), half_sizes=(0.055, 0.11, 0.13), turns_deg=(0, 8, 0)),
            layer=1,
            meeting={"kind": "glue"},
            form=SolidClay(wall_mm=5.0),
            area="wicker",
        ),
        *(
            part
            for n, at in enumerate(heap, start=1)
            for part in pair(
                f"shell_{n}",
                f"shell {n}",
                "=hips",
                cone(at, (at[0], at[1] + 0.06, at[2] + 0.03), 0.045, 0.014, 0.8),
                layer=2,
                form=WIRE,
                area="shell",
                meeting={"kind": "glue"},
            )
        ),
        mid(
            "pack_strap",
            "pack strap",
            "hips",
            ball((0, 0.0, 0.75), 0.19, 0.2, 0.018),
            layer=1,
            meeting=laid_on("belly"),
            form=WIRE,
            area="leather",
        ),
        *pair(
            "barnacles_fore",
            "barnacles",
            "elbow",
            ball((0.03, 0.03, 0.7), 0.03, 0.03, 0.05),
            layer=1,
            form=WIRE,
            area="shell",
            delicate=True,
        ),
        *pair(
            "barnacles_knee",
            "barnacles at the knee",
            "elbow",
            ball((0.035, -0.005, 0.25), 0.028, 0.034, 0.034),
            layer=1,
            form=WIRE,
            area="shell",
            delicate=True,
        ),
        *pair(
            "barnacles_hind",
            "barnacles",
            "knee",
            ball((0.035, 0.02, 0.6), 0.03, 0.03, 0.06),
            layer=1,
            form=WIRE,
            area="shell",
            delicate=True,
        ),
    ]
    blunt = cone((0, 0.03, 0.5), (0, 0.02, 0.98), 0.36, 0.37, 0.95)
    sheet = sheet.model_copy(
        update={
            "parts": [
                part.model_copy(update={"shape": blunt}) if part.id == "muzzle" else part
                for part in sheet.parts
            ]
        }
    )
    fixed = []
    for part in extra:
        side = part.id[-1]
        lies = {
            "barnacles_fore": f"forearm_{side}",
            "barnacles_knee": f"forearm_{side}",
            "barnacles_hind": f"shank_{side}",
        }
        host = lies.get(part.id[:-2])
        fixed.append(
            part if host is None else part.model_copy(update={"meeting": Lay(hosts=[host])})
        )
    wired = [
        run.model_copy(update={"wire": "st_2_5"}) if run.id != "tail" else run for run in sheet.runs
    ]
    sheet = sheet.model_copy(update={"runs": wired})
    return dressed(
        sheet,
        fixed,
        [
            ("skin", "russet hide", "#8f4f33", "matte"),
            ("horn", "horn", "#d8c9a4", "satin"),
            ("wicker", "wicker", "#b08a52", "matte"),
            ("leather", "harness", "#4d3527", "satin"),
            ("shell", "barnacle", "#cfc8b8", "matte"),
        ],
        {},
        story="Carries the shell stall up from the beach, as it has every regatta since the pier.",
        mood="immovable, content",
        expression="heavy lids",
        decided={
            "mouth": "closed",
            "lights": "none",
            "hollow": "panniers are boxes over foil",
            "slender": "ears over a loop each, tail on its own wire",
            "hair": "only the tail tuft",
            "pose": "standing square",
            "apart": "horns and shells",
        },
        pose=angles(
            neck=(-10, 0, 0),
            head=(-8, 0, 6),
            shoulder_r=(6, 0, 0),
            hip_l=(6, 0, 0),
            tail_1=(4, 10, 0),
        ),
        base={"width_mm": 170.0, "depth_mm": 330.0, "shape": "rectangle", "thickness_mm": 20.0},
    )


def main() -> None:
    for name, sheet in (
        ("ferrywoman", ferrywoman()),
        ("newt_drummer", newt_drummer()),
        ("pelican_piper", pelican_piper()),
        ("barnacle_ox", barnacle_ox()),
    ):
        text = json.dumps(sheet.model_dump(mode="json"), indent=1, ensure_ascii=False)
        (HERE / f"{name}.figure.json").write_text(text + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
