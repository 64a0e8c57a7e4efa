"""A photograph's own space: where marks lie beside the plan, and where the plan is to be seen in the picture.

Every mark is taken to be as far before the card, or before the middle, as the plan has it, so that what is nearer to
the camera is not measured too large. Without a card the camera is taken to look squarely from so far as a usual one
has to, which the range of what is told allows for.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.landmarks import crown_of, landmark_points
from windcrest_core.drawing.elevation import TOWARDS
from windcrest_core.errors import SheetError
from windcrest_core.facts import said
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.work.checks.camera import USUAL_FOCAL, Array, Camera, camera_of
from windcrest_core.work.checks.card import corners_mm
from windcrest_core.work.checks.marked import CardScale, Marked

TAP = 0.001  # of the longer side, that a mark is off, twice the usual [A]
SQUARE_ON = (
    0.03  # of a length, that a camera held by hand, 8° off square, makes nearer or further [A]
)
LEANING = (
    0.14  # of how far a length goes towards the eye, that the same lays into the picture: sin 8°
)
FOCAL_OFF = 0.25  # of the distance, where it is taken from the usual camera [A]
TRUSTED = 0.015  # of a length
APART = 0.02  # of the longer side: nearer, two points are one place
STEADY = (
    "neck",
    "head",
    "tip_head",
    "hip_r",
    "hip_l",
    "shoulder_r",
    "shoulder_l",
    "stem_1",
    "tier_1",
)


def marks_of(work: Workpiece) -> dict[str, str]:
    """What may be marked, by id: landmarks, and the middles of parts."""
    parts = {piece.part.id: piece.part.label for piece in work.figure.pieces}
    return {**parts, **landmark_ids(work.sheet.body)}


@dataclass(frozen=True)
class Sight:
    """A photograph beside the plan of a workpiece, from what was marked in it."""

    work: Workpiece
    marked: Marked

    @cached_property
    def points(self) -> dict[str, Array]:
        """Of the plan: u, v, and how far towards the eye, mm, of everything that may be marked."""
        body = self.work.sheet.body
        solid = {piece.part.id: piece.solid.centre for piece in self.work.figure.pieces}
        found = {**solid, **landmark_points(self.work.figure.bones, body)}
        return {key: self.in_view(point) for key, point in found.items()}

    def in_view(self, point: Array) -> Array:
        """A point of the world as u, v, w of this view, mm."""
        plane = FRONT if self.marked.view == "front" else SIDE
        u, v = plane @ point
        return np.array([u, v, TOWARDS[self.marked.view] @ point])

    def px(self, share: tuple[float, float]) -> Array:
        x = 1 - share[0] if self.marked.mirrored else share[0]
        return np.array([x * self.marked.width_px, share[1] * self.marked.height_px])

    @property
    def long_px(self) -> int:
        return max(self.marked.width_px, self.marked.height_px)

    @property
    def behind_mm(self) -> float:
        """How far the camera's own plane lies behind the middle."""
        scale = self.marked.scale
        return scale.behind_mm if isinstance(scale, CardScale) else 0.0

    @cached_property
    def camera(self) -> Camera:
        """Raise SheetError where the picture has no scale, or none that can be."""
        scale = self.marked.scale
        if scale is None:
            raise SheetError.one("scale", None, said("work.a_scale"))
        if isinstance(scale, CardScale):
            corners = np.array([self.px(point) for point in scale.corners])
            if self.marked.mirrored:
                corners = corners[[1, 0, 3, 2]]
            wide, high = self.marked.width_px, self.marked.height_px
            return camera_of(corners_mm(), corners, wide, high)
        if scale.kind == "length":
            a, b, mm = self.px(scale.a), self.px(scale.b), scale.length_mm
        else:
            a, b = self.px(scale.crown), self.px(scale.sole)
            mm = self._stature_mm()
        apart = float(np.linalg.norm(b - a))
        if apart < APART * self.long_px:
            raise SheetError.one("scale", f"{apart:.0f} px apart", said("work.two_places"))
        return self._square_on(mm / apart)

    def _stature_mm(self) -> float:
        crown = crown_of(self.work.sheet.body)
        highest = max(float(point[1]) for point in self.points.values())
        return float(self.points[crown][1]) if crown else highest

    def _square_on(self, per_px_mm: float) -> Camera:
        """A camera that looks squarely at the middle, from as far as a usual one has to."""
        focal = USUAL_FOCAL * self.long_px
        middle = (self.marked.width_px / 2, self.marked.height_px / 2)
        rows = ((1.0, 0.0, 0.0), (0.0, -1.0, 0.0), (0.0, 0.0, -1.0))
        return Camera(focal, middle, rows, (0.0, 0.0, focal * per_px_mm), True)

    @cached_property
    def seen(self) -> dict[str, Array]:
        """Where every mark lies, u and v, moved to best fit on the plan."""
        return {key: at - self.shift for key, at in self._loose.items()}

    @cached_property
    def _loose(self) -> dict[str, Array]:
        known = [key for key in self.marked.marks if key in self.points]
        if not known:
            return {}
        px = np.array([self.px(self.marked.marks[key]) for key in known])
        w = np.array([self.points[key][2] for key in known]) + self.behind_mm
        return dict(zip(known, self.camera.at(px, w), strict=True))

    @cached_property
    def shift(self) -> Array:
        """What the plan is moved by to lie on the photograph, u and v: to the crown and sole that were tapped, else so
        that most of the marks of its trunk fit, else to its middle."""
        scale = self.marked.scale
        if scale is not None and scale.kind == "stature":
            crown, sole = (
                self.camera.at(self.px(point)[None], 0.0)[0] for point in (scale.crown, scale.sole)
            )
            top = self.points.get(crown_of(self.work.sheet.body) or "")
            across = float(top[0]) if top is not None else 0.0
            return np.array([crown[0] - across, sole[1]])
        if self._loose:
            steady = [key for key in STEADY if key in self._loose] or [*self._loose]
            offs = [self._loose[key] - self.points[key][:2] for key in steady]
            return np.asarray(np.median(offs, axis=0))
        if isinstance(scale, CardScale):
            return np.zeros(2)
        middle = self.camera.at(np.array([[self.marked.width_px, self.marked.height_px]]) / 2, 0.0)[
            0
        ]
        return np.array([middle[0], middle[1] - self.work.figure.height_mm / 2])

    def shares(self, points: Array) -> Array:
        """Where points of the plan, (n, 3) of u, v, w, are seen, in shares of the picture."""
        moved = points + np.array([self.shift[0], self.shift[1], self.behind_mm])
        px = self.camera.seen(moved) / np.array([self.marked.width_px, self.marked.height_px])
        return np.column_stack([1 - px[:, 0], px[:, 1]]) if self.marked.mirrored else px

    @property
    def by_card(self) -> bool:
        return isinstance(self.marked.scale, CardScale)

    @property
    def tap_mm(self) -> float:
        """What a tap is off, mm."""
        return TAP * self.long_px / self.camera.focal_px * self.camera.distance_mm

    def sure_mm(self, a: str, b: str, length_mm: float) -> float:
        """How far a length between two marks may be off, mm: two taps, and what is not known of the camera."""
        deep = abs(self.points[a][2] + self.points[b][2]) / 2 + self.behind_mm
        unknown = FOCAL_OFF * deep / self.camera.distance_mm * length_mm
        towards = float(self.points[b][2] - self.points[a][2])
        slanted = 0.0 if self.by_card else np.hypot(SQUARE_ON * length_mm, LEANING * towards)
        return float(np.sqrt(2 * self.tap_mm**2 + unknown**2 + slanted**2))

    @property
    def trusted_mm(self) -> float:
        """How far before the card, or the middle, a length is trusted to 1.5 % though the plan had it wrongly there."""
        return TRUSTED * self.camera.distance_mm
