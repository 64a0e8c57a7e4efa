"""A person in inches, ounces and °F is told nothing in millimetres, grams or °C, on a page or on paper."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile

from server.shelf.tests.test_everywhere import addresses, filled
from server.testing import EXAMPLES, ApiCase
from windcrest_core.catalogue import catalogue
from windcrest_core.tests.paper import read

METRIC = re.compile(r"\d ?(?:mm|cm|m|kg|g|°C|C|N|N·mm|kPa|cm²|cm³)(?![\w²³·/])")
AS_SOLD = re.compile(r"beads of \d+ mm|[\d.]+ (?:mm|µm)(?= roll)")
ITS_OWN_NAMES = {"sheet", "operations", "drawing", "catalogue", "size", "key", "id", "figure_id"}
"""Fields of what a person wrote or of what is drawn; the size a wire is sold by; keys, of any letters."""
DATA = ("/catalogue", "/finished-plan", "/revisions", "/model")
INCHES = {"length_unit": "in", "mass_unit": "oz", "temperature_unit": "F"}


def goods() -> list[str]:
    """Names of goods as they are sold, the longest first: their size stays in them."""
    shelf = catalogue()
    kinds: list[dict[str, Any]] = [shelf.wires, shelf.foils, shelf.cells, shelf.cables]
    labels = {thing.label for kind in kinds for thing in kind.values()}
    return sorted(labels, key=len, reverse=True)


def texts(value: Any, path: str = "") -> Iterator[tuple[str, str]]:
    if isinstance(value, dict):
        if value.keys() == {"code", "values"}:
            yield path, f"1 mm: facts, not words: {value['code']}"
        for key, inner in value.items():
            if key not in ITS_OWN_NAMES:
                yield from texts(inner, f"{path}/{key}")
    elif isinstance(value, list):
        for inner in value:
            yield from texts(inner, path)
    elif isinstance(value, str):
        yield path, value


class InchesTest(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.names = goods()
        raw = (EXAMPLES / "ferrywoman.figure.json").read_text()
        made = self.call("POST", "/api/v1/figures/import", json.loads(raw)).json()["figure"]
        self.at = f"/api/v1/figures/{made['id']}"
        self.figure_id = made["id"]
        self.call("PATCH", "/api/v1/rules", {"changes": INCHES})

    def assert_own_units(self, where: str, text: str) -> None:
        plain = AS_SOLD.sub("", text)
        for name in self.names:
            plain = plain.replace(name, "")
        found = METRIC.search(plain)
        if found:
            self.fail(f"{where}: {plain[max(0, found.start() - 60) : found.end() + 20]}")

    def test_every_answer_and_every_sheet_of_paper(self) -> None:
        asked = 0
        for method, path in addresses():
            if method != "GET" or any(part in path for part in DATA) or "{station}" in path:
                continue
            url = filled(path, self.figure_id)
            if "shopping" in path:
                url += f"?figures={self.figure_id}"
            answer = self.client.get(url)
            if answer.status_code != 200:
                continue
            kind = answer["Content-Type"]
            with self.subTest(path):
                if "pdf" in kind:
                    for page in read(answer.content):
                        self.assert_own_units(path, page.words)
                        asked += 1
                elif "json" in kind:
                    for at, text in texts(answer.json()):
                        self.assert_own_units(f"{path} {at}", text)
                        asked += 1
        self.assertGreater(asked, 1000)

    def test_what_is_weighed_looked_into_and_followed(self) -> None:
        calls: list[tuple[str, dict[str, Any]]] = [
            ("/order/try", {"step": "hand_r.cover.1", "bake": 1}),
            ("/mend/try", {"kind": "too_large", "part": "chest"}),
            ("/heat-gun", {"part": "chest", "air_c": 240, "minutes": 9}),
            (
                "/preview",
                {
                    "number": 1,
                    "base_revision": 1,
                    "operations": [{"path": "part/chest/wall_mm", "value": 2}],
                },
            ),
        ]
        for where, body in calls:
            with self.subTest(where):
                answer = self.call("POST", self.at + where, body)
                self.assertEqual(answer.status_code, 200, answer.content[:200])
                for at, text in texts(answer.json()):
                    self.assert_own_units(f"{where} {at}", text)
        rows = "\n".join(f"{n * 60},{20 + 3 * n}" for n in range(60))
        self.call("POST", f"{self.at}/live/1", {})
        file = SimpleUploadedFile("air.csv", f"time_s,temp_c\n{rows}\n".encode(), "text/csv")
        self.client.post(f"{self.at}/live-trace/1", {"file": file})
        for at, text in texts(self.client.get(f"{self.at}/live").json()):
            self.assert_own_units(f"live {at}", text)

    def test_what_is_refused(self) -> None:
        wrong: list[tuple[str, Any]] = [
            ("part/chest/wall_mm", 900),
            ("run/spine/loop_mm", 90),
            ("height_mm", 1e6),
        ]
        for path, value in wrong:
            with self.subTest(path):
                body = {"base_revision": 1, "operations": [{"path": path, "value": value}]}
                answer = self.call("POST", f"{self.at}/edits", body)
                self.assertEqual(answer.status_code, 422)
                for fault in answer.json()["errors"]:
                    self.assert_own_units(path, fault["allowed"])
