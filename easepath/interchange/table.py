"""Tables (CSV) as spreadsheets write and read them: out without formulas, in with the line of every fault."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable, Sequence
from typing import Any, Final

from easepath.clinic.errors import FieldError

MOST_LINES: Final = 5000
"""Lines of a table that are read at once."""
SIGNS: Final = "=+-@\t\r"
"""What a spreadsheet takes for the beginning of a formula."""


def table_of(rows: Iterable[dict[str, Any]], columns: Sequence[str]) -> str:
    """Rows as a table (CSV) that a spreadsheet runs nothing of."""
    text = io.StringIO()
    writer = csv.DictWriter(text, fieldnames=columns)
    writer.writeheader()
    writer.writerows({key: plain_cell(value) for key, value in row.items()} for row in rows)
    return text.getvalue()


def plain_cell(value: Any) -> Any:
    """A value for a cell; a text that a spreadsheet would run as a formula gets a quote before it."""
    if isinstance(value, list | dict):
        return json.dumps(value, ensure_ascii=False)
    return f"'{value}" if isinstance(value, str) and value[:1] in SIGNS and value else value


def read_table(text: str, needed: Sequence[str]) -> list[tuple[int, dict[str, str]]]:
    """The lines of a table with their numbers, by the names of its first line; raises FieldError with line and reason.

    Commas, semicolons or tabs stand between the columns; a column that is not known is left alone.
    """
    lines = text.lstrip("\ufeff").splitlines()
    if not lines:
        raise FieldError({"table": f"is empty: its first line names the columns, {', '.join(needed)} among them"})
    apart = max((",", ";", "\t"), key=lines[0].count)
    rows = csv.reader(io.StringIO("\n".join(lines)), delimiter=apart)
    names = [name.strip().lower() for name in next(rows)]
    missing = [name for name in needed if name not in names]
    if missing:
        raise FieldError({"table": f"line 1: the columns {', '.join(missing)} are missing"})
    found = [(number, row) for number, row in enumerate(rows, 2) if any(cell.strip() for cell in row)]
    if len(found) > MOST_LINES:
        raise FieldError({"table": f"has {len(found)} lines: at most {MOST_LINES} are read at once"})
    return [(number, {name: _cell(cell) for name, cell in zip(names, row, strict=False)}) for number, row in found]


def _cell(cell: str) -> str:
    told = cell.strip()
    return told[1:] if told[:1] == "'" and told[1:2] and told[1] in SIGNS else told
