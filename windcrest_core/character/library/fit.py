"""Where on this body a part goes and how large it is, taken from the body itself at rest."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any, Literal

import numpy as np

from windcrest_core.body.figure import Figure, Piece, figure, solid_of
from windcrest_core.body.limits import SOLID_LIMIT_MM
from windcrest_core.body.mirror import on_other_side, other_side
from windcrest_core.body.skeleton import Array, Bone, cross
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.forms import SolidClay
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.meetings import MeetingKind
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Feature, Part
from windcrest_core.sheet.shapes import Coil, Ellipsoid, Frustum, Place, RoundCone, Shape, Sheet

RIGHT, AHEAD, UP = np.eye(3)
WALL_MM = 6.0  # of the body itself, at rest
CAGED_MM3 = 500_000.0  # of core: some 300 g of foil [A]
HEADS = ("head", "stem_2")
TRUNKS = ("waist", "hips", "stem_1", "tier_1")
HIPS = ("hips", "stem_1", "tier_1", "waist")


def _first(body: Body, names: tuple[str, ...]) -> str:
    joints = joint_ranges(body)
    found = next((name for name in names if name in joints), None)
    return found or next(iter(joints))


@dataclass(frozen=True)
class Fit:
    """The figure at rest, and room for one more thing on it; `eyes` are those that it comes instead of."""

    sheet: FigureSheet
    eyes: Sequence[Part] = ()

    @cached_property
    def figure(self) -> Figure:
        return figure(self.sheet.model_copy(update={"pose": {}}), WALL_MM)

    @property
    def head(self) -> str:
        body = self.sheet.body
        return f"tier_{body.tiers}" if body.plan == "stacked" else _first(body, HEADS)

    @property
    def trunk(self) -> str:
        return _first(self.sheet.body, TRUNKS)

    @property
    def hips(self) -> str:
        return _first(self.sheet.body, HIPS)

    @property
    def area(self) -> str | None:
        """The colour area new things take: that of the body, as nobody has chosen one yet."""
        areas = self.sheet.colour.areas
        return areas[0].id if areas else None

    @property
    def head_mm(self) -> float:
        return self.figure.head_mm

    def bone(self, joint: str) -> Bone:
        return self.figure.bones[joint]

    def has(self, joint: str) -> bool:
        return joint in self.figure.bones

    def main(self, joint: str) -> Piece | None:
        """The largest part on a bone that lies on nothing."""
        pieces = [p for p in self.figure.pieces if p.part.bone == joint and p.part.layer == 0]
        return max(pieces, key=lambda p: p.solid.volume_mm3, default=None)

    def of_feature(self, joint: str, feature: Feature) -> Piece | None:
        """The largest part of the body on a bone that is so much of it."""
        pieces = [
            p
            for p in self.figure.pieces
            if p.part.bone == joint and p.part.layer == 0 and p.part.feature == feature
        ]
        return max(pieces, key=lambda p: p.solid.volume_mm3, default=None)

    def middle(self, joint: str) -> Array:
        piece = self.main(joint)
        bone = self.bone(joint)
        return piece.solid.centre if piece else (bone.start + bone.end) / 2

    def skin(self, joint: str, towards: Array, through: Array | None = None) -> Array:
        """The outermost point of the body from a point on the bone, in a direction; mm, world."""
        from_point = self.middle(joint) if through is None else through
        way = towards / np.linalg.norm(towards)
        reach = np.linspace(0.0, self.sheet.height_mm * 0.6, 400)
        points = (from_point[None, :] + reach[:, None] * way[None, :]).astype(np.float32)
        furthest = 0.0
        for piece in self.figure.pieces:
            if piece.part.bone != joint or piece.part.layer > 0:
                continue
            inside = piece.solid.world_distance(points[:, 0], points[:, 1], points[:, 2]) <= 0
            if inside.any():
                furthest = max(furthest, float(reach[np.flatnonzero(inside)[-1]]))
        return np.asarray(from_point + way * furthest)

    def girth_at(self, joint: str, share: float) -> tuple[float, float]:
        """How far the body reaches to the side and ahead at a share of the bone, mm."""
        bone = self.bone(joint)
        at = bone.start + bone.frame[:, 2] * bone.length_mm * share
        reach = [float(np.linalg.norm(self.skin(joint, way, at) - at)) for way in bone.frame.T[:2]]
        least = 0.012 * self.sheet.height_mm
        return max(reach[0], least), max(reach[1], least)

    # shapes from points in the world at rest

    def place(self, joint: str, point: Array) -> Place:
        bone = self.bone(joint)
        x, y, z = bone.frame.T @ (point - bone.start)
        height = self.sheet.height_mm
        return (float(x / height), float(y / height), float(z / bone.length_mm))

    def size(self, mm: float) -> float:
        return mm / self.sheet.height_mm

    def turns(self, joint: str, across: Array, along: Array) -> tuple[float, float, float]:
        """Turns that lay a shape's across and along in these world directions."""
        frame = self.bone(joint).frame
        z = along / np.linalg.norm(along)
        x = across - (across @ z) * z
        x = x / np.linalg.norm(x)
        y = cross(z, x)
        if np.linalg.det(frame) < 0:
            x = -x
        r = frame.T @ np.column_stack([x, y, z])
        if abs(r[2, 0]) > 1 - 1e-9:  # across lies along the bone: turns one and three are one
            up = -float(np.sign(r[2, 0]))
            return (math.degrees(math.atan2(up * r[0, 1], r[1, 1])), 90.0 * up, 0.0)
        return (
            math.degrees(math.atan2(r[2, 1], r[2, 2])),
            math.degrees(math.asin(max(-1.0, min(1.0, -r[2, 0])))),
            math.degrees(math.atan2(r[1, 0], r[0, 0])),
        )

    def cone(
        self, joint: str, start: Array, end: Array, r1: float, r2: float, depth: float = 1.0
    ) -> RoundCone:
        return RoundCone(
            start=self.place(joint, start),
            end=self.place(joint, end),
            start_radius=self.size(r1),
            end_radius=self.size(r2),
            depth=depth,
        )

    def ball(
        self, joint: str, centre: Array, across: float, front: float, along: float
    ) -> Ellipsoid:
        """An ellipsoid in the axes of its bone."""
        axes = (self.size(across), self.size(front), self.size(along))
        return Ellipsoid(centre=self.place(joint, centre), semi_axes=axes)

    def cuff(
        self, joint: str, start: float, end: float, off_mm: float, flare: float = 1.0
    ) -> Frustum:
        """A sleeve round the bone between two shares of it, so far off the body.

        Beyond the ends of the bone it hangs on as wide as it is there.
        """
        (a1, b1), (a2, b2) = (
            self.girth_at(joint, min(0.95, max(0.05, share))) for share in (start, end)
        )
        return Frustum(
            start=(0, 0, start),
            end=(0, 0, end),
            start_radius=self.size(a1 + off_mm),
            end_radius=self.size((a2 + off_mm) * flare),
            depth=max(0.1, min(3.0, (b1 + b2 + 2 * off_mm) / (a1 + a2 + 2 * off_mm))),
        )

    def flat(
        self,
        joint: str,
        at: Array,
        across: Array,
        along: Array,
        outline: list[tuple[float, float]],
        thick: float,
    ) -> Sheet:
        """A sheet with an outline in mm, laid with its across and along in world directions."""
        return Sheet(
            centre=self.place(joint, at),
            outline=[(self.size(u), self.size(v)) for u, v in outline],
            thickness=self.size(thick),
            turns_deg=self.turns(joint, across, along),
        )

    def coil(
        self,
        joint: str,
        at: Array,
        along: Array,
        towards: Array,
        bend: float,
        sweep_deg: float,
        r1: float,
        r2: float,
    ) -> Coil:
        """A tapering tube that starts `along` and bends `towards`; mm."""
        return Coil(
            start=self.place(joint, at),
            bend_radius=self.size(bend),
            sweep_deg=sweep_deg,
            start_radius=self.size(r1),
            end_radius=self.size(r2),
            turns_deg=self.turns(joint, cross(towards, along), along),
        )

    # parts

    def part(self, part_id: str, label: str, joint: str, shape: Shape, **rest: Any) -> Part:
        """A part on a bone; with a cage in it where its foil would be more than anybody squeezes."""
        part = Part.model_validate(
            {
                "id": part_id,
                "label": label,
                "bone": joint,
                "shape": shape.model_dump(),
                "area": self.area,
                **rest,
            }
        )
        if part.core != "foil" or part.cloth is not None:
            return part
        solid = solid_of(self.sheet, part, self.bone(joint), self.head_mm)
        core = solid.shrunk(part.wall_mm or WALL_MM)
        if core is None or core.volume_mm3 < CAGED_MM3:
            return part
        return part.model_copy(update={"form": SolidClay(core="cage", wall_mm=part.wall_mm)})

    def shows(self, point: Array) -> bool:
        """Whether a point is outside all of the body."""
        x, y, z = (np.array([value], np.float32) for value in point)
        return all(
            float(piece.solid.world_distance(x, y, z)[0]) > 0
            for piece in self.figure.pieces
            if piece.part.layer == 0
        )

    def core_of(self, thick_mm: float) -> Literal["wire", "foil"]:
        """Solid clay, or foil under its wall where it is too thick to be solid."""
        return "wire" if thick_mm <= SOLID_LIMIT_MM - 2 else "foil"

    def on(self, joint: str, kind: MeetingKind = "lay", **how: Any) -> dict[str, Any]:
        """What puts a part on the main part of a bone."""
        host = self.main(joint)
        hosts = [host.part.id] if host else []
        return {"layer": 1, "meeting": {"kind": kind, "hosts": hosts, **how}}

    def on_at(self, joint: str, at: Array, kind: MeetingKind) -> dict[str, Any]:
        """What puts a part on the body of a bone where a point of its skin is."""
        pieces = [p for p in self.figure.pieces if p.part.bone == joint and p.part.layer == 0]
        x, y, z = (np.array([value], np.float32) for value in at)
        host = min(
            pieces, key=lambda p: abs(float(p.solid.world_distance(x, y, z)[0])), default=None
        )
        return {"layer": 1, "meeting": {"kind": kind, "hosts": [host.part.id] if host else []}}

    def pair(
        self, part_id: str, label: str, joint: str, shape: Shape, **rest: Any
    ) -> Iterator[Part]:
        """The part on the right, and its mirror image on the left."""
        right = self.part(f"{part_id}_r", f"right {label}", joint, shape, side="right", **rest)
        yield right
        hosts = [other_side(host) for host in right.meeting.hosts]
        yield right.model_copy(
            update={
                "id": f"{part_id}_l",
                "label": f"left {label}",
                "side": "left",
                "bone": other_side(joint),
                "shape": on_other_side(self.sheet.body, right),
                "mirror_of": right.id,
                "meeting": right.meeting.model_copy(update={"hosts": hosts}),
            }
        )
