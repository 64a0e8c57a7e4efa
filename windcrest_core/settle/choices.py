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


def choice(path: str) -> Choice:
    if HIDDEN.match(path):
        return "hidden"
    return "built" if BUILT.match(path) else "seen"


def unseen(operations: list[Operation]) -> bool:
    """Whether nobody who looks at the figure sees the change: no pose, height, look or bought piece in it."""
    return all(choice(row.path) != "seen" for row in operations)


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
