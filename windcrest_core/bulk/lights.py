"""Lights: the resistor, the cavity for the cell, and the cable's way along the bones."""

from __future__ import annotations

import math
from itertools import pairwise
from typing import Literal

import numpy as np

from windcrest_core.body.skeleton import norm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Cell, Led, catalogue
from windcrest_core.facts import Frozen, Input, Why, said
from windcrest_core.sheet.insides import IN_BASE, Light

E12 = (10, 12, 15, 18, 22, 27, 33, 39, 47, 56, 68, 82)
LEAST_OVER_V = 0.3  # across the resistor, or the current wanders with the cell [A]
SLACK_MM = 60.0  # to solder and to draw the cell out by [A]
BORE_CLEAR_MM = 0.6
BEND_D = 4.0  # least inside radius of a bend, in diameters of the cable [L]
SWITCH_MM = 8.0  # beside the cell, along it [A]
CAVITY_CLEAR_MM = 2.0
BASE_SKIN_MM = 4.0  # left of the base over a cavity [A]
HATCH_RIM_MM = 4.0
LARGE_HATCH_MM = 40.0


class Bend(Frozen):
    """Where the cable turns: the joint, by how much, and the radius there is room for."""

    joint: str
    angle_deg: float
    radius_mm: float


class LightPlan(Frozen):
    """One light with all it takes. `joints` and `points`, mm: right, forward and up from the
    ground, are the cable's way from the light to its cell;
    `wired` whether lights of it are in series or side by side."""

    id: str
    label: str
    part: str
    cell_in: str
    wired: Literal["in series", "side by side"]
    resistors: int
    resistor_ohm: float | None
    current_ma: float
    resistor_mw: float
    lasts_h: float | None
    cable_mm: float
    bore_mm: float
    least_bend_mm: float
    joints: list[str]
    points: list[tuple[float, float, float]]
    tightest: Bend | None
    cavity_mm: tuple[float, float, float]
    room_mm: tuple[float, float, float]
    fits: bool
    hatch_mm: tuple[float, float]
    screws: int
    why: Why


def e12_up(ohm: float) -> float:
    """The next resistor of the E12 series (IEC 60063) that is not less.

    Examples
    --------
    >>> e12_up(140), e12_up(82), e12_up(0.5)
    (150.0, 82.0, 1.0)
    """
    if ohm <= 1:
        return 1.0
    decade = float(10.0 ** math.floor(math.log10(ohm))) / 10
    choices = [value * decade for value in (*E12, 100)]
    return round(next(value for value in choices if value >= ohm * (1 - 1e-9)), 6)


def wiring(led: Led, cell: Cell, count: int) -> tuple[bool, int, float | None, float]:
    """(in series, resistors, ohm of each or None where the cell is too weak, mA through each light).

    In series where the cell drives all of them and leaves something for the resistor; else each
    has a resistor of its own: side by side on one, the weakest takes all.

    Examples
    --------
    >>> red = Led.model_validate({"id": "r", "label": "r", "forward_v": dict(value=2, low=2, high=2,
    ...     unit="V", source="-"), "current_ma": dict(value=10, low=2, high=20, unit="mA", source="-")})
    >>> usb = Cell(id="u", label="u", volts=5, capacity_mah=None, size_mm=(1, 1, 1), source="-")
    >>> wiring(red, usb, 2)[:3]
    (True, 1, 100.0)
    """
    forward, current = led.forward_v.value, led.current_ma.value
    series = count > 1 and cell.volts - count * forward >= LEAST_OVER_V
    over = cell.volts - (count if series else 1) * forward
    if over < LEAST_OVER_V:
        return False, count, None, 0.0
    ohm = e12_up(over / current * 1000)
    return series, 1 if series else count, ohm, over / ohm * 1000


def _way(work: Workpiece, light: Light) -> list[str]:
    """Joints the cable passes from the light's bone to its cell's: up to the bone they share, which it goes
    along, and down again."""
    bones = work.figure.bones

    def up(joint: str) -> list[str]:
        found = [joint]
        while (parent := bones[found[-1]].parent) is not None:
            found.append(parent)
        return found

    rising, falling = up(work.sheet.part(light.part).bone), up(_last_bone(work, light))
    meet = next(joint for joint in rising if joint in falling)
    return [*rising[: rising.index(meet)], *reversed(falling[: falling.index(meet)])]


def _last_bone(work: Workpiece, light: Light) -> str:
    """The bone of the cell's part, or the one by which the cable goes down into the base."""
    if light.cell_in != IN_BASE:
        return work.sheet.part(light.cell_in).bone
    feet = [piece.part.bone for piece in work.figure.pieces if piece.part.contact]
    return min(
        feet,
        key=lambda joint: float(work.figure.bones[joint].end[2]),
        default=work.sheet.part(light.part).bone,
    )


def _points(work: Workpiece, light: Light, joints: list[str]) -> list[np.ndarray]:
    bones = work.figure.bones
    first = work.figure.piece(light.part).solid.centre
    middle = [bones[joint].start for joint in joints]
    if light.cell_in == IN_BASE:
        bone = bones[_last_bone(work, light)]
        foot = min(bone.start, bone.end, key=lambda at: float(at[2]))
        last = np.array([foot[0], foot[1], -work.sheet.base.thickness_mm / 2])
        beyond = [foot] if norm(foot - [first, *middle][-1]) > 1.0 else []
        return [first, *middle, *beyond, last]
    return [first, *middle, work.figure.piece(light.cell_in).solid.centre]


