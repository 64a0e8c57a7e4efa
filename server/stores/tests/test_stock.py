"""Lots, movements, shopping, costs, calibrations and CSV over HTTP."""

from __future__ import annotations

import importlib
import threading
from typing import Any

from django.apps import apps
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.db.models import Sum
from django.test import TransactionTestCase
from django.test.utils import CaptureQueriesContext

from server.stores.actions.book import On, add_lot, book
from server.stores.models import Item, Lot, Movement, StoresDocument, counted
from server.testing import ApiCase, person
from windcrest_core.given.house_rules import Rules
from windcrest_core.tests.paper import read


class StockCase(ApiCase):
    def add(
        self, kind: str = "clay", item: str = "rigid", amount: str = "454 g", **more: Any
    ) -> int:
        body = {"kind": kind, "item": item, "amount": amount, **more}
        answer = self.call("POST", "/api/v1/stock/lots", body)
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        return int(answer.json()["id"])

    def item(self, key: str = "rigid") -> Item:
        return Item.objects.get(key=key)

    def left(self, key: str = "rigid") -> float:
        items = self.client.get("/api/v1/stock").json()["items"]
        return sum(lot["left"] for item in items if item["key"] == key for lot in item["lots"])

    def book(self, kind: str, amount: str, key: str = "rigid", **more: Any) -> Any:
        url = f"/api/v1/stock/items/{self.item(key).pk}/movements"
        return self.call("POST", url, {"kind": kind, "amount": amount, **more})


class BookingTest(StockCase):
    def test_what_is_bought_used_and_weighed_adds_up(self) -> None:
        lot = self.add(price=10.9, lot="spring")
        self.assertEqual(self.book("used", "46 g", figure=self.figure.id).status_code, 201)
        self.assertEqual(self.book("weighed", "400 g", lot=lot).status_code, 201)
        self.assertAlmostEqual(self.left(), 400)
        rows = self.client.get("/api/v1/stock/movements").json()["rows"]
        self.assertEqual([row["change"] for row in rows], [-8.0, -46.0, 454.0])
        self.assertEqual(rows[1]["figure"], "Test")

    def test_what_is_missing_from_a_weighed_pack_went_into_the_figure(self) -> None:
        lot = self.add(price=9.08)
        self.book("weighed", "354 g", lot=lot, figure=self.figure.id)
        [used, _] = self.client.get("/api/v1/stock/movements").json()["rows"]
        self.assertEqual((used["kind"], used["change"], used["figure"]), ("used", -100.0, "Test"))

    def test_taken_back_once_and_all_is_as_before(self) -> None:
        self.add()
        self.book("wasted", "54 g")
        [first, _] = self.client.get("/api/v1/stock/movements").json()["rows"]
        url = f"/api/v1/stock/movements/{first['id']}/take-back"
        self.assertEqual(self.call("POST", url).status_code, 200)
        self.assertAlmostEqual(self.left(), 454)
        self.assert_problem(self.call("POST", url), 409)
        newest = self.client.get("/api/v1/stock/movements").json()["rows"][0]
        again = f"/api/v1/stock/movements/{newest['id']}/take-back"
        self.assert_problem(self.call("POST", again), 409)

    def test_more_than_there_is_is_said_before_it_is_taken(self) -> None:
        self.add(amount="57 g")
        self.assert_problem(self.book("used", "60 g"), 422, "amount")
        self.assertAlmostEqual(self.left(), 57)
        self.assertEqual(self.book("used", "60 g", anyway=True).status_code, 201)
        self.assertAlmostEqual(self.left(), -3)

    def test_the_same_booking_sent_twice_is_booked_once(self) -> None:
        self.add(client_key="a")
        self.add(client_key="a")
        for _ in range(3):
            self.book("used", "10 g", client_key="b")
        self.assertAlmostEqual(self.left(), 444)

    def test_what_cannot_be_changes_nothing(self) -> None:
        self.add()
        for kind, amount, path in (
            ("used", "-5 g", "amount"),
            ("used", "0 g", "amount"),
            ("used", "soft", "amount"),
            ("taken_back", "5 g", "kind"),
            ("used", "5 mm", "amount"),
        ):
            with self.subTest(amount):
                self.assert_problem(self.book(kind, amount), 422, path)
        for body, path in (
            ({"kind": "clay", "item": "rigid", "amount": "-5 g"}, "amount"),
            ({"kind": "clay", "item": "moon", "amount": "5 g"}, "item"),
            ({"kind": "glue", "item": "", "label": " ", "amount": "5 g"}, "label"),
        ):
            self.assert_problem(self.call("POST", "/api/v1/stock/lots", body), 422, path)
        self.assertEqual(Movement.objects.count(), 1)

    def test_a_strangers_lot_and_figure_are_not_there(self) -> None:
        lot = self.add()
        _, stranger = person("stranger")
        item = self.item().pk
        url = f"/api/v1/stock/items/{item}/movements"
        body = '{"kind": "used", "amount": "5 g"}'
        self.assertEqual(stranger.post(url, body, "application/json").status_code, 404)
        self.assertEqual(
            stranger.patch(f"/api/v1/stock/lots/{lot}", "{}", "application/json").status_code, 404
        )
        self.assertEqual(stranger.get("/api/v1/stock").json()["items"], [])

    def test_what_is_bought_is_worked_with(self) -> None:
        self.add("wire", "st_2_5", "3 m")
        self.assertIn("st_2_5", self.client.get("/api/v1/stores").json()["stores"]["wires"])

    def test_lots_have_names_of_their_own(self) -> None:
        self.add(lot="spring")
        body = {"kind": "clay", "item": "rigid", "amount": "57 g", "lot": "spring"}
        self.assert_problem(self.call("POST", "/api/v1/stock/lots", body), 422, "lot")
        second = self.add()
        answer = self.call("PATCH", f"/api/v1/stock/lots/{second}", {"label": "spring"})
        self.assert_problem(answer, 422, "label")

    def test_when_to_buy_again_is_an_amount(self) -> None:
        self.add()
        url = f"/api/v1/stock/items/{self.item().pk}"
        self.assertEqual(self.call("PATCH", url, {"low_at": "150 g"}).status_code, 200)
        self.assertEqual(self.item().low_at, 150)
        self.assert_problem(self.call("PATCH", url, {"low_at": "little"}), 422, "low_at")
        self.call("PATCH", url, {"low_at": ""})
        self.assertIsNone(self.item().low_at)


