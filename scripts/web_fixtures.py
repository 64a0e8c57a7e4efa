"""The ferrywoman, her plan and what it rests on as the server would send them, for the front end's
tests."""

from __future__ import annotations

import json
import os
import sys
from datetime import date
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
os.environ.setdefault("WINDCREST_SECRET", "fixtures")
os.environ.setdefault("WINDCREST_DATA", str(ROOT / ".make" / "types"))

import django  # noqa: E402

django.setup()

from server.shelf.figures_api import bodies  # noqa: E402
from server.shelf.models import Figure  # noqa: E402
from server.shelf.owned import figure_out  # noqa: E402
from windcrest_core.catalogue import catalogue  # noqa: E402
from windcrest_core.colour.starting import start_lists  # noqa: E402
from windcrest_core.given.load import Context  # noqa: E402
from windcrest_core.given.progress import Progress  # noqa: E402
from windcrest_core.given.stores import Owned  # noqa: E402
from windcrest_core.plan import plan  # noqa: E402
from windcrest_core.stock.kinds import KINDS  # noqa: E402
from windcrest_core.words import sayer  # noqa: E402

text = (ROOT / "examples" / "ferrywoman.figure.json").read_text(encoding="utf-8")
figure = Figure(id="f" * 32, sheet_json=json.loads(text))
context = Context()
made = {
    "figure": figure_out(figure).model_dump(mode="json"),
    "plan": plan(figure.sheet, context, Progress(), date(2026, 7, 1)).model_dump(
        mode="json", context=sayer(context.rules.units)
    ),
    "bodies": [body.model_dump(mode="json") for body in bodies(None)],
    "catalogue": catalogue().model_dump(mode="json"),
    "rules": context.rules.model_dump(mode="json"),
    "stores": Owned().model_dump(mode="json"),
    "paint_lists": [
        row.model_dump(mode="json", context=sayer(context.rules.units))
        for row in start_lists("#808080")
    ],
    "kinds": [kind.model_dump(mode="json") for kind in KINDS.values()],
}
folder = ROOT / "web" / "made"
folder.mkdir(exist_ok=True)
(folder / "bench.json").write_text(json.dumps(made), encoding="utf-8")
