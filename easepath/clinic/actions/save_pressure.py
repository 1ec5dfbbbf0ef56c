"""Save the blood pressure of a visit: its two numbers, which belong together, among what was measured."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import partial

from easepath.clinic import models
from easepath.clinic.acting import Act, Saved, Unchanged, act
from easepath.clinic.actions.save_measure import Measuring, SittingEntry, decide_measure
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_again
from easepath.core.ids import Measures
from easepath.core.knowledge import shipped_library

NUMBERS = (Measures.BLOOD_PRESSURE, Measures.BLOOD_PRESSURE_LOW)


@dataclass(frozen=True)
class PressureEntry:
    """The upper and the lower value in mmHg."""

    upper: float
    lower: float


def save_pressure(actor: models.User, visit: models.Visit, pressure: PressureEntry | None) -> Saved:
    """Save both numbers in place of those of this visit; None takes them out. Everything else measured stays."""
    return act(actor, "measure", partial(read_again, visit), lambda record: _decide(actor, record, pressure))


def _decide(actor: models.User, record: Record, pressure: PressureEntry | None) -> Act[Saved] | Unchanged[Saved]:
    if pressure is not None:
        _check(pressure)
    revision, before = record.revision_of("measure"), Measuring.of(record)
    others = tuple(one for one in before.sittings if one.measure not in NUMBERS)
    read = () if pressure is None else zip(NUMBERS, (pressure.upper, pressure.lower), strict=True)
    sittings = (*others, *(SittingEntry(measure, "", (value,)) for measure, value in read))
    if set(sittings) == set(before.sittings):
        return Unchanged(Saved(revision, record))
    return decide_measure(actor, record, revision, replace(before, sittings=sittings))


def _check(pressure: PressureEntry) -> None:
    measures, fields = shipped_library().measures, {}
    for name, measure, value in zip(("upper", "lower"), NUMBERS, (pressure.upper, pressure.lower), strict=True):
        low, high = measures[measure].valid
        if not low <= value <= high:
            fields[name] = f"{value:g} mmHg is not possible: {low:g} to {high:g}"
    if not fields and pressure.lower >= pressure.upper:
        fields["lower"] = f"{pressure.lower:g} is not below {pressure.upper:g}: the upper value comes first"
    if fields:
        raise FieldError(fields)
