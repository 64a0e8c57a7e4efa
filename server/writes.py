"""Every change over HTTP is one immediate transaction that reads what it changes inside it.

Whatever is not a GET is carried out so, unless it says that it computes only or that its action opens the
transaction itself, after long work that nobody should wait for. A row of ours that is written outside any
transaction is refused, so that there is no third way.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from functools import wraps
from typing import TYPE_CHECKING, Any, TypeVar

from django.db import transaction
from django.db.backends.base.base import BaseDatabaseWrapper
from django.db.backends.signals import connection_created

if TYPE_CHECKING:
    from ninja import Router

View = TypeVar("View", bound=Callable[..., Any])
WRITING = {"POST", "PUT", "PATCH", "DELETE"}
OURS = re.compile(r'^\s*(?:INSERT|UPDATE|DELETE|REPLACE)\b[^"]*"(?:shelf|bench|stores|accounts)_')


class OutsideError(RuntimeError):
    """A row was to be written outside a transaction: what it was read from may have changed since."""


def computes(view: View) -> View:
    """Marks a POST that writes nothing."""
    view.writes = "nothing"  # type: ignore[attr-defined]
    return view


def own_transaction(view: View) -> View:
    """Marks a change whose action does its long work first and reads again where it writes."""
    view.writes = "by itself"  # type: ignore[attr-defined]
    return view


def in_one_write(router: Router) -> Router:
    """Carry out each change of a router in one transaction."""
    for path in router.path_operations.values():
        for operation in path.operations:
            if set(operation.methods) & WRITING and not hasattr(operation.view_func, "writes"):
                operation.view_func = _atomic(operation.view_func)
    return router


def _atomic(view: View) -> View:
    @wraps(view)
    def carried_out(*args: Any, **kwargs: Any) -> Any:
        with transaction.atomic():
            return view(*args, **kwargs)

    carried_out.writes = "in one"  # type: ignore[attr-defined]
    return carried_out  # type: ignore[return-value]


def _refuse_outside(
    execute: Any, sql: str, params: Any, many: bool, context: dict[str, Any]
) -> Any:
    if not context["connection"].in_atomic_block and OURS.match(sql):
        raise OutsideError(sql[:80])
    return execute(sql, params, many, context)


def _watch(sender: object, connection: BaseDatabaseWrapper, **_: object) -> None:
    if _refuse_outside not in connection.execute_wrappers:
        connection.execute_wrappers.append(_refuse_outside)


def watch() -> None:
    """Refuse writes outside a transaction on every connection from now on."""
    connection_created.connect(_watch, dispatch_uid="writes")
