"""Edits of a sheet as operations addressed by id; what undoes them; where two collide."""

from __future__ import annotations

import copy
import re
from typing import Any

from pydantic import Field, TypeAdapter, ValidationError

from windcrest_core.errors import ConflictError, SheetError, UnitError
from windcrest_core.facts import Frozen
from windcrest_core.findings import Operation
from windcrest_core.refused import faults_of
from windcrest_core.sheet.collections import COLLECTIONS
from windcrest_core.sheet.forms import Form
from windcrest_core.sheet.load import load_sheet
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.upgrades import OPERATIONS
from windcrest_core.units import length_mm, mass_g

_TOP = ("name", "story", "mood", "expression", "height_mm", "stands_for_mm")
_OBJECTS = ("body", "face", "base", "colour", "order")
_KEYED = {"joint": "pose", "decided": "decided", "kept_pose": "kept_poses"}
LOCK = "lock"
WHOLE = "sheet"
_MISSING = object()
MOST_IN_A_FILE = 500


def _refuse(path: str) -> SheetError:
    allowed = [
        *_TOP,
        *(f"{key}/…" for key in _OBJECTS),
        *(f"{key}/<id>" for key in _KEYED),
        "joint/<id>/…",
        f"{LOCK}/<path of a choice>",
        *(f"{noun}/<id>[/…]" for noun in COLLECTIONS),
    ]
    return SheetError.one("path", path, "one of " + ", ".join(allowed))


def _measured(path: str, value: Any) -> Any:
    """Text in a field of mm or g is read as a length or a weight in whatever unit it names."""
    if not isinstance(value, str):
        return value
    try:
        if path.endswith("_mm"):
            return length_mm(value, signed=True)  # the model says what may be below nought
        return mass_g(value) if path.endswith("_g") else value
    except UnitError as error:
        raise SheetError.one(path, value, error.allowed) from error


def _row_of(rows: list[Any], key: str) -> Any:
    if key.isdigit():
        return rows[int(key)] if int(key) < len(rows) else _MISSING
    named = (row for row in rows if isinstance(row, dict) and row.get("id") == key)
    return next(named, _MISSING)


def _set_field(holder: dict[str, Any], path: str, keys: list[str], value: Any) -> Any:
    """Set a nested field that is already there, in a list by its id or its number from 0; returns what it was."""
    step: Any = holder
    for key in keys[:-1]:
        step = _row_of(step, key) if isinstance(step, list) else step.get(key, _MISSING)
        if not isinstance(step, dict | list):
            raise SheetError.one(path, key, "a field of this thing")
    if not isinstance(step, dict):
        raise SheetError.one(path, keys[-1], "a field of one of them; put the whole list instead")
    holder = step
    old = holder.get(keys[-1], _MISSING)
    if old is _MISSING:
        raise SheetError.one(path, keys[-1], "one of " + ", ".join(sorted(holder)))
    holder[keys[-1]] = value
    return old


GONE = {
    "press_in": 'part/<id>/meeting/kind "press": hard, then into raw clay',
    "made_apart": 'part/<id>/meeting/kind "glue" or "pin": baked apart, put on after paint',
    "rests": 'part/<id>/meeting/kind "rest": baked in its place, lifted off',
    "lies_on": 'part/<id>/meeting/hosts ["<id of a part>"]: what it is put on',
}
"""Fields of a part that were, and how that is said now."""

OF_SOLID = {
    "core": 'nothing: only a solid part has a core; set part/<id>/form/kind "solid" first',
    "wall_mm": "nothing: cloth and sheets have no wall; set part/<id>/form/thickness_mm of cloth",
}
"""Fields of a solid part's form, which are reached as if they were the part's own; what to do where it is not solid."""
CLOTH = ("close", "hang")
LAID_MM = 1.0
_forms: TypeAdapter[Form] = TypeAdapter(Form)


