"""Pictures of our own for the demo bench, drawn from figure sheets."""

from __future__ import annotations

import io

from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image, ImageDraw

from server.shelf.actions.add_reference import add_reference
from server.shelf.actions.edit_figure import edit_figure
from server.shelf.models import Figure
from windcrest_core.body.figure import figure as placed
from windcrest_core.body.figure import standing_bones
from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.character.landmarks import landmark_points
from windcrest_core.drawing.elevation import View, drawing
from windcrest_core.findings import Operation
from windcrest_core.sheet.meetings import Blend

PAPER, FLOOR, CLAY, EDGE, INK = "#efe6d2", "#d9cbb0", "#c9906e", "#8a5a41", "#26364a"
LONGEST_PX, MARGIN_PX = 760, 60
UNMARKED = ("hips", "waist", "tip_ankle", "sole")


class Drawing:
    """One elevation as a picture, and where in it a point of the elevation is."""

    def __init__(self, view: View) -> None:
        self.view = view
        self.low_u, self.low_v, high_u, high_v = view.bounds
        self.scale = LONGEST_PX / max(high_u - self.low_u, high_v - self.low_v)
        self.width_px = int((high_u - self.low_u) * self.scale) + 2 * MARGIN_PX
        self.height_px = int((high_v - self.low_v) * self.scale) + 2 * MARGIN_PX

    def at(self, u: float, v: float) -> tuple[float, float]:
        """Pixels from the left and from the top."""
        return (
            MARGIN_PX + (u - self.low_u) * self.scale,
            self.height_px - MARGIN_PX - (v - self.low_v) * self.scale,
        )

    def share(self, u: float, v: float) -> tuple[float, float]:
        """The same as shares of the picture."""
        x, y = self.at(u, v)
        return (round(x / self.width_px, 5), round(y / self.height_px, 5))

    def png(self) -> bytes:
        image = Image.new("RGB", (self.width_px, self.height_px), PAPER)
        pen = ImageDraw.Draw(image)

        def ring(flat: list[float]) -> list[tuple[float, float]]:
            return [self.at(u, v) for u, v in zip(flat[::2], flat[1::2], strict=True)]

        floor = self.height_px - MARGIN_PX
        pen.rectangle((0, floor, self.width_px, self.height_px), fill=FLOOR)
        for part in self.view.parts:
            for outline in part.outline:
                pen.polygon(ring(outline), fill=CLAY, outline=EDGE)
        for outline in self.view.silhouette:
            points = ring(outline)
            pen.line([*points, points[0]], fill=INK, width=3)
        out = io.BytesIO()
        image.save(out, "PNG")
        return out.getvalue()


def sketch(figure: Figure, view: str) -> None:
    """A sketch of the figure standing, a little longer in the arm and narrower, put beside it and
    marked: what a sculptor would draw before the sheet was made."""
    sheet = figure.sheet
    body = sheet.body.model_copy(update={"arm_length": 1.06, "shoulder_breadth": 0.96})
    kept = [part for part in sheet.parts if part.orient == "bone" and part.layer == 0]
    ids = {part.id for part in kept}
    model = sheet.model_copy(
        update={
            "pose": {},
            "body": body,
            "references": [],
            "parts": [
                p
                if p.lies_on in ids or p.lies_on is None
                else p.model_copy(update={"meeting": Blend()})
                for p in kept
            ],
        }
    )
    drawn = Drawing(getattr(drawing(placed(model, 6.0)), view))
    sent = SimpleUploadedFile("sketch.png", drawn.png(), "image/png")
    done, _ = add_reference(figure, sent, f"sketch, {view}", view)
    key = done.sheet.references[-1].id
    plane = FRONT if view == "front" else SIDE
    bones = standing_bones(model)
    marks = {
        name: drawn.share(*(plane @ point))
        for name, point in landmark_points(bones, body).items()
        if not name.startswith(UNMARKED)
    }
    crown, sole = drawn.share(0, sheet.height_mm), drawn.share(0, 0)
    done = edit_figure(
        done.pk,
        done.revision,
        [
            Operation(path=f"reference/{key}/landmarks", value=marks),
            Operation(
                path=f"reference/{key}/scale",
                value={"kind": "stature", "crown": crown, "sole": sole},
            ),
            Operation(path=f"reference/{key}/shown", value=False),
        ],
        "Mark the sketch",
        lambda _: None,
    )
    done.undo_stack = []
    done.save()
    figure.refresh_from_db()
