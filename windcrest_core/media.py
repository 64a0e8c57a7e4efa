"""What is painted, sealed or dusted with."""

from __future__ import annotations

from typing import Literal, NamedTuple

Medium = Literal[
    "acrylic",
    "wash",
    "ink",
    "oil_wash",
    "powder",
    "metallic",
    "glow",
    "varnish_matt",
    "varnish_gloss",
    "solvent_spray",
    "resin",
    "flexible",
    "liquid_clay",
    "pva",
]

LATER_BAKE_C: dict[Medium, float] = {
    "acrylic": 150.0,
    "wash": 150.0,
    "metallic": 150.0,
    "ink": 150.0,
    "powder": 150.0,
    "glow": 130.0,
    "flexible": 130.0,
    "pva": 120.0,
}
"""What stands a later bake bone dry, °C [A]; liquid clay and water varnish go by their labels, oil, solvent and resin not at all."""
NOT_AT_ALL_C = 40.0

Product = (
    Medium
    | Literal["primer", "spray_primer", "varnish_satin", "colour_shift", "fluorescent", "alcohol"]
)


class AsSold(NamedTuple):
    """What a product is called, and how it is sold: ml in a pack and what that costs [A]."""

    label: str
    ml: float
    price: float


SOLD: dict[Product, AsSold] = {
    "acrylic": AsSold("acrylic paint", 20.0, 2.5),
    "wash": AsSold("acrylic paint", 20.0, 2.5),
    "primer": AsSold("brush-on primer", 60.0, 4.0),
    "spray_primer": AsSold("spray primer", 400.0, 8.0),
    "varnish_matt": AsSold("matt varnish", 60.0, 4.0),
    "varnish_satin": AsSold("satin varnish", 60.0, 4.0),
    "varnish_gloss": AsSold("gloss varnish", 60.0, 4.0),
    "solvent_spray": AsSold("solvent spray varnish", 400.0, 8.0),
    "metallic": AsSold("metallic paint", 20.0, 3.5),
    "colour_shift": AsSold("colour-shift paint", 20.0, 5.0),
    "fluorescent": AsSold("fluorescent paint", 20.0, 3.5),
    "glow": AsSold("glow paint", 20.0, 5.0),
    "powder": AsSold("mica or pigment powder", 5.0, 3.0),
    "ink": AsSold("alcohol ink", 15.0, 4.0),
    "oil_wash": AsSold("oil paint for washes", 20.0, 4.0),
    "flexible": AsSold("flexible paint", 20.0, 4.0),
    "resin": AsSold("lamp-cured resin", 25.0, 8.0),
    "liquid_clay": AsSold("liquid clay to paint with", 30.0, 5.0),
    "pva": AsSold("white glue to paint with", 60.0, 2.0),
    "alcohol": AsSold("rubbing alcohol", 250.0, 3.0),
}
