"""Which choices of a sheet are the person's to see, which are seen to behind them, and which are locked."""

from __future__ import annotations

import re
from typing import Literal

from windcrest_core.findings import Operation
from windcrest_core.sheet.model import FigureSheet

Choice = Literal["hidden", "built", "seen"]

HIDDEN = re.compile(
    r"^(run/.+"
    r"|part/[^/]+/(core|wall_mm|form/(core|wall_mm|beneath)|ballast_g|opening.*)"
    r"|base/(width_mm|depth_mm|thickness_mm|density_g_cm3|counterweight_.*)"
    r"|order/.*|move/.*|programme/.*)$"
)
"""Wire, strands, what goes into a part, core, wall, base and its counterweight, order, minutes."""
BUILT = re.compile(
    r"^(part/[^/]+/(meeting.*|rests_on|clay|layer|delicate|limit_c)"
    r"|area/[^/]+/passes/[^/]+/(medium|dry))$"
)
"""How a part is made and put on, what a pass is painted with: it looks the same. What cloth is cut to is seen."""


SIZE = re.compile(r"^part/([^/]+)/shape/([a-z_]+)$")
TRIFLE_MM = 0.15  # of a radius, which is 0.3 across: within what fingers make of clay [A]


def choice(path: str) -> Choice:
    if HIDDEN.match(path):
        return "hidden"
    return "built" if BUILT.match(path) else "seen"


def unseen(sheet: FigureSheet, operations: list[Operation]) -> bool:
    """Whether nobody who looks at the figure sees the change: no pose, height, look or bought piece in it, and no size but by
    a trifle."""
    return all(
        choice(row.path) != "seen" or _trifling(sheet, row) or _put_between(sheet, row)
        for row in operations
    )


def _put_between(sheet: FigureSheet, row: Operation) -> bool:
    """Whether it leaves every pass of an area as it is and puts only grounds, seals and undercoats under some of them."""
    area = next((one for one in sheet.colour.areas if row.path == f"area/{one.id}/passes"), None)
    if area is None or not isinstance(row.value, list):
        return False
    now = [one.model_dump(mode="json") for one in area.passes]
    more = [one for one in row.value if one not in now]
    kept = [one for one in row.value if one in now]
    return kept == now and all(one["kind"] in ("prime", "seal", "undercoat") for one in more)


def _trifling(sheet: FigureSheet, row: Operation) -> bool:
    """Whether it makes a size of a part other by no more than `TRIFLE_MM`."""
    met = SIZE.match(row.path)
    part = next((one for one in sheet.parts if met and one.id == met[1]), None)
    if met is None or part is None:
        return False
    was = part.shape.model_dump().get(met[2])
    if not isinstance(was, float) or not isinstance(row.value, float):
        return False
    head_mm = sheet.height_mm / sheet.body.heads_tall
    whole_mm = sheet.height_mm if part.scale == "figure" else head_mm
    return abs(row.value - was) * whole_mm <= TRIFLE_MM


def lock_in_the_way(sheet: FigureSheet, operations: list[Operation]) -> str | None:
    """The first lock that a change would go against; None where it goes against none."""
    for row in operations:
        for lock in sheet.locks:
            if within(row.path, lock) or within(lock, row.path):
                return lock
    return None


def within(path: str, of: str) -> bool:
    """Whether a path is another, or beneath it."""
    return path == of or path.startswith(f"{of}/")
