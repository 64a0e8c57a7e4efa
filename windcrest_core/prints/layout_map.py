"""The layout map: front and side at true size, for wire to be laid on."""

from __future__ import annotations

import math
from collections.abc import Iterator

from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.drawing.elevation import View
from windcrest_core.measures import INCH_MM, Units
from windcrest_core.plan import Plan
from windcrest_core.prints.drawn import Line, Map, Style, Word, turned_over
from windcrest_core.prints.placing import Placer, spread
from windcrest_core.prints.run_marks import (
    bend_points,
    cut_words,
    flat,
    run_letters,
    wire_lines,
    wire_words,
)
from windcrest_core.prints.type import LEAST_MM, READ_MM, broken, width_mm
from windcrest_core.words import sayer

EDGE_MM, GAP_MM, TOP_MM = 1.0, 14.0, 4.0
RULER_MM = 14.0  # from the names of the heights to the scale
LEAST_VIEW_MM, LEAST_WIDE_MM, KEY_MM = 38.0, 120.0, 165.0
ROW_MM = 4.2
CROSS_MM = 2.0
SAMPLE_MM = 10.0
CLOSE_MM = 100.0  # lower, every 10 mm of the scale has its number
NAMES_APART_MM = LEAST_MM * 1.12

Placed = tuple[View, float, Array]


def layout_map(plan: Plan, units: Units, mirrored: bool = False) -> Map:
    """Both elevations with wire, core, clay, heights, heads and a scale; what each line is below.

    Parameters
    ----------
    mirrored : for tracing paper that is turned over; words stay readable.
    """
    front, side = plan.drawing.front, plan.drawing.side
    marks = plan.character.posed_landmarks
    names = [f"{sayer(units).say(mark.label)} {units.mark_mm(mark.height_mm)}" for mark in marks]
    column = max((width_mm(name, LEAST_MM) for name in names), default=0.0)
    scale_x = EDGE_MM + column + RULER_MM

    wired = [
        v for run in plan.frame.runs for line in wire_lines(run, FRONT) for _, v in line.points
    ]
    low = min(0.0, front.bounds[1], side.bounds[1], *wired)
    high = max(front.bounds[3], side.bounds[3], plan.drawing.height_mm)
    x_front = scale_x + 3.0 + _room(front) - _middle(front)
    x_side = x_front + _middle(front) + _room(front) + GAP_MM + _room(side) - _middle(side)
    width = max(LEAST_WIDE_MM, x_side + _middle(side) + _room(side) + EDGE_MM)
    foot = EDGE_MM + 2 * ROW_MM + 3
    ground = foot - low
    high = max(high, NAMES_APART_MM * len(names))
    height = ground + high + TOP_MM
    placed: list[Placed] = [(front, x_front, FRONT), (side, x_side, SIDE)]

    wires = [line for _, x, plane in placed for line in _wires(plan, plane, x, ground)]
    placer = Placer((EDGE_MM, foot, width - EDGE_MM, height), avoid=wires)
    lines = [*_scale(units, high, ground, scale_x, width)]
    places = spread(
        [ground + mark.height_mm for mark in marks], NAMES_APART_MM, ground - 3, height - 3
    )
    for mark, name, y in zip(marks, names, places, strict=True):
        at = ground + mark.height_mm
        placer.keep(Word(EDGE_MM + column, y - 0.35 * LEAST_MM, name, anchor="end"))
        lines.append(
            Line("landmark", ((EDGE_MM + column + 0.8, y), (scale_x - 7, at), (scale_x, at)))
        )
    for word in _scale_words(units, high, ground, scale_x):
        placer.keep(word)
    below = foot - ROW_MM - 1
    for (view, x, _), name, sides in zip(
        placed,
        ("FRONT", "SIDE"),
        (("its right", "its left"), ("its back", "its front")),
        strict=True,
    ):
        middle, half = x + _middle(view), _room(view)
        placer.keep(
            Word(middle, below, name + (" MIRRORED" if mirrored else ""), READ_MM, "middle", True)
        )
        placer.keep(Word(middle - half, below - ROW_MM, sides[0]))
        placer.keep(Word(middle + half, below - ROW_MM, sides[1], anchor="end"))
    lines += wires
    for view, x, _ in placed:
        lines += _view_lines(view, x, ground)
    _name_runs(plan, placed, ground, placer)
    heads = math.floor(plan.drawing.height_mm / plan.drawing.head_mm + 1e-6)
    lines += [
        Line("head", ((scale_x, y), (width - EDGE_MM, y)))
        for y in (ground + n * plan.drawing.head_mm for n in range(1, heads + 1))
    ]
    found = Map(
        width,
        height,
        (*lines, *placer.leaders),
        tuple(placer.words),
        note="MIRRORED: for tracing paper that is turned over. Left and right are exchanged."
        if mirrored
        else "",
        key=_key(plan, units, min(width, KEY_MM)),
    )
    return turned_over(found) if mirrored else found


def _room(view: View) -> float:
    """Half the breadth a view is given, mm."""
    return max(LEAST_VIEW_MM, view.bounds[2] - view.bounds[0] + 8) / 2


