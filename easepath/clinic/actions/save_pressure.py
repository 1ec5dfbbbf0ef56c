"""Save the blood pressure of a visit: its two numbers, which belong together, among what was measured."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from easepath.clinic import models
from easepath.clinic.acting import Act, Saved, Unchanged, act
from easepath.clinic.actions.save_measure import Measuring, SittingEntry, decide_measure
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_again
from easepath.core.ids import Measures
from easepath.core.knowledge import shipped_library
from easepath.core.screening.pressure import Pressure

NUMBERS = {"upper": Measures.BLOOD_PRESSURE, "lower": Measures.BLOOD_PRESSURE_LOW}
"""The measure each number is kept as."""


def save_pressure(actor: models.User, visit: models.Visit, pressure: Pressure) -> Saved:
    """Save both numbers in place of those of this visit; neither takes them out. Everything else measured stays."""
    return act(actor, "measure", partial(read_again, visit), lambda record: _decide(actor, record, pressure))


def _decide(actor: models.User, record: Record, pressure: Pressure) -> Act[Saved] | Unchanged[Saved]:
    read = _checked(pressure)
    revision, before = record.revision_of("measure"), Measuring.of(record)
    others = tuple(one for one in before.sittings if one.measure not in NUMBERS.values())
    sittings = (*others, *(SittingEntry(NUMBERS[name], "", (value,)) for name, value in read.items()))
    if set(sittings) == set(before.sittings):
        return Unchanged(Saved(revision, record))
    return decide_measure(actor, record, revision, replace(before, sittings=sittings))


def _checked(pressure: Pressure) -> dict[str, float]:
    """Both numbers by name, or none; raises FieldError at the one that is missing or cannot be."""
    given = {"upper": pressure.upper, "lower": pressure.lower}
    read = {name: value for name, value in given.items() if value is not None}
    fields = {name: "is missing: a blood pressure is two numbers" for name in given if read and name not in read}
    for name, value in read.items():
        low, high = shipped_library().measures[NUMBERS[name]].valid
        if not low <= value <= high:
            fields[name] = f"{value:g} mmHg is not possible: {low:g} to {high:g}"
    if read and not fields and read["lower"] >= read["upper"]:
        fields["lower"] = f"{read['lower']:g} is not below {read['upper']:g}: the upper value comes first"
    if fields:
        raise FieldError(fields)
    return read