class CoilTest(StockCase):
    def test_lots_of_wire_are_the_coils_of_the_cut_list(self) -> None:
        self.add("wire", "al_awg12", "3 m")
        stores = StoresDocument.objects.get_or_create(owner=self.user)[0].stores
        self.assertEqual([(c.wire, c.length_mm) for c in stores.coils], [("al_awg12", 3000)])
        self.book("used", "3 m", key="al_awg12")
        self.assertEqual(StoresDocument.objects.get_or_create(owner=self.user)[0].stores.coils, [])

    def test_a_bend_test_of_a_coil_sets_its_yield(self) -> None:
        lot = self.add("wire", "al_awg12", "3 m")
        test = {"length_mm": 100, "mass_g": 57.0, "droop_mm": None}
        answer = self.call("PATCH", f"/api/v1/stock/lots/{lot}", {"bend_test": test})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        yields = self.client.get("/api/v1/yields").json()
        self.assertTrue(yields["al_awg12"]["tested"])
        self.assertFalse(yields["al_awg9"]["tested"])
        runs = self.client.get(self.at + "/plan/frame").json()["runs"]
        option = next(o for o in runs[0]["options"] if o["wire"] == "al_awg12")
        self.assertTrue(option["tested"])

    def test_a_bend_test_that_cannot_be_changes_nothing(self) -> None:
        lot = self.add("wire", "al_awg12", "3 m")
        test = {"length_mm": 100, "mass_g": 5, "droop_mm": 0.1}
        answer = self.call("PATCH", f"/api/v1/stock/lots/{lot}", {"bend_test": test})
        self.assert_problem(answer, 422, f"coils/lot_{lot}/bend_test/droop_mm")
        self.assertIsNone(Lot.objects.get(pk=lot).bend_test)

    def test_coils_of_an_older_document_become_lots(self) -> None:
        document = StoresDocument.objects.get_or_create(owner=self.user)[0]
        coil = {"id": "coil_1", "wire": "al_awg12", "length_mm": 3400, "bend_test": None}
        document.body = {**document.body, "coils": [coil]}
        document.save()
        migration = importlib.import_module("server.stores.migrations.0003_coils_are_lots")
        migration.coils_to_lots(apps, None)
        document.refresh_from_db()
        self.assertEqual([c.length_mm for c in document.stores.coils], [3400])


