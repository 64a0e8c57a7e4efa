"""Draw the photograph of the festival: the ferrywoman's wire with one elbow bent too far, a card behind it.

    python -m examples.photograph

Writes ferrywoman-wire.jpg, and its marks into festival.json as the sculptor has set them.
"""

from __future__ import annotations

import json
from pathlib import Path

import numpy as np
from PIL import Image

from windcrest_core.body.workpiece import workpiece
from windcrest_core.character.landmarks import landmark_points
from windcrest_core.findings import Operation
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.sheet import load_sheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.tests.photographs import camera, drawn, in_view
from windcrest_core.work.checks.card import corners_mm
from windcrest_core.work.checks.marked import CardScale, Marked

HERE = Path(__file__).resolve().parent
SIZE = (900, 1200)
BEHIND_MM, ASIDE_MM, WRONG_DEG = 60.0, -45.0, 99.0
MARKED = ("tip_head", "hip_r", "shoulder_r", "elbow_r", "wrist_r", "knee_r", "ankle_r")


def main() -> None:
    sheet = load_sheet(json.loads((HERE / "ferrywoman.figure.json").read_text()))
    wrong = Operation(path="joint/elbow_r/swing_deg", value=WRONG_DEG)
    bent, _ = apply_edits(sheet, [wrong])
    work = workpiece(bent, Context(), Progress())
    eye = camera(*SIZE, 0.78, 7, -4, 1.5, 480, (-25.0, 150.0, 0.0))
    picture = drawn(
        eye, SIZE, np.random.default_rng(3), work, "side", BEHIND_MM, 4, 0, True, ASIDE_MM
    )
    Image.fromarray(picture).save(HERE / "ferrywoman-wire.jpg", quality=80)
    points = landmark_points(work.figure.bones, bent.body)
    beside = np.array([ASIDE_MM, 0.0, 0.0])
    seen = eye.seen(in_view(np.array([points[key] for key in MARKED]), "side", BEHIND_MM) + beside)
    card = eye.seen(np.column_stack([corners_mm(), np.zeros(4)]))
    a, b, c, d = (_share(px) for px in card)
    marked = Marked(
        view="side",
        stage="wire",
        width_px=SIZE[0],
        height_px=SIZE[1],
        scale=CardScale(corners=(a, b, c, d), behind_mm=BEHIND_MM),
        marks={key: _share(px) for key, px in zip(MARKED, seen, strict=True)},
    )
    (HERE / "ferrywoman-wire.marks.json").write_text(marked.model_dump_json(indent=1) + "\n")


def _share(px: np.ndarray[tuple[int, ...], np.dtype[np.float64]]) -> tuple[float, float]:
    return (round(float(px[0] / SIZE[0]), 4), round(float(px[1] / SIZE[1]), 4))


if __name__ == "__main__":
    main()