def _meet(row: dict[str, Any], path: str, kind: Any) -> Operation:
    """Put a part on in another way: its hosts stay, what only its old way let one choose goes."""
    old = row["meeting"]
    row["meeting"] = {"kind": kind, "hosts": old["hosts"]}
    return Operation(path=path.removesuffix("/kind"), value=old)


def _reform(row: dict[str, Any], path: str, kind: Any) -> Operation:
    """Fill a shape with something else: how thick cloth is stays, what only the old form let one choose goes."""
    old = row["form"]
    new: dict[str, Any] = {"kind": kind}
    if kind in CLOTH and old["kind"] in CLOTH:
        new["thickness_mm"] = old["thickness_mm"]
    if kind == "laid":
        clay = {"of": "clay", "thickness_mm": LAID_MM}
        new["stack"] = [clay, {"of": "foil"}, clay]
    try:
        row["form"] = _forms.validate_python(new).model_dump(mode="json")
    except ValidationError as error:
        raise SheetError.one(path, kind, "one of solid, close, hang, laid") from error
    return Operation(path=path.removesuffix("/kind"), value=old)


def _set_keyed(holder: dict[str, Any], key: str, value: Any) -> Any:
    """Set or, with a null value, remove a key; returns what it was, or null."""
    old = holder.get(key)
    if value is None:
        holder.pop(key, None)
    else:
        holder[key] = value
    return old


def _set_lock(locks: list[str], path: str, value: Any) -> bool | None:
    """Lock a choice with true, open it with null; returns what it was."""
    if value not in (True, None):
        raise SheetError.one(path, value, "true, or null to open it")
    choice = path.removeprefix(f"{LOCK}/")
    was = True if choice in locks else None
    if value is None and was:
        locks.remove(choice)
    elif value and not was:
        locks.append(choice)
    return was


def _apply_one(document: dict[str, Any], operation: Operation) -> list[Operation]:
    path, value = operation.path, _measured(operation.path, operation.value)
    steps = path.split("/")
    if path in _TOP:
        return [Operation(path=path, value=_set_field(document, path, [path], value))]
    if steps[0] in _OBJECTS and len(steps) >= 2:
        return [Operation(path=path, value=_set_field(document, path, steps, value))]
    if steps[0] in _KEYED and len(steps) == 2:
        return [Operation(path=path, value=_set_keyed(document[_KEYED[steps[0]]], steps[1], value))]
    if steps[0] == "joint" and len(steps) == 3:
        pose = document["pose"]
        rest = {"swing_deg": 0.0, "spread_deg": 0.0, "turn_deg": 0.0}
        angles = pose.setdefault(steps[1], rest)
        return [Operation(path=path, value=_set_field(angles, path, steps[2:], value))]
    if steps[0] == LOCK and len(steps) >= 2:
        return [Operation(path=path, value=_set_lock(document["locks"], path, value))]
    if steps[0] in COLLECTIONS and len(steps) >= 2:
        return _apply_to_row(document, steps, path, value)
    raise _refuse(path)


