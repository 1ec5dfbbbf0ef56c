"""A sensor trace as a table: seconds, degrees of the thigh, and of the pelvis where there are two sensors."""

from __future__ import annotations

import csv
import io
from itertools import pairwise

from easepath.clinic.errors import FieldError
from easepath.core.measure.onset import Sample

COLUMNS = ("t", "thigh", "pelvis")
MOST_LINES = 3000
"""Lines of a trace that are read: half a minute of 100 a second."""


def read_trace_csv(text: str) -> list[Sample]:
    """The samples of a table; raises FieldError with the line and the reason. A comma may be the decimal sign."""
    lines = text.lstrip("\ufeff").splitlines()
    if not lines:
        raise FieldError({"csv": "is empty: choose a table with the columns t, thigh and, with two sensors, pelvis"})
    apart = next((sign for sign in (";", "\t") if sign in lines[0]), ",")
    rows = csv.reader(io.StringIO("\n".join(lines)), delimiter=apart)
    names = [name.strip().lower() for name in next(rows)]
    if names not in ([*COLUMNS], [*COLUMNS[:2]]):
        raise FieldError(
            {"csv": f"line 1: the columns are {', '.join(names) or 'none'}; they have to be t, thigh, pelvis"}
        )
    samples = [_sample(number, row, len(names)) for number, row in enumerate(rows, 2) if any(row)]
    if len(samples) > MOST_LINES:
        raise FieldError({"csv": f"has {len(samples)} lines: at most {MOST_LINES} are read"})
    for number, (before, after) in enumerate(pairwise(samples), 3):
        if after.t <= before.t:
            raise FieldError({"csv": f"line {number}: {after.t:g} s does not come after {before.t:g} s"})
    return samples


def _sample(number: int, row: list[str], columns: int) -> Sample:
    if len(row) != columns:
        raise FieldError({"csv": f"line {number}: has {len(row)} values, the first line names {columns}"})
    values = [_number(number, name, value) for name, value in zip(COLUMNS, row, strict=False)]
    return Sample(values[0], values[1], values[2] if columns > 2 else None)


def _number(line: int, name: str, value: str) -> float:
    try:
        found = float(value.strip().replace(",", "."))
    except ValueError:
        raise FieldError({"csv": f"line {line}: {name} is {value!r}, no number"}) from None
    if not -1000 <= found <= 100_000:
        raise FieldError({"csv": f"line {line}: {name} is {value!r}, which cannot be"})
    return found
