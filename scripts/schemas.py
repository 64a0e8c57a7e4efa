"""Write the JSON Schemas of docs/formats from the core's models."""

from __future__ import annotations

import json
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from windcrest_core.given.house_rules import Rules  # noqa: E402
from windcrest_core.given.progress import Progress  # noqa: E402
from windcrest_core.given.stores import Stores  # noqa: E402
from windcrest_core.sheet import FigureSheet  # noqa: E402
from windcrest_core.work.checks.marked import Marked  # noqa: E402

MODELS = {
    "figure-sheet": FigureSheet,
    "rules": Rules,
    "stores": Stores,
    "progress": Progress,
    "marks": Marked,
}


def schemas() -> dict[str, str]:
    return {
        f"{name}.schema.json": json.dumps(model.model_json_schema(), indent=1, sort_keys=True)
        + "\n"
        for name, model in MODELS.items()
    }


if __name__ == "__main__":
    for name, text in schemas().items():
        (ROOT / "docs" / "formats" / name).write_text(text, encoding="utf-8")
