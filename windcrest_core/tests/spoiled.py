"""Random figures with random things wrong, to try fixes on."""

from __future__ import annotations

import random
from datetime import date

from windcrest_core.catalogue import catalogue
from windcrest_core.character.library import add_from_library, offered
from windcrest_core.errors import SheetError
from windcrest_core.findings import Operation
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.new_figure import BODIES
from windcrest_core.plan import plan
from windcrest_core.reshape import worked_out
from windcrest_core.settle.trials import Given
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.starts import started

TODAY = date(2026, 7, 1)
GIVEN = Given(Context(), Progress(), TODAY)
PRESSED_IN = ("acrylic", "polystyrene", "pla")


def spoiled(seed: int) -> FigureSheet:
    """A figure of any body and size with things of the library on it and up to four things wrong; one that can be
    planned."""
    dice = random.Random(seed)
    body = dice.choice(list(BODIES))
    height = float(dice.choice((90, 140, 200, 260, 340)))
    sheet = started(f"figure {seed}", body, height, None, GIVEN.context, TODAY)
    for _ in range(dice.randint(0, 2)):
        item = dice.choice(offered(sheet.body))
        sheet = _after(sheet, add_from_library(sheet, item.id, None))
    for _ in range(dice.randint(1, 4)):
        sheet = _after(sheet, _something_wrong(sheet, dice))
    return sheet


def _after(sheet: FigureSheet, operations: list[Operation]) -> FigureSheet:
    try:
        changed, _ = apply_edits(sheet, worked_out(sheet, operations))
        plan(changed, GIVEN.context, GIVEN.progress, GIVEN.today)
    except SheetError:
        return sheet
    return changed


def _something_wrong(sheet: FigureSheet, dice: random.Random) -> list[Operation]:
    def one(path: str, value: object) -> list[Operation]:
        return [Operation(path=path, value=value)]

    cored = [part for part in sheet.parts if part.core == "foil" and part.stock is None]
    eyes = [part for part in sheet.parts if part.feature == "eye"]
    joints = list(sheet.pose) or ["waist"]
    match dice.randrange(6):
        case 0 if sheet.runs:
            wires = [w.id for w in catalogue().wires.values() if w.diameter_mm < 2.2]
            return one(f"run/{dice.choice(sheet.runs).id}/wire", dice.choice(wires))
        case 1 if cored:
            wall = dice.choice((1.5, 2.0, 12.0, 15.0))
            return one(f"part/{dice.choice(cored).id}/wall_mm", wall)
        case 2 if eyes:
            return one(f"part/{dice.choice(eyes).id}/stock", dice.choice(PRESSED_IN))
        case 3:
            return one(f"joint/{dice.choice(joints)}/swing_deg", dice.choice((-35.0, 25.0, 40.0)))
        case 4:
            return one("base/width_mm", float(dice.choice((20, 35, 50))))
    return one(f"part/{dice.choice(sheet.parts).id}/core", dice.choice(("foam", "wire", "foil")))
