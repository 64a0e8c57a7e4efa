"""Findings of passes: what does not go on what, what is not seen, not sealed, not dry."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.colour.methods import DRYING, goes_late, medium_of
from windcrest_core.colour.model import AreaPlan
from windcrest_core.colour.on_what import Laid, Surface, Verdict, on
from windcrest_core.colour.painting import inside_of, surface_of
from windcrest_core.colour.pass_words import NAMED, SURFACES
from windcrest_core.colour.sequence import MARKS
from windcrest_core.facts import Text, said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.given.stores import Mixture, TestChip
from windcrest_core.media import SOLD, Medium
from windcrest_core.sheet.colour import Area, Pass, Seal

WHITE_HEX = "#f4f4f0"
SPARKLES: tuple[Surface, ...] = ("metallic", "powder")
BARRIERS: Mapping[Verdict, tuple[Text, Pass]] = {
    "matt": (said("colour.barrier.matt"), Pass(id="x", kind="seal", medium="varnish_matt")),
    "gloss": (said("colour.barrier.gloss"), Pass(id="x", kind="seal", medium="varnish_gloss")),
    "white": (said("colour.barrier.white"), Pass(id="x", kind="undercoat", colour=WHITE_HEX)),
}
CHIP_OF: Mapping[Medium, str] = {
    "ink": "ink",
    "solvent_spray": "spray",
    "varnish_matt": "varnish",
    "varnish_gloss": "varnish",
}


def pass_findings(work: Workpiece, areas: list[Area], plans: list[AreaPlan]) -> list[Finding]:
    """What is to be said of the passes of each area that a part wears."""
    found: list[Finding] = []
    for area, plan in zip(areas, plans, strict=True):
        if plan.parts:
            found += _laid(work, area, plan)
            found += _hidden(area, plan)
            found += _off_its_part(work, area, plan)
            found += _blown(area)
            found += _bending(work, area, plan)
            found += _cheaper(area, plan)
    return found


def surfaces(area: Area, first: Surface) -> Iterator[tuple[Pass, Surface]]:
    """Each pass and what it is put on: what was put there last. Lines and dots leave what is round them as it was."""
    below, inside = first, inside_of(area)
    for row in area.passes:
        yield row, first if row.spot in inside else below
        if row.kind in MARKS or row.kind in ("lift", "mist") or row.spot is not None:
            continue
        below = medium_of(row)


def _laid(work: Workpiece, area: Area, plan: AreaPlan) -> Iterator[Finding]:
    late = {row.id for row in plan.passes if row.after_seal}
    colour = work.sheet.colour
    first = surface_of(colour.ground, colour.primer == "sprayed")
    mixtures = {row.id: row for row in work.context.stores.mixtures}
    for row, below in surfaces(area, first):
        if row.kind in ("lift", "mist"):
            continue
        if row.mixture is not None:
            mixture = mixtures.get(row.mixture)
            if mixture is None:
                yield _unknown(area, row)
            elif _tried_own(work.context.stores.tried, mixture):
                continue
            else:
                yield _untried(area, row, mixture, below)
        over = _sealed_first(work.sheet.colour.seal, below, row.id in late, area, row)
        laid = on(over, medium_of(row), row.wiped if row.kind == "wash" else "none")
        match laid.verdict:
            case "matt" | "gloss" | "white":
                ways = None if over == below else [_seal_all_matte()]
                yield _barrier(area, row, over, laid, ways)
            case "never":
                yield _never(area, row, over, laid)
            case "chip" if not _tried(work.context.stores.tried, medium_of(row)):
                yield _chip(area, row, over, laid)
        if row.kind == "seal" and medium_of(row) == "varnish_matt" and below in SPARKLES:
            yield _dulled(area, row, below)
    yield from _loose(area)


def _sealed_first(seal: Seal, below: Surface, late: bool, area: Area, row: Pass) -> Surface:
    """What a pass lies on that is painted after the seal of all: that seal, where it is the first such."""
    before = area.passes[: area.passes.index(row)]
    if not late or seal == "none" or any(goes_late(one) for one in before):
        return below
    return "varnish_gloss" if seal == "gloss" else "varnish_matt"


def _tried(chips: list[TestChip], medium: Medium) -> bool:
    """Whether a chip of it came out well."""
    of = CHIP_OF.get(medium)
    return any(
        chip.opens and (chip.of == of or (chip.of == "medium" and chip.product == medium))
        for chip in chips
    )


def _tried_own(chips: list[TestChip], mixture: Mixture) -> bool:
    return any(chip.opens and chip.of == "mixture" and chip.product == mixture.id for chip in chips)


def _new_id(area: Area, stem: str) -> str:
    taken, n = {row.id for row in area.passes}, 1
    while f"{stem}{n}" in taken:
        n += 1
    return f"{stem}{n}"


def _put_before(area: Area, row: Pass, more: Pass) -> tuple[str, list[dict[str, object]]]:
    at = area.passes.index(row)
    passes = [*area.passes[:at], more, *area.passes[at:]]
    return f"area/{area.id}/passes", [one.model_dump(mode="json") for one in passes]


def _without(area: Area, row: Pass) -> Fix:
    rows = [one.model_dump(mode="json") for one in area.passes if one is not row]
    return fix(said("colour.leave_it_out"), (f"area/{area.id}/passes", rows))


def _subject(area: Area, row: Pass) -> str:
    return f"{area.id}_{row.id}"


def _seal_all_matte() -> Fix:
    """What late passes lie on is the seal of all: nothing of an area alone comes between."""
    return fix(said("colour.seal_all_matte"), ("colour/seal", "matte"))


def _between(below: Surface, row: Pass, verdict: Verdict) -> Verdict:
    """Matt varnish takes the sparkle of what lies under it: gloss goes between instead, where that bears what comes over it."""
    if verdict == "matt" and below in SPARKLES:
        over = on("varnish_gloss", medium_of(row), row.wiped if row.kind == "wash" else "none")
        return "gloss" if over.verdict in ("fine", "dry", "scuff") else verdict
    return verdict


def _barrier(area: Area, row: Pass, below: Surface, laid: Laid, ways: list[Fix] | None) -> Finding:
    words, more = BARRIERS[_between(below, row, laid.verdict)]
    added = more.model_copy(update={"id": _new_id(area, more.kind)})
    return Finding(
        id="colour.on.barrier",
        station="colour",
        severity="warn",
        subject=_subject(area, row),
        title=said("colour.on.barrier", area=area.label, above=NAMED[row.kind], barrier=words),
        reason=said("colour.on.barrier.why", below=SURFACES[below], why=laid.why),
        fixes=ways
        or [fix(said("colour.put_between", barrier=words), _put_before(area, row, added))],
    )


def _never(area: Area, row: Pass, below: Surface, laid: Laid) -> Finding:
    at = f"area/{area.id}/passes/{row.id}/medium"
    ways = []
    if medium_of(row) == "solvent_spray":
        ways.append(fix(said("colour.water_varnish_instead"), (at, "varnish_matt")))
    if below == "flexible" and medium_of(row) in ("acrylic", "metallic"):
        ways.append(fix(said("colour.take_flexible_paint"), (at, "flexible")))
    glow = next((one for one in area.passes if one.kind == "glow"), None)
    if below == "glow" and glow is not None:
        rows = [*(one for one in area.passes if one is not glow), glow]
        moved = [one.model_dump(mode="json") for one in rows]
        ways.append(fix(said("colour.move_it_last"), (f"area/{area.id}/passes", moved)))
    return Finding(
        id="colour.on.never",
        station="colour",
        severity="warn",
        subject=_subject(area, row),
        title=said(
            "colour.on.never", area=area.label, above=NAMED[row.kind], below=SURFACES[below]
        ),
        reason=said("colour.on.never.why", why=laid.why),
        fixes=[*ways, _without(area, row)],
    )


def _chip(area: Area, row: Pass, below: Surface, laid: Laid) -> Finding:
    return Finding(
        id="colour.on.chip",
        station="colour",
        severity="note",
        subject=_subject(area, row),
        title=said("colour.on.chip", area=area.label, above=NAMED[row.kind], below=SURFACES[below]),
        reason=said("colour.on.chip.why", why=laid.why),
    )


def _untried(area: Area, row: Pass, mixture: Mixture, below: Surface) -> Finding:
    return Finding(
        id="colour.mixture.untried",
        station="colour",
        severity="note",
        subject=_subject(area, row),
        title=said(
            "colour.mixture.untried",
            area=area.label,
            mixture=mixture.label,
            below=SURFACES[below],
        ),
        reason=said("colour.mixture.untried.why"),
    )


def _unknown(area: Area, row: Pass) -> Finding:
    return Finding(
        id="colour.mixture.unknown",
        station="colour",
        severity="note",
        subject=_subject(area, row),
        title=said("colour.mixture.unknown", area=area.label, above=NAMED[row.kind]),
        reason=said("colour.mixture.unknown.why", medium=SOLD[medium_of(row)].label),
        fixes=[
            fix(
                said("colour.mixture.not_of_it"),
                (f"area/{area.id}/passes/{row.id}/mixture", None),
            )
        ],
    )


def _dulled(area: Area, row: Pass, below: Surface) -> Finding:
    at = f"area/{area.id}/passes/{row.id}/medium"
    return Finding(
        id="colour.matt.kills",
        station="colour",
        severity="warn",
        subject=_subject(area, row),
        title=said("colour.matt.kills", area=area.label, below=SURFACES[below]),
        reason=said("colour.matt.kills.why"),
        fixes=[fix(said("colour.seal_it_gloss"), (at, "varnish_gloss"))],
    )


def _loose(area: Area) -> Iterator[Finding]:
    """Powder that nothing seals."""
    for n, row in enumerate(area.passes):
        over = area.passes[n + 1 :]
        if row.kind != "powder" or any(one.kind in ("seal", "gloss", "resin") for one in over):
            continue
        if area.finish == "gloss":
            continue
        seal = Pass(id=_new_id(area, "gloss"), kind="gloss")
        rows = [one.model_dump(mode="json") for one in [*area.passes, seal]]
        yield Finding(
            id="colour.powder.loose",
            station="colour",
            severity="warn",
            subject=_subject(area, row),
            title=said("colour.powder.loose", area=area.label),
            reason=said("colour.powder.loose.why"),
            fixes=[fix(said("colour.gloss_over_it"), (f"area/{area.id}/passes", rows))],
        )


def _hidden(area: Area, plan: AreaPlan) -> Iterator[Finding]:
    for row, told in zip(area.passes, plan.passes, strict=True):
        if not told.hidden or row.kind in ("base", "undercoat"):
            continue
        yield Finding(
            id="colour.pass.hidden",
            station="colour",
            severity="note",
            subject=_subject(area, row),
            title=said("colour.pass.hidden", area=area.label, above=NAMED[row.kind]),
            reason=said(
                "colour.pass.hidden.thin" if row is area.passes[-1] else "colour.pass.hidden.why",
                minutes_min=told.minutes,
            ),
            numbers={"minutes": told.minutes},
            fixes=[_without(area, row)],
        )


def _off_its_part(work: Workpiece, area: Area, plan: AreaPlan) -> Iterator[Finding]:
    """Places that passes are meant for and that are nowhere on the area: their part wears another, is gone, or has no inside."""
    labels = {part.id: part.label for part in work.sheet.parts}
    used = {row.spot for row in area.passes}
    for spot, told in zip(area.spots, plan.spots, strict=True):
        worn = spot.part in plan.parts
        if spot.id not in used or (worn and told.share > 0):
            continue
        part: Text = labels.get(spot.part, said("colour.place.gone"))
        passes = [row.model_dump(mode="json") for row in area.passes if row.spot != spot.id]
        spots = [row.model_dump(mode="json") for row in area.spots if row.id != spot.id]
        ways = [
            fix(
                said("colour.place.leave_out", spot=spot.label),
                (f"area/{area.id}/passes", passes),
                (f"area/{area.id}/spots", spots),
            )
        ]
        if spot.part in labels and not worn and spot.view != "inside":
            give = fix(
                said("colour.place.give", part=part, area=area.label),
                (f"part/{spot.part}/area", area.id),
            )
            ways.insert(0, give)
        yield Finding(
            id="colour.place.off",
            station="colour",
            severity="warn",
            subject=f"{area.id}_{spot.id}",
            title=said("colour.place.off", spot=spot.label, area=area.label),
            reason=said(
                "colour.place.off.why" if not worn else "colour.place.off.whole", part=part
            ),
            fixes=ways,
        )


def _blown(area: Area) -> Iterator[Finding]:
    for row in area.passes:
        if row.dry == "dryer" and not DRYING[medium_of(row)].blown:
            yield Finding(
                id="colour.dry.blown",
                station="colour",
                severity="warn",
                subject=_subject(area, row),
                title=said("colour.dry.blown", area=area.label, above=NAMED[row.kind]),
                reason=said("colour.dry.blown.why"),
                fixes=[
                    fix(said("colour.let_it_dry"), (f"area/{area.id}/passes/{row.id}/dry", "air"))
                ],
            )


def _bending(work: Workpiece, area: Area, plan: AreaPlan) -> Iterator[Finding]:
    """Flexible clay is there to bend."""
    clays, worn = catalogue().clays, set(plan.parts)
    bends = [p for p in work.sheet.parts if p.id in worn and clays[p.clay].flexible]
    stiff = [row for row in area.passes if medium_of(row) == "acrylic" and row.kind not in MARKS]
    if not bends or not stiff:
        return
    yield Finding(
        id="colour.paint.rigid",
        station="colour",
        severity="note",
        subject=area.id,
        title=said("colour.paint.rigid", area=area.label),
        reason=said("colour.paint.rigid.why", parts=[part.label for part in bends]),
        fixes=[
            fix(
                said("colour.take_flexible_paint"),
                *((f"area/{area.id}/passes/{row.id}/medium", "flexible") for row in stiff),
            )
        ],
    )


def _cheaper(area: Area, plan: AreaPlan) -> Iterator[Finding]:
    """An undercoat, or a ground of its own where that does better than any paint there is."""
    way = plan.undercoat
    base = next((row for row in area.passes if row.kind == "base"), None)
    if way is None or base is None:
        return
    saved, rest = way.without - way.all_coats, way.all_coats - way.coats
    numbers = {"coats_now": float(way.without), "coats_then": float(way.all_coats)}
    if way.paint is None:
        under = Pass(id=_new_id(area, "prime"), kind="prime", colour=way.colour, coats=way.coats)
        label = said("colour.prime_it_alone", ground=way.label)
        yield Finding(
            id="colour.ground.own",
            station="colour",
            severity="note",
            subject=area.id,
            numbers=numbers,
            title=said("colour.ground.own", area=area.label, ground=way.label, saved=saved),
            reason=said(
                "colour.ground.own.why",
                without=way.without,
                ground=way.label,
                rest=rest,
                all=way.all_coats,
                saves_min=way.saves_min,
            ),
            fixes=[fix(label, _put_before(area, base, under))],
        )
        return
    mix = {way.paint: 1}
    under = Pass(
        id=_new_id(area, "under"), kind="undercoat", colour=way.colour, mix=mix, coats=way.coats
    )
    label = said("colour.put_under_it", coats=way.coats, paint=way.label)
    yield Finding(
        id="colour.undercoat.saves",
        station="colour",
        severity="note",
        subject=area.id,
        numbers=numbers,
        title=said("colour.undercoat.saves", area=area.label, paint=way.label, saved=saved),
        reason=said(
            "colour.undercoat.saves.why",
            without=way.without,
            coats=way.coats,
            paint=way.label,
            rest=rest,
            all=way.all_coats,
            saves_min=way.saves_min,
        ),
        fixes=[fix(label, _put_before(area, base, under))],
    )
