"""A bake of the newt drummer in an oven that runs 15 °C hot, its door opened once: noticed, written
down, and learned from."""

from __future__ import annotations

import json
import random
import re
import time
from datetime import timedelta

from django.db import transaction
from django.utils import timezone
from playwright.sync_api import expect

from e2e.browser import Journey
from server.accounts.models import HouseRules
from server.bench.models import Device, LiveBake, hash_of, new_token
from server.shelf.actions.import_sheet import put_on_shelf
from server.testing import EXAMPLES
from standins.link import Device as Link
from standins.oven.cavity import Cavity
from windcrest_core.sheet import load_sheet

MINUTES, EVERY_S, DOOR_MIN = 75, 20, 40


class HotOvenJourney(Journey):
    def test_it_is_followed_noticed_saved_and_learned(self) -> None:
        raw = json.loads((EXAMPLES / "newt_drummer.figure.json").read_text())
        figure = put_on_shelf(self.user, load_sheet(raw), "New figure")
        token = new_token()
        with transaction.atomic():
            Device.objects.create(owner=self.user, name="probe", token_hash=hash_of(token))

        def begin() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/bake")
            page.get_by_role("button", name="I’ve put it in: start timing").click()
            expect(page.locator("[data-to-go]")).to_contain_text("to go")

        self.drive(begin)
        begun = timezone.now() - timedelta(minutes=MINUTES)
        with transaction.atomic():
            LiveBake.objects.update(started=begun)
        self.measure(token, begun.timestamp())

        def watch_and_end() -> None:
            page = self.page
            page.reload()
            running = page.get_by_role("group", name="Running bake")
            expect(running).to_contain_text(f"The door was open at minute {DOOR_MIN}")
            expect(running).to_contain_text("above the maker's 150")
            page.goto(f"{self.live_server_url}/figures/{figure.id}/colour")
            page.get_by_role("button", name="Bake 1 is running").click()
            offered = running.get_by_role("button", name="Count with it from now on")
            offered.click()
            expect(offered).to_be_hidden()
            running.get_by_role("button", name="Oven off").click()
            verdict = page.get_by_role("group", name="Verdict of this bake")
            expect(verdict).to_contain_text(re.compile(r"took 7\d min|took 1\.\d h"))
            expect(page.get_by_text("goes by the air that was measured")).to_be_visible()
            expect(
                page.locator("[data-finding]").get_by_text("the air swung past the maker's maximum")
            ).to_be_visible()

        self.drive(watch_and_end)
        record = figure.bakes.get()
        self.assertAlmostEqual(record.minutes, MINUTES, delta=2)
        self.assertGreater(max(record.air_c), 150)
        self.assertIn("chest.cover.1", record.steps)
        learned = HouseRules.objects.get(owner=self.user).rules.oven.offset_c
        self.assertAlmostEqual(learned, 15, delta=4)
        self.finish()

    def measure(self, token: str, begun: float) -> None:
        """What the probe of such an oven sends over the bake, in two goes and out of order."""
        oven = Cavity(dial_c=135, offset_c=15, swing_c=4, chance=random.Random(4))
        oven.wait(1500)
        rows = []
        for at_s in range(0, MINUTES * 60, EVERY_S):
            oven.door = DOOR_MIN * 60 <= at_s < DOOR_MIN * 60 + 60
            oven.wait(EVERY_S)
            rows.append({"at": min(begun + at_s + EVERY_S, time.time()), "temp_c": oven.reading()})
        random.Random(2).shuffle(rows)
        link = Link(self.live_server_url, token)
        for part in (rows[:150], rows[100:]):
            self.assertIsNone(link.post("probe/readings", {"readings": part}))
