"""Pictures: refused by their header, kept without what else was in them, whole on the disk."""

from __future__ import annotations

import io
import tempfile
import time
from pathlib import Path

import numpy as np
from django.conf import settings
from django.core.files.base import ContentFile
from django.core.files.storage import default_storage
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import SimpleTestCase
from PIL import Image

from server.bench.models import LogEntry
from server.durable import sweep
from server.pictures import clean_picture
from server.problems import Problem
from server.testing import ApiCase


def sent(image: Image.Image, form: str, **more: object) -> SimpleUploadedFile:
    out = io.BytesIO()
    image.save(out, form, **more)
    return SimpleUploadedFile(f"a.{form.lower()}", out.getvalue())


class CleanTest(SimpleTestCase):
    def test_too_many_pixels_are_refused_by_the_header_with_the_number_allowed(self) -> None:
        for form, size, most in (("PNG", (9000, 4500), "40"), ("WEBP", (4100, 4000), "16")):
            with self.assertRaisesRegex(Problem, f"at most {most} million pixels"):
                clean_picture(sent(Image.new("L", size), form))

    def test_nothing_but_the_picture_is_kept(self) -> None:
        for size in ((300, 200), (5000, 2000)):
            image = Image.new("RGB", size, (200, 30, 30))
            exif = Image.Exif()
            exif[0x010E] = "where I live"
            kept = clean_picture(sent(image, "JPEG", comment=b"said in secret", exif=exif)).jpeg
            self.assertNotIn(b"secret", kept)
            self.assertNotIn(b"where I live", kept)

    def test_a_large_one_in_strips_is_what_it_is_in_one(self) -> None:
        """A ramp of sixteen bits and a see-through one, against the mean of each whole square."""
        across = np.linspace(0, 60000, 6000).astype(np.uint16)
        deep = clean_picture(sent(Image.fromarray(np.tile(across, (900, 1))), "PNG"))
        self.assertEqual((deep.width_px, deep.height_px), (2000, 300))
        row = np.asarray(Image.open(io.BytesIO(deep.jpeg)))[150, :, 0].astype(float)
        wanted = across.reshape(2000, 3).mean(axis=1) / 65535 * 255
        self.assertLess(np.abs(row - wanted).max(), 3)
        clear = clean_picture(sent(Image.new("RGBA", (4000, 2500), (0, 0, 0, 51)), "PNG"))
        pixel = np.asarray(Image.open(io.BytesIO(clear.jpeg)))[600, 900]
        np.testing.assert_allclose(pixel, 204, atol=2)

    def test_one_on_its_side_stands_upright_in_strips_too(self) -> None:
        image = Image.new("RGB", (5000, 2600), "white")
        image.paste((0, 0, 0), (0, 0, 400, 2600))
        exif = Image.Exif()
        exif[0x0112] = 6
        kept = clean_picture(sent(image, "JPEG", exif=exif))
        self.assertEqual((kept.width_px, kept.height_px), (1040, 2000))
        pixels = np.asarray(Image.open(io.BytesIO(kept.jpeg)))
        self.assertLess(pixels[20].mean(), 20)
        self.assertGreater(pixels[-20].mean(), 235)


class DurableTest(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        own = self.settings(DATA=Path(folder.name), MEDIA_ROOT=Path(folder.name) / "pictures")
        own.enable()
        self.addCleanup(own.disable)

    def test_a_name_is_never_written_over_and_no_part_is_left(self) -> None:
        names = [default_storage.save("log/same.jpg", ContentFile(text)) for text in (b"1", b"2")]
        self.assertNotEqual(*names)
        for name, text in zip(names, (b"1", b"2"), strict=True):
            with default_storage.open(name) as kept:
                self.assertEqual(kept.read(), text)
            self.assertEqual(Path(default_storage.path(name)).stat().st_mode & 0o077, 0)
        self.assertEqual(list(Path(settings.MEDIA_ROOT).rglob("*.part")), [])

    def test_what_nothing_speaks_of_is_swept_when_it_is_an_hour_old(self) -> None:
        known = default_storage.save("log/known.jpg", ContentFile(b"1"))
        lost = default_storage.save("log/lost.jpg", ContentFile(b"2"))
        LogEntry.objects.create(figure=self.figure, text="", picture=known)
        self.assertEqual(sweep(), [])
        moved = sweep(time.time() + 7200)
        self.assertIn(Path(lost).name, [path.name for path in moved])
        self.assertTrue(default_storage.exists(known))
        self.assertFalse(default_storage.exists(lost))
