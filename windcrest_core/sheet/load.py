"""A parsed document becomes a figure sheet, or every fault it has is named."""

from __future__ import annotations

import json
import math
from typing import Any

from pydantic import ValidationError

from windcrest_core.catalogue import catalogue
from windcrest_core.errors import Fault, SheetError
from windcrest_core.refused import faults_of
from windcrest_core.sheet.bodies import Body, Free
from windcrest_core.sheet.insides import IN_BASE, Light
from windcrest_core.sheet.joints import RESERVED_JOINTS, JointRange, joint_ranges
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.sheet.model import FigureSheet, JointAngles, Run
from windcrest_core.sheet.upgrades import SHEET

MAX_BYTES = 2_000_000
MAX_DEPTH = 30
LEAST_SCALE_PX = 4


def parse(text: str | bytes) -> Any:
    """JSON of a figure sheet, guarded against size and depth.

    Raises
    ------
    SheetError : too large, too deep, not JSON.
    """
    if len(text) > MAX_BYTES:
        raise SheetError.one("(file)", f"{len(text)} bytes", f"at most {MAX_BYTES} bytes")
    raw = text.encode() if isinstance(text, str) else text
    if _depth(raw) > MAX_DEPTH:
        raise SheetError.one("(file)", "nested too deep", f"at most {MAX_DEPTH} levels")
    try:
        return json.loads(raw)
    except (ValueError, UnicodeDecodeError) as error:
        raise SheetError.one(
            "(file)", raw[:40].decode(errors="replace"), f"JSON: {error}"
        ) from error


def _depth(raw: bytes) -> int:
    depth = deepest = 0
    quoted = escaped = False
    for byte in raw:
        if quoted:
            quoted = escaped or byte != 0x22
            escaped = byte == 0x5C and not escaped
        elif byte == 0x22:
            quoted = True
        elif byte in b"[{":
            depth += 1
            deepest = max(deepest, depth)
        elif byte in b"]}":
            depth -= 1
    return deepest


def load_sheet(data: Any) -> FigureSheet:
    """A figure sheet from parsed JSON, upgraded to the current version and checked as a whole.

    Raises
    ------
    SheetError : with path, value and what is allowed, for every fault.
    """
    document = SHEET.upgraded(data)
    try:
        sheet = FigureSheet.model_validate(document)
    except ValidationError as error:
        raise faults_of(error) from error
    faults = bone_faults(sheet.body) or [
        *_reference_faults(sheet),
        *_pose_faults(sheet),
        *_picture_faults(sheet),
    ]
    if faults:
        raise SheetError(faults)
    return sheet


def bone_faults(body: Body) -> list[Fault]:
    """A free body's bones must be one tree: one root, every other on a bone that is there."""
    if not isinstance(body, Free):
        return []
    bones = body.bones
    ids = [bone.id for bone in bones]
    faults = [Fault(f"body/bones/{key}", key, "an id only once") for key in _repeated(ids)]
    roots = [bone.id for bone in bones if bone.parent is None]
    if len(roots) != 1:
        faults.append(Fault("body/bones", ", ".join(roots) or "none", "one bone without a parent"))
    parents = {bone.id: bone.parent for bone in bones}
    for bone in bones:
        at = f"body/bones/{bone.id}/parent"
        if bone.parent is not None and bone.parent not in parents:
            faults.append(Fault(at, bone.parent, "one of " + ", ".join(ids)))
        elif leads_back(parents, bone.id):
            faults.append(Fault(at, bone.parent, "a bone that does not hang on this one"))
        if bone.id in RESERVED_JOINTS:
            faults.append(Fault(f"body/bones/{bone.id}", bone.id, "an id no wing or tail has"))
    return faults


def _picture_faults(sheet: FigureSheet) -> list[Fault]:
    """A scale needs two points apart; a landmark has to be one of this body's."""
    faults = []
    known = landmark_ids(sheet.body)
    for reference in sheet.references:
        at = f"reference/{reference.id}"
        scale = reference.scale
        if scale is not None:
            a, b = (scale.a, scale.b) if scale.kind == "length" else (scale.crown, scale.sole)
            apart = math.hypot(
                (a[0] - b[0]) * reference.width_px, (a[1] - b[1]) * reference.height_px
            )
            if apart < LEAST_SCALE_PX:
                faults.append(
                    Fault(
                        f"{at}/scale",
                        f"{apart:.1f} pixels apart",
                        f"two points at least {LEAST_SCALE_PX} pixels apart",
                    )
                )
            if scale.kind == "stature" and scale.crown[1] >= scale.sole[1]:
                faults.append(Fault(f"{at}/scale/crown", "below the sole", "above the sole"))
        for name in sorted(set(reference.landmarks) - set(known)):
            faults.append(
                Fault(f"{at}/landmarks/{name}", name, "one of " + ", ".join(sorted(known)))
            )
    return faults


def leads_back(parents: dict[str, str | None], key: str) -> bool:
    """Whether following the parents of `key` comes back to it."""
    seen, at = {key}, parents.get(key)
    while at is not None and at not in seen:
        seen.add(at)
        at = parents.get(at)
    return at == key


