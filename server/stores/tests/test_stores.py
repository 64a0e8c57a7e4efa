"""Stores over HTTP."""

from __future__ import annotations

from server.testing import ApiCase


class StoresTest(ApiCase):
    def test_wire_is_chosen_from_what_is_owned(self) -> None:
        stores = self.client.get("/api/v1/stores").json()["stores"]
        answer = self.call("PUT", "/api/v1/stores", {**stores, "wires": ["st_2_5"]})
        self.assertEqual(answer.status_code, 200)
        runs = self.client.get(self.at + "/plan?station=frame").json()["runs"]
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
