"""Take a figure off the shelf, and put it back."""

from __future__ import annotations

from django.utils import timezone

from server.shelf.models import Figure


def delete_figure(figure: Figure, away: bool) -> None:
    figure.deleted = timezone.now() if away else None
    figure.save(update_fields=["deleted", "changed"])