class ShoppingTest(StockCase):
    def test_what_is_there_is_not_bought(self) -> None:
        url = f"/api/v1/stock/shopping?figures={self.figure.id}"
        lines = {row["kind"]: row for row in self.client.get(url).json()["lines"]}
        self.assertIn("clay", lines)
        self.add(amount="5 kg")
        lines = {row["kind"]: row for row in self.client.get(url).json()["lines"]}
        self.assertNotIn("clay", lines)

    def test_the_list_is_printed_to_take_along(self) -> None:
        answer = self.client.get(f"/api/v1/stock/shopping/sheet?figures={self.figure.id}")
        self.assertEqual(answer["Content-Type"], "application/pdf")
        words = " ".join(page.words for page in read(answer.content))
        self.assertIn("Shopping list", words)
        self.assertIn("in whole packs", words)

    def test_what_a_figure_cost_is_what_was_taken_for_it(self) -> None:
        self.add(price=9.08)
        self.book("used", "100 g", figure=self.figure.id)
        [row] = self.client.get("/api/v1/stock/costs").json()["figures"]
        self.assertAlmostEqual(row["actual"], 2.0)
        self.assertGreater(row["planned"], 0)

    def test_reserved_less_what_was_booked(self) -> None:
        def clay() -> float:
            rows = self.client.get("/api/v1/stock/reserved").json()
            return float(next(row["amount"] for row in rows if row["kind"] == "clay"))

        self.add()
        before = clay()
        self.book("used", "10 g", figure=self.figure.id)
        self.assertAlmostEqual(before - clay(), 10)


class VarnishTest(StockCase):
    def test_what_is_painted_with_is_bought_and_then_there(self) -> None:
        """A figure of one colour on a white ground, sealed matte: primer and varnish, by the millilitre."""
        url = f"/api/v1/stock/shopping?figures={self.figure.id}"

        def lines() -> dict[str, float]:
            answer = self.client.get(url)
            self.assertEqual(answer.status_code, 200, answer.content[:500])
            rows = answer.json()["lines"]
            return {row["item"]: row["missing"] for row in rows if row["kind"] == "paint"}

        wanted = lines()
        self.assertGreaterEqual(wanted.keys(), {"primer", "varnish_matt"})
        self.assertAlmostEqual(wanted["varnish_matt"] / wanted["primer"], 60 / 75, 5)
        self.add("paint", "varnish_matt", "60 ml", price=4.0)
        self.assertEqual(lines().keys(), wanted.keys() - {"varnish_matt"})
        self.assertEqual(self.item("varnish_matt").label, "matt varnish")
        body = {"kind": "paint", "item": "shoe_polish", "amount": "60 ml"}
        self.assert_problem(self.call("POST", "/api/v1/stock/lots", body), 422, "item")
        kinds = self.client.get("/api/v1/stock").json()["kinds"]
        listed = {row["kind"]: row["listed"] for row in kinds}
        self.assertEqual(listed["paint"]["varnish_matt"], "matt varnish")
        self.assertIsNone(listed["glue"])


