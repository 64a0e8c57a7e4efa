"""manage.py demo: the harbour festival bench, made once from examples/."""

from __future__ import annotations

import json
import secrets
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management.base import BaseCommand
from django.db import transaction

from server.accounts.actions.sign_up import sign_up
from server.accounts.api import DEMO_NAME
from server.accounts.models import HouseRules
from server.bench.actions.mark_steps import mark_steps
from server.bench.actions.record_bake import record_bake
from server.bench.actions.write_log import write_log
from server.shelf.actions.create_figure import put_on_shelf
from server.shelf.drawn import Drawing, sketch
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from server.stores.actions.book import On, add_lot, book
from server.stores.models import StoresDocument
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import load_owned, load_rules
from windcrest_core.given.stores import BendTest
from windcrest_core.sheet import load_sheet, parse
from windcrest_core.stock.kinds import KINDS, read_amount
from windcrest_core.work.checks.marked import load_marks

EXAMPLES = Path(settings.ROOT) / "examples"


class Command(BaseCommand):
    help = "Make the demo bench if it is not there yet; what the person did on it is kept."

    def handle(self, *args: Any, **options: Any) -> None:
        if User.objects.filter(username=DEMO_NAME).exists():
            self.stdout.write("The demo bench is there already.")
            return
        with transaction.atomic():
            self._make()
        self.stdout.write("The demo bench is ready.")

    def _make(self) -> None:
        owner = sign_up(DEMO_NAME, secrets.token_urlsafe(24))
        festival = json.loads((EXAMPLES / "festival.json").read_text(encoding="utf-8"))
        rules = load_rules(festival["rules"])
        HouseRules.objects.filter(owner=owner).update(body=rules.model_dump(mode="json"))
        owned = load_owned(festival["stores"])
        StoresDocument.objects.create(owner=owner, body=owned.model_dump(mode="json"))
        figures: dict[str, Figure] = {}
        for row in festival["figures"]:
            text = (EXAMPLES / row["sheet"]).read_text(encoding="utf-8")
            figure = put_on_shelf(owner, load_sheet(json.loads(text)), "New figure")
            for name in row.get("sketched", []):
                sketch(figure, name)
            figures[row["sheet"].removesuffix(".figure.json")] = figure
        for row in festival["stock"]:
            self._stock(owner.pk, row, rules, figures)
        for row in festival["figures"]:
            self._history(figures[row["sheet"].removesuffix(".figure.json")], row)

    @staticmethod
    def _stock(
        owner_id: int, row: dict[str, Any], rules: Rules, figures: dict[str, Figure]
    ) -> None:
        """A lot, and what was used of it."""
        lot = add_lot(
            owner_id,
            row["kind"],
            row.get("item", ""),
            row.get("label", ""),
            row["amount"],
            rules,
            price=row.get("price"),
            lot_label=row["lot"],
            opened_on=row.get("opened_on"),
            best_before=row.get("best_before"),
        )
        item = lot.item
        if "bend_test" in row:
            lot.bend_test = BendTest.model_validate(row["bend_test"]).model_dump(mode="json")
            lot.save()
        if "low_at" in row:
            unit = KINDS[row["kind"]].unit
            item.low_at = read_amount(row["low_at"], unit, rules, "low_at")
            item.save()
        for name, amount in row.get("used", []):
            book(
                owner_id, item, lot.pk, "used", amount, rules, False, On(figure_id=figures[name].id)
            )

    @staticmethod
    def _history(figure: Figure, row: dict[str, Any]) -> None:
        for number, minutes in enumerate(row["bakes"], start=1):
            record_bake(figure, number, minutes)
        plan = plan_of(figure)
        finished = row["done"] == "all"
        baked = len(row["bakes"])
        keys = [
            s.key for s in plan.order.steps if finished or (s.bake is not None and s.bake <= baked)
        ]
        if finished:
            keys += [item.key for item in plan.finish.checklist if item.key not in keys]
        mark_steps(figure, keys, True)
        for entry in row["log"]:
            view = entry.get("picture")
            drawn = Drawing(getattr(plan.drawing, view)).png() if view else None
            picture = SimpleUploadedFile("drawn.png", drawn, "image/png") if drawn else None
            marks = None
            if name := entry.get("photograph"):
                taken = (EXAMPLES / f"{name}.jpg").read_bytes()
                picture = SimpleUploadedFile(f"{name}.jpg", taken, "image/jpeg")
                marks = load_marks(parse((EXAMPLES / f"{name}.marks.json").read_bytes()))
            write_log(figure, entry["text"], picture, marks=marks)
