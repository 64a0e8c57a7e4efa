"""What a change of the sheet brings with it: limbs that come and go, and the other one of a pair."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

from pydantic import TypeAdapter, ValidationError

from windcrest_core.body.mirror import (
    flips_across,
    mirrored_form,
    mirrored_shape,
    on_other_side,
    other_side,
)
from windcrest_core.character.ages import stands_for_mm
from windcrest_core.character.library import with_free_ids
from windcrest_core.character.starting import starting_parts
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.findings import Operation
from windcrest_core.frame.runs import starting_runs
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.bones import bone_faults
from windcrest_core.sheet.forms import Form
from windcrest_core.sheet.ids import free_id
from windcrest_core.sheet.insides import IN_BASE
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.letting_go import let_go
from windcrest_core.sheet.meetings import Blend
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import HARD, Part
from windcrest_core.sheet.shapes import Shape
from windcrest_core.units import scale_and_real_mm

LIMBS = {"body/tail_length", "body/wing_span", "body/pairs", "body/tiers", "body/bones"}
OWN = {"id", "label", "bone", "side", "mirror_of", "at", "hidden"}
_shapes: TypeAdapter[Shape] = TypeAdapter(Shape)
_forms: TypeAdapter[Form] = TypeAdapter(Form)


def worked_out(sheet: FigureSheet, operations: list[Operation]) -> list[Operation]:
    """The operations, and those that follow from them.

    A body that gains limbs gains their parts and runs; one that loses some loses what was on them.
    What is changed on one part of a mirrored pair is changed on the other.
    """
    found: list[Operation] = []
    named = {operation.path for operation in operations}
    for operation in operations:
        if operation.path == "scale":
            found += _to_scale(sheet, operation.value)
            continue
        if operation.path in LIMBS:
            found += _with_limbs(sheet, operation)
            continue
        found += [*_runs_out_of(sheet, operation), *_let_go_of(sheet, operation)]
        found.append(operation)
        as_such = _put_on_as_such(sheet, operation, named)
        found += as_such
        found += [row for one in as_such if (row := _on_the_other(sheet, one)) is not None]
        other = _on_the_other(sheet, operation)
        if other is not None and other.path not in named:
            found.append(other)
    return found


def _runs_out_of(sheet: FigureSheet, operation: Operation) -> list[Operation]:
    """A run into a part that goes ends before it, or goes with it where it is only that part's; a
    light in it goes too, and a cell in it goes to the base."""
    steps = operation.path.split("/")
    if operation.value is not None or steps[0] != "part" or len(steps) != 2:
        return []
    return [
        Operation(path=f"run/{run.id}" if len(run.path) == 1 else f"run/{run.id}/into", value=None)
        for run in sheet.runs
        if run.into == steps[1]
    ] + [
        Operation(path=f"light/{light.id}", value=None)
        if light.part == steps[1]
        else Operation(path=f"light/{light.id}/cell_in", value=IN_BASE)
        for light in sheet.lights
        if steps[1] in (light.part, light.cell_in)
    ]


WORN_UNBAKED = ("cotton",)


def _put_on_as_such(sheet: FigureSheet, operation: Operation, named: set[str]) -> list[Operation]:
    """What is said to be a tooth, a horn, a claw or an eye, or of cloth, is put on as such things are, as long as
    nobody has said how it is put on."""
    steps = operation.path.split("/")
    if len(steps) != 3 or steps[0] != "part" or any("/meeting" in path for path in named):
        return []
    part = next((row for row in sheet.parts if row.id == steps[1]), None)
    if part is None or part.meeting != Blend():
        return []
    at = f"part/{part.id}/meeting/kind"
    if steps[2] == "feature" and operation.value in HARD and part.stock is None:
        return [Operation(path=at, value="press")]
    if steps[2] == "stock" and operation.value in WORN_UNBAKED:
        return [Operation(path=at, value="dress")]
    return []


def _let_go_of(sheet: FigureSheet, operation: Operation) -> list[Operation]:
    """Parts that are on one that goes meet what they are found to meet then; its twin is no twin any more."""
    steps = operation.path.split("/")
    if operation.value is not None or steps[0] != "part" or len(steps) != 2:
        return []
    return [
        *(row for part in sheet.parts for row in let_go(part, steps[1:])),
        *(
            Operation(path=f"part/{part.id}/mirror_of", value=None)
            for part in sheet.parts
            if part.mirror_of == steps[1]
        ),
    ]


def _to_scale(sheet: FigureSheet, value: Any) -> list[Operation]:
    """The height that makes the figure such a model, and what it is a model of."""
    try:
        ratio, real = scale_and_real_mm(str(value))
    except UnitError as error:
        raise SheetError.one("scale", value, error.allowed) from error
    real = real or stands_for_mm(sheet)
    if real is None:
        raise SheetError.one("scale", value, "a scale and what it is of, such as 1:6 of 1.75 m")
    return [
        Operation(path="stands_for_mm", value=round(real, 3)),
        Operation(path="height_mm", value=round(real / ratio, 2)),
    ]


def _with_limbs(sheet: FigureSheet, operation: Operation) -> list[Operation]:
    key = operation.path.removeprefix("body/")
    try:
        body: Body = type(sheet.body).model_validate(
            {**sheet.body.model_dump(), key: operation.value}
        )
        after = frozenset(joint_ranges(body))
    except ValidationError:
        return [operation]
    before = frozenset(joint_ranges(sheet.body))
    gone, come = before - after, after - before
    if bone_faults(body):  # told when it is applied
        return [operation]
    lost_parts = [part for part in sheet.parts if part.bone in gone]
    lost_ids = {part.id for part in lost_parts}
    left = sheet.model_copy(
        update={
            "parts": [part for part in sheet.parts if part.id not in lost_ids],
            "retired_ids": [*sheet.retired_ids, *lost_ids],
        }
    )
    new_parts = with_free_ids([part for part in starting_parts(body) if part.bone in come], left)
    return [
        *(row for part in left.parts for row in let_go(part, lost_ids)),
        *(
            Operation(path=f"part/{part.id}/mirror_of", value=None)
            for part in left.parts
            if part.mirror_of in lost_ids
        ),
        *(
            row
            for part in lost_parts
            for gone_part in [Operation(path=f"part/{part.id}", value=None)]
            for row in (*_runs_out_of(sheet, gone_part), gone_part)
        ),
        *(Operation(path=f"joint/{joint}", value=None) for joint in sheet.pose if joint in gone),
        operation,
        *(
            Operation(path=f"part/{part.id}", value=part.model_dump(mode="json"))
            for part in new_parts
        ),
        *_runs_along(sheet, body, gone, come),
    ]


def _runs_along(
    sheet: FigureSheet, body: Body, gone: frozenset[str], come: frozenset[str]
) -> Iterator[Operation]:
    """Runs that go through what is gone end before it or go; through what has come, runs go on."""
    was = {run.id: run for run in starting_runs(sheet.body)}
    now = {run.id: run for run in starting_runs(body)}
    mine = {run.id: run for run in sheet.runs}
    for run in sheet.runs:
        lost = gone.intersection(run.path)
        as_started = run.id in was and run.path == was[run.id].path
        if run.id in now and (lost or (as_started and come.intersection(now[run.id].path))):
            path = {"path": now[run.id].path, "start": now[run.id].start, "end": now[run.id].end}
            value = run.model_copy(update=path).model_dump(mode="json")
            yield Operation(path=f"run/{run.id}", value=value)
        elif lost:
            yield Operation(path=f"run/{run.id}", value=None)
    taken = {*mine, *sheet.retired_ids}
    for run in now.values():
        if run.id not in mine and come.intersection(run.path):
            key = free_id(run.id, taken)
            value = run.model_copy(update={"id": key}).model_dump(mode="json")
            yield Operation(path=f"run/{key}", value=value)


def _partner(sheet: FigureSheet, part: Part) -> Part | None:
    for other in sheet.parts:
        if part.mirror_of == other.id or other.mirror_of == part.id:
            return other
    return None


def _on_the_other(sheet: FigureSheet, operation: Operation) -> Operation | None:
    """The same change on the other part of a pair, where one has it."""
    steps = operation.path.split("/")
    if steps[0] != "part" or len(steps) < 3 or steps[2] in OWN:
        return None
    part = next((row for row in sheet.parts if row.id == steps[1]), None)
    other = _partner(sheet, part) if part is not None else None
    if part is None or other is None:
        return None
    path = "/".join(["part", other.id, *steps[2:]])
    if steps[2] in ("meeting", "rests_on"):
        return Operation(path=path, value=_hosts_across(sheet, operation.value))
    if steps[2] == "form":
        return Operation(path=path, value=_form_across(sheet.body, steps[3:], operation.value))
    if steps[2] != "shape" or not _turned(sheet.body, part, other):
        return Operation(path=path, value=operation.value)
    if len(steps) == 3:
        try:
            shape = _shapes.validate_python(operation.value)
        except ValidationError:
            return None
        return Operation(path=path, value=mirrored_shape(shape).model_dump(mode="json"))
    return Operation(path=path, value=_flipped(steps[3], operation.value))


def _hosts_across(sheet: FigureSheet, value: Any) -> Any:
    """The same of a meeting, on the parts of the other side where they are there."""
    ids = {part.id for part in sheet.parts}
    match value:
        case {"hosts": hosts, **rest}:
            return {**rest, "hosts": _hosts_across(sheet, hosts)}
        case list():
            return [other_side(key) if other_side(key) in ids else key for key in value]
    return value


def _form_across(body: Body, steps: list[str], value: Any) -> Any:
    """The same of a form on the other side: as a whole, or its slits or sleeves."""
    match steps:
        case []:
            whole = value
        case ["slits" | "sleeves" as field]:
            whole = {"kind": "hang", field: value}
        case _:
            return value
    try:
        other = mirrored_form(body, _forms.validate_python(whole)).model_dump(mode="json")
    except ValidationError:
        return value
    return other[steps[0]] if steps else other


def _turned(body: Body, part: Part, other: Part) -> bool:
    return part.orient == "world" or flips_across(body, part.bone) or part.bone == other.bone


def _flipped(field: str, value: Any) -> Any:
    match field, value:
        case (("start" | "end" | "centre"), [x, y, z]):
            return [-x, y, z]
        case "turns_deg", [x, y, z]:
            return [x, -y, -z]
        case "outline", [*points]:
            return [[-u, v] for u, v in points]
        case "rise", float() | int():
            return -value
    return value


def copied(
    sheet: FigureSheet, part_id: str, how: Literal["duplicate", "mirror"]
) -> list[Operation]:
    """Operations that put a second part beside one: the same again, or its mirror image.

    Raises
    ------
    SheetError : no such part; or one that has its mirror image already.
    """
    part = next((row for row in sheet.parts if row.id == part_id), None)
    if part is None:
        raise SheetError.one("part", part_id, "the id of a part of this figure")
    at = sheet.parts.index(part) + 1
    if how == "duplicate":
        copy = part.model_copy(update={"mirror_of": None, "label": f"{part.label[:73]}, again"})
        [new] = with_free_ids([copy], sheet)
        return [_put(new, at)]
    if _partner(sheet, part) is not None:
        raise SheetError.one("part", part_id, "a part that has no mirror image yet")
    sides = {"right": "left", "left": "right", "mid": "left"}
    label = part.label.removeprefix("right ").removeprefix("left ")
    mirrored = part.model_copy(
        update={
            "id": other_side(part.id) if other_side(part.id) != part.id else f"{part.id[:38]}_l",
            "label": f"{sides[part.side]} {label}",
            "side": sides[part.side],
            "bone": other_side(part.bone),
            "shape": on_other_side(sheet.body, part),
            "form": mirrored_form(sheet.body, part.form),
            "mirror_of": part.id,
            "meeting": part.meeting.model_copy(
                update={"hosts": _hosts_across(sheet, part.meeting.hosts)}
            ),
            "rests_on": _hosts_across(sheet, part.rests_on),
        }
    )
    [new] = with_free_ids([mirrored], sheet)
    operations = [_put(new, at)]
    if part.side == "mid":
        operations.append(Operation(path=f"part/{part.id}/side", value="right"))
    return operations


def _put(part: Part, at: int) -> Operation:
    return Operation(path=f"part/{part.id}", value={"at": at, **part.model_dump(mode="json")})
