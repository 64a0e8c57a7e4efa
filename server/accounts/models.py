"""House rules of a person, and receipts of what was sent. People themselves are Django's users."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from server.documents import PersonDocument
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import load_rules


class HouseRules(PersonDocument):
    @property
    def rules(self) -> Rules:
        return load_rules(self.body)


class Receipt(models.Model):
    """That something a device sent under this key was done, and what it made if it made anything."""

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="receipts"
    )
    key = models.CharField(max_length=64)
    about = models.CharField(max_length=64, blank=True, default="")
    made = models.DateTimeField(auto_now_add=True, db_index=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "key"], name="one_receipt")]
