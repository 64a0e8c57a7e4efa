"""Stores over HTTP."""

from __future__ import annotations

from server.testing import ApiCase


class StoresTest(ApiCase):
    def test_wire_is_chosen_from_what_is_owned(self) -> None:
        stores = self.client.get("/api/v1/stores").json()["stores"]
        answer = self.call("PUT", "/api/v1/stores", {**stores, "wires": ["st_2_5"]})
        self.assertEqual(answer.status_code, 200)
        runs = self.client.get(self.at + "/plan/frame").json()["runs"]
        self.assertEqual({run["chosen"]["wire"] for run in runs}, {"st_2_5"})
        self.call("POST", "/api/v1/stores/undo")
        self.assertEqual(self.client.get("/api/v1/stores").json()["stores"], stores)

    def test_what_is_in_no_catalogue_is_refused(self) -> None:
        stores = self.client.get("/api/v1/stores").json()["stores"]
        self.assert_problem(
            self.call("PUT", "/api/v1/stores", {**stores, "paints": ["starlight"]}), 422, "paints/0"
        )

    def test_owning_no_wire_says_what_to_do(self) -> None:
        stores = self.client.get("/api/v1/stores").json()["stores"]
        self.assert_problem(
            self.call("PUT", "/api/v1/stores", {**stores, "wires": []}), 422, "wires"
        )

    def test_the_catalogue_shows_sources(self) -> None:
        clay = self.client.get("/api/v1/catalogue").json()["clays"]["rigid"]
        self.assertTrue(clay["density_g_cm3"]["source"])

    def test_a_bare_gauge_is_read_by_house_rules_and_asked_back(self) -> None:
        self.call("PATCH", "/api/v1/rules", {"changes": {"gauge_words": "imperial"}})
        found = self.client.get("/api/v1/wire-words?text=12 gauge").json()
        self.assertTrue(found["asks"])
        taken = next(row for row in found["readings"] if row["taken"])
        self.assertAlmostEqual(taken["diameter_mm"], 2.642, 2)
        self.assert_problem(self.client.get("/api/v1/wire-words?text=thick"), 422, "text")

    def test_a_piece_of_clay_is_reckoned_in_every_form(self) -> None:
        asked = {"form": "ball", "measures": {"across": "26.73 mm"}}
        found = self.call("POST", "/api/v1/reckon", asked).json()
        self.assertAlmostEqual(found["snake_mm"], 796, 0)
        self.assert_problem(
            self.call("POST", "/api/v1/reckon", {**asked, "pack": "-5 g"}), 422, "pack"
        )

    def test_a_colour_of_clay_from_the_blocks_one_owns(self) -> None:
        stores = self.client.get("/api/v1/stores").json()["stores"]
        clays = ["rigid_white", "rigid_blue", "rigid_yellow"]
        self.call("PUT", "/api/v1/stores", {**stores, "clays": clays})
        found = self.call("POST", "/api/v1/clay-mix", {"target": "#5d794f", "batch": "2 oz"}).json()
        grams = sum(part["grams"] for part in found["blocks"]["parts"])
        self.assertAlmostEqual(grams, 2 * 28.35 * 1.1, 0)
        self.assertTrue({part["id"] for part in found["blocks"]["parts"]} <= set(clays))
        for target, batch, path in (
            ("#5d794f", "-5 g", "batch"),
            ("#5d794f", "some", "batch"),
            ("green", "5 g", "body/target"),
        ):
            with self.subTest(target=target, batch=batch):
                answer = self.call("POST", "/api/v1/clay-mix", {"target": target, "batch": batch})
                self.assert_problem(answer, 422)
                self.assertTrue(any(path.endswith(f["path"]) for f in answer.json()["errors"]))

    def test_lists_of_passes_for_a_colour(self) -> None:
        found = self.client.get("/api/v1/paint-lists?target=%23c98f6b").json()
        lists = {row["key"]: row for row in found}
        self.assertEqual(
            [row["kind"] for row in lists["light_down"]["passes"]],
            ["base", "seal", "wash", "dry_brush"],
        )
        self.assertEqual(lists["bare"]["passes"], [])
        self.assertEqual(lists["metal"]["label"], "metal")
        for wrong in ("%231234567", "red", ""):
            answer = self.client.get(f"/api/v1/paint-lists?target={wrong}")
            self.assert_problem(answer, 422, "target")

    def test_stripes_in_any_unit(self) -> None:
        asked = {"first": "18 mm", "last": "12 mm", "length": "9 cm", "stripe": "3 mm"}
        found = self.call("POST", "/api/v1/stripes", asked).json()
        self.assertEqual((found["stripes"][0], found["stripes"][-1]), (9, 6))
        self.assertAlmostEqual(found["ends_mm"][0], 26.5, 1)
        inches = {
            "first": "0.709 in",
            "last": "0.472 in",
            "length": "3.543 in",
            "stripe": "0.118 in",
        }
        self.assertEqual(
            self.call("POST", "/api/v1/stripes", inches).json()["stripes"], found["stripes"]
        )
        for name, text in (
            ("first", "0 mm"),
            ("stripe", "broad"),
            ("stripe", "0.4 mm"),
            ("length", "-3 mm"),
        ):
            answer = self.call("POST", "/api/v1/stripes", {**asked, name: text})
            self.assert_problem(answer, 422, name)
            self.assert_problem(
                self.client.get("/api/v1/stripe-guide", {**asked, name: text}), 422, name
            )

    def test_rings_are_printed_in_ones_own_measures(self) -> None:
        asked = {"first": "18 mm", "last": "12 mm", "length": "9 cm", "stripe": "3 mm"}
        self.assertTrue(self.client.get("/api/v1/stripe-guide", asked).content.startswith(b"%PDF"))
        drawn = self.client.get("/api/v1/stripe-guide", {**asked, "form": "svg"}).content.decode()
        self.assertIn("9 of 3.1 mm", drawn)
        self.call("PATCH", "/api/v1/rules", {"changes": {"length_unit": "in"}})
        drawn = self.client.get("/api/v1/stripe-guide", {**asked, "form": "svg"}).content.decode()
        self.assertIn("9 of 0.12 in", drawn)

    def test_mixtures_of_ones_own_are_kept_each_by_its_id(self) -> None:
        own = {"id": "tinted", "label": "umber in sealer", "medium": "varnish_matt", "share": 0.1}
        stores = self.client.get("/api/v1/stores").json()["stores"]
        kept = self.call("PUT", "/api/v1/stores", {**stores, "mixtures": [own]}).json()["stores"]
        self.assertEqual(kept["mixtures"], [own])
        for wrong, path in (
            ([own, own], "mixtures/1/id"),
            ([{**own, "share": 0}], "mixtures/0/share"),
            ([{**own, "medium": "enamel"}], "mixtures/0/medium"),
            ([{**own, "label": " "}], "mixtures/0/label"),
        ):
            answer = self.call("PUT", "/api/v1/stores", {**stores, "mixtures": wrong})
            self.assert_problem(answer, 422, path)

    def test_a_brush_and_a_dome(self) -> None:
        """1 mm draws 0.20 and 0.40; a dome 8 across and 1.5 high is 39.47 mm³ and a tenth."""
        asked = {"brush": "1 mm", "across": "8 mm", "high": "1.5 mm"}
        found = self.call("POST", "/api/v1/small", asked).json()
        self.assertAlmostEqual(found["finest_mm"], 0.2)
        self.assertAlmostEqual(found["usual_mm"], 0.4)
        self.assertAlmostEqual(found["resin_ml"], 1.1 * 0.03947, 4)
        self.assertEqual(found["layers"], 1)
        answer = self.call("POST", "/api/v1/small", {**asked, "brush": "0"})
        self.assert_problem(answer, 422, "brush")

    def test_what_coats_took_is_kept_and_only_of_paints_there_are(self) -> None:
        stores = self.client.get("/api/v1/stores").json()["stores"]
        note = {"mix": {"light_flesh": 1}, "over": "#1a1a1a", "coats": 5}
        kept = self.call("PUT", "/api/v1/stores", {**stores, "took": [note]}).json()
        self.assertEqual(kept["stores"]["took"], [note])
        for wrong, path in (
            ({**note, "mix": {"mud": 1}}, "took/0/mix/mud"),
            ({**note, "coats": 0}, "took/0/coats"),
        ):
            answer = self.call("PUT", "/api/v1/stores", {**stores, "took": [wrong]})
            self.assert_problem(answer, 422)
            self.assertTrue(any(f["path"].endswith(path) for f in answer.json()["errors"]))

    def test_a_recipe_is_kept_and_its_chip_counts(self) -> None:
        stores = self.client.get("/api/v1/stores").json()["stores"]
        chip = {
            "label": "sea",
            "target": "#7f93b2",
            "grams": {"rigid_blue": 1, "rigid_white": 3},
            "drops": {},
            "verdict": "too strong",
            "seen": "#4a5f95",
        }
        clays = ["rigid_white", "rigid_blue"]
        answer = self.call("PUT", "/api/v1/stores", {**stores, "clays": clays, "chips": [chip]})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        asked = {"target": "#7f93b2", "batch": "40 g"}
        found = self.call("POST", "/api/v1/clay-mix", asked).json()
        self.assertEqual(found["blocks"]["calibrated"], 1)
        chip["grams"] = {"moonclay": 1}
        answer = self.call("PUT", "/api/v1/stores", {**stores, "chips": [chip]})
        self.assert_problem(answer, 422, "chips/0/grams/moonclay")
