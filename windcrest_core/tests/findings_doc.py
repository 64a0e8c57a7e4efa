"""What docs/findings.md says: each finding and when it is said, with the thresholds as they are in the code."""

from __future__ import annotations

from windcrest_core.bake.outcome import CRACK_HIGH
from windcrest_core.bake.remarks import WARN_AIR_C
from windcrest_core.body.folds import LEAST_PITCH
from windcrest_core.body.limits import SOLID_LIMIT_MM, THICK_WALL_MM, THIN_WALL_MM
from windcrest_core.body.masses import STEEL_SHARE
from windcrest_core.body.soft_clay import FLEXIBLE_STRAIN
from windcrest_core.bulk.hollow import IN_PIECES, LEAST_BRIDGE_MM, LEAST_OPENING_MM
from windcrest_core.bulk.lights import BEND_D, LEAST_OVER_V
from windcrest_core.bulk.remarks import LARGE_G
from windcrest_core.character.face_plan import LEAST_BEHIND_MM
from windcrest_core.character.remarks import BURIED_SHARE, HEAVY_HEAD, SMALLEST_HEAD_MM
from windcrest_core.clay.cloth_remarks import NARROW, PLUG, STEEP
from windcrest_core.clay.remarks import FRAGILE_N
from windcrest_core.colour.covering import UNSURE_Q
from windcrest_core.colour.painting import SAME
from windcrest_core.colour.remarks import WORTH_CHANGING
from windcrest_core.frame.gauges import COLUMN_SAFETY, HOLD_ANY_WAY, PLIERS_NMM
from windcrest_core.frame.remarks import SHARPEST_DEG
from windcrest_core.frame.standing_remarks import LIFTED_ALONE_G
from windcrest_core.order.reach import MISSED_SHARE
from windcrest_core.stand.base import PEG_EDGE_MM
from windcrest_core.stand.pegs import HOLE_DEPTHS
from windcrest_core.stand.standing import WANTED_TIP_DEG

