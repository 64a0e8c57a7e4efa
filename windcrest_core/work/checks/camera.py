"""How a camera saw a flat card, and so where in the figure's space a mark of its photograph lies.

Space is that of an elevation: u to the right, v up, w towards the camera, mm; the card is at w = 0. Pixels go right
and down. The camera is a pinhole with square pixels and its axis through the middle of the picture.

Source: homography by direct linear transform with normalised points; focal length from the two constraints a plane
gives (Zhang 2000), weighed against that of a usual telephone camera: the squarer the card is seen, the less it tells.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from windcrest_core.errors import SheetError
from windcrest_core.facts import said

Array = NDArray[np.float64]
USUAL_FOCAL = 0.75  # of the longer side of a picture: a telephone's main camera [A]
LEAST_FOCAL, MOST_FOCAL = 0.55, 3.0  # what a focal length is taken for real [A]
TELLING = 0.01  # of foreshortening squared: so slanted, a card tells as much as the usual focal length does [C]
LEAST_AREA = 1e-4  # of the picture, a card is not smaller


def homography(from_mm: Array, to_px: Array) -> Array:
    """The projective map of four or more points, (n, 2) each; (3, 3).

    >>> square = np.array([[0.0, 0.0], [100, 0], [100, 50], [0, 50]])
    >>> (np.round(homography(square, 2 * square + 7), 6) + 0.0).tolist()
    [[2.0, 0.0, 7.0], [0.0, 2.0, 7.0], [0.0, 0.0, 1.0]]
    """
    to_unit, a = _normalised(from_mm)
    px_unit, b = _normalised(to_px)
    rows = []
    for (x, y), (u, v) in zip(a, b, strict=True):
        rows += [
            [x, y, 1, 0, 0, 0, -u * x, -u * y, -u],
            [0, 0, 0, x, y, 1, -v * x, -v * y, -v],
        ]
    _, _, turned = np.linalg.svd(np.array(rows))
    found = np.linalg.inv(px_unit) @ turned[-1].reshape(3, 3) @ to_unit
    return np.asarray(found / found[2, 2])


def _normalised(points: Array) -> tuple[Array, Array]:
    """About their middle, √2 from it on average."""
    middle = points.mean(axis=0)
    away = float(np.linalg.norm(points - middle, axis=1).mean())
    scale = math.sqrt(2) / max(away, 1e-9)
    unit = np.array([[scale, 0, -scale * middle[0]], [0, scale, -scale * middle[1]], [0, 0, 1.0]])
    return unit, (points - middle) * scale


@dataclass(frozen=True)
class Camera:
    """`turn` (3, 3) and `shift` (3,) bring u, v, w into the camera's own space, mm: right, down, away from it."""

    focal_px: float
    middle_px: tuple[float, float]
    turn: tuple[tuple[float, float, float], ...]
    shift: tuple[float, float, float]
    assumed: bool

    @cached_property
    def _placed(self) -> tuple[Array, Array]:
        return np.array(self.turn), np.array(self.shift)

    @property
    def distance_mm(self) -> float:
        """From the card."""
        turn, shift = self._placed
        return float(np.linalg.norm(turn.T @ shift))

    @property
    def tilt_deg(self) -> float:
        """Of its axis from square on the card."""
        return math.degrees(math.acos(min(1.0, abs(self._placed[0][2, 2]))))

    @property
    def roll_deg(self) -> float:
        """How far the picture is turned about its axis: the card's upright from the picture's."""
        up = self._placed[0] @ np.array([0.0, 1.0, 0.0])
        return math.degrees(math.atan2(up[0], -up[1]))

    def seen(self, points: Array) -> Array:
        """Where points (n, 3) of u, v, w are in the picture, px."""
        turn, shift = self._placed
        local = points @ turn.T + shift
        return np.asarray(local[:, :2] / local[:, 2:] * self.focal_px + np.array(self.middle_px))

    def at(self, px: Array, w_mm: Array | float) -> Array:
        """Where what is seen at a pixel lies, at so much before the card: (n, 2) of u and v."""
        turn, shift = self._placed
        way = np.column_stack([(px - np.array(self.middle_px)) / self.focal_px, np.ones(len(px))])
        eye, ways = -turn.T @ shift, way @ turn
        far = (np.asarray(w_mm) - eye[2]) / ways[:, 2]
        return np.asarray((eye + far[:, None] * ways)[:, :2])


def camera_of(card_mm: Array, card_px: Array, width_px: int, height_px: int) -> Camera:
    """The camera that saw points of a card, (n, 2) each, in a picture of that size.

    Raises
    ------
    SheetError : the points are no card: on one line, crossed or seen from behind.
    """
    middle = np.array([width_px / 2, height_px / 2])
    _refuse_no_card(card_px, width_px * height_px)
    h = homography(card_mm, card_px - middle)
    long = float(max(width_px, height_px))
    f, assumed = _focal_px(h, long)
    scaled = np.diag([1 / f, 1 / f, 1.0]) @ h
    scale = 2 / (np.linalg.norm(scaled[:, 0]) + np.linalg.norm(scaled[:, 1]))
    if scaled[2, 2] < 0:
        scale = -scale
    a, b, shift = (scaled * scale).T
    left, _, right = np.linalg.svd(np.column_stack([a, b, np.cross(a, b)]))
    turn = left @ np.diag([1, 1, np.linalg.det(left @ right)]) @ right
    if turn[2, 2] > 0:
        raise SheetError.one("scale.corners", "seen from behind", said("work.card_corners"))
    return Camera(f, (float(middle[0]), float(middle[1])), _rows(turn), _three(shift), assumed)


def _focal_px(h: Array, long_px: float) -> tuple[float, bool]:
    """From what a plane gives, weighed against the usual one; and whether it is that alone."""
    usual = USUAL_FOCAL * long_px
    a, b = h[:, 0], h[:, 1]
    found = []
    across = a[2] * b[2]
    if abs(across) > 1e-12:
        found.append((-(a[0] * b[0] + a[1] * b[1]) / across, abs(across)))
    along = b[2] ** 2 - a[2] ** 2
    if abs(along) > 1e-12:
        found.append(((a[0] ** 2 + a[1] ** 2 - b[0] ** 2 - b[1] ** 2) / along, abs(along)))
    real = [
        (math.sqrt(square), weight)
        for square, weight in found
        if square > 0 and LEAST_FOCAL <= math.sqrt(square) / long_px <= MOST_FOCAL
    ]
    if not real:
        return usual, True
    shown = sum(f * weight for f, weight in real) / sum(weight for _, weight in real)
    slant = (math.hypot(h[2, 0], h[2, 1]) * long_px / float(np.linalg.norm(h[:2, :2]))) ** 2
    weight = (slant / TELLING) ** 2
    told = (math.log(shown) * weight + math.log(usual)) / (weight + 1)
    return math.exp(told), weight < 0.1


def _refuse_no_card(px: Array, area: float) -> None:
    """Of four corners in their order."""
    after, before = np.roll(px, -1, axis=0) - px, np.roll(px, 1, axis=0) - px
    turns = after[:, 0] * before[:, 1] - after[:, 1] * before[:, 0]
    if np.abs(turns).min() < LEAST_AREA * area / 10 or not (np.all(turns > 0) or np.all(turns < 0)):
        raise SheetError.one("scale.corners", "no four-sided card", said("work.card_corners"))


def _rows(turn: Array) -> tuple[tuple[float, float, float], ...]:
    return tuple(_three(row) for row in turn)


def _three(row: Array) -> tuple[float, float, float]:
    return (float(row[0]), float(row[1]), float(row[2]))
