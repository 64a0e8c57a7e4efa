"""The ladder of the figure sheet, and of edits that were written for one.

Version 1 is the first. Each upgrade of the sheet has one of operations beside it. In version 2 a part says
itself what of a body it is; before, its id did. In version 3 it has one meeting with what carries it, where
four fields of version 2 said what they could of it: `press_in`, `made_apart`, `rests` and `lies_on`. In version 4
it may have programmes of its bakes; a figure of version 3 has none. In version 5 a part has a form, where it was always
solid with a `core` under a `wall_mm`; operations on those two mean the same as before. In version 6 a colour area has passes, where it had a base
colour alone. In version 7 a place may lie at the side or inside, and a pass may be of a mixture of one's own, be drawn by length or
grow towards an end; none of version 6 did.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

from windcrest_core.versions import Ladder

_NAMED = {"eye": "eye", "tooth": "tooth", "teeth": "tooth", "horn": "horn", "claw": "claw"}
_MOUTHS = ("mouth", "tongue", "beak", "bill", "muzzle", "snout")
_HAIR = ("hair", "braid")


def _feature_of(part: dict[str, Any]) -> str | None:
    """What the id of a part of version 1 said it was."""
    key = str(part.get("id", ""))
    if re.match(r"eye_drawn(_|$)", key):
        return "drawn_eye"
    if part.get("seat") == "eye":
        return "eye"
    if named := re.match(r"(eye|tooth|teeth|horn|claw)(_|\d|$)", key):
        return _NAMED[named[1]]
    if any(word in key for word in _MOUTHS):
        return "mouth"
    return "hair" if any(word in key for word in _HAIR) else None


def _with_feature(part: Any) -> Any:
    return {"feature": _feature_of(part), **part} if isinstance(part, dict) else part


def _parts_with_features(sheet: dict[str, Any]) -> dict[str, Any]:
    if isinstance(sheet.get("parts"), list):
        sheet["parts"] = [_with_feature(part) for part in sheet["parts"]]
    return sheet


def _put_in(
    file: dict[str, Any], row_now: Callable[[Any], Any], noun: str = "part"
) -> dict[str, Any]:
    """Parts, or others of that noun, that operations put in as they are now; a whole sheet in an operation climbs its own
    ladder."""
    rows = file.get("operations")
    for row in rows if isinstance(rows, list) else ():
        if isinstance(row, dict) and re.fullmatch(rf"{noun}/[^/]+", str(row.get("path", ""))):
            row["value"] = row_now(row.get("value"))
    return file


def _operations_with_features(file: dict[str, Any]) -> dict[str, Any]:
    return _put_in(file, _with_feature)


_OLD_MEETING = ("press_in", "made_apart", "rests", "lies_on")


def _meeting_of(part: dict[str, Any]) -> dict[str, Any]:
    """What the four fields of a part of version 2 come to."""
    host = part.get("lies_on")
    bought = part.get("stock") is not None
    if part.get("made_apart"):
        kind = "glue"
    elif part.get("rests") and not bought:
        kind = "rest"
    elif bought:
        kind = "press" if host is not None else "blend"
    elif part.get("press_in"):
        kind = "press"
    else:
        kind = "lay" if host is not None else "blend"
    return {"kind": kind, "hosts": [] if host is None else [host]}


def _with_meeting(part: Any) -> Any:
    if not isinstance(part, dict):
        return part
    rest = {key: value for key, value in part.items() if key not in _OLD_MEETING}
    return {**rest, "meeting": _meeting_of(part)}


def _parts_with_meetings(sheet: dict[str, Any]) -> dict[str, Any]:
    if isinstance(sheet.get("parts"), list):
        sheet["parts"] = [_with_meeting(part) for part in sheet["parts"]]
    return sheet


_KIND_OF = {"press_in": "press", "made_apart": "glue", "rests": "rest"}


def _operation_on_meeting(row: dict[str, Any], flagged: set[str]) -> dict[str, Any]:
    """A field of version 2 as one of the meeting. A kind keeps the hosts that are there, hosts keep the kind; a
    part that is only said to lie on another, and no more in the same file, is laid on it."""
    steps = str(row.get("path", "")).split("/")
    value = row.get("value")
    if len(steps) == 2 and steps[0] == "part":
        return {**row, "value": _with_meeting(value)}
    if len(steps) != 3 or steps[0] != "part" or steps[2] not in _OLD_MEETING:
        return row
    at = f"part/{steps[1]}/meeting"
    if steps[2] != "lies_on":
        return {**row, "path": f"{at}/kind", "value": _KIND_OF[steps[2]] if value else "blend"}
    hosts = [] if value is None else [value]
    if value is None or steps[1] in flagged:
        return {**row, "path": f"{at}/hosts", "value": hosts}
    return {**row, "path": at, "value": {"kind": "lay", "hosts": hosts}}


def _operations_with_meetings(file: dict[str, Any]) -> dict[str, Any]:
    rows = file.get("operations")
    if not isinstance(rows, list):
        return file
    flagged = {
        str(row["path"]).split("/")[1]
        for row in rows
        if isinstance(row, dict)
        and re.fullmatch(r"part/[^/]+/(press_in|made_apart|rests)", str(row.get("path", "")))
        and row.get("value")
    }
    file["operations"] = [
        _operation_on_meeting(row, flagged) if isinstance(row, dict) else row for row in rows
    ]
    return file


_OLD_FORM = ("core", "wall_mm")


def _with_form(part: Any) -> Any:
    if not isinstance(part, dict):
        return part
    rest = {key: value for key, value in part.items() if key not in _OLD_FORM}
    form = {key: part[key] for key in _OLD_FORM if key in part}
    return {**rest, "form": {"kind": "solid", **form}}


def _parts_with_forms(sheet: dict[str, Any]) -> dict[str, Any]:
    if isinstance(sheet.get("parts"), list):
        sheet["parts"] = [_with_form(part) for part in sheet["parts"]]
    return sheet


def _operations_with_forms(file: dict[str, Any]) -> dict[str, Any]:
    return _put_in(file, _with_form)


def _with_base(area: Any) -> Any:
    return {**area, "passes": [{"id": "base", "kind": "base"}]} if isinstance(area, dict) else area


def _areas_with_passes(sheet: dict[str, Any]) -> dict[str, Any]:
    colour = sheet.get("colour")
    if isinstance(colour, dict) and isinstance(colour.get("areas"), list):
        colour["areas"] = [_with_base(area) for area in colour["areas"]]
    return sheet


def _operations_with_passes(file: dict[str, Any]) -> dict[str, Any]:
    return _put_in(file, _with_base, "area")


def _as_it_is(document: dict[str, Any]) -> dict[str, Any]:
    return document


SHEET = Ladder(
    "figure sheet",
    "sheet_version",
    (
        _parts_with_features,
        _parts_with_meetings,
        _as_it_is,
        _parts_with_forms,
        _areas_with_passes,
        _as_it_is,
    ),
)
OPERATIONS = Ladder(
    "file of operations",
    "sheet_version",
    (
        _operations_with_features,
        _operations_with_meetings,
        _as_it_is,
        _operations_with_forms,
        _operations_with_passes,
        _as_it_is,
    ),
)
CURRENT_VERSION = SHEET.current
