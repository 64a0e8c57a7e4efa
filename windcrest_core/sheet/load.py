"""A parsed document becomes a figure sheet, or every fault it has is named."""

from __future__ import annotations

import json
from typing import Any

from pydantic import ValidationError

from windcrest_core.errors import Fault, SheetError
from windcrest_core.refused import faults_of
from windcrest_core.sheet.bones import bone_faults
from windcrest_core.sheet.collections import collection_faults
from windcrest_core.sheet.joints import JointRange, joint_ranges
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.pose import JointAngles
from windcrest_core.sheet.upgrades import SHEET

MAX_BYTES = 2_000_000
MAX_DEPTH = 30


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
        *collection_faults(sheet),
        *_pose_faults(sheet),
    ]
    if faults:
        raise SheetError(faults)
    return sheet


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
