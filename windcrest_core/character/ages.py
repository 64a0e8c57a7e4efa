"""Ages and scales: what a figure of this size is a model of, and how large others are beside it."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from windcrest_core.body.figure import figure
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.starting import starting_parts
from windcrest_core.drawing.elevation import whole_silhouette
from windcrest_core.facts import Frozen
from windcrest_core.findings import Fix, fix
from windcrest_core.sheet.bodies import Biped
from windcrest_core.sheet.model import FigureSheet

STATURES = (
    ("infant", 4.0, 750.0),
    ("toddler", 5.0, 900.0),
    ("child", 6.0, 1200.0),
    ("older child", 6.5, 1400.0),
    ("teen", 7.0, 1620.0),
    ("adult", 7.5, 1750.0),
)  # heads [S, art canon], real height mm [A]
AGES = (
    ("baby", 4.0, 0.85, 1.25, 0.42),
    ("child", 6.0, 0.92, 1.05, 0.46),
    ("teen", 7.0, 0.96, 0.95, 0.49),
    ("adult", 7.5, 1.0, 1.0, 0.5),
    ("old", 7.2, 0.95, 0.95, 0.5),
)  # heads, shoulder breadth, limb thickness, eye line [A]
GHOSTS = (("baby", 4.0), ("teen", 7.0), ("adult", 7.5))
THINGS = (
    ("door, height", 2000.0),
    ("table, height", 740.0),
    ("chair seat, height", 450.0),
    ("stair, rise", 175.0),
    ("bicycle wheel", 690.0),
    ("oar", 2700.0),
    ("bucket", 300.0),
    ("book", 210.0),
    ("cup", 95.0),
    ("walking stick", 900.0),
    ("rope, thickness", 24.0),
    ("button", 18.0),
)  # ordinary sizes, mm [A]
OF_PEOPLE = ("biped", "draped")


class Ghost(Frozen):
    """Another age at the figure's own scale: its outline from the front, mm."""

    label: str
    height_mm: float
    outline: list[list[float]]


class RealThing(Frozen):
    label: str
    real_mm: float
    here_mm: float


class Scale(Frozen):
    """1 : `ratio`, what it stands for, and whether that was said or is taken from its age."""

    ratio: float
    stands_for_mm: float
    said: bool
    things: list[RealThing]


def stature_mm(heads_tall: float) -> float:
    """Real height of a person so many heads tall, mm [A].

    Examples
    --------
    >>> stature_mm(7.5), stature_mm(5.5)
    (1750.0, 1050.0)
    """
    _, heads, heights = zip(*STATURES, strict=True)
    return float(np.interp(heads_tall, heads, heights))


def stands_for_mm(sheet: FigureSheet) -> float | None:
    """What it was said to stand for; a person by the number of heads; nothing else without a word."""
    if sheet.stands_for_mm is None and sheet.body.plan in OF_PEOPLE:
        return stature_mm(sheet.body.heads_tall)
    return sheet.stands_for_mm


def scale(work: Workpiece) -> Scale | None:
    """The scale of the figure, where it is known what it is a model of."""
    sheet = work.sheet
    real = stands_for_mm(sheet)
    if real is None:
        return None
    ratio = real / sheet.height_mm
    return Scale(
        ratio=ratio,
        stands_for_mm=real,
        said=sheet.stands_for_mm is not None,
        things=[RealThing(label=k, real_mm=mm, here_mm=mm / ratio) for k, mm in THINGS],
    )


@lru_cache(maxsize=8)
def _outline_of(heads: float) -> list[list[float]]:
    """The front of an ordinary person of 1000 mm and so many heads."""
    body = Biped(heads_tall=heads)
    sheet = FigureSheet(name="a person", height_mm=1000.0, body=body, parts=starting_parts(body))
    return whole_silhouette(figure(sheet, 6.0), "front")


@lru_cache(maxsize=30)
def _ghost(label: str, heads: float, height_mm: float) -> Ghost:
    return Ghost(
        label=label,
        height_mm=height_mm,
        outline=[[round(c * height_mm / 1000, 2) for c in ring] for ring in _outline_of(heads)],
    )


def ghosts(work: Workpiece) -> list[Ghost]:
    """Baby, teen and adult at the figure's scale; nothing where the figure is no person."""
    known = scale(work)
    if work.sheet.body.plan not in OF_PEOPLE or known is None:
        return []
    return [_ghost(label, heads, stature_mm(heads) / known.ratio) for label, heads in GHOSTS]


def ages(sheet: FigureSheet) -> list[Fix]:
    """What each age changes: heads, breadth, thickness of limbs, where the eyes are."""
    if not isinstance(sheet.body, Biped):
        return []
    return [
        fix(
            label,
            ("body/heads_tall", heads),
            ("body/shoulder_breadth", shoulders),
            ("body/limb_thickness", limbs),
            ("face/eye_line", eye_line),
        )
        for label, heads, shoulders, limbs, eye_line in AGES
    ]
