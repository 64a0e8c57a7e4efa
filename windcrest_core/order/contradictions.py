"""Meetings that cannot both be: a host still raw for one, and cured already for another or in the oven yesterday.

Of two that contradict each other the plan gives up the bed, so that there is a plan to read, and says so.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.errors import ContradictionError
from windcrest_core.facts import Text, said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.order.stages import Laid, stages
from windcrest_core.sheet.meetings import Press
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Step

CARVED_MIN = 12.0  # a place carved into cured clay [A]


@dataclass(frozen=True)
class Conflict:
    """`part` wanted `host` raw; it is not, because `other` waits until it is cured, or, with none, because it
    has been in the oven. With a `seam` it was to be one clay with it. All by the ids of their parts."""

    part: str
    host: str
    other: str | None
    seam: bool = False


def without_conflicts(
    work: Workpiece, steps: list[Step], laid: Laid
) -> tuple[list[Step], list[Conflict]]:
    """The steps so that bakes can be laid, and what was given up for that.

    Parameters
    ----------
    steps : everything up to the last bake. For those that are ticked no bed is missing.
    """
    done = set(work.progress.steps_done)
    found: list[Conflict] = []
    by_key = {step.key: step for step in steps}
    for step in steps:
        if step.key in laid.ran or step.key in done:
            continue
        hard = [
            by_key[n.key] for n in step.needs if n.raw and n.key in laid.ran and n.key in by_key
        ]
        if hard and step.part and step.key == step_key(step.part, "place"):
            by_key[step.key] = _carved(step, work.sheet.part(step.part).label)
        else:
            found += [_conflict(step, host, None) for host in hard]
    while True:
        try:
            stages([step for step in by_key.values() if not step.after_bakes], laid)
            return list(by_key.values()), found
        except ContradictionError as error:
            found += _give_up(by_key, error.keys)


def _carved(step: Step, label: str) -> Step:
    """The place of a piece that is put on later, where its clay is hard already."""
    return step.model_copy(
        update={
            "needs": [need for need in step.needs if not need.raw],
            "station": "finish",
            "into_oven": False,
            "after_bakes": True,
            "kind": "pin",
            "minutes": CARVED_MIN,
            "label": said("order.carve_the_place", part=label),
            "caution": said("order.wet_by_default_a_respirator"),
        }
    )


def _give_up(by_key: dict[str, Step], circle: list[str]) -> list[Conflict]:
    """Let go of what holds a circle of steps in one bake: the beds in it, else the seams."""
    pairs = list(zip(circle, [*circle[1:], circle[0]], strict=True))
    other = next(
        (
            by_key[late].part
            for early, late in pairs
            for need in by_key[late].needs
            if need.key == early and need.cured
        ),
        None,
    )
    found = []
    for one, two in [*pairs, *((b, a) for a, b in pairs)]:
        step = by_key[one]
        if any(need.raw and need.key == two for need in step.needs):
            needs = [
                need.model_copy(update={"between": "any"}) if need.key == two else need
                for need in step.needs
            ]
            by_key[one] = step.model_copy(update={"needs": needs})
            found.append(_conflict(step, by_key[two], other))
    if not found:
        one, two = next(
            (one, two)
            for one, two in [*pairs, *((b, a) for a, b in pairs)]
            if two in by_key[one].one_with
        )
        kept = [key for key in by_key[one].one_with if key != two]
        by_key[one] = by_key[one].model_copy(update={"one_with": kept})
        found.append(replace(_conflict(by_key[one], by_key[two], None), seam=True))
    return found


def _conflict(step: Step, host: Step, other: str | None) -> Conflict:
    assert step.part is not None and host.part is not None
    return Conflict(step.part, host.part, None if other in (step.part, host.part) else other)


def conflict_findings(work: Workpiece, conflicts: list[Conflict]) -> list[Finding]:
    """What cannot be as it is, each with the ways that are left; a pair or several of a kind together."""
    first = {one.part: one for one in reversed(conflicts)}
    alike: dict[object, list[Conflict]] = {}
    for one in reversed(first.values()):
        part = work.sheet.part(one.part)
        kind = part.feature or part.mirror_of or part.id
        alike.setdefault((kind, one.other, one.seam), []).append(one)
    return [_finding(work, rows) for rows in alike.values()]


def _fresh_beds(parts: list[Part], hosts: list[str]) -> list[Fix]:
    """What is pressed in gets beds of its own; a hand that is hard closes round nothing."""
    if not all(isinstance(part.meeting, Press) for part in parts):
        return []
    edits = (
        (
            f"part/{part.id}/meeting",
            {"kind": "press", "bed": "fresh", "hosts": part.meeting.hosts},
        )
        for part in parts
    )
    return [fix(said("order.a_fresh_bed_on_the", hosts=hosts), *edits)]


def _finding(work: Workpiece, rows: list[Conflict]) -> Finding:
    parts = [work.sheet.part(one.part) for one in rows]
    hosts = list(dict.fromkeys(work.sheet.part(one.host).label for one in rows))
    labels = [part.label for part in parts]
    seam, other = rows[0].seam, rows[0].other
    why: Text
    if seam:
        why = said("order.meeting.conflict.why_seam", parts=labels, hosts=hosts)
        fixes = [
            fix(
                said("order.lay_it_on_the", hosts=hosts),
                *((f"part/{part.id}/meeting/kind", "lay") for part in parts),
            )
        ]
    else:
        why = (
            said("order.meeting.conflict.why_ran", parts=labels, hosts=hosts)
            if other is None
            else said(
                "order.meeting.conflict.why",
                parts=labels,
                hosts=hosts,
                other=work.sheet.part(other).label,
            )
        )
        fixes = [
            *_fresh_beds(parts, hosts),
            fix(
                said("order.glue_it_at_the_end"),
                *((f"part/{part.id}/meeting/kind", "glue") for part in parts),
            ),
        ]
    return Finding(
        id="order.meeting.conflict",
        station="order",
        severity="stop",
        subject=parts[0].id,
        title=said("order.meeting.conflict", parts=labels, hosts=hosts),
        reason=why,
        fixes=fixes,
    )
