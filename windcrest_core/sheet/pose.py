"""Angles of joints, and poses kept under a name."""

from __future__ import annotations

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id
from windcrest_core.sheet.writing import Label


class JointAngles(Frozen):
    """Angles from the rest position: forward, outward, about the bone. Degrees."""

    swing_deg: float = Field(default=0.0, ge=-360, le=360)
    spread_deg: float = Field(default=0.0, ge=-360, le=360)
    turn_deg: float = Field(default=0.0, ge=-360, le=360)


class KeptPose(Frozen):
    """A pose kept under a name: the angles of each joint that is not at rest."""

    label: Label
    joints: dict[Id, JointAngles] = {}
