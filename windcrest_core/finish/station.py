"""Station 8: the base, its pegs, and the list to go through before it is called done."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Input, Quantity, Why, said
from windcrest_core.finish.model import CheckItem, FinishPlan
from windcrest_core.finish.remarks import finish_findings
from windcrest_core.finish.steps import finish_steps, sanded_areas
from windcrest_core.stand.pegs import HOLE_CLEARANCE_MM, PegHole
from windcrest_core.step_keys import CARD, DRILL, FILL, MOUNT, PHOTOGRAPH, SAND, WASH


def finish_plan(
    work: Workpiece,
    pegs: list[PegHole],
    least_base: Quantity,
) -> FinishPlan:
    """The base and what is left to do.

    Parameters
    ----------
    pegs : every hole that goes into the base.
    least_base : width of the smallest base that stands, mm.
    """
    base = work.sheet.base
    return FinishPlan(
        least_base=least_base,
        pegs_why=Why(
            formula=said("finish.where_the_ankle_of_a"),
            inputs=[
                Input(name="clearance", value=HOLE_CLEARANCE_MM, unit="mm"),
                Input(name="base", value=base.thickness_mm, unit="mm"),
            ],
            source=said("finish.the_pose_and_the_runs"),
            assumed=True,
        ),
        checklist=_checklist(work, bool(pegs)),
        findings=finish_findings(work, pegs),
        steps=finish_steps(work, bool(pegs)),
    )


def _checklist(work: Workpiece, pegged: bool) -> list[CheckItem]:
    done = set(work.progress.steps_done)
    rows = [
        (FILL, said("finish.looked_over_cold_what_had")),
        *([(SAND, said("finish.sanded_wet_to_grit_no"))] if sanded_areas(work) else []),
        (WASH, said("finish.washed_and_dry_before_the")),
        *([(DRILL, said("finish.holes_drilled_pegs_tried_dry"))] if pegged else []),
        (MOUNT, said("finish.glued_to_the_base_on")),
        (PHOTOGRAPH, said("finish.photographed_from_four_sides_for")),
        (
            CARD,
            said("finish.care_card_written_not_for"),
        ),
    ]
    return [CheckItem(key=key, label=label, done=key in done) for key, label in rows]
