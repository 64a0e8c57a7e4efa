"""Whole pieces of work at Stores: a ball weighed on the bench scale, one list for two figures."""

from __future__ import annotations

import random
import re

from playwright.sync_api import expect

from e2e.browser import Journey
from server.shelf.actions.create_figure import create_figure
from server.stores.models import Lot, StoresDocument
from standins.scale.__main__ import Sender
from standins.scale.balance import Balance


class StoresJourney(Journey):
    def test_a_foil_ball_is_weighed_and_the_foil_of_the_figure_changes_and_says_why(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")
        balance = Balance(chance=random.Random(4), on_pan_g=22.4)
        senders: list[Sender] = []

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/bulk")
            foil = page.locator("[data-total=foil] b")
            before = foil.inner_text()
            page.get_by_role("link", name="Stores").click()
            page.get_by_role("tab", name="Weigh").click()
            page.get_by_label("Name of the scale").fill("kitchen scale")
            page.get_by_role("button", name="Let a scale in").click()
            token = page.locator("[data-token]").inner_text()
            senders.append(Sender(balance, self.live_server_url, token))
            senders[0].start()
            page.get_by_label("across").fill("40 mm")
            page.get_by_role("button", name=re.compile("^Take 22.* from the scale")).click()
            offered = page.locator("[data-density]")
            expect(offered).to_contain_text("until now 0.5 g")
            expect(page.locator("[data-move]")).to_contain_text("%")
            page.get_by_role("button", name="Count with it").click()
            expect(page.get_by_label("Counted with")).to_contain_text("foil, firm")
            page.goto(f"{self.live_server_url}/figures/{figure.id}/bulk")
            expect(foil).not_to_have_text(before)
            page.get_by_label("Why? Foil", exact=True).click()
            expect(page.get_by_text(re.compile("measured: 1 weighing")).first).to_be_visible()
            page.goto(f"{self.live_server_url}/stores?tab=weigh")
            page.get_by_label("Counted with").get_by_role("button", name="Undo").click()
            expect(page.get_by_label("Counted with")).to_contain_text("No ball was weighed yet")
            page.get_by_role("button", name="Shut it out").click()
            expect(page.get_by_text("No scale is known")).to_be_visible()

        try:
            self.drive(work)
        finally:
            for sender in senders:
                sender.stop.set()
                sender.join()
        self.assertEqual(StoresDocument.objects.get().owned.weighings, [])
        self.finish()

    def test_two_figures_one_shopping_list_and_what_is_bought_is_booked(self) -> None:
        for name in ("The lamplighter", "The netmaker"):
            create_figure(self.user, name, "biped", "300 mm")

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/stores?tab=buy")
            clay = page.get_by_role("row", name=re.compile("^rigid polymer clay, terracotta"))
            expect(clay).to_contain_text("The lamplighter, The netmaker")
            expect(clay).to_contain_text("454 g")
            both = clay.inner_text()
            page.get_by_text("The netmaker", exact=True).first.click()
            expect(clay).not_to_have_text(both)
            page.get_by_role("tab", name="What is there").click()
            page.get_by_role("button", name="Write down what was bought").click()
            page.get_by_label("how much").fill("2 kg")
            page.get_by_label("paid for all of it, £").fill("40")
            page.get_by_role("button", name="Put it in Stores").click()
            row = page.locator("[data-item='clay/rigid']")
            expect(row.locator("[data-there]")).to_have_text("2,000 g")
            row.get_by_role("button", name=re.compile("terracotta")).click()
            page.get_by_label("Amount").fill("46 g")
            page.get_by_label("For which figure").select_option(label="for The lamplighter")
            page.get_by_role("button", name="Book it").click()
            expect(row.locator("[data-there]")).to_have_text("1,954 g")
            page.get_by_role("tab", name="Movements").click()
            page.get_by_role("button", name=re.compile("Take back: .*used")).click()
            expect(page.get_by_text("+46 g")).to_be_visible()
            page.get_by_role("tab", name="To buy, and costs").click()
            expect(page.get_by_role("table", name="Shopping list")).not_to_contain_text(
                "terracotta"
            )

        self.drive(work)
        self.assertEqual(Lot.objects.get().price, 40)
        self.finish()
