"""The log, ticked steps, real bakes."""

from __future__ import annotations

import io
import tempfile
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings
from PIL import Image

from server.bench.models import LogEntry
from server.shelf.models import BakeRecord, StepDone
from server.testing import ApiCase, person


def photograph(kind: str = "JPEG", size: tuple[int, int] = (3000, 1500)) -> bytes:
    out = io.BytesIO()
    image = Image.new("RGB", size, "#a4431f")
    exif = Image.Exif()
    exif[0x0112] = 6  # taken with the camera on its side
    exif[0x010F] = "a camera's own words"
    image.save(out, kind, exif=exif)
    return out.getvalue()


class LogTest(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.enterContext(override_settings(MEDIA_ROOT=folder.name))

    def write(self, text: str = "", picture: bytes | None = None, name: str = "p.jpg") -> Any:
        body: dict[str, Any] = {"text": text}
        if picture is not None:
            body["picture"] = SimpleUploadedFile(name, picture)
        return self.client.post(self.at + "/log", body)

    def written(self) -> Any:
        """What was written last."""
        return self.client.get(self.at + "/log").json()[0]

    def test_the_log_is_read_a_page_at_a_time_newest_first(self) -> None:
        rows = [LogEntry(figure=self.figure, text=f"{n}") for n in range(120)]
        LogEntry.objects.bulk_create(rows)
        page = self.client.get(self.at + "/log").json()
        self.assertEqual([row["text"] for row in page[:2]], ["119", "118"])
        self.assertEqual(len(page), 50)
        self.assertEqual(len(self.client.get(self.at + "/log?limit=250").json()), 120)

    def test_a_photograph_is_turned_upright_and_stripped(self) -> None:
        self.write("From the left", photograph())
        entry = self.written()
        self.assertTrue(entry["has_picture"])
        answer = self.client.get(f"{self.at}/log/{entry['id']}/picture")
        kept = Image.open(io.BytesIO(b"".join(answer.streaming_content)))
        self.assertEqual(kept.size, (1000, 2000))
        self.assertEqual(dict(kept.getexif()), {})
        answer = self.client.get(f"{self.at}/log/{entry['id']}/picture?small=true")
        self.assertEqual(Image.open(io.BytesIO(answer.content)).size, (200, 400))
        _, other = person("stranger")
        self.assertEqual(other.get(f"{self.at}/log/{entry['id']}/picture").status_code, 404)

    def test_png_and_webp_are_taken(self) -> None:
        for kind in ("PNG", "WEBP"):
            self.assertEqual(
                self.write("", photograph(kind, (40, 30)), f"p.{kind}").status_code, 201
            )

    def test_what_is_no_picture_is_refused(self) -> None:
        whole = photograph(size=(200, 100))
        for raw in (b"just text", whole[: len(whole) // 2], b"", b"%PDF-1.4"):
            with self.subTest(raw[:10]):
                self.assert_problem(self.write("x", raw), 422, "picture")
        self.assert_problem(self.write("  "), 422, "text")
        self.assert_problem(self.write("x" * 4001), 422, "text")
        self.assertEqual(self.client.get(self.at + "/log").json(), [])

    def test_an_entry_taken_out_can_be_put_back(self) -> None:
        self.write("Left arm is 2 mm short")
        entry = self.written()
        self.client.delete(f"{self.at}/log/{entry['id']}")
        self.assertEqual(self.client.get(self.at + "/log").json(), [])
        (away,) = self.client.get("/api/v1/away").json()["entries"]
        self.assertEqual(
            (away["id"], away["figure"], away["text"]),
            (entry["id"], "Test", "Left arm is 2 mm short"),
        )
        self.client.post(f"{self.at}/log/{entry['id']}/restore")
        self.assertEqual(
            self.client.get(self.at + "/log").json()[0]["text"], "Left arm is 2 mm short"
        )
        self.assertEqual(self.client.get("/api/v1/away").json(), {"figures": [], "entries": []})

    def test_a_figure_taken_off_the_shelf_is_found_again(self) -> None:
        self.write("Left arm is 2 mm short")
        self.client.delete(f"{self.at}/log/{self.written()['id']}")
        self.client.delete(self.at)
        away = self.client.get("/api/v1/away").json()
        self.assertEqual(away["entries"], [], "its log comes back with it")
        self.assertEqual(
            [(row["id"], row["name"], row["height_mm"]) for row in away["figures"]],
            [(self.figure.id, "Test", 300)],
        )
        _, other = person("stranger")
        self.assertEqual(other.get("/api/v1/away").json(), {"figures": [], "entries": []})
        self.client.post(self.at + "/restore")
        self.assertEqual(self.client.get(self.at).status_code, 200)


class ProgressTest(ApiCase):
    def order(self) -> dict[str, Any]:
        order: dict[str, Any] = self.client.get(self.at + "/plan/order").json()
        return order

    def test_ticking_a_step_moves_on(self) -> None:
        first = self.order()["next_step"]
        self.call("PUT", f"{self.at}/steps/{first}", {"done": True})
        self.assertNotEqual(self.order()["next_step"], first)
        self.call("PUT", f"{self.at}/steps/{first}", {"done": True})
        self.call("PUT", f"{self.at}/steps/{first}", {"done": False})
        self.assertEqual(self.order()["next_step"], first)

    def test_what_is_done_in_one_go_is_ticked_at_once(self) -> None:
        step = next(row for row in self.order()["steps"] if row["key"] == "eye_r.cover.1")
        self.assertEqual(step["parts"], ["eye_r", "eye_l"])
        self.call("PUT", f"{self.at}/steps/{step['key']}", {"done": True})
        ticked = StepDone.objects.values_list("key", flat=True)
        self.assertEqual(set(ticked), {"eye_r.cover.1", "eye_l.cover.1"})
        self.call("PUT", f"{self.at}/steps/{step['key']}", {"done": False})
        self.assertEqual(ticked.all().count(), 0)

    def test_all_that_is_done_in_one_go_goes_into_a_bake(self) -> None:
        number = next(row["bake"] for row in self.order()["steps"] if row["key"] == "eye_r.cover.1")
        self.call("PUT", f"{self.at}/bakes/{number}", {"minutes": 48})
        self.assertLessEqual(
            {"eye_r.cover.1", "eye_l.cover.1"}, set(BakeRecord.objects.get().steps)
        )

    def test_a_step_that_is_not_there(self) -> None:
        self.assert_problem(
            self.call("PUT", f"{self.at}/steps/figure.fly.1", {"done": True}), 422, "key"
        )

    def test_real_minutes_of_a_bake(self) -> None:
        self.assertEqual(self.call("PUT", f"{self.at}/bakes/1", {"minutes": 48}).status_code, 200)
        bakes = self.client.get(self.at + "/plan/bake").json()["bakes"]
        self.assertEqual(bakes[0]["done_min"], 48)
        self.assertIn(True, [s["done"] for s in self.order()["steps"] if s["key"] == "bake.1"])
        self.call("PUT", f"{self.at}/bakes/1", {"minutes": None})
        self.assertIsNone(self.client.get(self.at + "/plan/bake").json()["bakes"][0]["done_min"])

    def test_impossible_bakes(self) -> None:
        for number, minutes, path in (
            (1, 0, "minutes"),
            (1, -5, "minutes"),
            (1, 5000, "minutes"),
            (9, 30, "number"),
        ):
            with self.subTest(number, minutes=minutes):
                self.assert_problem(
                    self.call("PUT", f"{self.at}/bakes/{number}", {"minutes": minutes}), 422, path
                )

    def test_a_finished_checklist_item(self) -> None:
        self.call("PUT", f"{self.at}/steps/figure.photograph.1", {"done": True})
        items = self.client.get(self.at + "/plan/finish").json()["checklist"]
        self.assertTrue(next(i["done"] for i in items if i["key"] == "figure.photograph.1"))
