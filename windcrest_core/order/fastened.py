"""Findings of what is put on hard: glue that does not hold there, pins too weak or too thick, wire in the way."""

from __future__ import annotations

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue, is_putty
from windcrest_core.facts import said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.joining.fastening import Fastened, Fastening
from windcrest_core.joining.pin_choice import DRILLABLE, PinHole, pinned_by
from windcrest_core.joining.pin_mechanics import thickest_pin_mm
from windcrest_core.sheet.ids import free_id
from windcrest_core.sheet.meetings import Glue, Pin, Thread
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.runs import Run

HARDLY_N = 1.0  # the least a thumb pushes with [A]


def fastened_findings(work: Workpiece, fast: Fastened) -> list[Finding]:
    """Of every part that is glued or pinned on."""
    found: list[Finding] = []
    for key, held in fast.held.items():
        piece = work.figure.piece(key)
        host = work.joined_to(piece)
        if is_putty(piece.part.stock) or host is None:
            continue
        if held.contact.apart_mm == 0:
            found += [*_unsuited(piece, host, held), *_too_thick(piece.part, held.pin)]
        found += _wired(work, piece)
    return [*found, *(_weak(work, parts, fast) for parts in _weak_joins(work, fast))]


def _unsuited(piece: Piece, host: Piece, held: Fastening) -> list[Finding]:
    """Glue that melts one of the two, or has no porous side to dry through."""
    if held.suits:
        return []
    part = piece.part
    return [
        Finding(
            id="order.glue.unsuited",
            station="order",
            severity="warn",
            subject=part.id,
            title=said("order.glue.unsuited", glue=held.glue.label, part=part.label),
            reason=said("order.glue.unsuited.why_porous", host=host.part.label)
            if held.glue.porous
            else said("order.glue.unsuited.why", host=host.part.label),
            fixes=[
                fix(
                    said("order.glue_it_with", glue=catalogue().glues["epoxy_slow"].label),
                    (
                        f"part/{part.id}/meeting",
                        {**part.meeting.model_dump(), "agent": "epoxy_slow"},
                    ),
                )
            ]
            if isinstance(part.meeting, Glue | Pin)
            else [],
        )
    ]


def _too_thick(part: Part, pin: PinHole | None) -> list[Finding]:
    if pin is None or not pin.too_thick:
        return []
    at = f"part/{part.id}/meeting"
    most = thickest_pin_mm(pin.clay_mm)
    chosen = isinstance(part.meeting, Pin) and part.meeting.wire is not None
    by_itself = fix(said("order.choose_the_pin_for_me"), (f"{at}/wire", None))
    return [
        Finding(
            id="order.pin.thick",
            station="order",
            severity="stop" if pin.hole_mm >= pin.clay_mm else "warn",
            subject=part.id,
            title=said("order.pin.thick", part=part.label, wire_mm=pin.wire_mm),
            reason=said("order.pin.thick.why", clay_mm=pin.clay_mm, most_mm=most),
            numbers={"pin_mm": pin.wire_mm, "most_mm": most},
            fixes=[by_itself if chosen else fix(said("order.glue_it_on"), (f"{at}/kind", "glue"))],
        )
    ]


def _holds_n(held: Fastening) -> float:
    return max(held.without_pin_n, held.pin.holds_n if held.pin else 0.0)


def _breaks_easily(part: Part, held: Fastening) -> bool:
    return part.stock is None and _holds_n(held) < HARDLY_N


def _weak_joins(work: Workpiece, fast: Fastened) -> list[list[Part]]:
    """Parts that what holds them does not hold, those of a pair or of one kind together."""
    found: dict[object, list[Part]] = {}
    for key, held in fast.held.items():
        part = work.sheet.part(key)
        thick = held.pin is not None and held.pin.too_thick
        apart = held.contact.apart_mm > 0 or is_putty(part.stock)
        if held.weak and not thick and not apart and part.stock in DRILLABLE:
            kind = part.feature or part.mirror_of or part.id
            found.setdefault((kind, part.meeting.kind, _breaks_easily(part, held)), []).append(part)
    return list(found.values())


