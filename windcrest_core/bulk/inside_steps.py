"""What cores that come out and lights ask to be done."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.bulk.hollow import Hollow
from windcrest_core.bulk.lights import LightPlan
from windcrest_core.facts import said
from windcrest_core.sheet.meetings import Lay
from windcrest_core.step_keys import JOIN, step_key
from windcrest_core.steps import Need, Step

SMOULDER = said("bulk.cells_out_before_anything_goes")


def hollow_steps(work: Workpiece, found: list[Hollow]) -> list[Step]:
    """The core is pulled when all is baked and cold, until then it holds the shape; or before raw clay closes
    its part."""
    closed = {
        part.meeting.hosts[0]
        for part in work.sheet.parts
        if isinstance(part.meeting, Lay) and part.meeting.cured and part.meeting.hosts
    }
    return [
        Step(
            key=step_key(row.part, "pull"),
            kind="pull",
            station="bulk",
            part=row.part,
            minutes=10,
            after_bakes=row.part not in closed,
            needs=[
                Need(
                    key=step_key(row.part, "cover"),
                    reason=said("bulk.the_core_holds_the_shape"),
                    between="bake",
                )
            ],
            label=said(
                "bulk.pull_the_core_of_the",
                row=row.label,
                how="whole" if row.whole else said("bulk.in_pieces_with_pliers"),
            ),
            caution=said("bulk.foil_edges_cut_gloves_and"),
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
        else said("bulk.its_resistor")
    )
    return [
        Step(
            key=step_key(key, "bore"),
            kind="bore",
            station="bulk",
            part=row.part,
            minutes=12,
            needs=[Need(key=JOIN, reason=said("bulk.wire_before_the_cable_beside"), kind="wire")],
            label=said(
                "bulk.lay_a_greased_wire_of", row=row.label, bore_mm=row.bore_mm, where=where
            ),
        ),
        Step(
            key=step_key(key, "wire"),
            kind="wire",
            station="finish",
            part=row.part,
            minutes=25,
            after_bakes=True,
            needs=[
                Need(key=step_key(key, "bore"), reason=said("bulk.its_bore_before_the_cable")),
                *_cured(work, row.part),
            ],
            label=said(
                "bulk.draw_in_of_cable_solder",
                row=row.label,
                cable_mm=row.cable_mm,
                resistor=resistor,
            ),
            caution=said("bulk.soldering_iron_air_a_stand", smoulder=SMOULDER),
        ),
        Step(
            key=step_key(key, "test"),
            kind="test",
            station="finish",
            part=row.part,
            minutes=5,
            after_bakes=True,
            needs=[Need(key=step_key(key, "wire"), reason=said("bulk.tried_before_it_is_closed"))],
            label=said("bulk.try_it_for_ten_minutes", row=row.label, screws=row.screws),
            caution=said("bulk.if_a_cell_resistor_or"),
        ),
    ]


def _cured(work: Workpiece, part_id: str) -> list[Need]:
    if work.sheet.part(part_id).stock is not None:
        return []
    reason = said("bulk.a_light_cannot_take_the")
    return [Need(key=step_key(part_id, "cover"), reason=reason, between="bake")]
