"""Photographs drawn by ourselves: a card and a figure as a camera sees them, with noise and clutter."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw

from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.drawing.elevation import TOWARDS
from windcrest_core.work.checks import card
from windcrest_core.work.checks.camera import Camera

Array = NDArray[np.float64]
SMOOTH = 2  # times as large drawn as it is kept
ROUND = np.linspace(0, 2 * math.pi, 48, endpoint=False)


def camera(
    width: int,
    height: int,
    focal: float = 0.75,
    tilt: float = 0.0,
    pan: float = 0.0,
    roll: float = 0.0,
    distance_mm: float = 900.0,
    look_at: tuple[float, float, float] = (0.0, 150.0, 0.0),
) -> Camera:
    """A camera so far from a point of u, v, w that it looks at, degrees off square."""
    x, y, z = (math.radians(angle) for angle in (tilt, pan, roll))
    about_x = [[1, 0, 0], [0, math.cos(x), -math.sin(x)], [0, math.sin(x), math.cos(x)]]
    about_y = [[math.cos(y), 0, math.sin(y)], [0, 1, 0], [-math.sin(y), 0, math.cos(y)]]
    about_z = [[math.cos(z), -math.sin(z), 0], [math.sin(z), math.cos(z), 0], [0, 0, 1]]
    turn = np.array(about_z) @ np.array(about_x) @ np.array(about_y) @ np.diag([1.0, -1.0, -1.0])
    shift = np.array([0.0, 0.0, distance_mm]) - turn @ np.array(look_at)
    rows = tuple((float(a), float(b), float(c)) for a, b, c in turn)
    return Camera(
        focal * max(width, height),
        (width / 2, height / 2),
        rows,
        (float(shift[0]), float(shift[1]), float(shift[2])),
        False,
    )


def in_view(points: Array, view: str, behind_mm: float) -> Array:
    """Points of the world, (n, 3), as u, v and how far before a card that stands so far behind the middle."""
    flat = points @ (FRONT if view == "front" else SIDE).T
    return np.column_stack([flat, points @ TOWARDS[view] + behind_mm])


def drawn(
    eye: Camera,
    size: tuple[int, int],
    rng: np.random.Generator,
    work: Workpiece | None = None,
    view: str = "front",
    behind_mm: float = 60.0,
    noise: float = 6.0,
    clutter: int = 60,
    wire: bool = False,
    aside_mm: float = 0.0,
) -> NDArray[np.uint8]:
    """The photograph, grey, (height, width); of the bare wire where that is asked for. The figure stands
    so far to the right of the card's middle."""
    beside = np.array([aside_mm, 0.0, 0.0])
    wide, high = size
    picture = Image.new("L", (wide * SMOOTH, high * SMOOTH), int(rng.integers(120, 175)))
    pen = ImageDraw.Draw(picture)

    def fill(points: Array, shade: int) -> None:
        pen.polygon([tuple(point) for point in (eye.seen(points) * SMOOTH).tolist()], fill=shade)

    for _ in range(clutter):
        middle = rng.uniform([0, 0], [wide, high]) * SMOOTH
        r = rng.uniform(3, 60) * SMOOTH
        box = [*(middle - r * rng.uniform(0.3, 1)), *(middle + r * rng.uniform(0.3, 1))]
        shape = rng.choice(["ellipse", "rectangle", "ring"])
        if shape == "ring":
            pen.ellipse(box, outline=int(rng.integers(0, 255)), width=int(rng.integers(2, 9)))
        else:
            getattr(pen, str(shape))(box, fill=int(rng.integers(20, 235)))
    low = card.FOOT_MM + card.HIGH_MM + 40
    fill(_flat([[-105, low], [105, low], [105, 0], [-105, 0]]), 238)
    for n, at in enumerate(card.corners_mm()):
        dot = card.FIRST_DOT_MM if n == 0 else card.DOT_MM
        for radius, shade in ((card.RING_MM, 25), (card.HOLE_MM, 238), (dot, 25)):
            ring = at + radius * np.column_stack([np.cos(ROUND), np.sin(ROUND)])
            fill(_flat(ring), shade)
    if work is not None and wire:
        for bone in work.figure.bones.values():
            ends = in_view(np.array([bone.start, bone.end]), view, behind_mm) + beside
            way = [tuple(point) for point in (eye.seen(ends) * SMOOTH).tolist()]
            pen.line(way, fill=90, width=5 * SMOOTH)
    elif work is not None:
        towards, plane = TOWARDS[view], FRONT if view == "front" else SIDE
        for piece in sorted(work.figure.pieces, key=lambda p: float(towards @ p.solid.centre)):
            w = float(towards @ piece.solid.centre) + behind_mm
            for ring in piece.solid.convex_rings(plane):
                fill(
                    np.column_stack([ring, np.full(len(ring), w)]) + beside,
                    int(rng.integers(150, 190)),
                )
    grey = np.asarray(picture.resize((wide, high), Image.Resampling.BOX), dtype=float)
    light = np.linspace(rng.uniform(0.75, 1.0), rng.uniform(0.75, 1.05), wide)
    noisy = grey * light + rng.normal(0, noise, grey.shape)
    return np.asarray(noisy.clip(0, 255), dtype=np.uint8)


def _flat(points: list[list[int]] | list[list[float]] | Array) -> Array:
    flat = np.asarray(points, dtype=float)
    return np.column_stack([flat, np.zeros(len(flat))])
