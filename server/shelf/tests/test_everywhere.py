"""What holds for every address of the API, read off its own OpenAPI document."""

from __future__ import annotations

import json
import re
from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import OperationalError
from django.http import HttpResponse
from django.test import Client

from server.api import api
from server.shelf.models import Figure
from server.testing import ApiCase, person

OPEN = {
    "GET /api/v1/me",
    "POST /api/v1/session",
    "POST /api/v1/session/demo",
    "POST /api/v1/accounts",
}
BY_TOKEN = {
    "POST /api/v1/scale/readings",
    "POST /api/v1/probe/readings",
    "POST /api/v1/caliper/readings",
}
MARKED = {
    "width_px": 600,
    "height_px": 800,
    "scale": {"kind": "stature", "crown": [0.5, 0.1], "sole": [0.5, 0.9]},
}
BODIES: dict[str, Any] = {
    "edits": {"base_revision": 1, "operations": [{"path": "name", "value": "Mine"}]},
    "preview": {"base_revision": 1, "operations": [{"path": "name", "value": "Mine"}]},
    "sheet": {"name": "Mine"},
    "steps/{key}": {"done": True},
    "bakes/{number}": {"minutes": 30},
    "order/try": {"step": "frame.cut.1", "bake": 1},
    "mend": {"kind": "broke", "part": "chest", "way": "strip"},
    "mend/try": {"kind": "broke", "part": "chest"},
    "built": {"part": "chest", "kind": "wall_mm", "value": 7},
    "check": MARKED,
    "log/{entry_id}/marks": MARKED,
    "calipers": {"stage": "raw", "read_mm": {}},
    "heat-gun": {"part": "chest", "air_c": 150, "minutes": 2},
    "timers": {"label": "Mine", "minutes": 30},
    "/api/v1/session": {"name": "ada", "password": "x"},
    "/api/v1/accounts": {"name": "ada", "password": "x"},
}


def addresses() -> list[tuple[str, str]]:
    paths = api.get_openapi_schema()["paths"]
    return [(method.upper(), path) for path, methods in paths.items() for method in methods]


def filled(path: str, figure_id: str) -> str:
    known = {
        "figure_id": figure_id,
        "key": "frame.cut.1",
        "station": "order",
        "number": "1",
        "entry_id": "1",
        "run": "spine",
        "lot_id": "1",
        "item_id": "1",
        "movement_id": "1",
        "device_id": "1",
        "timer_id": "1",
        "mishap_id": "1",
        "import_id": "1",
    }
    return re.sub(r"{(\w+)}", lambda match: known[match[1]], path)


class EveryAddressTest(ApiCase):
    def asked(self, client: Client, method: str, path: str, figure_id: str) -> HttpResponse:
        ending = path.split("{figure_id}/")[-1]
        url = filled(path, figure_id) + ("?base_revision=1" if ending == "sheet" else "")
        if ending == "log" and method == "POST":
            return client.post(url, {"text": "Mine"})
        if ending in ("references", "check/corners"):
            sent = SimpleUploadedFile("sketch.png", b"", "image/png")
            return client.post(url, {"picture": sent})
        if ending == "live-trace/{number}" and method == "POST":
            trace = SimpleUploadedFile("bake.csv", b"time_s,temp_c\n0,20\n60,130\n", "text/csv")
            return client.post(url, {"file": trace})
        body = json.dumps(BODIES.get(ending, {}))
        return client.generic(method, url, body, "application/json")

    def test_there_are_addresses_to_try(self) -> None:
        found = list(addresses())
        self.assertGreater(len(found), 30)
        self.assertGreater(len([path for _, path in found if "{figure_id}" in path]), 15)

    def test_nobody_in_particular_is_asked_to_sign_in(self) -> None:
        for method, path in addresses():
            if f"{method} {path}" in OPEN:
                continue
            with self.subTest(method, path=path):
                self.assert_problem(self.asked(Client(), method, path, self.figure.id), 401)

    def test_another_persons_figure_is_nowhere(self) -> None:
        _, stranger = person("stranger")
        before = Figure.objects.get(pk=self.figure.id)
        for method, path in addresses():
            if "{figure_id}" in path:
                with self.subTest(method, path=path):
                    answer = self.asked(stranger, method, path, self.figure.id)
                    self.assert_problem(answer, 404)
        after = Figure.objects.get(pk=self.figure.id)
        self.assertEqual((after.revision, after.sheet_json), (before.revision, before.sheet_json))
        self.assertIsNone(after.deleted)
        self.assertFalse(after.log.exists() or after.steps_done.exists() or after.bakes.exists())

    def test_a_figure_that_never_was_is_not_found_either(self) -> None:
        for method, path in addresses():
            if "{figure_id}" in path:
                with self.subTest(method, path=path):
                    self.assert_problem(self.asked(self.client, method, path, "0" * 32), 404)

    def test_no_body_whatever_breaks_the_server(self) -> None:
        for method, path in addresses():
            if method == "GET" or "session" in path or path.endswith("/accounts"):
                continue
            for raw in (
                "",
                "{",
                "[]",
                "null",
                '"text"',
                '{"operations": 3}',
                '{"done": "perhaps"}',
            ):
                url = filled(path, self.figure.id)
                answer = self.client.generic(method, url, raw, "application/json")
                with self.subTest(method, path=path, raw=raw):
                    self.assertLess(answer.status_code, 500)
                    if answer.status_code >= 400:
                        self.assertEqual(answer["Content-Type"], "application/problem+json")

    def test_every_write_wants_the_csrf_token(self) -> None:
        strict = Client(enforce_csrf_checks=True)
        strict.force_login(self.user, backend="django.contrib.auth.backends.ModelBackend")
        for method, path in addresses():
            if method != "GET" and f"{method} {path}" not in BY_TOKEN:
                with self.subTest(method, path=path):
                    answer = self.asked(strict, method, path, self.figure.id)
                    self.assertEqual(answer.status_code, 403)
        self.assertEqual(Figure.objects.get().revision, 1)


