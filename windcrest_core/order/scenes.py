"""The order of one join as pictures: what is there of a part and of what carries it after each thing that is done."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Text, said
from windcrest_core.order.joins import Join
from windcrest_core.order.model import JoinScenes, Scene, State, StepPlan
from windcrest_core.sheet.meetings import Blend, Lay, Pin, Press, Rest, Sit
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import What, step_key

PAINTED = said("order.scene.painted")
DONE_TO: Mapping[str, Text] = {
    "blend": said("order.scene.built_in"),
    "press": said("order.scene.pressed"),
    "hold": said("order.scene.closed"),
    "pin": said("order.scene.pinned"),
    "glue": said("order.scene.glued"),
    "dress": said("order.scene.dressed"),
    "rest": said("order.scene.put_back"),
    "sit": said("order.scene.seated"),
    "thread": said("order.scene.strung"),
}


@dataclass(frozen=True)
class _Now:
    part: State = "none"
    onto: State = "none"
    together: bool = False
    fresh: bool = False  # raw clay between them

    def baked(self) -> _Now:
        return replace(
            self,
            part="hard" if self.part == "raw" else self.part,
            onto="hard" if self.onto == "raw" else self.onto,
            fresh=False,
        )


def join_scenes(work: Workpiece, joins: list[Join], steps: list[StepPlan]) -> list[JoinScenes]:
    """Those of every join.

    Parameters
    ----------
    steps : all of them in their order.
    """
    at = {key: n for n, step in enumerate(steps) for key in step.keys}
    bakes = [n for n, step in enumerate(steps) if step.kind == "bake"]
    return [
        JoinScenes(
            part=join.part,
            onto=join.onto,
            scenes=_scenes(
                work.sheet.part(join.part), work.sheet.part(join.onto), steps, at, bakes
            ),
        )
        for join in joins
    ]


def _scenes(
    part: Part, onto: Part, steps: list[StepPlan], at: Mapping[str, int], bakes: list[int]
) -> list[Scene]:
    of_both: tuple[What, ...] = ("get", "cover", "paint")
    of_it: tuple[What, ...] = ("join", "out", "back")
    keys = {
        *(step_key(thing.id, what) for thing in (part, onto) for what in of_both),
        *(step_key(part.id, what) for what in of_it),
        *(step_key(area, "coats") for area in (part.area, onto.area) if area),
    }
    events = sorted([*((at[key], key) for key in keys & at.keys()), *((n, "bake") for n in bakes)])
    now, found = _Now(), list[Scene]()
    for n, key in events:
        step = steps[n]
        then = now.baked() if key == "bake" else _after(now, key, part, onto)
        if then == now:
            continue
        now = then
        scene = Scene(
            words=_words(key, part, step),
            bake=step.bake,
            done=step.done,
            part=now.part,
            onto=now.onto,
            together=now.together,
        )
        if found and found[-1].words == scene.words == PAINTED:
            found.pop()
        found.append(scene)
    return found


def _after(now: _Now, key: str, part: Part, onto: Part) -> _Now:
    if key == step_key(onto.id, "get" if onto.stock else "cover"):
        return replace(now, onto="hard" if onto.stock else "raw")
    if key == step_key(part.id, "get"):
        return replace(now, part="hard")
    if key == step_key(part.id, "cover") and part.stock:
        return replace(now, part="hard", together=True)
    if key == step_key(part.id, "cover"):
        made: State = "hard" if _by_gun(part) else "raw"
        return replace(now, part=made, together=now.together or _formed_on(part))
    if key == step_key(part.id, "out"):
        return replace(now, together=False)
    if key in (step_key(part.id, "join"), step_key(part.id, "back")):
        return replace(now, together=True, fresh=_bedded(part))
    lifted = part.lifts_off or isinstance(part.meeting, Sit)
    mine = key in (step_key(part.id, "paint"), step_key(part.area or part.id, "coats"))
    theirs = key in (step_key(onto.id, "paint"), step_key(onto.area or onto.id, "coats"))
    return _Now(
        "painted" if mine and now.part == "hard" else now.part,
        "painted" if theirs and now.onto == "hard" else now.onto,
        now.together and not lifted,
    )


def _formed_on(part: Part) -> bool:
    match part.meeting:
        case Blend() | Lay() | Rest():
            return part.stock is None
        case Sit():
            return not part.meeting.stand_in
    return False


def _bedded(part: Part) -> bool:
    """Whether raw clay goes between the two when both are hard."""
    match part.meeting:
        case Press(bed="fresh") | Pin(closed="collar"):
            return True
    return False


def _by_gun(part: Part) -> bool:
    return isinstance(part.meeting, Press) and part.meeting.hardened == "heat_gun"


def _words(key: str, part: Part, step: StepPlan) -> Text:
    match step.kind:
        case "bake":
            return said("order.scene.bake", bake=step.bake or 0)
        case "coats":
            return PAINTED
        case "get":
            return said("order.scene.got")
        case "pull":
            return said("order.scene.out")
    if key == step_key(part.id, "back"):
        return said("order.scene.put_back")
    if key == step_key(part.id, "join") or (part.stock and key == step_key(part.id, "cover")):
        return DONE_TO[part.meeting.kind]
    return said("order.scene.formed")
