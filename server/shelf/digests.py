"""What lists need of each figure's plan, kept with it, so that no list plans.

A figure that was changed itself, or has no digest, is planned where it is asked for. Where House rules, Stores or
Windcrest itself changed, all of a shelf would be: those are planned in the process beside, and lists say what was
true before until they are.
"""

from __future__ import annotations

import hashlib
from collections import defaultdict
from collections.abc import Iterable
from concurrent.futures import Future
from dataclasses import dataclass
from datetime import date, datetime
from functools import cache
from pathlib import Path
from threading import Lock, get_ident

from django.db import connections, transaction
from django.db.models import TextField
from django.db.models.functions import Cast

import windcrest_core
from server.beside import beside
from server.shelf.models import (
    BakeRecord,
    BuiltRecord,
    DigestRecord,
    Figure,
    MishapRecord,
    StepDone,
)
from server.shelf.planning import given_of, kept_plan_of
from server.stores.given import context_of
from windcrest_core.digest import CardFacts, Digest, Takes, digest_of, replanned
from windcrest_core.errors import SheetError
from windcrest_core.given.load import read_by_plans
from windcrest_core.work.calendar import Work

_under_way: dict[tuple[str, str, str], Future[Digest]] = {}
_lock = Lock()


@dataclass(frozen=True)
class Digested:
    """A figure of a list; `as_of` where what is said of it is from before House rules or Stores were changed."""

    id: str
    changed: datetime
    as_of: datetime | None
    _record: DigestRecord

    @property
    def card(self) -> CardFacts:
        return CardFacts.model_validate_json(self._record.card)

    @property
    def work(self) -> Work:
        return Work.model_validate_json(self._record.work)

    @property
    def takes(self) -> Takes:
        return Takes.model_validate_json(self._record.takes)


@cache
def _code() -> str:
    """Fingerprint of what makes plans: the core and its catalogue."""
    root = Path(windcrest_core.__file__).parent
    found = hashlib.sha256()
    for path in sorted([*root.rglob("*.py"), *(root / "catalogue" / "data").iterdir()]):
        if "tests" not in path.parts:
            found.update(path.read_bytes())
    return found.hexdigest()


def _hash(*parts: object) -> str:
    return hashlib.sha256("\n".join(str(part) for part in parts).encode()).hexdigest()


def _done(owner_id: int) -> dict[str, list[object]]:
    """What is done of each figure of a person, as rows that differ where it does."""
    own = {"figure__owner_id": owner_id}
    found: dict[str, list[object]] = defaultdict(list)
    for key, *row in StepDone.objects.filter(**own).order_by("key").values_list("figure_id", "key"):
        found[key].append(row)
    trace = Cast("air_c", TextField())
    for key, *row in (
        BakeRecord.objects.filter(**own)
        .order_by("number")
        .annotate(trace=trace)
        .values_list("figure_id", "number", "minutes", "steps", "dial_c", "trace")
    ):
        found[key].append(row)
    for key, *row in (
        MishapRecord.objects.filter(**own)
        .order_by("pk")
        .values_list("figure_id", "key", "kind", "part", "way", "after_bake")
    ):
        found[key].append(row)
    for key, *row in (
        BuiltRecord.objects.filter(**own)
        .order_by("part", "kind")
        .values_list("figure_id", "part", "kind", "value")
    ):
        found[key].append(row)
    return found


def digests(owner_id: int, ids: Iterable[str] | None = None) -> list[Digested]:
    """All of a person's figures, or those of these ids, in the order they were begun in."""
    rows = list(
        Figure.objects.filter(owner_id=owner_id, deleted=None)
        .annotate(reached=Cast("reach", TextField()), kept=Cast("pinned", TextField()))
        .values("id", "revision", "changed", "reached", "kept")
    )
    if ids is not None:
        wanted = set(ids)
        rows = [row for row in rows if row["id"] in wanted]
    done, given_now = _done(owner_id), _hash(_code(), read_by_plans(context_of(owner_id)))
    records = DigestRecord.objects.filter(figure__owner_id=owner_id)
    kept = {record.pk: record for record in records}
    found = []
    for row in rows:
        key = row["id"]
        own = _hash(row["revision"], row["reached"], row["kept"], done[key])
        given = _hash(_code()) if row["kept"] else given_now
        record = kept.get(key)
        if record is None or record.own != own:
            record = _digested_now(key, own, given)
        as_of = None if record.given == given else record.made
        if as_of is not None:
            _begin(key, own, given)
        found.append(Digested(key, row["changed"], as_of, record))
    return found


def _digested_now(key: str, own: str, given: str) -> DigestRecord:
    figure = Figure.objects.get(pk=key)
    taken = given_of(figure)
    made = digest_of(key, kept_plan_of(figure, None, taken).plan, figure.sheet, taken[0])
    return _keep(key, own, given, made)


def _keep(key: str, own: str, given: str, digest: Digest) -> DigestRecord:
    with transaction.atomic():
        record, _ = DigestRecord.objects.update_or_create(
            figure_id=key,
            defaults={
                "own": own,
                "given": given,
                "card": digest.card.model_dump_json(),
                "work": digest.work.model_dump_json(),
                "takes": digest.takes.model_dump_json(),
            },
        )
    return record


def _begin(key: str, own: str, given: str) -> None:
    """Plan a figure in the process beside, unless that is under way, and keep what comes of it."""
    at, asking = (key, own, given), get_ident()
    with _lock:
        if at in _under_way:
            return
        figure = Figure.objects.get(pk=key)
        context, progress = given_of(figure)
        job = beside.begin(replanned, key, figure.sheet, context, progress, date.today())
        _under_way[at] = job.found

    def keep(found: Future[Digest]) -> None:
        try:
            there = Figure.objects.filter(pk=key).exists()
            if there and not found.cancelled() and found.exception() is None:
                _keep(*at, found.result())
        finally:
            if get_ident() != asking:
                connections.close_all()
            # What cannot be planned by the rules of now is not tried again until something is changed.
            if found.cancelled() or not isinstance(found.exception(), SheetError):
                with _lock:
                    _under_way.pop(at, None)

    job.found.add_done_callback(keep)
