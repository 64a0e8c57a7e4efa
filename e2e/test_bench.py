"""Bench mode: steps done one by one, a timer that a reload does not lose, a note in the log."""

from __future__ import annotations

from playwright.sync_api import expect

from e2e.browser import Journey
from server.bench.models import LogEntry, Timer
from server.shelf.actions.create_figure import create_figure
from server.shelf.models import StepDone


class BenchJourney(Journey):
    def test_steps_are_done_at_the_bench_and_a_timer_outlives_a_reload(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/order")
            page.get_by_role("button", name="Work step by step").click()
            step = page.locator("[data-bench-step]")
            expect(step).to_contain_text("Cut")
            cut = step.inner_text()
            page.get_by_role("button", name="Timer: 10 min").click()
            expect(page.get_by_role("timer")).to_contain_text("09:5")
            page.keyboard.press("Space")
            expect(step).not_to_have_text(cut)
            page.reload()
            expect(page.get_by_role("timer")).to_contain_text("09:")
            expect(step).not_to_have_text(cut)
            page.get_by_label("Note", exact=True).fill(
                "The aluminium is softer than the last coil."
            )
            page.get_by_role("button", name="Note it").click()
            expect(page.get_by_text("Put in the log.")).to_be_visible()
            page.get_by_role("button", name="Stop").click()
            expect(page.get_by_role("timer")).to_have_count(0)
            page.keyboard.press("z")
            expect(step).to_have_text(cut)
            expect(page.get_by_text("All changes saved")).to_be_visible()

        self.drive(work)
        self.assertEqual(StepDone.objects.count(), 0)
        self.assertIsNotNone(Timer.objects.get().stopped)
        self.assertIn("softer", LogEntry.objects.get().text)
        self.finish()
