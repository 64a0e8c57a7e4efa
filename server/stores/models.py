"""What a person owns: what they work with, and lots with every movement of them."""

from __future__ import annotations

from typing import Any, get_args

from django.conf import settings
from django.db import models
from django.db.models import QuerySet, Sum
from django.db.models.functions import Coalesce

from server.documents import PersonDocument
from windcrest_core.given.load import load_owned, load_stores
from windcrest_core.given.stores import BendTest, Owned, Stores, WireCoil
from windcrest_core.stock import ledger
from windcrest_core.stock.kinds import KINDS, STOCK_KINDS

MOST_COILS = 200


class StoresDocument(PersonDocument):
    """What is worked with. Coils are the lots of wire, so they are in no document."""

    @property
    def owned(self) -> Owned:
        return load_owned(self.body)

    @property
    def stores(self) -> Stores:
        """What the plan is made from: what is owned, with the coils there are of it."""
        owned = self.owned
        coils = [coil for coil in coils_of(self.owner_id) if coil.wire in owned.wires]
        body = owned.model_dump(mode="json")
        body["coils"] = [coil.model_dump(mode="json") for coil in coils]
        return load_stores(body)


class Item(models.Model):
    """A thing in Stores; `key` is the catalogue's where it is in it."""

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="stock"
    )
    kind = models.CharField(max_length=12, choices=[(kind, kind) for kind in STOCK_KINDS])
    key = models.CharField(max_length=40)
    label = models.CharField(max_length=80)
    low_at = models.FloatField(null=True, default=None)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "kind", "key"], name="one_item")]
        ordering = ["kind", "label", "pk"]


class Lot(models.Model):
    """One purchase. What is left of it is the sum of its movements, and is stored nowhere."""

    item = models.ForeignKey(Item, on_delete=models.CASCADE, related_name="lots")
    label = models.CharField(max_length=60)
    price = models.FloatField(null=True, default=None)
    opened_on = models.DateField(null=True, default=None)
    best_before = models.DateField(null=True, default=None)
    bend_test = models.JSONField(null=True, default=None)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["item", "label"], name="one_lot")]
        ordering = ["pk"]


class Movement(models.Model):
    """A change of a lot, never altered: what was wrong is taken back by another.

    `client_key` is the device's own name for it, so that sending it twice books it once.
    """

    lot = models.ForeignKey(Lot, on_delete=models.CASCADE, related_name="movements")
    kind = models.CharField(
        max_length=12, choices=[(kind, kind) for kind in get_args(ledger.MovementKind)]
    )
    change = models.FloatField()
    figure = models.ForeignKey(
        "shelf.Figure", null=True, default=None, on_delete=models.SET_NULL, related_name="movements"
    )
    step = models.CharField(max_length=80, blank=True)
    note = models.CharField(max_length=200, blank=True)
    client_key = models.CharField(max_length=64, null=True, default=None)
    takes_back = models.OneToOneField(
        "self", null=True, default=None, on_delete=models.CASCADE, related_name="taken_back_by"
    )
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["lot", "client_key"], name="one_booking"),
        ]
        ordering = ["-made", "-id"]


class StockImport(models.Model):
    """A file of lots that was taken: its movements, from the first to before `past`, and the details it
    changed as they were before, so that it can be taken back as one."""

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="stock_imports"
    )
    name = models.CharField(max_length=100)
    first = models.PositiveBigIntegerField()
    past = models.PositiveBigIntegerField()
    details = models.JSONField(default=list)
    made = models.DateTimeField(auto_now_add=True)
    taken_back = models.DateTimeField(null=True, default=None)

    class Meta:
        ordering = ["-made", "-id"]


def counted(lots: QuerySet[Lot]) -> QuerySet[Lot]:
    """Lots with what was bought of them and what is left."""
    bought = models.Q(movements__kind="bought")
    return lots.annotate(
        left=Coalesce(Sum("movements__change"), 0.0),
        bought=Coalesce(Sum("movements__change", filter=bought), 0.0),
    )


def lot_out(lot: Any) -> ledger.Lot:
    """A counted lot as the core knows it."""
    return ledger.Lot(
        id=lot.pk,
        label=lot.label,
        bought=round(lot.bought, 6),
        left=round(lot.left, 6),
        price=lot.price,
        opened_on=lot.opened_on,
        best_before=lot.best_before,
        bend_test=None if lot.bend_test is None else BendTest.model_validate(lot.bend_test),
    )


def items_of(owner_id: int, **only: Any) -> list[ledger.Item]:
    """All things of a person with their lots, in two queries."""
    lots: dict[int, list[ledger.Lot]] = {}
    items = Item.objects.filter(owner_id=owner_id, **only)
    for lot in counted(Lot.objects.filter(item__in=items)):
        lots.setdefault(lot.item_id, []).append(lot_out(lot))
    return [
        ledger.Item(
            id=item.pk,
            kind=item.kind,  # type: ignore[arg-type]
            key=item.key,
            label=item.label,
            unit=KINDS[item.kind].unit,  # type: ignore[index]
            low_at=item.low_at,
            lots=lots.get(item.pk, []),
        )
        for item in items
    ]


def coils_of(owner_id: int) -> list[WireCoil]:
    """Lots of wire with anything left, the longest first where there are very many."""
    found = [
        WireCoil(
            id=f"lot_{lot.id}",
            name=lot.label,
            wire=item.key,
            length_mm=lot.left,
            bend_test=lot.bend_test,
        )
        for item in items_of(owner_id, kind="wire")
        for lot in item.lots
        if lot.left > 0.5
    ]
    longest = sorted(found, key=lambda coil: -coil.length_mm)[:MOST_COILS]
    kept = {coil.id for coil in longest}
    return [coil for coil in found if coil.id in kept]