class CalibrationTest(StockCase):
    def test_a_weighed_ball_is_offered_then_counted_with_and_undone(self) -> None:
        ball = {"of": "foil", "id": "firm", "mass": "22.4 g", "across": "40 mm"}
        told = self.call("POST", "/api/v1/calibrations/preview", {"weighing": ball}).json()
        self.assertAlmostEqual(told["after"]["value"], 0.668, 3)
        [move] = told["moves"]
        self.assertAlmostEqual(move["foil_m"]["will"] / move["foil_m"]["was"], 1.337, 2)
        plan = self.client.get(self.at + "/plan").json()
        self.assertAlmostEqual(plan["totals"]["foil"]["value"], move["foil_m"]["was"])
        stores = self.client.get("/api/v1/stores").json()["stores"]
        stores["weighings"] = [told["weighing"]]
        self.assertEqual(self.call("PUT", "/api/v1/stores", stores).status_code, 200)
        plan = self.client.get(self.at + "/plan").json()
        self.assertAlmostEqual(plan["totals"]["foil"]["value"], move["foil_m"]["will"])
        self.assertFalse(plan["totals"]["foil"]["why"]["assumed"])
        self.call("POST", "/api/v1/stores/undo")
        plan = self.client.get(self.at + "/plan").json()
        self.assertAlmostEqual(plan["totals"]["foil"]["value"], move["foil_m"]["was"])

    def test_more_waste_moves_the_clay(self) -> None:
        told = self.call("POST", "/api/v1/calibrations/preview", {"waste_percent": 26.36}).json()
        [move] = told["moves"]
        self.assertAlmostEqual(move["clay_g"]["will"] / move["clay_g"]["was"], 1.17, 4)

    def test_what_no_ball_can_be_is_refused(self) -> None:
        for mass, across, path in (
            ("0 g", "40 mm", "mass_g"),
            ("22 g", "0 mm", "across_mm"),
            ("NaN", "40 mm", "mass"),
            ("900 g", "40 mm", "weighings/0/mass_g"),
            ("22 g", "wide", "across"),
        ):
            with self.subTest(mass=mass, across=across):
                ball = {"of": "foil", "id": "firm", "mass": mass, "across": across}
                answer = self.call("POST", "/api/v1/calibrations/preview", {"weighing": ball})
                self.assert_problem(answer, 422, path)


