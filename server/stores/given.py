"""House rules and Stores of a person, as a plan takes them."""

from __future__ import annotations

from server.accounts.models import HouseRules
from server.stores.models import StoresDocument
from windcrest_core.given.load import Context


def context_of(owner_id: int) -> Context:
    """As they are now."""
    rules = HouseRules.objects.filter(owner_id=owner_id).first() or HouseRules()
    stores = StoresDocument.objects.filter(owner_id=owner_id).first() or StoresDocument()
    return Context(rules=rules.rules, stores=stores.stores)
