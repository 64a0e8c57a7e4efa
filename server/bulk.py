"""Very many rows at once: one statement for all of them, so that nobody waits for the lock."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import date, datetime
from typing import Any

from django.db import connection, models


def _stored(value: Any) -> Any:
    if isinstance(value, datetime):
        return connection.ops.adapt_datetimefield_value(value)
    return value.isoformat() if isinstance(value, date) else value


def insert_many(
    model: type[models.Model], columns: Sequence[str], rows: list[Sequence[Any]]
) -> range:
    """Insert rows within the transaction of the caller; their ids, one after another."""
    table = connection.ops.quote_name(model._meta.db_table)
    names = ", ".join(connection.ops.quote_name(name) for name in ("id", *columns))
    marks = ", ".join(["%s"] * (len(columns) + 1))
    with connection.cursor() as cursor:
        cursor.execute(
            f"SELECT max(coalesce((SELECT max(id) FROM {table}), 0), "
            "coalesce((SELECT seq FROM sqlite_sequence WHERE name = %s), 0))",
            [model._meta.db_table],
        )
        first = cursor.fetchone()[0] + 1
        cursor.executemany(
            f"INSERT INTO {table} ({names}) VALUES ({marks})",
            [(first + n, *map(_stored, row)) for n, row in enumerate(rows)],
        )
    return range(first, first + len(rows))


def update_many(
    model: type[models.Model], columns: Sequence[str], rows: Iterable[tuple[int, Sequence[Any]]]
) -> None:
    """Set columns of rows by their ids, within the transaction of the caller."""
    table = connection.ops.quote_name(model._meta.db_table)
    sets = ", ".join(f"{connection.ops.quote_name(name)} = %s" for name in columns)
    with connection.cursor() as cursor:
        cursor.executemany(
            f"UPDATE {table} SET {sets} WHERE id = %s",
            [(*map(_stored, values), key) for key, values in rows],
        )