def _middle(view: View) -> float:
    return (view.bounds[0] + view.bounds[2]) / 2


def _key(plan: Plan, units: Units, width: float) -> Map:
    """What each line is, and which run each letter; from the foot up."""
    samples: list[tuple[Style, str]] = [
        ("silhouette", "outline"),
        ("clay", "clay of a part"),
        ("core", "core"),
        ("head", "head by head"),
        ("wire", "wire at its true thickness"),
    ]
    thick = min(1.6, max((run.chosen.bundle_mm for run in plan.frame.runs), default=1.6))
    entries = [(Line(style, (), wire_mm=thick), words) for style, words in samples]
    away = "broken wire: not in this plane, use the bend card"
    entries.append((Line("wire", (), wire_mm=thick, away=True), away))
    rows: list[list[tuple[Line, str, float]]] = [[]]
    x = EDGE_MM
    for line, words in entries:
        wide = SAMPLE_MM + 2 + width_mm(words, LEAST_MM) + 5
        if x > EDGE_MM and x + wide > width:
            rows.append([])
            x = EDGE_MM
        rows[-1].append((line, words, x))
        x += wide
    letters = run_letters(plan)
    named = [
        f"{letters[run.id]}  {run.label}: {wire_words(run, units)}, cut {cut_words(run, units)}"
        for run in plan.frame.runs
    ]
    lines, words_ = [], []
    y = EDGE_MM + 0.5
    for text in reversed(named):
        for part in reversed(broken(text, width - 2 * EDGE_MM)):
            words_.append(Word(EDGE_MM, y, part))
            y += ROW_MM
    for row in reversed(rows):
        for line, text, x in row:
            lines.append(
                Line(
                    line.style,
                    ((x, y + 1), (x + SAMPLE_MM, y + 1)),
                    wire_mm=line.wire_mm,
                    away=line.away,
                )
            )
            words_.append(Word(x + SAMPLE_MM + 2, y, text))
        y += max(ROW_MM, thick + 1)
    return Map(width, y, tuple(lines), tuple(words_))


def _wires(plan: Plan, plane: Array, x: float, y: float) -> Iterator[Line]:
    for run in plan.frame.runs:
        for line in wire_lines(run, plane):
            at = tuple((x + u, y + v) for u, v in line.points)
            yield Line(line.style, at, line.closed, line.wire_mm, line.away)


def _name_runs(plan: Plan, placed: list[Placed], ground: float, placer: Placer) -> None:
    """START and the number of each bend, with the letter of the run, in both views."""
    letters = run_letters(plan)
    for _, x, plane in placed:
        for run in plan.frame.runs:
            letter = letters[run.id]
            u, v = flat(run, plane)[0]
            off = run.chosen.bundle_mm / 2 + 0.8
            placer.put(f"{letter} START", (x + u, ground + v), bold=True, off_mm=off)
        for run in plan.frame.runs:
            off = run.chosen.bundle_mm / 2 + 0.8
            for n, (u, v) in enumerate(bend_points(run, plane), start=1):
                placer.put(f"{letters[run.id]}{n}", (x + u, ground + v), off_mm=off)


def _view_lines(view: View, x: float, y: float) -> Iterator[Line]:
    def at(ring: list[float]) -> tuple[tuple[float, float], ...]:
        return tuple((x + u, y + v) for u, v in zip(ring[::2], ring[1::2], strict=True))

    for ring in view.silhouette:
        yield Line("silhouette", at(ring), closed=True)
    for part in view.parts:
        for ring in part.outline:
            yield Line("clay", at(ring), closed=True)
        for ring in part.core:
            yield Line("core", at(ring), closed=True)
        for edge in part.edges:
            yield Line("clay", at(edge))
    for bone in view.bones:
        for u, v in (bone.start, bone.end):
            yield Line("landmark", ((x + u - CROSS_MM, y + v), (x + u + CROSS_MM, y + v)))
            yield Line("landmark", ((x + u, y + v - CROSS_MM), (x + u, y + v + CROSS_MM)))


def _scale(units: Units, high_mm: float, ground: float, x: float, width: float) -> Iterator[Line]:
    yield Line("ruler", ((x, ground), (x, ground + high_mm)))
    yield Line("ruler", ((x - 7, ground), (width - EDGE_MM, ground)))
    step = INCH_MM / 8 if units.inches else 5.0
    long, middle = (8, 4) if units.inches else (10, 2)
    for n in range(math.floor(high_mm / step) + 1):
        tick = 4.0 if n % long == 0 else 2.5 if n % middle == 0 else 1.2
        yield Line("ruler", ((x - tick, ground + n * step), (x, ground + n * step)))


def _scale_words(units: Units, high_mm: float, ground: float, x: float) -> Iterator[Word]:
    every = 10 if high_mm < CLOSE_MM else 50
    step, name = (INCH_MM, 1) if units.inches else (float(every), every)
    for n in range(math.floor(high_mm / step) + 1):
        yield Word(x + 0.8, ground + n * step + 0.5, f"{n * name}")
