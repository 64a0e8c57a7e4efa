"""Pictures, the library, structural changes and paper over HTTP."""

from __future__ import annotations

import io
import struct
import zlib
from typing import Any

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.http import HttpResponse
from django.test import Client
from PIL import Image
from pypdf import PdfReader

from server.testing import ApiCase, person


def picture(size: tuple[int, int] = (300, 400), kind: str = "PNG", **more: Any) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", size, "#c9906e").save(out, kind, **more)
    return out.getvalue()


def bomb() -> bytes:
    """A PNG that says it is 30,000 pixels a side and holds almost nothing."""

    def chunk(kind: bytes, data: bytes) -> bytes:
        return (
            struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))
        )

    head = struct.pack(">IIBBBBB", 30000, 30000, 8, 2, 0, 0, 0)
    return (
        b"\x89PNG\r\n\x1a\n"
        + chunk(b"IHDR", head)
        + chunk(b"IDAT", zlib.compress(b"\0" * 999))
        + chunk(b"IEND", b"")
    )


class CharacterCase(ApiCase):
    def change(self, status: int = 200, **body: Any) -> Any:
        revision = self.client.get(self.at).json()["revision"]
        answer = self.call("POST", f"{self.at}/edits", {"base_revision": revision, **body})
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json()

    def made(self, body: str) -> str:
        """The address of a new figure."""
        new = {"name": "Another", "body": body, "height_mm": 150}
        figure = self.call("POST", "/api/v1/figures", new).json()["figure"]
        return f"/api/v1/figures/{figure['id']}"

    def send(
        self, body: bytes, name: str = "sketch.png", client: Client | None = None, **more: str
    ) -> HttpResponse:
        sent = SimpleUploadedFile(name, body, "image/png")
        address = f"{self.at}/references"
        return (client or self.client).post(address, {"picture": sent, **more})


