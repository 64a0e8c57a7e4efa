"""The ladder of the figure sheet, and of edits that were written for one.

Version 1 is the first. Each upgrade of the sheet has one of operations beside it. In version 2 a part says
itself what of a body it is; before, its id did.
"""

from __future__ import annotations

import re
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


def _operations_with_features(file: dict[str, Any]) -> dict[str, Any]:
    """A part that is put in says what it is; a whole sheet in an operation climbs its own ladder."""
    rows = file.get("operations")
    for row in rows if isinstance(rows, list) else ():
        if isinstance(row, dict) and re.fullmatch(r"part/[^/]+", str(row.get("path", ""))):
            row["value"] = _with_feature(row.get("value"))
    return file


SHEET = Ladder("figure sheet", "sheet_version", (_parts_with_features,))
OPERATIONS = Ladder("file of operations", "sheet_version", (_operations_with_features,))
CURRENT_VERSION = SHEET.current
