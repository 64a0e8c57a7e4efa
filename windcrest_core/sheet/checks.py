"""What is to be right of a part, a run, a light and a picture in its sheet."""

from __future__ import annotations

import math

from windcrest_core.catalogue import catalogue
from windcrest_core.errors import Fault
from windcrest_core.precedence import reachable
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.colour import Area
from windcrest_core.sheet.forms import ClayLayer, FoilLayer, Hangs, Layered, SolidClay
from windcrest_core.sheet.ids import repeated
from windcrest_core.sheet.insides import IN_BASE, Light
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.sheet.meetings import Pin, Thread
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.references import Reference
from windcrest_core.sheet.runs import Run
from windcrest_core.sheet.shapes import Frustum, Sheet

LEAST_SCALE_PX = 4


def part_faults(sheet: FigureSheet, part: Part) -> list[Fault]:
    """A part is on a bone of this body and lies on another part; all it is of is in the catalogue."""
    shelf = catalogue()
    joints = joint_ranges(sheet.body)
    others = {other.id for other in sheet.parts} - {part.id}
    areas = {area.id for area in sheet.colour.areas}
    faults = []
    at = f"part/{part.id}"
    if part.bone not in joints:
        faults.append(Fault(f"{at}/bone", part.bone, "one of " + ", ".join(sorted(joints))))
    faults += [
        Fault(f"{at}/{field}", host, "the ids of other parts of this figure, each once")
        for field, named in (("meeting/hosts", part.meeting.hosts), ("rests_on", part.rests_on))
        for host in sorted({*(set(named) - others), *repeated(named)})
    ]
    if isinstance(part.meeting, Pin):
        wire = part.meeting.wire
        if wire is not None and wire not in shelf.wires:
            allowed = "one of " + ", ".join(sorted(shelf.wires))
            faults.append(Fault(f"{at}/meeting/wire", wire, allowed))
    runs = {run.id for run in sheet.runs}
    if isinstance(part.meeting, Thread) and part.meeting.run not in {None, *runs}:
        allowed = "the id of a run, or null: the one along its bone"
        faults.append(Fault(f"{at}/meeting/run", part.meeting.run, allowed))
    if part.area is not None and part.area not in areas:
        faults.append(Fault(f"{at}/area", part.area, "the id of a colour area, or null"))
    if part.clay not in shelf.clays:
        faults.append(Fault(f"{at}/clay", part.clay, "one of " + ", ".join(sorted(shelf.clays))))
    if part.stock is not None and part.stock not in shelf.stock_materials:
        faults.append(
            Fault(f"{at}/stock", part.stock, "one of " + ", ".join(sorted(shelf.stock_materials)))
        )
    return faults + _form_faults(part, sorted(joints))


def _form_faults(part: Part, joints: list[str]) -> list[Fault]:
    """Cloth is clay over others, a hanging sheet has a cone cut flat to hang by, and layers lie in a flat piece."""
    at, form = f"part/{part.id}", part.form
    faults = []
    rolled = None if isinstance(form, Hangs) else part.stock  # bought sheet hangs too
    if not isinstance(form, SolidClay):
        faults += [
            Fault(f"{at}/{field}", value, f"{allowed}: its form is {form.kind!r}")
            for field, value, none, allowed in (
                ("stock", rolled, None, "null, as a bought piece is not rolled out"),
                ("ballast_g", part.ballast_g, 0, "0, as there is no core to hold it"),
                ("opening", part.opening, None, "null, as there is no core to take out"),
            )
            if value != none
        ]
    if part.cloth is not None and not part.meeting.hosts:
        faults.append(Fault(f"{at}/meeting/hosts", "none", "what it lies on or hangs round"))
    if isinstance(form, Hangs):
        if not isinstance(part.shape, Frustum):
            faults.append(
                Fault(f"{at}/shape/kind", part.shape.kind, '"frustum" for what hangs round others')
            )
        faults += [
            Fault(f"{at}/form/sleeves/{row.id}/bone", row.bone, "one of " + ", ".join(joints))
            for row in form.sleeves
            if row.bone not in joints
        ]
        faults += [
            Fault(f"{at}/form/sleeves", key, "each id once")
            for key in repeated([row.id for row in form.sleeves])
        ]
        faults += [
            Fault(f"{at}/form/slits/{n}/to_share", slit.to_share, f"above {slit.from_share:g}")
            for n, slit in enumerate(form.slits)
            if slit.to_share <= slit.from_share
        ]
        if form.points is not None and form.hem is not None and form.hem.end == form.points.end:
            other = "start" if form.points.end == "end" else "end"
            faults.append(
                Fault(f"{at}/form/points/end", form.points.end, f'"{other}", or no hem there')
            )
    if isinstance(form, Layered):
        if not isinstance(part.shape, Sheet):
            faults.append(Fault(f"{at}/shape/kind", part.shape.kind, '"sheet" for layers'))
        if not any(isinstance(layer, ClayLayer) for layer in form.stack):
            faults.append(Fault(f"{at}/form/stack", "no clay", "a layer of clay at least"))
        foils = catalogue().foils
        faults += [
            Fault(f"{at}/form/stack/{n}/id", layer.id, "one of " + ", ".join(sorted(foils)))
            for n, layer in enumerate(form.stack)
            if isinstance(layer, FoilLayer) and layer.id not in foils
        ]
    return faults