def _weak(work: Workpiece, parts: list[Part], fast: Fastened) -> Finding:
    weakest = min(parts, key=lambda part: _holds_n(fast.held[part.id]))
    held = fast.held[weakest.id]
    host = work.joined_to(work.figure.piece(weakest.id))
    assert host is not None
    return Finding(
        id="order.join.weak",
        station="order",
        severity="warn" if _breaks_easily(weakest, held) else "note",
        subject=weakest.id,
        title=said("order.join.weak", part=weakest.label, holds_n=_holds_n(held))
        if len(parts) == 1
        else said(
            "order.join.weak_2", parts=[part.label for part in parts], holds_n=_holds_n(held)
        ),
        reason=said(
            "order.join.weak.why",
            push_n=held.load.push_n,
            lever_mm=held.load.lever_mm,
            host=host.part.label,
        ),
        numbers={"holds_n": _holds_n(held), "wanted_n": held.load.push_n},
        fixes=_stronger(parts, fast),
    )


def _stronger(parts: list[Part], fast: Fastened) -> list[Fix]:
    """For each the thinnest pin of any wire that is sold that would hold."""
    pins = [fast.stronger.get(part.id) for part in parts]
    edits = [
        (
            f"part/{part.id}/meeting",
            {"kind": "pin", "hosts": part.meeting.hosts, "wire": pin.wire},
        )
        for part, pin in zip(parts, pins, strict=True)
        if pin is not None and isinstance(part.meeting, Glue | Pin)
    ]
    if len(edits) < len(parts):
        return []
    wires = list(dict.fromkeys(pin.label for pin in pins if pin is not None))
    return [fix(said("order.pin_it_with", wire=wires), *edits)]


def _wired(work: Workpiece, piece: Piece) -> list[Finding]:
    """A run that goes on into a part which is made apart: it would be built round the wire."""
    part = piece.part
    if part.stock is not None or not part.apart or isinstance(part.meeting, Thread):
        return []
    run = next((run for run in work.sheet.runs if _goes_through(work, run, piece)), None)
    if run is None or pinned_by(run, part):
        return []
    return [
        Finding(
            id="order.pin.wired",
            station="order",
            severity="warn",
            subject=part.id,
            title=said("order.pin.wired", part=part.label, run=run.label),
            reason=said("order.pin.wired.why"),
            fixes=_own_wire(work, piece, run),
        )
    ]


def _goes_through(work: Workpiece, run: Run, piece: Piece) -> bool:
    """Whether a run goes on into a part: into it by name, or along the bone that it is the limb of."""
    part, host = piece.part, work.joined_to(piece)
    if run.into == part.id:
        return len(run.path) > 1
    limb = host is None or host.part.bone != part.bone
    return part.layer == 0 and part.bone in run.path and limb


def _own_wire(work: Workpiece, piece: Piece, run: Run) -> list[Fix]:
    """The run ends as the pin; or it ends before the part, and that with all beyond it gets a wire of its own.
    Only where the part is towards an end of the run."""
    limb = work.beyond[piece.part.bone]
    path = run.path if run.path[-1] in limb else run.path[::-1]
    at = next((n for n, joint in enumerate(path) if joint in limb), 0)
    left, beyond = path[:at], path[at:]
    if not left or not set(beyond) <= limb or run.into not in (None, piece.part.id):
        return []
    forwards = path == run.path
    end = "end" if forwards else "start"
    kept = {joint: angle for joint, angle in run.poseable.items() if joint in left}
    shorter = run.model_copy(
        update={
            "path": left if forwards else left[::-1],
            "into": None,
            end: "cut",
            "loop_mm": None,
            "poseable": kept,
        }
    )
    taken = {*(row.id for row in work.sheet.runs), *work.sheet.retired_ids}
    own = Run(
        id=free_id(f"in_{piece.part.id}", taken),
        label=piece.part.label[:73] + ", wire",
        path=beyond,
        into=piece.part.id if len(beyond) == 1 else None,
        start="pin",
        end="cut",
        poseable={k: angle for k, angle in run.poseable.items() if k in beyond[1:]},
    )
    by_itself = fix(
        said("order.make_it_on_its_own"),
        (f"run/{run.id}", shorter.model_dump(mode="json")),
        (f"run/{own.id}", own.model_dump(mode="json")),
    )
    if len(beyond) > 1:
        return [by_itself]
    pinned = run.model_copy(update={"into": None, end: "pin", "loop_mm": None})
    ends_as_pin = fix(
        said("order.let_the_wire_be_its_pin"), (f"run/{run.id}", pinned.model_dump(mode="json"))
    )
    return [ends_as_pin, by_itself]