def _pose_faults(sheet: FigureSheet) -> list[Fault]:
    ranges = joint_ranges(sheet.body)
    faults = _angle_faults("pose", sheet.pose, ranges)
    for key, kept in sheet.kept_poses.items():
        faults += _angle_faults(f"kept_pose/{key}/joints", kept.joints, ranges)
    return faults


def _angle_faults(
    at: str, pose: dict[str, JointAngles], ranges: dict[str, JointRange]
) -> list[Fault]:
    faults = []
    for joint, angles in pose.items():
        if joint not in ranges:
            faults.append(Fault(f"{at}/{joint}", joint, "a joint of this body plan"))
            continue
        for name in ("swing_deg", "spread_deg", "turn_deg"):
            low, high = getattr(ranges[joint], name)
            value = getattr(angles, name)
            if not low <= value <= high:
                faults.append(Fault(f"{at}/{joint}/{name}", value, f"{low:g} to {high:g} degrees"))
    return faults


def _repeated(ids: list[str]) -> list[str]:
    return sorted({key for key in ids if ids.count(key) > 1})


def _reference_faults(sheet: FigureSheet) -> list[Fault]:
    shelf = catalogue()
    joints = joint_ranges(sheet.body)
    part_ids = [part.id for part in sheet.parts]
    run_ids = [run.id for run in sheet.runs]
    area_ids = [area.id for area in sheet.colour.areas]
    picture_ids = [reference.id for reference in sheet.references]
    faults = [
        Fault(f"{kind}/{key}", key, "an id only once, and never again after it was deleted")
        for kind, ids in (
            ("part", part_ids),
            ("run", run_ids),
            ("area", area_ids),
            ("reference", picture_ids),
            ("light", [light.id for light in sheet.lights]),
            ("move", [move.id for move in sheet.order.moves]),
        )
        for key in sorted({*_repeated(ids), *set(ids).intersection(sheet.retired_ids)})
    ]
    for part in sheet.parts:
        at = f"part/{part.id}"
        if part.bone not in joints:
            faults.append(Fault(f"{at}/bone", part.bone, "one of " + ", ".join(sorted(joints))))
        if part.lies_on is not None and (part.lies_on not in part_ids or part.lies_on == part.id):
            faults.append(Fault(f"{at}/lies_on", part.lies_on, "the id of another part"))
        if part.area is not None and part.area not in area_ids:
            faults.append(Fault(f"{at}/area", part.area, "the id of a colour area, or null"))
        if part.clay not in shelf.clays:
            faults.append(
                Fault(f"{at}/clay", part.clay, "one of " + ", ".join(sorted(shelf.clays)))
            )
        if part.stock is not None and part.stock not in shelf.stock_materials:
            faults.append(
                Fault(
                    f"{at}/stock", part.stock, "one of " + ", ".join(sorted(shelf.stock_materials))
                )
            )
    faults.extend(fault for light in sheet.lights for fault in _light_faults(sheet, light))
    faults.extend(_cycle_faults(sheet))
    faults.extend(fault for run in sheet.runs for fault in _run_faults(sheet, run))
    return faults


def _run_faults(sheet: FigureSheet, run: Run) -> list[Fault]:
    """A run goes through joints that are there, once each, with wire that is in the catalogue."""
    shelf = catalogue()
    joints = joint_ranges(sheet.body)
    at = f"run/{run.id}"
    faults = [
        Fault(f"{at}/path", joint, "joints of this body plan, in order")
        for joint in run.path
        if joint not in joints
    ]
    faults += [Fault(f"{at}/path", joint, "each joint once") for joint in _repeated(run.path)]
    for key in ("wire", "grip"):
        wire = getattr(run, key)
        if wire is not None and wire not in shelf.wires:
            faults.append(Fault(f"{at}/{key}", wire, "one of " + ", ".join(sorted(shelf.wires))))
    part = next((part for part in sheet.parts if part.id == run.into), None)
    if run.into is not None and (part is None or part.bone not in run.path[-1:]):
        on_it = [part.id for part in sheet.parts if part.bone == run.path[-1]]
        faults.append(
            Fault(
                f"{at}/into", run.into, "a part on its last joint: " + (", ".join(on_it) or "none")
            )
        )
    faults += [
        Fault(f"{at}/poseable/{joint}", joint, "a joint the run goes through")
        for joint in run.poseable
        if joint not in run.path
    ]
    return faults


def _light_faults(sheet: FigureSheet, light: Light) -> list[Fault]:
    """A light is in a part, its cell in a part or the base, and all of it is in the catalogue."""
    shelf = catalogue()
    parts = {part.id for part in sheet.parts}
    allowed = {
        "part": parts,
        "cell_in": parts | {IN_BASE},
        "led": set(shelf.leds),
        "cell": set(shelf.cells),
        "cable": set(shelf.cables),
    }
    return [
        Fault(f"light/{light.id}/{name}", value, "one of " + ", ".join(sorted(table)))
        for name, table in allowed.items()
        if (value := getattr(light, name)) not in table
    ]


def _cycle_faults(sheet: FigureSheet) -> list[Fault]:
    under = {part.id: part.lies_on for part in sheet.parts}
    return [
        Fault(f"part/{part_id}/lies_on", under[part_id], "no part lies on itself")
        for part_id in under
        if leads_back(under, part_id)
    ]
