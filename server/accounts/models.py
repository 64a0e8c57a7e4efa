"""House rules of a person. People themselves are Django's users."""

from __future__ import annotations

from server.documents import PersonDocument
from windcrest_core.context import Rules, load_rules


class HouseRules(PersonDocument):
    @property
    def rules(self) -> Rules:
        return load_rules(self.body)