def _apply_to_row(
    document: dict[str, Any], steps: list[str], path: str, value: Any
) -> list[Operation]:
    rows = COLLECTIONS[steps[0]].rows_of(document)
    index = next((i for i, row in enumerate(rows) if row["id"] == steps[1]), None)
    if len(steps) > 2:
        if index is None:
            raise SheetError.one(path, steps[1], f"the id of a {steps[0]} of this figure")
        if steps[2] == "at" and len(steps) == 3:
            return [_move(rows, index, path, value)]
        if steps[2] == "id":
            raise SheetError.one(path, value, "ids do not change")
        if steps[0] == "part" and steps[2:] == ["meeting", "kind"]:
            return [_meet(rows[index], path, value)]
        if steps[0] == "part" and steps[2:] == ["form", "kind"]:
            return [_reform(rows[index], path, value)]
        if steps[0] == "part" and len(steps) == 3 and steps[2] in OF_SOLID:
            form = rows[index]["form"]
            if form["kind"] != "solid":
                raise SheetError.one(path, value, OF_SOLID[steps[2]])
            return [Operation(path=path, value=_set_field(form, path, [steps[2]], value))]
        if steps[0] == "part" and steps[2] in GONE:
            raise SheetError.one(path, value, GONE[steps[2]])
        return [Operation(path=path, value=_set_field(rows[index], path, steps[2:], value))]
    if value is None:
        if index is None:
            raise SheetError.one(path, steps[1], f"the id of a {steps[0]} of this figure")
        document["retired_ids"].append(steps[1])
        return [Operation(path=path, value={"at": index, **rows.pop(index)})]
    if not isinstance(value, dict) or value.get("id") != steps[1]:
        raise SheetError.one(path, value, f"an object whose id is {steps[1]}")
    if index is not None:
        old, rows[index] = rows[index], value
        return [Operation(path=path, value=old)]
    row = dict(value)
    if "at" in row:  # taken back from an earlier removal
        document["retired_ids"] = [key for key in document["retired_ids"] if key != steps[1]]
    rows.insert(int(row.pop("at", len(rows))), row)
    return [Operation(path=path, value=None)]


def _move(rows: list[Any], index: int, path: str, value: Any) -> Operation:
    """Put a row elsewhere among its like."""
    if not isinstance(value, int) or isinstance(value, bool) or not 0 <= value < len(rows):
        raise SheetError.one(path, value, f"a whole number from 0 to {len(rows) - 1}")
    rows.insert(value, rows.pop(index))
    return Operation(path=path, value=index)


def apply_edits(
    sheet: FigureSheet, operations: list[Operation]
) -> tuple[FigureSheet, list[Operation]]:
    """Apply all of `operations` or none.

    Returns
    -------
    (sheet, inverse) : the new sheet, and the operations that take it back.

    Raises
    ------
    SheetError : an unknown path, or a value the sheet cannot have.
    """
    document = sheet.model_dump(mode="json")
    inverse: list[Operation] = []
    for operation in operations:
        if operation.path == WHOLE:
            inverse = [Operation(path=WHOLE, value=copy.deepcopy(document)), *inverse]
            document = load_sheet(operation.value).model_dump(mode="json")
            continue
        inverse = [*_apply_one(document, operation), *inverse]
    return load_sheet(document), inverse


class OperationsFile(Frozen):
    """Edits kept in a file, with the version of the sheet they were written for."""

    sheet_version: int = OPERATIONS.current
    operations: list[Operation] = Field(max_length=MOST_IN_A_FILE)


def load_operations(data: Any) -> list[Operation]:
    """Edits from parsed JSON, brought to the sheet of today.

    Raises
    ------
    SheetError : with every fault.
    """
    document = OPERATIONS.upgraded(data)
    try:
        return OperationsFile.model_validate(document).operations
    except ValidationError as error:
        raise faults_of(error) from error


def collide(a: str, b: str) -> bool:
    """Whether two paths touch the same thing: one is the other, or holds it."""
    if WHOLE in (a, b):
        return True
    a, b = (re.sub(r"^(part/[^/]+)/(core|wall_mm)$", r"\1/form/\2", path) for path in (a, b))
    return a == b or a.startswith(b + "/") or b.startswith(a + "/")


def refuse_collisions(mine: list[Operation], theirs: list[Operation]) -> None:
    """Let disjoint edits through, and those that come to what theirs came to last.

    Raises
    ------
    ConflictError : with the path, mine and the last of theirs where they collide and differ.
    """
    found: list[tuple[str, object, object]] = []
    for a in mine:
        touching = [b for b in theirs if collide(a.path, b.path)]
        if touching and (a.path, a.value) != (touching[-1].path, touching[-1].value):
            found.append((a.path, a.value, touching[-1].value))
    if found:
        raise ConflictError(found)
