"""The library of parts: things to add to any figure, sized from its body."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import cast

from windcrest_core.catalogue import known
from windcrest_core.character.library import dress, heads, limbs, things
from windcrest_core.character.library.fit import Fit
from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen
from windcrest_core.findings import Operation
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.ids import free_id
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.letting_go import let_go
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Feature, Part

Build = Callable[[Fit, int], Iterator[Part]]


@dataclass(frozen=True)
class Item:
    """Something of the library; `needs` are the joints it goes on, where they are not any body's.

    It comes instead of the parts of these ids, and of these features of the head, and `never` on these bodies: they
    have no place for it.
    """

    label: str
    group: str
    build: Build
    counted: tuple[int, int, int] | None = None
    counts: str = ""
    needs: tuple[str, ...] = ()
    instead_of: tuple[str, ...] = ()
    of_the_head: tuple[Feature, ...] = ()
    never: tuple[str, ...] = ()


def _eyes(kind: str, stock: str | None) -> Build:
    return cast(Build, heads.eyes(kind, stock))


def _covering(texture: str, label: str) -> Build:
    return cast(Build, limbs.covering(texture, label))


EYES: tuple[Feature, ...] = ("eye", "drawn_eye")
ON_FOUR = ("quadruped",)
LEGLESS = ("quadruped", "many_limbed", "bust", "stem_cap", "stacked", "free")
ITEMS: dict[str, Item] = {
    "horn": Item("horns", "head", heads.horn),
    "antler": Item("antlers", "head", heads.antler, (1, 6, 3), "tines a side"),
    "ear": Item("upright ears", "head", heads.ear, instead_of=("ear_r", "ear_l")),
    "antenna": Item("antennae", "head", heads.antenna),
    "crest": Item("crest", "head", heads.crest),
    "hair_mass": Item("hair, one mass", "head", heads.hair_mass),
    "strands": Item("strands of hair", "head", heads.strands, (1, 12, 5), "strands"),
    "beard": Item("beard", "head", heads.beard),
    "hat": Item("hat", "head", heads.hat),
    "crown": Item("crown of card", "head", heads.crown, (3, 24, 8), "points"),
    "muzzle": Item("muzzle", "head", heads.muzzle),
    "tooth_row": Item("row of teeth", "head", heads.tooth_row, (1, 16, 6), "teeth"),
    "eye_bead": Item("eyes, glass beads", "eyes", _eyes("bead", "glass"), of_the_head=EYES),
    "eye_ball": Item("eyes, balls of clay", "eyes", _eyes("ball", None), of_the_head=EYES),
    "eye_gem": Item("eyes, cut stones", "eyes", _eyes("gem", "glass"), of_the_head=EYES),
    "eye_drawn": Item("eyes, drawn on", "eyes", _eyes("drawn", None), of_the_head=EYES),
    "hand": Item(
        "hands with fingers",
        "limbs",
        limbs.hand,
        (1, 6, 4),
        "fingers",
        ("wrist_r", "wrist_l"),
        ("hand_r", "hand_l", "thumb_r", "thumb_l"),
    ),
    "toes": Item("toes", "limbs", limbs.toes, (1, 6, 5), "toes", ("ankle_r", "ankle_l")),
    "claws": Item("claws", "limbs", limbs.claws, (1, 6, 3), "claws", ("ankle_r", "ankle_l")),
    "spikes": Item("spikes down the back", "body", limbs.spikes, (1, 12, 5), "spikes"),
    "fins": Item("fins", "body", limbs.fins),
    "scales": Item("area of scales", "body", _covering("scales", "scales")),
    "fur": Item("area of fur", "body", _covering("fur", "fur")),
    "coat": Item("coat", "dress", dress.coat, never=LEGLESS),
    "collar": Item("collar", "dress", dress.collar, needs=(dress.NECK,)),
    "skirt": Item("skirt", "dress", dress.skirt, never=LEGLESS),
    "cape": Item("cape", "dress", dress.cape),
    "apron": Item("apron", "dress", dress.apron),
    "belt": Item("belt", "dress", dress.belt),
    "strap": Item("strap", "dress", dress.strap),
    "bag": Item("bag", "dress", dress.bag, never=("bust",)),
    "glove": Item("gloves", "dress", dress.glove, needs=("elbow_r", "wrist_r"), never=ON_FOUR),
    "boot": Item("boots", "dress", dress.boot, needs=("knee_r", "ankle_r")),
    "held": Item(
        "staff in the right hand", "things", things.held, needs=("wrist_r",), never=ON_FOUR
    ),
    "box": Item("box beside", "things", things.box),
    "rock": Item("rock beside", "things", things.rock),
}


class LibraryItem(Frozen):
    """What can be added, and how many of it: least, most, usual."""

    id: str
    label: str
    group: str
    counts: str
    count: tuple[int, int, int] | None


def offered(body: Body) -> list[LibraryItem]:
    """What of the library goes on this body."""
    joints = joint_ranges(body)
    return [
        LibraryItem(
            id=key, label=item.label, group=item.group, counts=item.counts, count=item.counted
        )
        for key, item in ITEMS.items()
        if all(joint in joints for joint in item.needs) and body.plan not in item.never
    ]


def with_free_ids(parts: list[Part], sheet: FigureSheet) -> list[Part]:
    """The parts under ids nothing on the sheet has or had, still naming one another."""
    taken = {part.id for part in sheet.parts} | set(sheet.retired_ids)
    new: dict[str, str] = {}
    for part in parts:
        new[part.id] = free_id(part.id, taken | set(new.values()))
    return [
        part.model_copy(
            update={
                "id": new[part.id],
                "meeting": part.meeting.model_copy(
                    update={"hosts": [new.get(host, host) for host in part.meeting.hosts]}
                ),
                "rests_on": [new.get(other, other) for other in part.rests_on],
                "mirror_of": new.get(part.mirror_of, part.mirror_of) if part.mirror_of else None,
            }
        )
        for part in parts
    ]


def add_from_library(sheet: FigureSheet, item_id: str, count: int | None) -> list[Operation]:
    """Operations that put something of the library on the figure.

    Parameters
    ----------
    count : how many fingers, teeth, strands …; the usual number where None.

    Raises
    ------
    SheetError : no such thing, none for this body, or a count it cannot have.
    """
    known(ITEMS, item_id, "item")
    item = ITEMS[item_id]
    if item_id not in {row.id for row in offered(sheet.body)}:
        raise SheetError.one("item", item_id, "something this body has the limbs for")
    number = count if count is not None else (item.counted or (1, 1, 1))[2]
    least, most, _ = item.counted or (1, 1, 1)
    if not least <= number <= most:
        raise SheetError.one("count", number, f"{least} to {most}")
    head = Fit(sheet).head
    gone = [
        part.id
        for part in sheet.parts
        if part.id in item.instead_of or (part.bone == head and part.feature in item.of_the_head)
    ]
    eyes = [part for part in sheet.parts if part.id in gone and part.feature == "eye"]
    left = sheet.model_copy(
        update={
            "parts": [part for part in sheet.parts if part.id not in gone],
            "retired_ids": [*sheet.retired_ids, *gone],
        }
    )
    parts = with_free_ids(list(item.build(Fit(left, eyes), number)), left)
    return [
        *(row for part in left.parts for row in let_go(part, gone)),
        *(Operation(path=f"part/{key}", value=None) for key in gone),
        *(Operation(path=f"part/{p.id}", value=p.model_dump(mode="json")) for p in parts),
    ]
