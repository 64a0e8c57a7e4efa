"""The face on its grid at true size, front and side, and beads to hold against it."""

from __future__ import annotations

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer

from windcrest_core.body.face import face_lines
from windcrest_core.body.figure import Figure, figure
from windcrest_core.character.face_plan import BEADS_MM, FACED
from windcrest_core.drawing.elevation import View, drawing
from windcrest_core.errors import SheetError
from windcrest_core.plan import Plan
from windcrest_core.prints.paper import LEAD, TITLE, escaped, pdf
from windcrest_core.sheet.model import FigureSheet

ROOM_MM = (A4[0] / mm - 40, 205.0)


class _Grid(Flowable):  # type: ignore[misc]  # reportlab has no types
    """Both views of the head with the lines of the face plan through them."""

    def __init__(self, sheet: FigureSheet, plan: Plan) -> None:
        super().__init__()
        self.sheet, self.plan = sheet, plan
        self.placed = _head(sheet)
        picture = drawing(self.placed)
        self.front, self.side = picture.front, picture.side
        bone = self.placed.bones[FACED]
        self.chin, self.head = float(bone.start[2]), bone.length_mm
        self.width, self.height = ROOM_MM[0] * mm, self._tall_mm() * mm

    def _tall_mm(self) -> float:
        low = min(self.front.bounds[1], self.side.bounds[1])
        high = max(self.front.bounds[3], self.side.bounds[3])
        return min(ROOM_MM[1], high - low + 6)

    def draw(self) -> None:
        c = self.canv
        low = min(self.front.bounds[1], self.side.bounds[1]) - 3
        x_front = 34 - self.front.bounds[0]
        x_side = x_front + self.front.bounds[2] + 12 - self.side.bounds[0]
        c.setLineWidth(0.3 * mm)
        for view, x in ((self.front, x_front), (self.side, x_side)):
            self._outlines(view, x, low)
        c.setFont("Helvetica", 7)
        right = x_side + self.side.bounds[2] + 4
        face = self.plan.character.face
        assert face is not None
        for line in face.lines:
            y = self.chin + line.above_chin_mm - low
            c.setLineWidth(0.12 * mm)
            c.line(33 * mm, y * mm, right * mm, y * mm)
            c.drawRightString(
                32 * mm, y * mm - 2, f"{line.label.split(',')[0]} {line.above_chin_mm:.1f}"
            )
        lines = face_lines(self.sheet, self.placed.head_mm)
        y0, y1 = self.chin - low, self.chin + self.head - low
        c.setDash([0.6 * mm, 1.2 * mm])
        for n in range(6):
            x = x_front - lines.face_mm / 2 + n * lines.face_mm / 5
            c.line(x * mm, y0 * mm, x * mm, y1 * mm)
        c.setDash([])
        for sign in (-1, 1):
            x = x_front + sign * lines.eyes_apart_mm / 2
            y = self.chin + lines.eyes * self.head - low
            c.circle(x * mm, y * mm, face.bead_mm.value / 2 * mm)

    def _outlines(self, view: View, x: float, low: float) -> None:
        c = self.canv
        for part in view.parts:
            for ring in part.outline:
                path = c.beginPath()
                path.moveTo((x + ring[0]) * mm, (ring[1] - low) * mm)
                for u, v in zip(ring[2::2], ring[3::2], strict=True):
                    path.lineTo((x + u) * mm, (v - low) * mm)
                path.close()
                c.drawPath(path)


class _Beads(Flowable):  # type: ignore[misc]  # reportlab has no types
    """Circles of the sizes beads are sold in."""

    def __init__(self) -> None:
        super().__init__()
        self.width, self.height = ROOM_MM[0] * mm, 26 * mm

    def draw(self) -> None:
        c, x = self.canv, 0.0
        c.setFont("Helvetica", 7)
        c.setLineWidth(0.2 * mm)
        for size in BEADS_MM:
            if x + size > ROOM_MM[0]:
                break
            c.circle((x + size / 2) * mm, 14 * mm, size / 2 * mm)
            c.drawCentredString((x + size / 2) * mm, 1 * mm, f"{size:g}")
            x += max(size, 4) + 3


def _head(sheet: FigureSheet) -> Figure:
    """The head and what is on it, upright."""
    placed = figure(sheet.model_copy(update={"pose": {}}), 6.0)
    return Figure(
        placed.height_mm,
        placed.head_mm,
        placed.bones,
        [
            piece
            for piece in placed.pieces
            if piece.part.bone == FACED and not piece.part.made_apart
        ],
    )


def face_card_pdf(sheet: FigureSheet, plan: Plan) -> bytes:
    """The head grid at true size.

    Raises
    ------
    SheetError : the body has no head with a face.
    """
    face = plan.character.face
    if face is None:
        raise SheetError.one("body", sheet.body.plan, "a body with a head, for a face plan")
    return pdf(
        f"{plan.name}: face plan",
        [
            Paragraph(f"{escaped(plan.name)}: face plan", TITLE),
            Paragraph(
                f"Head {face.head_mm:.1f} mm, face {face.face_mm:.1f} mm broad, an eye "
                f"{face.eye_mm.value:.1f} mm, eyes {face.eyes_apart_mm:.1f} mm apart from middle to "
                f"middle; beads of {face.bead_mm.value:g} mm (assumed to fill the eye). Heights in mm "
                "above the chin.",
                LEAD,
            ),
            _Grid(sheet, plan),
            Spacer(1, 8),
            _Beads(),
        ],
    )
