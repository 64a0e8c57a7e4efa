"""A pin in words: of what, how deep, which way."""

from __future__ import annotations

from windcrest_core.facts import Text, said
from windcrest_core.joining.pin_choice import PinHole, Where

INTO: dict[Where, Text] = {
    "clay": "",
    "wall": said("joining.into_its_wall"),
    "armature": said("joining.through_to_the_armature"),
}


def way_words(hole: PinHole) -> Text:
    """Which way the holes run out of the host."""
    if hole.tilt_deg > 90:
        return _downwards(hole)
    match hole.towards:
        case "up" | "down":
            return said("joining.up")
        case "right":
            return said("joining.right", tilt_deg=hole.tilt_deg)
        case "left":
            return said("joining.left", tilt_deg=hole.tilt_deg)
        case "front":
            return said("joining.front", tilt_deg=hole.tilt_deg)
        case "back":
            return said("joining.back", tilt_deg=hole.tilt_deg)


def _downwards(hole: PinHole) -> Text:
    off_deg = 180 - hole.tilt_deg
    match hole.towards:
        case "up" | "down":
            return said("joining.down")
        case "right":
            return said("joining.low_right", tilt_deg=off_deg)
        case "left":
            return said("joining.low_left", tilt_deg=off_deg)
        case "front":
            return said("joining.low_front", tilt_deg=off_deg)
        case "back":
            return said("joining.low_back", tilt_deg=off_deg)


def drill_words(hole: PinHole, part: Text, host: Text) -> Text:
    """What to drill, in both."""
    if hole.own != "no":
        into, deep = (host, hole.host_depth_mm) if hole.own == "part" else (part, hole.depth_mm)
        return said(
            "joining.drill_one",
            hole_mm=hole.hole_mm,
            depth_mm=deep,
            into=into,
            wire=part if hole.own == "part" else host,
            way=way_words(hole),
        )
    pins = (
        said("joining.one_pin", label=hole.label)
        if hole.count == 1
        else said("joining.pins", count=hole.count, label=hole.label)
    )
    return said(
        "joining.drill_both",
        hole_mm=hole.hole_mm,
        pins=pins,
        depth_mm=hole.depth_mm,
        part=part,
        host_depth_mm=hole.host_depth_mm,
        host=host,
        into=INTO[hole.into],
        way=way_words(hole),
    )
