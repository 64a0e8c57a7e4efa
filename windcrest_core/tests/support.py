"""What several tests share: example sheets, and a plan of one."""

from __future__ import annotations

import json
import re
from collections import OrderedDict
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import date
from pathlib import Path
from typing import Any

from windcrest_core.errors import SheetError
from windcrest_core.facts import Text
from windcrest_core.findings import Finding, Operation
from windcrest_core.frame.cutting import Cutting
from windcrest_core.frame.gauges import Demand, JointLoad
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import Progress
from windcrest_core.given.stores import Stores
from windcrest_core.measures import Units
from windcrest_core.new_figure import new_sheet
from windcrest_core.plan import Plan, plan
from windcrest_core.sheet import FigureSheet, load_sheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.runs import End, Run
from windcrest_core.words import sayer

EXAMPLES = Path(__file__).resolve().parents[2] / "examples"
TODAY = date(2026, 7, 1)


def example(name: str) -> FigureSheet:
    return load_sheet(json.loads((EXAMPLES / f"{name}.figure.json").read_text(encoding="utf-8")))


def biped(**changes: Any) -> FigureSheet:
    """A plain 300 mm figure; `changes` by path with `__` for `/`."""
    return changed(new_sheet("Test", "biped", 300.0), **changes)


def changed(sheet: FigureSheet, **changes: Any) -> FigureSheet:
    operations = [Operation(path=k.replace("__", "/"), value=v) for k, v in changes.items()]
    return apply_edits(sheet, operations)[0]


def context(stores: dict[str, Any] | None = None, **rules: Any) -> Context:
    oven = {k[5:]: rules.pop(k) for k in list(rules) if k.startswith("oven_")}
    return Context(
        rules=Rules(oven=Oven(**oven), **rules), stores=Stores.model_validate(stores or {})
    )


def spoken(text: Text) -> str:
    """What is said, in mm, g and °C."""
    return sayer(Units()).say(text)


@contextmanager
def refused(pattern: str) -> Iterator[None]:
    """What is done within is refused with a line that is like `pattern`, in mm, g and °C."""
    try:
        yield
    except SheetError as error:
        lines = [fault.told(spoken(fault.allowed)) for fault in error.faults]
        if not any(re.search(pattern, line) for line in lines):
            raise AssertionError(f"{pattern} is not in {lines}") from error
    else:
        raise AssertionError(f"nothing was refused: {pattern}")


_plans: OrderedDict[tuple[str, str, str], Plan] = OrderedDict()
PLANS_KEPT = 200


def planned(
    sheet: FigureSheet, given: Context | None = None, progress: Progress | None = None
) -> Plan:
    """The plan; one that another test has had already is the same one."""
    given, progress = given or Context(), progress or Progress()
    key = (sheet.model_dump_json(), given.model_dump_json(), progress.model_dump_json())
    if key not in _plans:
        _plans[key] = plan(sheet, given, progress, TODAY)
        while len(_plans) > PLANS_KEPT:
            _plans.popitem(last=False)
    _plans.move_to_end(key)
    return _plans[key]


def loaded(
    upright_nmm: float,
    any_way_nmm: float | None,
    label: str = "right elbow",
    mass_g: float = 10.0,
    root: float = 1.0,
    cured_nmm: float = 0.0,
) -> JointLoad:
    return JointLoad("elbow_r", label, mass_g, upright_nmm, any_way_nmm, root, cured_nmm)


def cutting(path_mm: float = 100.0, ends: tuple[End, End] = ("cut", "cut"), **run: Any) -> Cutting:
    """A cut on an 18 mm base with 30 mm of room in the head."""
    return Cutting(Run(id="r", label="r", path=["a", "b"], **run), ends, path_mm, 18.0, 30.0)


def asked(
    *joints: JointLoad,
    room_mm: float = 20.0,
    column_mm: float = 0.0,
    column_n: float = 0.0,
    lever_mm: float | None = None,
    bent: bool = True,
    **run: Any,
) -> Demand:
    """What a run of these loads asks of its wire."""
    return Demand(
        list(joints), column_mm, column_n, room_mm, 0.0, lever_mm, bent, cutting(100.0, **run)
    )


def findings_of(sheet: FigureSheet, finding_id: str, given: Context | None = None) -> list[Finding]:
    return [f for f in planned(sheet, given).findings if f.id == finding_id]
