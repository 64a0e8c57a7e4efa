"""The bench reckoner: any piece of clay in any form, in any unit, without a figure."""

from __future__ import annotations

from windcrest_core.body.portions import ball_mm3, cone_mm3, drop_mm3, snake_mm3
from windcrest_core.catalogue import catalogue, known
from windcrest_core.clay.portions import Measures, Reckoned, reckoned
from windcrest_core.densities import densities_of
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.facts import Frozen
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context
from windcrest_core.refused import beyond
from windcrest_core.units import length_mm, mass_g

MOST_MM = 2000.0
MOST_G = 100_000.0
# What each form is known by, in the order it is asked.
FORMS: dict[str, tuple[str, ...]] = {
    "ball": ("across",),
    "snake": ("across", "length"),
    "cone": ("across", "length"),
    "drop": ("across", "length"),
    "sheet": ("length", "breadth", "thickness"),
    "weight": ("weight",),
}


class Asked(Frozen):
    """A piece as a person gives it: measures as text in any unit, a bare number in House rules'."""

    form: str
    measures: dict[str, str] = {}
    clay: str = "rigid"
    snake_across: str = "4 mm"
    sheet_thickness: str = "2 mm"
    cone_length: str = "30 mm"
    pack: str = "57 g"


def asked_mm(path: str, text: str, rules: Rules) -> float:
    """A length above nought as a person types it.

    Raises
    ------
    SheetError : of the field, where it is none.
    """
    try:
        found = length_mm(text, rules.length_unit)
    except UnitError as error:
        raise SheetError.one(path, text, error.allowed) from error
    if not 0 < found <= MOST_MM:
        raise beyond(path, text, above=0, most=MOST_MM, unit="mm")
    return found


def _mass(path: str, text: str, rules: Rules) -> float:
    try:
        found = mass_g(text, rules.mass_unit)
    except UnitError as error:
        raise SheetError.one(path, text, error.allowed) from error
    if not 0 < found <= MOST_G:
        raise beyond(path, text, above=0, most=MOST_G, unit="g")
    return found


def reckon(asked: Asked, context: Context) -> Reckoned:
    """A piece of clay in every form.

    Raises
    ------
    SheetError : no such form or clay; a measure that is missing, cannot be read or cannot be.

    Examples
    --------
    >>> found = reckon(Asked(form="ball", measures={"across": "26.73 mm"}), Context())
    >>> round(found.snake_mm), round(found.sheet_cm2, 1)
    (796, 50.0)
    """
    if asked.form not in FORMS:
        raise SheetError.one("form", asked.form, "one of " + ", ".join(FORMS))
    known(catalogue().clays, asked.clay, "clay")
    rules = context.rules
    density = densities_of(context).clay(asked.clay).value
    lengths = {
        name: asked_mm(f"measures/{name}", asked.measures.get(name, ""), rules)
        for name in FORMS[asked.form]
        if name != "weight"
    }
    across, length = lengths.get("across", 0.0), lengths.get("length", 0.0)
    match asked.form:
        case "ball":
            volume = ball_mm3(across)
        case "snake":
            volume = snake_mm3(across, length)
        case "cone":
            volume = cone_mm3(across, length)
        case "drop":
            if length < across:
                raise SheetError.one(
                    "measures/length", asked.measures["length"], "not less than it is across"
                )
            volume = drop_mm3(across, length)
        case "sheet":
            volume = length * lengths["breadth"] * lengths["thickness"]
        case _:
            grams = _mass("measures/weight", asked.measures.get("weight", ""), rules)
            volume = grams / density * 1000
    with_ = Measures(
        snake_across_mm=asked_mm("snake_across", asked.snake_across, rules),
        sheet_thickness_mm=asked_mm("sheet_thickness", asked.sheet_thickness, rules),
        cone_length_mm=asked_mm("cone_length", asked.cone_length, rules),
        pack_g=_mass("pack", asked.pack, rules),
    )
    return reckoned(volume, density, with_, rules.sheet_settings_mm)
