"""Change some of a person's house rules."""

from __future__ import annotations

from typing import Any

from server.accounts.models import HouseRules
from windcrest_core.errors import ConflictError, SheetError, UnitError
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import load_rules
from windcrest_core.units import length_mm, mass_g

READ = {"mm": length_mm, "g": mass_g}


def set_rules(
    document: HouseRules, changes: dict[str, Any], seen: dict[str, Any] | None = None
) -> Rules:
    """`changes` by path, such as ``oven/offset_c``; lengths and weights may be text with a unit.

    Parameters
    ----------
    seen : what the person saw there when they changed it, by the same paths.

    Raises
    ------
    ConflictError : it is something else by now. SheetError : it cannot be.
    """
    body = document.rules.model_dump(mode="json")
    collisions: list[tuple[str, object, object]] = []
    for path, value in changes.items():
        holder, keys = body, path.split("/")
        for key in keys[:-1]:
            holder = holder.get(key) if isinstance(holder.get(key), dict) else {}
        if keys[-1] not in holder:
            raise SheetError.one(path, value, "a house rule there is")
        if read := READ.get(path.rpartition("_")[2]):
            try:
                value = read(value)
            except UnitError as error:
                raise SheetError.one(path, value, error.allowed) from error
        theirs = holder[keys[-1]]
        if seen is not None and path in seen and theirs not in (seen[path], value):
            collisions.append((path, value, theirs))
        holder[keys[-1]] = value
    if collisions:
        raise ConflictError(collisions)
    rules = load_rules(body)
    document.change(rules.model_dump(mode="json"))
    return rules