def _tightest(work: Workpiece, joints: list[str], points: list[np.ndarray]) -> Bend | None:
    """The joint with least room for the cable's bend.

    In a tube of radius r a cable that turns by θ may bend round R = r/(1/cos(θ/2) − 1): so far
    does it cut the corner.
    """
    bends = []
    for at, joint in enumerate(joints, start=1):
        before, after = points[at] - points[at - 1], points[at + 1] - points[at]
        lengths = norm(before) * norm(after)
        if lengths < 1e-6:
            continue
        angle = math.acos(float(np.clip(before @ after / lengths, -1.0, 1.0)))
        around = [p.solid.thickness_mm / 2 for p in work.on_bone.get(joint, []) if not p.part.stock]
        room = max(around, default=2.0)
        # A turn of nearly half about has no corner to cut: the cable lies double in the limb.
        radius = room / 2 if angle > 2.8 else room / max(1 / math.cos(angle / 2) - 1, 1e-3)
        bends.append(Bend(joint=joint, angle_deg=math.degrees(angle), radius_mm=min(radius, 999.0)))
    return min(bends, key=lambda bend: bend.radius_mm, default=None)


def _room_mm(work: Workpiece, light: Light) -> tuple[float, float, float]:
    """Inside the core of the cell's part, or inside the base, largest first."""
    if light.cell_in == IN_BASE:
        base = work.sheet.base
        sizes = [base.width_mm, base.depth_mm if base.shape == "rectangle" else base.width_mm]
        share = 1.0 if base.shape == "rectangle" else 1 / math.sqrt(2)
        inside = [size * share - 2 * BASE_SKIN_MM for size in sizes]
        a, b, c = sorted([*inside, base.thickness_mm - BASE_SKIN_MM], reverse=True)
        return a, b, c
    piece = work.figure.piece(light.cell_in)
    if piece.core is None:
        return 0.0, 0.0, 0.0
    _, half = piece.core.half_extents
    # A box in an ellipsoid has its half sizes over √3.
    a, b, c = sorted((2 * float(h) / math.sqrt(3) for h in half), reverse=True)
    return a, b, c


def light_plan(work: Workpiece, light: Light) -> LightPlan:
    """Everything one light takes."""
    shelf = catalogue()
    led, cell, cable = shelf.leds[light.led], shelf.cells[light.cell], shelf.cables[light.cable]
    series, resistors, ohm, current = wiring(led, cell, light.count)
    joints = _way(work, light)
    points = _points(work, light, joints)
    way = sum(norm(b - a) for a, b in pairwise(points))
    long, broad, high = cell.size_mm
    cavity = sorted(
        (long + SWITCH_MM + CAVITY_CLEAR_MM, broad + CAVITY_CLEAR_MM, high + CAVITY_CLEAR_MM),
        reverse=True,
    )
    room = _room_mm(work, light)
    drain = current * (1 if series else light.count)
    return LightPlan(
        id=light.id,
        label=light.label,
        part=light.part,
        cell_in=light.cell_in,
        wired="in series" if series or light.count == 1 else "side by side",
        resistors=resistors if ohm is not None else 0,
        resistor_ohm=ohm,
        current_ma=current,
        resistor_mw=(current / 1000) ** 2 * (ohm or 0.0) * 1000,
        lasts_h=cell.capacity_mah / drain if cell.capacity_mah and drain > 0 else None,
        cable_mm=math.ceil((way + SLACK_MM) / 5) * 5.0,
        bore_mm=cable.across_mm + BORE_CLEAR_MM,
        least_bend_mm=BEND_D * cable.across_mm,
        joints=joints,
        points=[(float(x), float(y), float(z)) for x, y, z in points],
        tightest=_tightest(work, joints, points),
        cavity_mm=(cavity[0], cavity[1], cavity[2]),
        room_mm=room,
        fits=all(wanted <= there for wanted, there in zip(cavity, room, strict=True)),
        hatch_mm=(cavity[0] + 2 * HATCH_RIM_MM, cavity[1] + 2 * HATCH_RIM_MM),
        screws=4 if cavity[0] > LARGE_HATCH_MM else 2,
        why=_why(led, cell, light.count, series, ohm, way),
    )


def _why(led: Led, cell: Cell, count: int, series: bool, ohm: float | None, way_mm: float) -> Why:
    return Why(
        formula=said("bulk.r_cell_lights_in_series"),
        inputs=[
            Input(name=cell.label, value=cell.volts, unit="V"),
            Input(name=said("bulk.forward_voltage_of_one"), value=led.forward_v.value, unit="V"),
            Input(name="in series", value=count if series else 1),
            Input(name="current", value=led.current_ma.value, unit="mA"),
            Input(name="resistor", value=ohm or 0.0, unit="Ω"),
            Input(name="way", value=way_mm, unit="mm"),
            Input(name="slack", value=SLACK_MM, unit="mm"),
        ],
        source=said("bulk.ohms_law_iec_forward_voltage"),
        assumed=True,
    )