class CsvTest(StockCase):
    def send(self, text: str, dry_run: bool) -> Any:
        file = SimpleUploadedFile("stores.csv", text.encode(), "text/csv")
        url = f"/api/v1/stock/import?dry_run={str(dry_run).lower()}"
        return self.client.post(url, {"file": file})

    def test_told_first_then_taken(self) -> None:
        self.add(lot="spring")
        text = "kind,item,label,lot,left\nclay,rigid,x,spring,400\nglue,,bone glue,1,20\n"
        told = self.send(text, True).json()["rows"]
        self.assertEqual([row["what"] for row in told], ["other amount", "new thing"])
        self.assertAlmostEqual(self.left(), 454)
        self.assertEqual(self.send(text, False).status_code, 200)
        self.assertAlmostEqual(self.left(), 400)
        self.assertEqual(self.send(text, True).json()["rows"][0]["what"], "as it is")

    def test_one_bad_row_and_nothing_is_taken(self) -> None:
        text = 'kind,label,left\nglue,bone glue,20\nglue,hide glue,"1,5"\n'
        self.assert_problem(self.send(text, False), 422, "row 3/left")
        self.assertEqual(Item.objects.count(), 0)

    def test_out_and_in_again_changes_nothing(self) -> None:
        self.add(lot="=spring", price=3.2)
        self.book("used", "54 g")
        out = self.client.get("/api/v1/stock.csv").content.decode()
        self.assertIn("'=spring", out)
        self.assertEqual([row["what"] for row in self.send(out, True).json()["rows"]], ["as it is"])
        moved = self.client.get("/api/v1/stock/movements.csv").content.decode()
        self.assertEqual(len(moved.strip().splitlines()), 3)

    def test_a_column_that_is_not_there_changes_nothing(self) -> None:
        """kind, label, left alone once erased price, opened and best before."""
        self.add(lot="spring", price=3.2)
        Lot.objects.update(opened_on="2026-01-02", best_before="2028-01-02")
        self.send("kind,item,label,lot,left\nclay,rigid,x,spring,400\n", False)
        lot = Lot.objects.get()
        self.assertEqual((lot.price, str(lot.opened_on)), (3.2, "2026-01-02"))
        self.assertEqual(str(lot.best_before), "2028-01-02")
        text = "kind,item,label,lot,left,price,opened_on\nclay,rigid,x,spring,400,4.5,\n"
        (row,) = self.send(text, True).json()["rows"]
        self.assertEqual(
            [(field["field"], field["before"], field["after"]) for field in row["fields"]],
            [("price", "3.2", "4.5"), ("opened on", "2026-01-02", "")],
        )
        self.send(text, False)
        lot.refresh_from_db()
        self.assertEqual((lot.price, lot.opened_on), (4.5, None))

    def test_a_file_is_taken_back_as_one_and_what_came_after_stands(self) -> None:
        self.add(lot="spring", price=3.2)
        text = (
            "kind,item,label,lot,left,price,best_before\n"
            "clay,rigid,x,spring,400,4.5,2028-01-01\nglue,,bone glue,1,20,,\n"
        )
        taken = self.send(text, False).json()["taken"]
        Lot.objects.filter(label="spring").update(best_before="2029-01-01")
        back = f"/api/v1/stock/imports/{taken}/take-back"
        self.assertEqual(self.client.post(back).status_code, 200)
        lots = {lot.label: lot for lot in counted(Lot.objects.all())}
        self.assertAlmostEqual(lots["spring"].left, 454)
        self.assertEqual(lots["spring"].price, 3.2)
        self.assertEqual(str(lots["spring"].best_before), "2029-01-01", "changed by hand since")
        self.assertAlmostEqual(lots["1"].left, 0)
        self.assertEqual(self.client.post(back).status_code, 409)

    def test_twenty_thousand_lots_are_taken_in_a_few_statements(self) -> None:
        """19,900 rows once held the lock for 336 s: a statement a row, four times over."""
        rows = [f"glue,,glue {n},{n},{n % 90 + 1},{n % 7}.5" for n in range(1500)]
        text = "\n".join(["kind,item,label,lot,left,price", *rows])
        with CaptureQueriesContext(connection) as asked:
            self.assertEqual(self.send(text, False).status_code, 200)
        self.assertEqual(Lot.objects.count(), 1500)
        self.assertLess(len(asked.captured_queries), 60)


class SameKeyTest(StockCase):
    def test_a_key_used_for_something_else_is_refused_with_the_first(self) -> None:
        self.add(amount="500 g")
        item = Item.objects.get()
        url = f"/api/v1/stock/items/{item.pk}/movements"
        first = {"kind": "used", "amount": "20 g", "client_key": "k1"}
        for _ in range(2):
            self.assertEqual(self.call("POST", url, first).status_code, 201)
        for other in ({"amount": "30 g"}, {"kind": "wasted"}):
            answer = self.call("POST", url, {**first, **other})
            self.assert_problem(answer, 409, "client_key")
            self.assertIn("used 20 g", answer.json()["detail"])
        self.assertAlmostEqual(Movement.objects.aggregate(left=Sum("change"))["left"], 480)


class TwoDevicesTest(TransactionTestCase):
    def test_two_devices_booking_at_once_lose_nothing(self) -> None:
        """Eight gram by gram from each side: all sixteen are there, and no lot gave twice."""
        user, _ = person("maker")
        item = add_lot(user.pk, "clay", "rigid", "", "57 g", Rules()).item

        def work() -> None:
            try:
                for _ in range(8):
                    book(user.pk, item, None, "used", "1 g", Rules(), False, On())
            finally:
                connection.close()

        threads = [threading.Thread(target=work) for _ in range(2)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertAlmostEqual(Movement.objects.aggregate(left=Sum("change"))["left"], 57 - 16)
