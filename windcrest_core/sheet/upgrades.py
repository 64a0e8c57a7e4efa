"""The ladder of the figure sheet, and of edits that were written for one.

Version 1 is the first. Each upgrade of the sheet has one of operations beside it.
"""

from __future__ import annotations

from windcrest_core.versions import Ladder

SHEET = Ladder("figure sheet", "sheet_version")
OPERATIONS = Ladder("file of operations", "sheet_version")
CURRENT_VERSION = SHEET.current
