"""Writes docs/findings.md."""

from __future__ import annotations

import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from windcrest_core.tests.findings_doc import findings_page  # noqa: E402

(ROOT / "docs" / "findings.md").write_text(findings_page(), encoding="utf-8")
