"""Lists of passes to begin an area with, each of a school of painting; all of it can be changed."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal

from windcrest_core.colour.ramps import is_pale, toned
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.sheet.colour import Pass

StartKey = Literal[
    "plain",
    "dark_up",
    "light_down",
    "layers",
    "metal",
    "stone",
    "fur",
    "wood",
    "glow",
    "eyes",
    "bare",
]
BLACK, UMBER, WHITE, STEEL = "#1c1c1e", "#543c2a", "#f4f4f0", "#9a9ca0"
GLOW_GREEN = "#c8e6a0"


class StartList(Frozen):
    """What it is called, what it is for, its passes in their order."""

    key: StartKey
    label: Text
    about: Text
    passes: list[Pass]


def _base(**more: object) -> Pass:
    return Pass.model_validate({"id": "base", "kind": "base", **more})


def _wash(colour: str = UMBER) -> list[Pass]:
    """A seal and a wash wiped off it."""
    return [Pass(id="barrier", kind="seal"), Pass(id="wash", kind="wash", colour=colour)]


def _dry(colour: str, nth: int) -> Pass:
    return Pass(
        id=f"dry{nth}", kind="dry_brush", colour=colour, where="all" if nth == 1 else "raised"
    )


def _damp(colour: str, nth: int) -> Pass:
    return Pass(id=f"dry{nth}", kind="dry_brush", tool="thinned", colour=colour)


def _plain(target: str) -> list[Pass]:
    return [_base()]


def _dark_up(target: str) -> list[Pass]:
    """Three tones over its darkest: the colour and two lighter; up to the colour where hardly anything is lighter."""
    base = _base(colour=toned(target, "deep"))
    if is_pale(target):
        return [base, _damp(toned(target, "shade"), 1), _damp(target, 2), _dry(WHITE, 3)]
    return [
        base,
        _damp(target, 1),
        _dry(toned(target, "light"), 2),
        _dry(toned(target, "lightest"), 3),
    ]


def _light_down(target: str) -> list[Pass]:
    return [_base(), *_wash(toned(target, "deep")), _dry(toned(target, "light"), 1)]


def _layers(target: str) -> list[Pass]:
    return [
        _base(),
        Pass(
            id="shade",
            kind="glaze",
            colour=toned(target, "shade"),
            share=0.1,
            where="recess",
            coats=2,
        ),
        Pass(
            id="light",
            kind="glaze",
            colour=toned(target, "light"),
            share=0.2,
            where="raised",
            coats=2,
        ),
        Pass(id="flush", name="flush", kind="glaze", colour="#c83226", share=0.015),
    ]


def _metal(target: str) -> list[Pass]:
    return [
        _base(colour=BLACK),
        Pass(id="metal", kind="metallic", colour=target),
        Pass(
            id="edges",
            kind="dry_brush",
            medium="metallic",
            colour=toned(target, "lightest"),
            where="raised",
        ),
        Pass(id="gloss", kind="gloss"),
    ]


def _stone(target: str) -> list[Pass]:
    return [
        _base(),
        *_wash(BLACK),
        _dry(toned(target, "light"), 1),
        Pass(id="speckle", kind="speckle", colour=toned(target, "deep")),
    ]


def _fur(target: str) -> list[Pass]:
    return [
        _base(colour=toned(target, "shade")),
        *_wash(toned(target, "deep")),
        _dry(target, 1),
        _dry(toned(target, "light"), 2),
    ]


def _wood(target: str) -> list[Pass]:
    return [
        _base(colour=toned(target, "light")),
        Pass(id="grain", name="grain", kind="lines", colour=toned(target, "deep")),
        *_wash(UMBER),
        _dry(toned(target, "lightest"), 1),
    ]


def _glow(target: str) -> list[Pass]:
    return [
        _base(),
        Pass(id="white", kind="undercoat", colour=WHITE, coats=2),
        Pass(id="glow", kind="glow", colour=GLOW_GREEN),
        Pass(id="gloss", kind="gloss"),
    ]


def _eyes(target: str) -> list[Pass]:
    return [
        _base(colour=WHITE),
        Pass(id="rim", name="rim", kind="lines", colour=UMBER),
        Pass(id="iris", name="iris", kind="dots", colour=target),
        Pass(id="pupil", name="pupil", kind="dots", colour=BLACK),
        Pass(id="glint", name="glint", kind="dots", colour=WHITE),
        Pass(id="gloss", kind="gloss"),
    ]


def _bare(target: str) -> list[Pass]:
    return []


LISTS: tuple[tuple[StartKey, Text, Text, Callable[[str], list[Pass]]], ...] = (
    ("plain", said("colour.start.plain"), said("colour.start.plain.about"), _plain),
    ("dark_up", said("colour.start.dark_up"), said("colour.start.dark_up.about"), _dark_up),
    (
        "light_down",
        said("colour.start.light_down"),
        said("colour.start.light_down.about"),
        _light_down,
    ),
    ("layers", said("colour.start.layers"), said("colour.start.layers.about"), _layers),
    ("metal", said("colour.start.metal"), said("colour.start.metal.about"), _metal),
    ("stone", said("colour.start.stone"), said("colour.start.stone.about"), _stone),
    ("fur", said("colour.start.fur"), said("colour.start.fur.about"), _fur),
    ("wood", said("colour.start.wood"), said("colour.start.wood.about"), _wood),
    ("glow", said("colour.start.glow"), said("colour.start.glow.about"), _glow),
    ("eyes", said("colour.start.eyes"), said("colour.start.eyes.about"), _eyes),
    ("bare", said("colour.start.bare"), said("colour.start.bare.about"), _bare),
)


def start_lists(target: str) -> list[StartList]:
    """Every list, of an area that is to be this colour."""
    return [
        StartList(key=key, label=label, about=about, passes=made(target))
        for key, label, about, made in LISTS
    ]