HEAD = """# Findings

What Windcrest says when something would go wrong. Each has a stable id, a severity (stop, warn, note), the
numbers it rests on and, where a change of the sheet mends it, a fix that is shown before it is done and can
be undone. Each is tested with a sheet that has it and one that has not (`windcrest_core/tests/test_findings.py`).
This page is written by `python scripts/findings.py`: its thresholds are those of the code.

| id | said when |
|---|---|
"""
SAID_WHEN = {
    "character.head.small": f"the head is below {SMALLEST_HEAD_MM:g} mm: no room for a face or for foil",
    "character.head.heavy": f"the head is more than {100 * HEAVY_HEAD:g} % of the whole weight",
    "character.part.buried": f"less than {100 * BURIED_SHARE:g} % of a part shows outside other parts",
    "character.part.loose": "a part that is not made apart touches nothing that leads to the body",
    "character.socket.deep": f"an eye leaves less than {LEAST_BEHIND_MM:g} mm of clay over the core of the head, or goes into it",
    "character.socket.wide": "the outer rims of the eyes are off the face",
    "character.decide.open": "something is open that has to be settled before wire is cut",
    "frame.size.large": "two runs or more that no wire there is holds",
    "frame.hold.weak": f"no wire of Stores (or the locked one) holds the run: below House rules' factor upright, or {HOLD_ANY_WAY:g} any way up",
    "frame.column.slender": f"a leg's wire carries less than {COLUMN_SAFETY:g} times the weight above it",
    "frame.fit.tight": "the wire leaves less than its cover of clay in the thinnest limb",
    "frame.bend.back": f"a run turns back on itself by more than {SHARPEST_DEG:g}°",
    "frame.bend.hard": f"a run with bends needs a vice or bender: above {PLIERS_NMM:g} N·mm",
    "frame.stand.heavy": f"with its base it is heavier than the shelf of House rules bears (a warning), or than {LIFTED_ALONE_G / 1000:g} kg, which one does not lift alone",
    "frame.stand.tips": f"the figure, on its base or on its bare feet where nothing pegs it, tips over before {WANTED_TIP_DEG:g}°",
    "frame.base.small": f"a peg is less than {PEG_EDGE_MM:g} mm inside the edge of the base, or misses it",
    "frame.feet.over": "a foot, or what stands on the base, reaches over its edge",
    "frame.peg.air": "this pose lifts a foot whose run ends in a peg",
    "frame.slender.bare": "something slender stands out further than raw hot clay bears itself, and no wire is in it",
    "frame.joint.bare": "no run goes through a joint, and what hangs on it is more than raw clay bears",
    "frame.raw.falls": "the wire that stands in the base folds under the raw figure, and no rod holds it",
    "frame.poseable.covered": "rigid clay lies over a joint that is to be bent later",
    "frame.poseable.tears": f"flexible clay over a joint is to be bent further than {100 * FLEXIBLE_STRAIN:g} % of strain allows",
    "frame.coil.short": "no coil in Stores is long enough for a piece of the cut list, or there is too little of it",
    "bulk.wall.thin": f"a wall over foil is below {THIN_WALL_MM:g} mm",
    "bulk.wall.thick": f"a wall over foil is above {THICK_WALL_MM:g} mm",
    "bulk.core.large": f"a core of over {LARGE_G:g} g of foil",
    "bulk.solid.thick": f"clay is solid through more than {SOLID_LIMIT_MM:g} mm",
    "bulk.ballast.large": f"more steel than {100 * STEEL_SHARE:g} % of the core it is put in",
    "bulk.core.melts": "a core that cannot take the label temperature of the clay over it",
    "bulk.opening.missing": "a core that is to be pulled has no opening",
    "bulk.opening.narrow": f"the core does not come out of its opening even in pieces: below {100 * IN_PIECES:g} % of its breadth, or {LEAST_OPENING_MM:g} mm",
    "bulk.bridge.thin": f"less than {LEAST_BRIDGE_MM:g} mm of clay is left beside an opening",
    "bulk.light.weak": f"a light's cell leaves less than {LEAST_OVER_V:g} V for its resistor",
    "bulk.cell.large": "a light's cell with its switch does not go into the core or base it lies in",
    "bulk.cable.tight": f"a cable turns tighter than {BEND_D:g} times its thickness at a joint",
    "bulk.cable.melts": "a cable cannot take the label temperature of the clay",
    "clay.stores.missing": "a clay is used that is not in Stores",
    "clay.putty.baked": "clay that is baked lies on putty that cannot take it",
    "clay.cloth.plug": f"cloth round a part counts as solid clay, more than {PLUG:g} times a sheet",
    "clay.sheet.foil": "a sheet too thin for the foil core that is asked for",
    "clay.sheet.round": "a sheet baked flat is glued on what is rounder than it bends to when it is cured",
    "clay.cloth.narrow": f"a hanging sheet is narrower somewhere than {2 * NARROW:g} times its thickness",
    "clay.cloth.through": "a tail, wing or arm goes through the side of hanging cloth where no slit lets it out",
    "clay.cloth.folds": f"folds of a skirt closer than {LEAST_PITCH:g} times its thickness",
    "clay.cloth.pleats": "pleats turned further under than they are apart, so that more than three sheets lie on one another",
    "clay.cloth.flat": "a skirt that is to fall in folds is cut no wider than it hangs",
    "clay.cloth.out": f"a flat piece stands out more than {100 * STEEP:g} % of its length, further than it bears itself raw",
    "clay.thin.breaks": f"thin clay without wire breaks, or tears where it is flexible, below {FRAGILE_N:g} N at its tip",
    "order.apart.join": "parts made apart are joined cured to cured",
    "order.join.air": "what is put on at the end does not reach what it is put on",
    "order.delicate.raw": "delicate parts go on while the body is raw (one bake at the end)",
    "order.meeting.conflict": "a part is pressed into clay that cannot be raw then: it is cured already, or has to be for another",
    "order.glue.unsuited": "the glue of a part does not hold on one of the two materials, or does not dry between them",
    "order.pin.thick": "a pin leaves less than twice its thickness of clay on each side, a stop where its hole is as wide as the part",
    "order.join.weak": "neither glue at half its strength nor a pin holds a knock of 5 N at the far end, or three times the weight",
    "order.pin.wired": "a part is glued or pinned on at the end, and a run of the figure goes through it",
    "order.hold.air": "there is air between a thing and a hand that is to be closed round it",
    "clay.thread.blocked": "something is built on a wire further out than a segment that is to be threaded on it",
    "clay.thread.bore": "the bore of a threaded segment leaves less than 1.5 mm of clay beside it",
    "clay.thread.closed": "a segment is to be threaded over the end of a run that is looped, bound or pushed into a core",
    "clay.thread.short": "joints to be bent later leave less than 3 mm of a threaded segment",
    "clay.thread.loose": "a part is to be threaded, and no run goes along its bone",
    "order.sit.air": "what sits does not touch its seat, or that is not under it",
    "order.standin.saves": "hands closed on a stand-in, or a body formed on a block, would be done in fewer bakes",
    "order.bed.saves": "pressed into fresh beds on what is cured, everything is done in fewer bakes",
    "order.pressed.raw": "teeth, horns, claws or eyes of clay would be pressed in raw",
    "order.reach.brush": f"a brush of the chosen breadth misses {100 * MISSED_SHARE:g} % or more of what is seen of a painted part",
    "order.move.forced": "a step was moved against its reasons",
    "order.move.idle": "a move has no effect: its step is gone, or a reason speaks against it",
    "bake.fit.large": "what is baked does not go into the oven whole",
    "bake.core.raw": "a part is short of its full strength inside: a stop where it is soft or its label's minutes were not given, else a note",
    "bake.scorch.pale": "accumulated scorch passes what the clay's shade can take",
    "bake.insert.melts": "a bought piece gets hotter than it can take",
    "bake.finish.spoiled": "paint, glue or a cable that is on the figure already cannot take a bake that is still to come",
    "bake.programme.off": "a programme of the sculptor's own is over or under the label of the clay",
    "bake.programme.idle": "a programme of the sculptor's own is for a part that is gone or no clay, or for a bake that has another",
    "bake.peak.over": f"the air swings past the maker's maximum, or {WARN_AIR_C:g} °C",
    "bake.crack.risk": f"the core is more than {CRACK_HIGH:g} °C below 100 °C when the surface reaches it",
    "bake.labels.clash": "two clays must share a bake and have no temperature both labels allow; where they need not, they are split",
    "bake.overhang.sags": "unwired clay hangs out further than hot raw clay can hold",
    "colour.mix.off": "no mix of the owned paints comes near a target",
    "colour.on.barrier": "a pass wants a coat of matt or gloss varnish, or white, between it and what it lies on",
    "colour.on.never": "a pass does not go on what it lies on",
    "colour.on.chip": "a pass is to be tried on a chip over what it lies on, and no chip has shown it to be good",
    "colour.matt.kills": "a matt seal lies straight on metal, mica or powder",
    "colour.powder.loose": "powder that nothing seals",
    "colour.pass.hidden": f"leaving a pass out changes no zone by ΔE00 {SAME:g}",
    "colour.paint.rigid": "an area of acrylic paint has parts of flexible clay",
    "colour.dry.blown": "a hair dryer is meant for what is not thinned with water",
    "colour.undercoat.saves": f"an undercoat saves a coat as paints are reckoned and as they would be at {UNSURE_Q:g} of it",
    "colour.place.off": "a pass is for a place that is nowhere on its area: its part wears another, is gone, or has no inside",
    "colour.ground.own": "a ground of its own saves coats of an area, and more than any undercoat of the owned paints",
    "colour.mixture.untried": "a pass is of a mixture of one's own that no chip has shown to be good",
    "colour.mixture.unknown": "a pass is of a mixture that Stores do not know",
    "colour.area.unused": "a colour area has no part",
    "colour.part.bare": "parts have no colour area",
    "colour.ground.costly": f"another ground would save {WORTH_CHANGING:g} of a coat or more",
    "finish.peg.none": "no run ends in a peg that reaches the base",
    "finish.peg.shallow": f"the base is thinner than {HOLE_DEPTHS:g} diameters of its thickest peg",
}


def findings_page() -> str:
    """The whole page."""
    return HEAD + "".join(f"| `{key}` | {when} |\n" for key, when in SAID_WHEN.items())
