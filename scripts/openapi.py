"""Write the server's OpenAPI document, from which the front end's types are generated."""

import json
import os
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
os.environ.setdefault("WINDCREST_SECRET", "openapi")

import django  # noqa: E402

django.setup()

from server.api import api  # noqa: E402

text = json.dumps(api.get_openapi_schema(), indent=1, sort_keys=True) + "\n"
(ROOT / "web" / "openapi.json").write_text(text, encoding="utf-8")