def meeting_faults(parts: list[Part]) -> list[Fault]:
    """No part is carried by itself, through others either."""
    carried = {part.id: part.meeting.hosts for part in parts}
    return [
        Fault(f"part/{key}/meeting/hosts", ", ".join(hosts), "no part is put on itself")
        for key, hosts in carried.items()
        if key in reachable(carried, [key])
    ]


def run_faults(sheet: FigureSheet, run: Run) -> list[Fault]:
    """A run goes through joints that are there, once each, with wire that is in the catalogue."""
    shelf = catalogue()
    joints = joint_ranges(sheet.body)
    at = f"run/{run.id}"
    faults = [
        Fault(f"{at}/path", joint, "joints of this body plan, in order")
        for joint in run.path
        if joint not in joints
    ]
    faults += [Fault(f"{at}/path", joint, "each joint once") for joint in repeated(run.path)]
    for key in ("wire", "grip"):
        wire = getattr(run, key)
        if wire is not None and wire not in shelf.wires:
            faults.append(Fault(f"{at}/{key}", wire, "one of " + ", ".join(sorted(shelf.wires))))
    part = next((part for part in sheet.parts if part.id == run.into), None)
    if run.into is not None and (part is None or part.bone not in run.path[-1:]):
        on_it = [part.id for part in sheet.parts if part.bone == run.path[-1]]
        faults.append(
            Fault(
                f"{at}/into", run.into, "a part on its last joint: " + (", ".join(on_it) or "none")
            )
        )
    faults += [
        Fault(f"{at}/poseable/{joint}", joint, "a joint the run goes through")
        for joint in run.poseable
        if joint not in run.path
    ]
    return faults


def light_faults(sheet: FigureSheet, light: Light) -> list[Fault]:
    """A light is in a part, its cell in a part or the base, and all of it is in the catalogue."""
    shelf = catalogue()
    parts = {part.id for part in sheet.parts}
    allowed = {
        "part": parts,
        "cell_in": parts | {IN_BASE},
        "led": set(shelf.leds),
        "cell": set(shelf.cells),
        "cable": set(shelf.cables),
    }
    return [
        Fault(f"light/{light.id}/{name}", value, "one of " + ", ".join(sorted(table)))
        for name, table in allowed.items()
        if (value := getattr(light, name)) not in table
    ]


def picture_faults(body: Body, reference: Reference) -> list[Fault]:
    """A scale needs two points apart; a landmark has to be one of this body's."""
    faults = []
    known = landmark_ids(body)
    at = f"reference/{reference.id}"
    scale = reference.scale
    if scale is not None:
        a, b = (scale.a, scale.b) if scale.kind == "length" else (scale.crown, scale.sole)
        apart = math.hypot((a[0] - b[0]) * reference.width_px, (a[1] - b[1]) * reference.height_px)
        if apart < LEAST_SCALE_PX:
            faults.append(
                Fault(
                    f"{at}/scale",
                    f"{apart:.1f} pixels apart",
                    f"two points at least {LEAST_SCALE_PX} pixels apart",
                )
            )
        if scale.kind == "stature" and scale.crown[1] >= scale.sole[1]:
            faults.append(Fault(f"{at}/scale/crown", "below the sole", "above the sole"))
    for name in sorted(set(reference.landmarks) - set(known)):
        faults.append(Fault(f"{at}/landmarks/{name}", name, "one of " + ", ".join(sorted(known))))
    return faults


def programme_faults(sheet: FigureSheet) -> list[Fault]:
    """There is one programme for the bake of a part at most; the part may have gone since."""
    twice = set(repeated([row.cures for row in sheet.programmes]))
    return [
        Fault(
            f"programme/{row.id}/cures",
            row.cures,
            "the id of a part that no other programme is for",
        )
        for row in sheet.programmes
        if row.cures in twice
    ]


def area_faults(sheet: FigureSheet, area: Area) -> list[Fault]:
    """Passes and places have ids of their own; mixes are of paints there are; places lie on their part."""
    at = f"area/{area.id}"
    paints, spots = catalogue().paints, {spot.id for spot in area.spots}
    faults = [
        Fault(f"{at}/{what}", key, "an id only once in its area")
        for what, ids in (
            ("passes", [row.id for row in area.passes]),
            ("spots", [row.id for row in area.spots]),
        )
        for key in sorted(set(repeated(ids)))
    ]
    for row in area.passes:
        if row.spot is not None and row.spot not in spots:
            faults.append(
                Fault(
                    f"{at}/passes/{row.id}/spot",
                    row.spot,
                    "null, or the id of a place of this area",
                )
            )
        faults += [
            Fault(f"{at}/passes/{row.id}/mix", key, "ids of paints of the catalogue")
            for key in row.mix
            if key not in paints
        ]
    for spot in area.spots:
        faults += [
            Fault(
                f"{at}/spots/{spot.id}/outline",
                f"{x:g}, {y:g}",
                "points within its part: shares of its breadth and height from 0 to 1",
            )
            for x, y in spot.outline
            if not (0 <= x <= 1 and 0 <= y <= 1)
        ][:1]
    return faults
