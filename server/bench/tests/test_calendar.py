"""The bench calendar over HTTP."""

from __future__ import annotations

import icalendar

from server.bench.actions.mark_steps import mark_steps
from server.shelf.actions.create_figure import create_figure
from server.testing import ApiCase
from windcrest_core.tests.paper import read

AT = "at=2026-11-23T18:00:00"


class CalendarTest(ApiCase):
    def test_all_figures_or_those_that_are_named_in_their_order(self) -> None:
        other = create_figure(self.user, "Other", "biped", "200 mm")
        both = self.client.get(f"/api/v1/calendar?{AT}").json()
        self.assertEqual({row["name"] for row in both["finishes"]}, {"Test", "Other"})
        asked = f"/api/v1/calendar?{AT}&figures={other.id},{self.figure.id}"
        first = self.client.get(asked).json()["sittings"][0]
        self.assertEqual((first["name"], first["start"]), ("Other", "2026-11-23T19:00:00"))
        one = self.client.get(f"/api/v1/calendar?{AT}&figures={other.id}").json()
        self.assertEqual([row["name"] for row in one["finishes"]], ["Other"])

    def test_it_follows_what_is_done_and_the_hours_of_house_rules(self) -> None:
        before = self.client.get(f"/api/v1/calendar?{AT}").json()
        key = before["sittings"][0]["key"]
        self.call("PUT", f"{self.at}/steps/{key}", {"done": True})
        after = self.client.get(f"/api/v1/calendar?{AT}").json()
        self.assertNotEqual(after["sittings"][0]["key"], key)
        week = [{"from_h": 6, "hours": 16}] * 7
        self.call("PATCH", "/api/v1/rules", {"changes": {"bench_week": week}})
        long_days = self.client.get(f"/api/v1/calendar?{AT}").json()
        self.assertLess(long_days["finishes"][0]["day"], after["finishes"][0]["day"])

    def test_hours_that_no_day_has_are_refused(self) -> None:
        for week in ([{"from_h": 6, "hours": 30}] * 7, [{"from_h": 6, "hours": 2}] * 3):
            answer = self.call("PATCH", "/api/v1/rules", {"changes": {"bench_week": week}})
            self.assertEqual(answer.status_code, 422)
            self.assertTrue(answer.json()["errors"][0]["path"].startswith("bench_week"))

    def test_the_calendar_as_a_file(self) -> None:
        answer = self.client.get(f"/api/v1/calendar.ics?{AT}")
        self.assertIn("bench.ics", answer["Content-Disposition"])
        self.assertTrue(icalendar.Calendar.from_ical(answer.content).walk("VEVENT"))

    def events(self, **asked: str) -> dict[str, icalendar.Event]:
        query = "&".join(
            f"{key}={value}" for key, value in {"at": AT.removeprefix("at="), **asked}.items()
        )
        answer = self.client.get(f"/api/v1/calendar.ics?{query}")
        found = icalendar.Calendar.from_ical(answer.content).walk("VEVENT")
        return {str(event["uid"]): event for event in found}

    def test_a_later_file_changes_and_cancels_what_an_earlier_one_told(self) -> None:
        before = self.events()
        self.assertTrue(all(event["sequence"] == 0 for event in before.values()))
        self.assertEqual([event["sequence"] for event in self.events().values()], [0] * len(before))
        week = [{"from_h": 6, "hours": 16}] * 7
        self.call("PATCH", "/api/v1/rules", {"changes": {"bench_week": week}})
        after = self.events()
        self.assertLessEqual(set(before), set(after))
        cancelled = [event for event in after.values() if str(event["status"]) == "CANCELLED"]
        self.assertTrue(cancelled)
        for event in cancelled:
            self.assertEqual(event["sequence"], 1)

    def test_what_is_put_away_is_cancelled_and_what_is_left_out_is_not(self) -> None:
        other = create_figure(self.user, "Other", "biped", "200 mm").id
        both = self.events()
        mine = {uid for uid in both if uid.startswith(f"{other}.")}
        self.assertTrue(mine)
        self.assertFalse(mine & set(self.events(figures=self.figure.id)))
        self.call("DELETE", f"/api/v1/figures/{other}")
        told = self.events()
        self.assertEqual({str(told[uid]["status"]) for uid in mine}, {"CANCELLED"})

    def test_what_is_finished_is_cancelled_though_it_is_not_asked_for(self) -> None:
        other = create_figure(self.user, "Other", "biped", "200 mm").id
        mine = set(self.events(figures=self.figure.id))
        steps = self.client.get(f"{self.at}/plan/order").json()["steps"]
        mark_steps(self.figure, [step["key"] for step in steps], True)
        told = self.events(figures=other)
        self.assertEqual({str(told[uid]["status"]) for uid in mine}, {"CANCELLED"})

    def test_the_day_is_printed_in_the_persons_measures(self) -> None:
        self.call("PATCH", "/api/v1/rules", {"changes": {"mass_unit": "oz", "length_unit": "in"}})
        answer = self.client.get(f"/api/v1/calendar/day?{AT}")
        self.assertEqual(answer["Content-Type"], "application/pdf")
        (page,) = read(answer.content)
        self.assertIn("The day's steps", page.words)
        self.assertAlmostEqual(page.width_mm, 215.9, 1)
        self.assertNotIn(" g:", page.words)
        self.assert_problem(self.client.get(f"/api/v1/calendar/day?{AT}&paper=A9"), 422, "paper")
