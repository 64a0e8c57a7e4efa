"""What the plan takes as given: house rules, stores, and what has really happened."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints, ValidationError, model_validator

from windcrest_core.catalogue import catalogue, known
from windcrest_core.errors import SheetError
from windcrest_core.findings import Frozen
from windcrest_core.refused import faults_of
from windcrest_core.versions import Ladder

Hex = Annotated[str, StringConstraints(pattern=r"^#[0-9a-f]{6}$")]
Id = Annotated[str, StringConstraints(pattern=r"^[a-z][a-z0-9_]{0,39}$")]


class Inside(Frozen):
    """What is inside an oven, mm: its clear breadth, depth and height, and how high the rack stands
    above the lower element or floor."""

    breadth_mm: float = Field(ge=80, le=1500)
    depth_mm: float = Field(ge=80, le=1500)
    height_mm: float = Field(ge=80, le=1500)
    rack_mm: float = Field(default=60.0, ge=0, le=1000)


class Oven(Frozen):
    """This person's oven."""

    air: Literal["tented", "still", "open", "fan"] = "still"
    offset_c: float = Field(default=0.0, ge=-60, le=60)
    swing_c: float = Field(default=8.0, ge=0, le=30)
    start: Literal["preheated", "cold"] = "preheated"
    ramp_c_min: float = Field(default=10.0, ge=2, le=40)
    period_min: float = Field(default=6.0, ge=1, le=30)
    inside: Inside | None = None


class BenchDay(Frozen):
    """When one sits down at the bench on a day of the week, and for how long; hours."""

    from_h: float = Field(ge=0, le=23.75)
    hours: float = Field(ge=0, le=16)


BakeTime = Literal["longer", "label", "fixed_30"]
_EVENING, _WEEKEND = BenchDay(from_h=19, hours=2), BenchDay(from_h=10, hours=4)  # [A]


class Rules(Frozen):
    """House rules: this person's school of working, oven and units."""

    rules_version: Literal[1] = 1
    length_unit: Literal["mm", "in"] = "mm"
    mass_unit: Literal["g", "oz"] = "g"
    temperature_unit: Literal["C", "F"] = "C"
    gauge_words: Literal["awg", "imperial", "us_steel", "mm"] = "awg"
    wall_mm: float = Field(default=6.0, ge=1, le=20)
    oven: Oven = Oven()
    bake_school: Literal["one_bake", "save_progress", "short_sets"] = "save_progress"
    bake_time: BakeTime = "longer"
    bond: Literal["liquid_clay", "key"] = Field(
        default="liquid_clay", description="what holds raw clay on cured: liquid clay, or a key"
    )
    glue: Literal["epoxy", "instant"] = Field(
        default="epoxy", description="what holds cured parts that are assembled at the end"
    )
    foil_packing: Literal["loose", "firm", "hammered"] = "firm"
    waste_percent: float = Field(default=8.0, ge=0, le=50)
    sheet_settings_mm: list[Annotated[float, Field(ge=0.05, le=20)]] = Field(
        default=[3.2, 2.85, 2.5, 2.15, 1.8, 1.45, 1.1, 0.75, 0.4],
        min_length=1,
        max_length=20,
        description="what the sheet machine rolls at each of its settings, from 1",
    )
    sanding: Literal["off", "smooth", "always"] = Field(
        default="smooth",
        description="what is sanded before paint: nothing, smooth and glossy areas, all",
    )
    hold_upright: float = Field(default=2.0, ge=1, le=10)
    frame_school: Literal["one_run", "bound", "taped", "rod"] = "one_run"
    feet: Literal["in_base", "loops"] = "in_base"
    binding_wire: Id = "st_0_9"
    kerf_mm: float = Field(default=1.0, ge=0, le=10)
    keep_offcut_mm: float = Field(default=100.0, ge=0, le=2000)
    single_keys: bool = True
    bench_week: list[BenchDay] = Field(
        default=[_EVENING] * 5 + [_WEEKEND] * 2,
        min_length=7,
        max_length=7,
        description="bench hours from Monday to Sunday",
    )
    away: list[date] = Field(default=[], max_length=400, description="days without the bench")
    oven_days: list[Annotated[int, Field(ge=0, le=6)]] = Field(
        default=[0, 1, 2, 3, 4, 5, 6],
        max_length=7,
        description="days the oven may be used, 0 is Monday; fewer where it is shared",
    )


class BendTest(Frozen):
    """A length of wire held level at one end with a weight hung on the other.

    `droop_mm` is how far the end hangs below level with the weight on it; without it `mass_g` is
    the least weight that left the wire bent.
    """

    length_mm: float = Field(gt=5, le=1000)
    mass_g: float = Field(gt=0, le=5000)
    droop_mm: float | None = Field(default=None, gt=0, le=500)


