"""What a pass is called, what one does in it, what is to be known before it looks ruined."""

from __future__ import annotations

from collections.abc import Mapping

from windcrest_core.colour.on_what import Surface
from windcrest_core.facts import Text, said
from windcrest_core.sheet.colour import PassKind, Where

NAMED: Mapping[PassKind, Text] = {
    "prime": said("colour.kind.prime"),
    "undercoat": said("colour.kind.undercoat"),
    "base": said("colour.kind.base"),
    "fade": said("colour.kind.fade"),
    "wash": said("colour.kind.wash"),
    "tint": said("colour.kind.tint"),
    "glaze": said("colour.kind.glaze"),
    "dry_brush": said("colour.kind.dry_brush"),
    "sponge": said("colour.kind.sponge"),
    "speckle": said("colour.kind.speckle"),
    "mist": said("colour.kind.mist"),
    "lift": said("colour.kind.lift"),
    "streak": said("colour.kind.streak"),
    "dots": said("colour.kind.dots"),
    "lines": said("colour.kind.lines"),
    "metallic": said("colour.kind.metallic"),
    "powder": said("colour.kind.powder"),
    "ink": said("colour.kind.ink"),
    "glow": said("colour.kind.glow"),
    "shift": said("colour.kind.shift"),
    "fluorescent": said("colour.kind.fluorescent"),
    "seal": said("colour.kind.seal"),
    "gloss": said("colour.kind.gloss"),
    "resin": said("colour.kind.resin"),
}
DO: Mapping[PassKind, Text] = {
    "prime": said("colour.do.prime"),
    "undercoat": said("colour.do.undercoat"),
    "base": said("colour.do.base"),
    "fade": said("colour.do.fade"),
    "wash": said("colour.do.wash"),
    "tint": said("colour.do.tint"),
    "glaze": said("colour.do.glaze"),
    "dry_brush": said("colour.do.dry_brush"),
    "sponge": said("colour.do.sponge"),
    "speckle": said("colour.do.speckle"),
    "mist": said("colour.do.mist"),
    "lift": said("colour.do.lift"),
    "streak": said("colour.do.streak"),
    "dots": said("colour.do.dots"),
    "lines": said("colour.do.lines"),
    "metallic": said("colour.do.metallic"),
    "powder": said("colour.do.powder"),
    "ink": said("colour.do.ink"),
    "glow": said("colour.do.glow"),
    "shift": said("colour.do.shift"),
    "fluorescent": said("colour.do.fluorescent"),
    "seal": said("colour.do.seal"),
    "gloss": said("colour.do.gloss"),
    "resin": said("colour.do.resin"),
}
WHERE: Mapping[Where, Text] = {
    "all": "",
    "recess": said("colour.where.recess"),
    "raised": said("colour.where.raised"),
    "end": said("colour.where.end"),
}
TELL: Mapping[PassKind, Text] = {
    "wash": said("colour.tell.wash"),
    "dry_brush": said("colour.tell.dry_brush"),
    "powder": said("colour.tell.powder"),
    "resin": said("colour.tell.resin"),
    "glow": said("colour.tell.glow"),
    "ink": said("colour.tell.ink"),
    "speckle": said("colour.tell.speckle"),
    "mist": said("colour.tell.mist"),
    "lift": said("colour.tell.lift"),
}
SURFACES: Mapping[Surface, Text] = {
    "raw_clay": said("colour.surface.raw_clay"),
    "cured_clay": said("colour.surface.cured_clay"),
    "spray_primer": said("colour.surface.spray_primer"),
    "acrylic": said("colour.surface.acrylic"),
    "wash": said("colour.surface.wash"),
    "ink": said("colour.surface.ink"),
    "oil_wash": said("colour.surface.oil_wash"),
    "powder": said("colour.surface.powder"),
    "metallic": said("colour.surface.metallic"),
    "glow": said("colour.surface.glow"),
    "varnish_matt": said("colour.surface.varnish_matt"),
    "varnish_gloss": said("colour.surface.varnish_gloss"),
    "solvent_spray": said("colour.surface.solvent_spray"),
    "resin": said("colour.surface.resin"),
    "flexible": said("colour.surface.flexible"),
    "liquid_clay": said("colour.surface.liquid_clay"),
    "pva": said("colour.surface.pva"),
}
