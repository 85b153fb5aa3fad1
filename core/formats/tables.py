"""Tables as comma-separated values (RFC 4180), safe to open in a spreadsheet."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence

FORMULA = ("=", "+", "-", "@", "\t", "\r")


def table_csv(rows: Iterable[Sequence[object]]) -> str:
    """Rows of cells as text; none begins so that a spreadsheet would take it for a formula.

    >>> table_csv([["how many", "what", "by"], [2, "=nut", ""]])
    "how many,what,by\\r\\n2,'=nut,\\r\\n"
    """
    out = io.StringIO()
    csv.writer(out).writerows([[_plain(cell) for cell in row] for row in rows])
    return out.getvalue()


def _plain(cell: object) -> object:
    text = str(cell)
    return f"'{text}" if text.startswith(FORMULA) and not isinstance(cell, (int, float)) else cell