class ReferenceTest(CharacterCase):
    def test_a_picture_is_kept_beside_the_figure_and_on_its_sheet(self) -> None:
        answer = self.send(picture(), label="From the front")
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        [row] = answer.json()["figure"]["sheet"]["references"]
        self.assertEqual(
            (row["label"], row["width_px"], row["height_px"]), ("From the front", 300, 400)
        )
        shown = self.client.get(f"{self.at}/references/{row['id']}/picture")
        kept = Image.open(io.BytesIO(b"".join(shown.streaming_content)))
        self.assertEqual((kept.format, kept.size), ("JPEG", (300, 400)))
        self.call("POST", f"{self.at}/undo")
        self.assertEqual(self.client.get(self.at).json()["sheet"]["references"], [])
        again = self.send(picture()).json()["figure"]["sheet"]["references"]
        self.assertEqual([r["id"] for r in again], ["picture_2"])

    def test_it_is_turned_upright_and_its_metadata_go(self) -> None:
        exif = Image.Exif()
        exif[0x0112] = 6
        exif[0x010F] = "a camera"
        answer = self.send(picture((400, 300), "JPEG", exif=exif), "photo.jpg").json()
        self.assertIn("turned upright", answer["said"])
        [row] = answer["figure"]["sheet"]["references"]
        self.assertEqual((row["width_px"], row["height_px"]), (300, 400))
        shown = self.client.get(f"{self.at}/references/{row['id']}/picture")
        body = b"".join(shown.streaming_content)
        self.assertNotIn(b"a camera", body)

    def test_odd_pictures_are_converted_and_that_is_said(self) -> None:
        cmyk = io.BytesIO()
        Image.new("CMYK", (80, 90), (0, 120, 120, 20)).save(cmyk, "JPEG")
        deep = io.BytesIO()
        Image.fromarray(np.linspace(0, 65535, 6400).reshape(80, 80).astype(np.uint16)).save(
            deep, "PNG"
        )
        clear = io.BytesIO()
        Image.new("RGBA", (50, 50), (255, 0, 0, 0)).save(clear, "PNG")
        wide = picture((4000, 500))
        for body, words in (
            (cmyk.getvalue(), "from CMYK to RGB"),
            (deep.getvalue(), "from 16 bits to 8"),
            (clear.getvalue(), "put on white"),
            (wide, "made smaller, from 4000 × 500 pixels"),
        ):
            answer = self.send(body)
            self.assertEqual(answer.status_code, 201, answer.content[:300])
            self.assertIn(words, answer.json()["said"])

    def test_what_is_no_picture_is_refused_and_nothing_is_lost(self) -> None:
        before = self.client.get(self.at).json()
        whole = picture((600, 600), "JPEG", quality=95)
        for body, name in (
            (b"hello, I am text", "text.png"),
            (whole[: len(whole) // 2], "half.jpg"),
            (bomb(), "bomb.png"),
            (b"", "empty.png"),
            (b"GIF89a" + b"\0" * 40, "moving.gif"),
        ):
            answer = self.send(body, name)
            self.assert_problem(answer, 422, "picture")
        self.assertEqual(self.client.get(self.at).json(), before)
        self.assert_problem(self.send(picture(), view="above"), 422, "view")
        self.assertEqual(self.client.get(self.at).json(), before)

    def test_nobody_else_sees_it(self) -> None:
        [row] = self.send(picture()).json()["figure"]["sheet"]["references"]
        _, stranger = person("brook")
        address = f"{self.at}/references/{row['id']}/picture"
        self.assertEqual(stranger.get(address).status_code, 404)
        self.assertEqual(self.send(picture(), client=stranger).status_code, 404)

    def test_a_copy_from_its_own_sheet_has_its_pictures(self) -> None:
        self.send(picture())
        sheet = self.client.get(f"{self.at}/export").content
        made = self.client.post("/api/v1/figures/import?as_copy=true", sheet, "application/json")
        copy = made.json()["figure"]["id"]
        shown = self.client.get(f"/api/v1/figures/{copy}/references/picture/picture")
        self.assertEqual(shown.status_code, 200)

    def test_a_scale_in_any_unit_and_landmarks_give_lengths(self) -> None:
        self.send(picture())
        at = "reference/picture"
        scale = {"kind": "length", "a": [0.5, 0.1], "b": [0.5, 0.6], "length_mm": 1}
        answer = self.change(
            operations=[
                {"path": f"{at}/scale", "value": scale},
                {"path": f"{at}/scale/length_mm", "value": "4 in"},
                {
                    "path": f"{at}/landmarks",
                    "value": {"shoulder_r": [0.3, 0.2], "elbow_r": [0.3, 0.45]},
                },
            ]
        )
        [reading] = answer["plan"]["character"]["pictures"]["readings"]
        self.assertAlmostEqual(reading["per_px_mm"], 101.6 / 200)
        [arm] = reading["measures"]
        self.assertAlmostEqual(arm["seen_mm"], 100 * 101.6 / 200)
        refused = self.change(422, operations=[{"path": f"{at}/scale/b", "value": [0.5, 0.1]}])
        self.assertIn("pixels apart", refused["errors"][0]["value"])


class LibraryTest(CharacterCase):
    def test_something_of_the_library_is_one_change(self) -> None:
        names = {row["id"] for row in self.client.get(self.at).json()["library"]}
        self.assertLessEqual({"horn", "coat", "hand", "tooth_row", "rock"}, names)
        made = self.change(label="Add horns", add={"item": "horn"})["figure"]
        self.assertIn("horn_l", [p["id"] for p in made["sheet"]["parts"]])
        self.assertEqual(made["undo_label"], "Add horns")
        self.change(422, add={"item": "halo"})
        self.change(422, add={"item": "hand", "count": 99})

    def test_copies_and_pairs(self) -> None:
        made = self.change(copy_of={"part": "nose", "how": "duplicate"})["figure"]
        self.assertIn("nose_2", [p["id"] for p in made["sheet"]["parts"]])
        both = self.change(operations=[{"path": "part/ear_r/wall_mm", "value": "1/8 in"}])["figure"]
        walls = {p["id"]: p["form"].get("wall_mm") for p in both["sheet"]["parts"]}
        self.assertEqual(walls["ear_l"], walls["ear_r"])
        self.change(422, copy_of={"part": "nobody", "how": "mirror"})

    def test_a_tail_comes_and_goes_with_what_is_on_it(self) -> None:
        tailed = self.change(operations=[{"path": "body/tail_length", "value": 0.5}])["figure"]
        self.assertIn("tail_tip", [p["id"] for p in tailed["sheet"]["parts"]])
        self.assertIn("tail_3", tailed["landmarks"])
        bare = self.change(operations=[{"path": "body/tail_length", "value": 0}])["figure"]
        self.assertNotIn("tail_tip", [p["id"] for p in bare["sheet"]["parts"]])

    def test_three_hundred_parts_a_part_on_itself_and_bones_in_a_ring(self) -> None:
        self.change(422, operations=[{"path": "part/skull/meeting/hosts", "value": ["skull"]}])
        many = [
            {
                "path": f"part/p{n}",
                "value": {
                    "id": f"p{n}",
                    "label": "p",
                    "bone": "head",
                    "shape": {
                        "kind": "ellipsoid",
                        "centre": [0, 0, 0],
                        "semi_axes": [0.1, 0.1, 0.1],
                    },
                },
            }
            for n in range(300)
        ]
        refused = self.change(422, operations=many)
        self.assertIn("parts", refused["errors"][0]["path"])
        at = self.made("free")
        ring = [
            {"id": "root", "label": "root", "length": 1},
            {"id": "a", "label": "a", "parent": "b"},
            {"id": "b", "label": "b", "parent": "a"},
        ]
        change = {"base_revision": 1, "operations": [{"path": "body/bones", "value": ring}]}
        answer = self.call("POST", f"{at}/edits", change)
        self.assert_problem(answer, 422, "body/bones/a/parent")
        self.assertEqual(self.client.get(at).json()["revision"], 1)


class PaperTest(CharacterCase):
    def pages(self, path: str) -> list[str]:
        answer = self.client.get(f"{self.at}/prints/{path}")
        self.assertEqual(answer.status_code, 200, path)
        return [page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages]

    def test_the_page_count_is_the_page_count(self) -> None:
        for row in self.client.get(f"{self.at}/prints/layout-map/pages").json():
            self.assertEqual(len(self.pages(f"layout-map?paper={row['paper']}")), row["pages"])
        self.assert_problem(self.client.get(f"{self.at}/prints/layout-map?paper=A9"), 422, "paper")

    def test_each_run_has_its_bend_card(self) -> None:
        plan = self.client.get(f"{self.at}/plan/frame").json()
        for run in plan["runs"]:
            text = " ".join(self.pages(f"bend-card/{run['id']}"))
            for bend in run["card"]["bends"]:
                self.assertIn(f"{bend['mark_mm']:.1f} mm", text)
        self.assert_problem(self.client.get(f"{self.at}/prints/bend-card/whisker"), 422, "run")

    def test_the_holes_of_the_base(self) -> None:
        self.assertIn("FRONT", " ".join(self.pages("drilling-template?paper=Letter")))
        wrong = self.client.get(f"{self.at}/prints/drilling-template?paper=A9")
        self.assert_problem(wrong, 422, "paper")

    def test_map_as_svg_and_the_cards(self) -> None:
        svg = self.client.get(f"{self.at}/prints/layout-map?form=svg&mirrored=true")
        self.assertEqual(svg["Content-Type"], "image/svg+xml")
        self.assertIn(b'class="wire"', svg.content)
        self.assertIn("thigh", " ".join(self.pages("caliper-card")))
        self.assertIn("eye line", " ".join(self.pages("face-plan")))
        address = f"{self.made('stem_cap')}/prints/face-plan"
        self.assert_problem(self.client.get(address), 422, "body")