class PageTest(ApiCase):
    def test_every_address_of_the_application_is_its_page(self) -> None:
        for path in (
            "/",
            "/stores",
            "/rules",
            f"/figures/{self.figure.id}/frame",
            "/nowhere/at/all",
        ):
            answer = self.client.get(path)
            self.assertEqual(answer.status_code, 200)
            self.assertIn(b'<div id="root">', answer.content)

    def test_the_page_asks_for_nothing_from_elsewhere(self) -> None:
        text = self.client.get("/").content.decode()
        for link in re.findall(r'(?:src|href)="([^"]+)"', text):
            self.assertTrue(link.startswith("/"), link)
        policy = self.client.get("/")["Content-Security-Policy"]
        self.assertIn("default-src 'self'", policy)
        self.assertIn("frame-ancestors 'none'", policy)
        self.assertNotIn("http:", policy + "x")

    def test_cookies_are_kept_from_scripts_and_other_sites(self) -> None:
        client = Client()
        client.get("/api/v1/me")
        self.assertEqual(client.cookies["csrftoken"]["samesite"], "Lax")
        body = json.dumps({"name": "ada", "password": "a long enough pass phrase"})
        client.post("/api/v1/accounts", body, "application/json")
        self.assertTrue(client.cookies["sessionid"]["httponly"])
        self.assertEqual(client.cookies["sessionid"]["samesite"], "Lax")

    def test_the_document_of_the_api_is_open_to_read(self) -> None:
        document = self.client.get("/api/openapi.json").json()
        self.assertIn("/api/v1/figures/{figure_id}/edits", document["paths"])
        self.assertIn("Plan", document["components"]["schemas"])


class PlainInputTest(ApiCase):
    """What nobody types, and was once answered with 500."""

    def test_half_letters_and_what_hides_are_refused_by_field(self) -> None:
        for text in ("half \ud800", "nul \x00", "turned \u202e round", "bell \x07"):
            operations = [{"path": "name", "value": text}]
            body = json.dumps({"base_revision": 1, "operations": operations})
            answer = self.call("POST", self.at + "/edits", body)
            self.assert_problem(answer, 422, "operations/0/value")
        for path, body in (
            ("/api/v1/accounts", {"name": "a\ud800", "password": "x" * 20}),
            ("/api/v1/accounts", {"name": "ada", "password": "\ud800" * 20}),
            ("/api/v1/stock/lots", {"kind": "glue", "label": "\ud800", "amount": "2 g"}),
        ):
            self.assertEqual(self.call("POST", path, json.dumps(body)).status_code, 422, path)

    def test_letters_are_kept_in_one_spelling(self) -> None:
        self.edit(("name", "Zoe\u0308"))
        self.assertEqual(self.sheet()["name"], "Zo\u00eb")

    def test_numbers_that_are_too_far_out_are_refused(self) -> None:
        huge = "1" + "0" * 30
        for path in (
            f"/api/v1/stock/movements?skip={huge}",
            f"/api/v1/stock/movements?item={huge}",
            "/api/v1/calendar?at=9999-12-31T23:00:00",
            f"{self.at}/prints/bake-card/{huge}",
            f"{self.at}/prints/bake-card/{'9' * 5000}",
        ):
            self.assertIn(self.client.get(path).status_code, (200, 422), path[:60])
        for path, body in (
            (f"{self.at}/steps/bake.{'9' * 70}", {"done": True}),
            (f"{self.at}/bakes/{huge}", {"minutes": 30}),
            (f"{self.at}/bakes/{'9' * 5000}", {"minutes": 30}),
        ):
            self.assertIn(self.call("PUT", path, body).status_code, (404, 422), path[:60])

    def test_answers_are_not_kept_on_the_way(self) -> None:
        for path in ("/api/v1/me", "/api/v1/figures", self.at, "/api/v1/stock"):
            self.assertIn("private", self.client.get(path)["Cache-Control"])

    def test_a_lock_that_is_not_got_is_told_so(self) -> None:
        locked = OperationalError("database is locked")
        with mock.patch("server.bench.api.mark_steps", side_effect=locked):
            answer = self.call("PUT", f"{self.at}/steps/frame.cut.1", {"done": True})
        self.assert_problem(answer, 503)
        self.assertEqual(answer["Retry-After"], "2")
