"""What cores that come out and lights ask to be done."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.bulk.hollow import Hollow
from windcrest_core.bulk.lights import LightPlan
from windcrest_core.step_keys import JOIN, step_key
from windcrest_core.steps import Need, Step

SMOULDER = "Cells out before anything goes into the oven; never bake a cell, a switch or a light."


def hollow_steps(work: Workpiece, found: list[Hollow]) -> list[Step]:
    """The core is pulled when all is baked and cold: until then it holds the shape."""
    return [
        Step(
            key=step_key(row.part, "pull"),
            kind="pull",
            station="bulk",
            part=row.part,
            minutes=10,
            after_bakes=True,
            needs=[
                Need(
                    key=step_key(row.part, "cover"),
                    reason="the core holds the shape until the clay is cured and cold",
                    cured=True,
                )
            ],
            label=f"Pull the core of the {row.label} through its opening, cold, "
            + ("whole" if row.whole else "in pieces with pliers"),
            caution="Foil edges cut: gloves, and eye protection when pulling with pliers.",
        )
        for row in found
    ]


def light_steps(work: Workpiece, lights: list[LightPlan]) -> list[Step]:
    """Keep the bore open, draw the cable in, try the light, close the hatch."""
    return [step for row in lights for step in _steps_of(work, row)]


def _steps_of(work: Workpiece, row: LightPlan) -> list[Step]:
    key = f"light_{row.id}"
    where = "base" if row.cell_in == "base" else "core"
    resistor = (
        f"{row.resistors} × {row.resistor_ohm:g} Ω"
        if row.resistor_ohm is not None
        else "its resistor"
    )
    return [
        Step(
            key=step_key(key, "bore"),
            kind="bore",
            station="bulk",
            part=row.part,
            minutes=12,
            needs=[Need(key=JOIN, reason="wire before the cable beside it", kind="wire")],
            label=f"{row.label}: lay a greased wire of {row.bore_mm:.1f} mm along the frame to keep "
            f"the cable's bore open, and leave the cavity for its cell in the {where}",
        ),
        Step(
            key=step_key(key, "wire"),
            kind="wire",
            station="finish",
            part=row.part,
            minutes=25,
            after_bakes=True,
            needs=[
                Need(key=step_key(key, "bore"), reason="its bore before the cable"),
                *_cured(work, row.part),
            ],
            label=f"{row.label}: draw in {row.cable_mm:.0f} mm of cable, solder {resistor} to the long "
            "leg, which is plus",
            caution=f"Soldering iron: air, a stand, eye protection. {SMOULDER}",
        ),
        Step(
            key=step_key(key, "test"),
            kind="test",
            station="finish",
            part=row.part,
            minutes=5,
            after_bakes=True,
            needs=[Need(key=step_key(key, "wire"), reason="tried before it is closed")],
            label=f"{row.label}: try it for ten minutes; nothing may get hot. Then close the hatch "
            f"with {row.screws} screws",
            caution="If a cell, resistor or light gets hot, take the cell out and look for a short.",
        ),
    ]


def _cured(work: Workpiece, part_id: str) -> list[Need]:
    if work.sheet.part(part_id).stock is not None:
        return []
    reason = "a light cannot take the oven: it goes in when all is cured"
    return [Need(key=step_key(part_id, "cover"), reason=reason, cured=True)]
