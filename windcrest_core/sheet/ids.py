"""Ids that nothing has or had, ids twice, and ids that lead back to themselves."""

from __future__ import annotations


def free_id(wanted: str, taken: set[str]) -> str:
    """`wanted`, or the same with the next number that nothing has or had.

    Examples
    --------
    >>> free_id("horn_r", {"horn_r", "horn_2_r"})
    'horn_3_r'
    """
    wanted = wanted[:40]
    if wanted not in taken:
        return wanted
    stem, side = (wanted[:-2], wanted[-2:]) if wanted[-2:] in ("_r", "_l") else (wanted, "")
    return next(key for n in range(2, 999) if (key := f"{stem[:34]}_{n}{side}") not in taken)


def repeated(ids: list[str]) -> list[str]:
    """Those of them that are there more than once."""
    return sorted({key for key in ids if ids.count(key) > 1})


def leads_back(parents: dict[str, str | None], key: str) -> bool:
    """Whether following the parents of `key` comes back to it."""
    seen, at = {key}, parents.get(key)
    while at is not None and at not in seen:
        seen.add(at)
        at = parents.get(at)
    return at == key
