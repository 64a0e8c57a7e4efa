"""Findings of the colours."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.colour.methods import base_of
from windcrest_core.colour.model import AreaPlan, GroundOption
from windcrest_core.colour.pass_remarks import pass_findings
from windcrest_core.colour.recipes import nearness, one_to_buy, with_one_more
from windcrest_core.colour.spectra import rgb_of_hex
from windcrest_core.facts import Text, said
from windcrest_core.findings import Finding, fix
from windcrest_core.sheet.colour import Area, Ground

WORTH_CHANGING = 0.75


def colour_findings(
    work: Workpiece,
    counted: list[Area],
    areas: list[AreaPlan],
    grounds: list[GroundOption],
    advised: Ground,
) -> list[Finding]:
    """What is to be said of the areas, `counted` as what each pass of them goes on as."""
    found = pass_findings(work, counted, areas)
    buys = _to_buy(work, areas)
    for area in areas:
        if area.nearness in ("off", "no paints"):
            found.append(
                Finding(
                    id="colour.mix.off",
                    station="colour",
                    severity="warn",
                    subject=area.id,
                    title=said("colour.mix.off", area=area.label),
                    reason=said(
                        "colour.mix.off.why",
                        buys=buys.get(
                            area.id, "Add a paint to Stores, or take the colour that the mix gives."
                        ),
                    ),
                    numbers={"owned_paints": float(len(work.context.stores.paints))},
                    fixes=[
                        fix(
                            said("colour.take_the_mixs_colour"),
                            (_colour_path(work, area), area.mix),
                        )
                    ]
                    if area.mix
                    else [],
                )
            )
        if not area.parts:
            found.append(
                Finding(
                    id="colour.area.unused",
                    station="colour",
                    severity="note",
                    subject=area.id,
                    title=said("colour.area.unused", area=area.label),
                    reason=said("colour.area.unused.why"),
                    fixes=[fix(said("colour.remove_it"), (f"area/{area.id}", None))],
                )
            )
    bare = [p.part for p in work.clay_pieces if p.part.area is None]
    if bare and areas:
        found.append(
            Finding(
                id="colour.part.bare",
                station="colour",
                severity="note",
                subject=bare[0].id,
                title=said("colour.part.bare", bare=len(bare)),
                reason=said("colour.part.bare.why"),
                numbers={"parts": float(len(bare))},
                fixes=[
                    fix(
                        said("colour.give_them", areas=areas[0].label),
                        *((f"part/{part.id}/area", areas[0].id) for part in bare),
                    )
                ],
            )
        )
    coats = {option.ground: option.coats for option in grounds}
    now = coats[work.sheet.colour.ground]
    if areas and now - coats[advised] >= WORTH_CHANGING:
        found.append(
            Finding(
                id="colour.ground.costly",
                station="colour",
                severity="note",
                subject="ground",
                title=said("colour.ground.costly", advised=advised),
                reason=said("colour.ground.costly.why"),
                numbers={"coats_now": now, "coats_then": coats[advised]},
                fixes=[fix(said("colour.prime_it", advised=advised), ("colour/ground", advised))],
            )
        )
    return found


def _colour_path(work: Workpiece, plan: AreaPlan) -> str:
    """Where the colour of an area's base is said."""
    area = next(row for row in work.sheet.colour.areas if row.id == plan.id)
    base = base_of(area)
    own = base is not None and base.colour is not None
    return f"area/{area.id}/passes/{base.id}/colour" if base and own else f"area/{area.id}/target"


def _wanted(work: Workpiece, plan: AreaPlan) -> str:
    area = next(row for row in work.sheet.colour.areas if row.id == plan.id)
    base = base_of(area)
    return base.colour if base is not None and base.colour is not None else area.target


def _to_buy(work: Workpiece, areas: list[AreaPlan]) -> dict[str, Text]:
    """The one paint that brings what is off nearest, said of each area that it helps."""
    off = [area for area in areas if area.nearness == "off" and area.parts]
    owned = tuple(work.context.stores.paints)
    wanted = {area.id: rgb_of_hex(_wanted(work, area)) for area in off}
    key = one_to_buy(list(wanted.values()), owned)
    if key is None:
        return {}
    label = catalogue().paints[key].label
    found: dict[str, Text] = {}
    for area in off:
        gap, _ = with_one_more(wanted[area.id], owned, key)
        if (word := nearness(gap)) != "off":
            found[area.id] = said("colour.with_it_would_be_or", label=label, word=word)
    return found
