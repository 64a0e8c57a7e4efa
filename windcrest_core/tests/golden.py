"""Every number of a plan, to be kept and compared: while the shape of the code changes, none of them does."""

from __future__ import annotations

import gzip
import json
import math
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from windcrest_core.measures import Units
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.plan import Plan
from windcrest_core.sheet import FigureSheet
from windcrest_core.tests.support import EXAMPLES, example
from windcrest_core.words import sayer

KEPT = Path(__file__).parent / "kept" / "golden.json.gz"
Numbers = dict[str, float]


def cases() -> Iterator[tuple[str, FigureSheet]]:
    """The demo figures, and a new figure of every body."""
    for path in sorted(EXAMPLES.glob("*.figure.json")):
        name = path.name.removesuffix(".figure.json")
        yield name, example(name)
    for body in BODIES:
        yield f"new {body}", new_sheet("Golden", body, 300.0)


def numbers(plan: Plan) -> Numbers:
    """Each number by its path, to nine digits; what is drawn as a count, a mean and a root mean square. Rows with a key or an id go by it, not by their place."""
    found: Numbers = {}
    _walk(plan.model_dump(mode="json", context=sayer(Units())), "", found)
    return found


def _walk(value: Any, path: str, found: Numbers) -> None:
    match value:
        case bool():
            found[path] = float(value)
        case int() | float():
            found[path] = float(f"{value:.9g}")
        case dict():
            for key, inner in value.items():
                if path.startswith("/drawing/") and isinstance(inner, list):
                    _drawn(inner, f"{path}/{key}", found)
                else:
                    _walk(inner, f"{path}/{key}", found)
        case list():
            taken: dict[str, int] = {}
            for place, inner in enumerate(value):
                name = _name(inner) or str(place)
                taken[name] = taken.get(name, 0) + 1
                again = f"~{taken[name]}" if taken[name] > 1 else ""
                _walk(inner, f"{path}/{name}{again}", found)


def _name(row: Any) -> str | None:
    if not isinstance(row, dict):
        return None
    named = row.get("key") or row.get("id") or row.get("name") or row.get("number")
    subject = row.get("subject")
    return f"{named}@{subject}" if named and subject else str(named) if named else None


def _drawn(rows: list[Any], path: str, found: Numbers) -> None:
    flat: Numbers = {}
    _walk({"rows": rows}, "", flat)
    values = list(flat.values())
    found[f"{path}#"] = float(len(values))
    if values:
        found[f"{path}~mean"] = float(f"{sum(values) / len(values):.6g}")
        squares = math.sqrt(sum(value * value for value in values) / len(values))
        found[f"{path}~rms"] = float(f"{squares:.6g}")


def unlike(kept: Numbers, now: Numbers) -> list[str]:
    """Where two differ by more than a millionth, or one has what the other has not."""
    told = [f"{path}: is gone, was {kept[path]:g}" for path in sorted(kept.keys() - now.keys())]
    told += [f"{path}: is new, {now[path]:g}" for path in sorted(now.keys() - kept.keys())]
    told += [
        f"{path}: {now[path]:g}, was {kept[path]:g}"
        for path in sorted(kept.keys() & now.keys())
        if not math.isclose(kept[path], now[path], rel_tol=1e-6, abs_tol=1e-6)
    ]
    return told


def read() -> dict[str, Numbers]:
    found: dict[str, Numbers] = json.loads(gzip.decompress(KEPT.read_bytes()))
    return found


def write(found: dict[str, Numbers]) -> None:
    text = json.dumps(found, sort_keys=True, separators=(",", ":"))
    KEPT.parent.mkdir(exist_ok=True)
    KEPT.write_bytes(gzip.compress(text.encode(), 9, mtime=0))
