"""manage.py demo: the harbour festival bench, made once from examples/."""

from __future__ import annotations

import io
import json
import secrets
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management.base import BaseCommand
from django.db import transaction
from PIL import Image, ImageDraw

from server.accounts.actions.sign_up import sign_up
from server.accounts.api import DEMO_NAME
from server.accounts.models import HouseRules
from server.bench.actions.mark_steps import mark_steps
from server.bench.actions.record_bake import record_bake
from server.bench.actions.write_log import write_log
from server.shelf.actions.create_figure import put_on_shelf
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from server.stores.models import StoresDocument
from windcrest_core.context import load_rules, load_stores
from windcrest_core.drawing.elevation import View
from windcrest_core.sheet import load_sheet

EXAMPLES = Path(settings.ROOT) / "examples"
PAPER, CLAY, INK = "#efe6d2", "#c9906e", "#26364a"


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
        stores = load_stores(festival["stores"])
        StoresDocument.objects.filter(owner=owner).update(body=stores.model_dump(mode="json"))
        for row in festival["figures"]:
            text = (EXAMPLES / row["sheet"]).read_text(encoding="utf-8")
            figure = put_on_shelf(owner, load_sheet(json.loads(text)), "New figure")
            self._history(figure, row)

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
            drawn = _drawn(getattr(plan.drawing, view)) if view else None
            picture = SimpleUploadedFile("drawn.png", drawn, "image/png") if drawn else None
            write_log(figure, entry["text"], picture)


def _drawn(view: View) -> bytes:
    """A picture of our own, drawn from the figure's elevation."""
    low_u, low_v, high_u, high_v = view.bounds
    scale = 760 / max(high_u - low_u, high_v - low_v)
    size = (int((high_u - low_u) * scale) + 120, int((high_v - low_v) * scale) + 120)
    image = Image.new("RGB", size, PAPER)
    pen = ImageDraw.Draw(image)

    def ring(flat: list[float]) -> list[tuple[float, float]]:
        return [
            (60 + (u - low_u) * scale, size[1] - 60 - (v - low_v) * scale)
            for u, v in zip(flat[::2], flat[1::2], strict=True)
        ]

    floor = size[1] - 60
    pen.rectangle((0, floor, size[0], size[1]), fill="#d9cbb0")
    for part in view.parts:
        for outline in part.outline:
            pen.polygon(ring(outline), fill=CLAY, outline="#8a5a41")
    for outline in view.silhouette:
        points = ring(outline)
        pen.line([*points, points[0]], fill=INK, width=3)
    out = io.BytesIO()
    image.save(out, "PNG")
    return out.getvalue()
