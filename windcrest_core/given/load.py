"""What a plan is made from besides its sheet, read and checked."""

from __future__ import annotations

from typing import Any, Literal, get_args

from pydantic import ValidationError

from windcrest_core.catalogue import catalogue, known
from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.progress import Progress
from windcrest_core.given.reach import Reach
from windcrest_core.given.stores import Owned, Stores
from windcrest_core.media import Medium
from windcrest_core.refused import faults_of
from windcrest_core.versions import Ladder


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
            case "medium":
                known(dict.fromkeys(get_args(Medium)), trial.product, at)
            case "varnish" | "spray" | "mixture":
                pass
    ids = [row.id for row in owned.mixtures]
    for index, key in enumerate(ids):
        if key in ids[:index]:
            raise SheetError.one(f"mixtures/{index}/id", key, "an id only once")
    for index, note in enumerate(owned.took):
        for key in note.mix:
            known(shelf.paints, key, f"took/{index}/mix/{key}")
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
                f"coils/{coil.id}/wire",
                coil.wire,
                "one of the wires in Stores: " + ", ".join(stores.wires),
            )
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


UNREAD = {
    "length_unit",
    "mass_unit",
    "temperature_unit",
    "gauge_words",
    "single_keys",
    "bench_week",
    "away",
    "oven_days",
}


def read_by_plans(context: Context) -> str:
    """What plans read of a context, as JSON: not what it is said in, and not the hours there are."""
    return context.model_dump_json(exclude={"rules": UNREAD})
