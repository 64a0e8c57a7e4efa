"""The face on the head."""

from __future__ import annotations

from pydantic import Field

from windcrest_core.facts import Frozen


class Face(Frozen):
    """Where the face sits on the head: shares of the head's height, and of its parts.

    The ordinary face is that of the art canon: eye line half-way, five eye-breadths across, the
    nose half-way from eyes to chin, the mouth a third of the way from nose to chin, the ears
    between brow and nose.
    """

    eye_line: float = Field(default=0.5, ge=0.15, le=0.9, description="of the head, from below")
    eye_breadth: float = Field(default=0.2, ge=0.06, le=0.45, description="of the head's breadth")
    eye_gap: float = Field(default=1.0, ge=0.2, le=4, description="in eye-breadths")
    nose: float = Field(default=0.5, ge=0.1, le=0.9, description="of the way from eyes to chin")
    mouth: float = Field(default=1 / 3, ge=0.1, le=0.9, description="of the way from nose to chin")
    ear_length: float = Field(default=1.0, ge=0.3, le=4, description="of brow to nose")
    socket_depth: float = Field(default=0.75, ge=0, le=1, description="of the eye, under the skin")
