"""A head on a neck, and what is put on it: figures for the tests of meetings."""

from __future__ import annotations

from typing import Any

from windcrest_core.new_figure import new_sheet
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.forms import WIRE
from windcrest_core.tests.support import changed

HEAD, BODY = "skull", ("skull", "neck")


def part(key: str, kind: str, *hosts: str, bone: str = "head", **rest: Any) -> dict[str, Any]:
    meeting = {"kind": kind, "hosts": list(hosts), **rest.pop("how", {})}
    shape = {"kind": "ellipsoid", "centre": [0, 0.42, 0.3], "semi_axes": [0.06, 0.06, 0.06]}
    row = {"id": key, "label": key, "bone": bone, "scale": "head", "form": WIRE, "layer": 1}
    return {**row, "shape": shape, "meeting": meeting, **rest}


def figure_of(*parts: dict[str, Any], **more: Any) -> FigureSheet:
    """A head on a neck, nothing on it but these."""
    sheet = new_sheet("Reference", "bust", 200.0)
    sheet = sheet.model_copy(update={"parts": [p for p in sheet.parts if p.id in BODY]})
    return changed(sheet, **{f"part__{row['id']}": row for row in parts}, **more)


HANDS = [part(f"hand_{side}", "blend", HEAD, delicate=True) for side in "rl"]
BOTH = ("hand_r", "hand_l")
SEATED = [
    part("crate", "glue"),
    part("coat", "lay", HEAD),
    part("tail", "lay", "coat", delicate=True),
]


def seated(**how: Any) -> dict[str, Any]:
    return {"part__skull__meeting": {"kind": "sit", "hosts": ["crate"], **how}}
