"""Say what a person works with."""

from __future__ import annotations

from typing import Any

from server.stores.models import StoresDocument
from windcrest_core.densities import refuse_impossible_weighings
from windcrest_core.given.load import load_owned
from windcrest_core.given.stores import Owned


def set_stores(document: StoresDocument, body: dict[str, Any]) -> Owned:
    owned = load_owned(body)
    refuse_impossible_weighings(owned)
    document.change(owned.model_dump(mode="json"))
    return owned