class WireCoil(Frozen):
    """A coil or an offcut of wire: what is left of it, and what a bend test of it showed; `name` is
    what its owner calls it."""

    id: Id
    name: str = Field(default="", max_length=200)
    wire: Id
    length_mm: float = Field(gt=0, le=1_000_000)
    bend_test: BendTest | None = None


class Weighing(Frozen):
    """A ball of known size on the scale: of a clay, or of foil squeezed as House rules say.

    `id` is the clay's, or the packing's.
    """

    of: Literal["clay", "foil"]
    id: Id
    mass_g: float = Field(gt=0, le=20_000)
    across_mm: float = Field(ge=5, le=500)


class ClayChip(Frozen):
    """A mix of clay that was tried: grams of each block, drops of each ink, what came of it.

    `seen` is the colour the baked chip really had, where somebody read it.
    """

    label: Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
    target: Hex
    grams: dict[Id, Annotated[float, Field(gt=0, le=5000)]] = Field(min_length=1, max_length=4)
    drops: dict[Id, Annotated[int, Field(ge=1, le=500)]] = Field(default={}, max_length=3)
    verdict: Literal["not baked yet", "good", "too pale", "too strong", "another hue"] = (
        "not baked yet"
    )
    seen: Hex | None = None


class ClayLabel(Frozen):
    """What the maker's label says of a clay: its temperature and the most it takes, °C, and the
    minutes at that temperature for every 6 mm."""

    label_c: float = Field(ge=80, le=180)
    maximum_c: float = Field(ge=80, le=200)
    min_per_6mm: float = Field(ge=2, le=120)

    @model_validator(mode="after")
    def _in_order(self) -> ClayLabel:
        if self.maximum_c < self.label_c:
            raise ValueError("a maximum at or above the label's own temperature")
        return self


class TestChip(Frozen):
    """A chip of something new that rode along in a bake, and what it did.

    `product` is its catalogue id where it has one. `bends` is cured through; `snaps` and `tacky` are
    not. `minutes` and `air_c` are of the bake it was in.
    """

    of: Literal["clay", "ink", "paint", "varnish", "spray"]
    product: Id
    label: Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
    thick_mm: float = Field(default=3.0, ge=0.5, le=30)
    minutes: float | None = Field(default=None, gt=0, le=1440)
    air_c: float | None = Field(default=None, ge=40, le=200)
    verdict: Literal["riding", "bends", "good", "snaps", "tacky", "colour shift"] = "riding"


class Owned(Frozen):
    """What the person works with, by catalogue id, and what weighing has shown of it."""

    stores_version: Literal[1] = 1
    wires: list[Id] = Field(
        default=["al_awg16", "al_awg14", "al_awg12", "al_awg9", "st_1_6"], min_length=1
    )
    clays: list[Id] = ["rigid", "rigid_white"]
    foil: Id = "kitchen"
    paints: list[Id] = [
        "titanium_white",
        "carbon_black",
        "ultramarine",
        "hansa_yellow",
        "yellow_ochre",
        "burnt_sienna",
        "cadmium_red_hue",
    ]
    weighings: list[Weighing] = Field(default=[], max_length=100)
    chips: list[ClayChip] = Field(default=[], max_length=200)
    labels: dict[Id, ClayLabel] = Field(
        default={}, max_length=60, description="what the label of an own clay says, by its id"
    )
    tried: list[TestChip] = Field(default=[], max_length=200)


class Stores(Owned):
    """The same with the coils there are. A wire without a coil is there in any length."""

    coils: list[WireCoil] = Field(default=[], max_length=200)


class BakeDone(Frozen):
    """A bake that was run: its ordinal in the plan and the minutes it really took.

    `steps` are the keys of what went in raw, which stays in that bake however the plan changes;
    `air_c` is the air beside the piece every 15 s, where it was measured.
    """

    bake: int = Field(ge=1, le=50)
    minutes: float = Field(gt=0, le=1440)
    steps: list[str] = Field(default=[], max_length=500)
    air_c: list[Annotated[float, Field(ge=-20, le=300)]] = Field(default=[], max_length=6000)


MishapKind = Literal[
    "forgot_wire",
    "too_large",
    "broke",
    "cracked",
    "too_soft",
    "over_baked",
    "dropped",
    "changed_mind",
]


class Mishap(Frozen):
    """Something that went wrong with a part after so many bakes of it, and the way on that was
    chosen; `after_bake` is nought while the part was raw."""

    id: Id
    kind: MishapKind
    part: Id
    way: Id
    after_bake: int = Field(default=0, ge=0, le=50)


