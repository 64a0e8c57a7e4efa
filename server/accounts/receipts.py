"""Each thing a device sends is done once, however often it is sent.

A device names what it sends with a key of its own. The key is written down in the transaction of the
change itself, so that a change and its receipt are kept together or not at all.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import timedelta

from django.http import HttpRequest
from django.utils import timezone

from server.accounts.models import Receipt
from windcrest_core.errors import SheetError

LONGEST = 64
#: A device that was away for longer than this asks the person before it sends.
KEPT = timedelta(days=180)


@dataclass(frozen=True)
class Sending:
    """Whose it is, the device (one page of a browser) it comes from, and its key there."""

    owner_id: int
    device: str
    key: str


def sending_of(request: HttpRequest) -> Sending | None:
    """How the sender names what it sends, in the headers Idempotency-Key and Windcrest-Device."""
    key = request.headers.get("Idempotency-Key", "")
    device = request.headers.get("Windcrest-Device", "")
    for name, text in (("Idempotency-Key", key), ("Windcrest-Device", device)):
        if len(text) > LONGEST:
            raise SheetError.one(name, text, f"at most {LONGEST} letters")
    return Sending(request.user.pk or 0, device, key) if key else None


def arrived(sending: Sending | None) -> bool:
    """Whether this was done already."""
    return (
        sending is not None
        and Receipt.objects.filter(owner_id=sending.owner_id, key=sending.key).exists()
    )


def made_before(sending: Sending | None) -> str | None:
    """What was made when this was done already."""
    if sending is None:
        return None
    receipt = Receipt.objects.filter(owner_id=sending.owner_id, key=sending.key).first()
    return receipt.about if receipt else None


def receive(sending: Sending | None, about: str = "") -> bool:
    """Write down that this is done, and what it made, inside the transaction that does it; false where
    it was done before."""
    if sending is None:
        return True
    Receipt.objects.filter(made__lt=timezone.now() - KEPT).delete()
    _, new = Receipt.objects.get_or_create(
        owner_id=sending.owner_id, key=sending.key, defaults={"about": about}
    )
    return new
