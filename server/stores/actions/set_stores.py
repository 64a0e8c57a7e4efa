"""Say what a person owns."""

from __future__ import annotations

from typing import Any

from server.stores.models import StoresDocument
from windcrest_core.context import Stores, load_stores
from windcrest_core.frame.bend_test import refuse_impossible_tests


def set_stores(document: StoresDocument, body: dict[str, Any]) -> Stores:
    stores = load_stores(body)
    refuse_impossible_tests(stores)
    document.change(stores.model_dump(mode="json"))
    return stores
