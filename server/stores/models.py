"""What a person owns."""

from __future__ import annotations

from server.documents import PersonDocument
from windcrest_core.context import Stores, load_stores


class StoresDocument(PersonDocument):
    @property
    def stores(self) -> Stores:
        return load_stores(self.body)