class Progress(Frozen):
    """What has really happened: steps done, bakes run, and what went wrong."""

    progress_version: Literal[1] = 1
    steps_done: list[str] = []
    bakes: list[BakeDone] = []
    mishaps: list[Mishap] = Field(default=[], max_length=60)


class Patch(Frozen):
    """A painted part as a brush gets to it: the share of it that is seen, of that the share reached
    before anything is assembled, what is most in the way, and what must not be put on before it is
    painted; parts by id."""

    part: Id
    seen: float = Field(ge=0, le=1)
    reached: float = Field(ge=0, le=1)
    in_the_way: Id | None = None
    before: list[Id] = []


class Reach(Frozen):
    """What a brush reaches, as it was last worked out; `fingerprint` is of the figure it was of."""

    fingerprint: str
    brush_mm: float
    patches: list[Patch]


class Context(Frozen):
    context_version: Literal[1] = 1
    rules: Rules = Rules()
    stores: Stores = Stores()
    reach: Reach | None = None


RULES = Ladder("file of House rules", "rules_version")
STORES = Ladder("file of Stores", "stores_version")
PROGRESS = Ladder("file of progress", "progress_version")
CONTEXT = Ladder("record of what a plan was made from", "context_version", unmarked=1)


def load_context(data: Any) -> Context:
    """What a plan was made from, as it was kept: its rules and stores are upgraded like any others.

    Raises
    ------
    SheetError : with every fault.
    """
    document = CONTEXT.upgraded(data)
    kept = {name: document[name] for name in document.keys() - {"rules", "stores"}}
    try:
        return Context.model_validate(
            {
                **kept,
                "rules": RULES.upgraded(document.get("rules", {})),
                "stores": STORES.upgraded(document.get("stores", {})),
            }
        )
    except ValidationError as error:
        raise faults_of(error) from error


def load_rules(data: Any) -> Rules:
    """House rules from parsed JSON.

    Raises
    ------
    SheetError : with every fault.
    """
    document = RULES.upgraded(data)
    try:
        rules = Rules.model_validate(document)
    except ValidationError as error:
        raise faults_of(error) from error
    known(catalogue().wires, rules.binding_wire, "binding_wire")
    return rules


def _refuse_unknown(owned: Owned) -> None:
    shelf = catalogue()
    for name, table in (("wires", shelf.wires), ("clays", shelf.clays), ("paints", shelf.paints)):
        for index, key in enumerate(getattr(owned, name)):
            known(table, key, f"{name}/{index}")
    known(shelf.foils, owned.foil, "foil")
    for key in owned.labels:
        known(shelf.clays, key, f"labels/{key}")
    for index, trial in enumerate(owned.tried):
        at = f"tried/{index}/product"
        match trial.of:
            case "clay":
                known(shelf.clays, trial.product, at)
            case "ink":
                known(shelf.inks, trial.product, at)
            case "paint":
                known(shelf.paints, trial.product, at)
            case "varnish" | "spray":
                pass
    for index, chip in enumerate(owned.chips):
        for key in chip.grams:
            known(shelf.clays, key, f"chips/{index}/grams/{key}")
        for key in chip.drops:
            known(shelf.inks, key, f"chips/{index}/drops/{key}")


def load_owned(data: Any) -> Owned:
    """What is owned, without coils, from parsed JSON; every id must be in the catalogue.

    Raises
    ------
    SheetError : with every fault.
    """
    document = STORES.upgraded(data)
    try:
        owned = Owned.model_validate(document)
    except ValidationError as error:
        raise faults_of(error) from error
    _refuse_unknown(owned)
    return owned


def load_stores(data: Any) -> Stores:
    """Stores from parsed JSON; every id must be in the catalogue.

    Raises
    ------
    SheetError : with every fault.
    """
    document = STORES.upgraded(data)
    try:
        stores = Stores.model_validate(document)
    except ValidationError as error:
        raise faults_of(error) from error
    _refuse_unknown(stores)
    ids = [coil.id for coil in stores.coils]
    for coil in stores.coils:
        known(catalogue().wires, coil.wire, f"coils/{coil.id}/wire")
        if ids.count(coil.id) > 1:
            raise SheetError.one(f"coils/{coil.id}", coil.id, "an id only once")
        if coil.wire not in stores.wires:
            raise SheetError.one(
                f"coils/{coil.id}/wire", coil.wire, "one of the wires in Stores: "
                + ", ".join(stores.wires)
            )  # fmt: skip
    return stores


def load_progress(data: Any) -> Progress:
    """Progress from parsed JSON.

    Raises
    ------
    SheetError : with every fault.
    """
    document = PROGRESS.upgraded(data)
    try:
        return Progress.model_validate(document)
    except ValidationError as error:
        raise faults_of(error) from error
