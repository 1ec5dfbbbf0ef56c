"""Save what was measured in a visit: sittings with every trial, observations, and goals."""

from __future__ import annotations

from copy import copy
from dataclasses import asdict, dataclass, replace
from functools import partial
from operator import attrgetter
from typing import Any

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Saved, act
from easepath.clinic.actions.revisions import differing, keep_revision, next_revision
from easepath.clinic.actions.withheld_sheet import is_withheld_after
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.policies import may
from easepath.clinic.repository import Record, read_again
from easepath.clinic.rows import NOT_WRITTEN, GoalRow, SittingRow
from easepath.core.knowledge import shipped_library
from easepath.core.measure.error import own_error
from easepath.core.screening import screen_tests
from easepath.core.vocabulary import Verdict, side_word

MOST_TRIALS = 10
KEPT_HERE = ("observed", "sheet_withheld")
"""What of the complaint this step writes."""


@dataclass(frozen=True)
class SittingEntry:
    """One measure on one side in this visit; a measure without sides has an empty side."""

    measure: str
    side: str
    trials: tuple[float, ...]
    state: str = "cold"
    instrument: str = ""


@dataclass(frozen=True)
class GoalEntry:
    """What a client needs of a measure; an empty side means both."""

    measure: str
    side: str
    value: float


@dataclass(frozen=True)
class Measuring:
    """Everything the Measure step of one visit holds."""

    sittings: tuple[SittingEntry, ...]
    observed: tuple[str, ...]
    goals: tuple[GoalEntry, ...]

    @classmethod
    def of(cls, record: Record) -> Measuring:
        """The step as it stands in the rows."""
        own = sorted(_taken_here(record), key=lambda row: row.id)
        return cls(
            tuple(SittingEntry(r.measure, r.side, r.trials, r.state, r.instrument) for r in own),
            tuple(record.complaint.observed),
            tuple(GoalEntry(r.measure, r.side, r.value) for r in record.goals),
        )

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message."""
        return {
            "sittings": [{**asdict(one), "trials": list(one.trials)} for one in self.sittings],
            "observed": list(self.observed),
            "goals": [asdict(one) for one in self.goals],
        }


def _taken_here(record: Record) -> list[SittingRow]:
    """The sittings of this visit; what another system told with it is no part of the step."""
    return [row for row in record.sittings if row.visit == record.visit.pk and not row.is_brought]


def save_measure(actor: models.User, visit: models.Visit, revision: int, measuring: Measuring) -> Saved:
    """Save the whole step on the revision it was made on; a refused test takes no reading."""
    return act(
        actor, "measure", partial(read_again, visit), lambda record: decide_measure(actor, record, revision, measuring)
    )


def decide_measure(actor: models.User, record: Record, revision: int, measuring: Measuring) -> Act[Saved]:
    """What a save of the whole step writes; raises what it is refused with."""
    _check(measuring)
    before = Measuring.of(record)
    _refuse_tests(record, before, measuring)
    if measuring.goals != before.goals and not may(actor, "compose"):
        raise FieldError({"goals": "a goal is set by a clinician or a lead"})
    number = next_revision(record, "measure", revision, before.as_data(), measuring.as_data())
    after = _measured(record, before, measuring)
    after.complaint.sheet_withheld = is_withheld_after(actor, record, after)
    learned = {one.measure for one in set(before.sittings) ^ set(measuring.sittings)}

    def write() -> Saved:
        _save_sittings(actor, record, measuring.sittings)
        _learn_error(record.complaint.client.clinic, learned)
        _save_goals(actor, record, measuring.goals)
        changed = [name for name in KEPT_HERE if getattr(after.complaint, name) != getattr(record.complaint, name)]
        if changed:
            after.complaint.save(update_fields=changed)
        keep_revision(actor, record, "measure", number)
        return Saved(number, replace(after))  # read anew, since the clinic has learned from it

    details = {"visit": record.visit.number, **differing(before.as_data(), measuring.as_data())}
    return Act(write, "save-measure", lambda _: details)


def _measured(record: Record, before: Measuring, measuring: Measuring) -> Record:
    """The record with what was measured in this visit, not written yet."""
    visit, complaint = record.visit, copy(record.complaint)
    complaint.observed = list(measuring.observed)
    kept = {(row.measure, row.side, row.state): row for row in _taken_here(record)}
    changed = set(measuring.sittings) - set(before.sittings)
    own = (
        SittingRow(
            id=kept[key].id if (key := (one.measure, one.side, one.state)) in kept else NOT_WRITTEN + number,
            complaint=complaint.pk, visit=visit.pk, measure=one.measure, side=one.side, trials=one.trials,
            date=record.today if one in changed else kept[key].date, state=one.state, instrument=one.instrument,
        )
        for number, one in enumerate(measuring.sittings)
    )  # fmt: skip
    others = (row for row in record.sittings if row.visit != visit.pk or row.is_brought)
    goals = tuple(GoalRow(id=n, **asdict(goal)) for n, goal in enumerate(measuring.goals))
    sittings = tuple(sorted((*others, *own), key=attrgetter("date", "id")))
    return replace(record, complaint=complaint, sittings=sittings, goals=goals)


def _check(measuring: Measuring) -> None:
    library, fields = shipped_library(), {}
    seen: set[tuple[str, str, str]] = set()
    for index, one in enumerate(measuring.sittings):
        path, measure = f"sittings.{index}", library.measures.get(one.measure)
        if measure is None:
            fields[f"{path}.measure"] = f"there is no measure {one.measure!r}"
            continue
        if one.side not in (("left", "right") if measure.both_sides else ("",)):
            fields[f"{path}.side"] = "is left or right" if measure.both_sides else "this measure has no side"
        if one.state not in ("cold", "after-drills"):
            fields[f"{path}.state"] = "is cold or after-drills"
        if not 1 <= len(one.trials) <= MOST_TRIALS:
            fields[f"{path}.trials"] = f"takes 1 to {MOST_TRIALS} readings"
        low, high = measure.valid
        for trial in one.trials:
            if not low <= trial <= high:
                fields[f"{path}.trials"] = f"{trial:g} {measure.unit} is not possible: {low:g} to {high:g}"
        key = (one.measure, one.side, one.state)
        if key in seen:
            fields[path] = "stands twice in this visit: put the readings together"
        seen.add(key)
    strange = [word for word in measuring.observed if word not in library.observations]
    if strange:
        fields["observed"] = f"{', '.join(map(repr, strange))} is not an observation this product knows"
    fields |= _goal_faults(measuring.goals)
    if fields:
        raise FieldError(fields)


def _goal_faults(goals: tuple[GoalEntry, ...]) -> dict[str, str]:
    library, fields = shipped_library(), {}
    for index, goal in enumerate(goals):
        measure = library.measures.get(goal.measure)
        if measure is None:
            fields[f"goals.{index}.measure"] = f"there is no measure {goal.measure!r}"
        elif not measure.valid[0] <= goal.value <= measure.valid[1]:
            fields[f"goals.{index}.value"] = (
                f"{goal.value:g} is not possible: {measure.valid[0]:g} to {measure.valid[1]:g}"
            )
        if goal.side not in ("", "left", "right"):
            fields[f"goals.{index}.side"] = "is left, right, or empty for both"
    return fields


def _refuse_tests(record: Record, before: Measuring, measuring: Measuring) -> None:
    """A new reading of a test that the screen refuses is refused with the reason; older ones stay."""
    new = [one for one in measuring.sittings if one not in before.sittings]
    if not new:
        return
    library, reasons = shipped_library(), []
    tests = screen_tests(library, record.facts)
    for one in new:
        verdict = tests[one.measure].get(side_word(one.side or "both"))
        if verdict is not None and verdict.verdict is Verdict.EXCLUDE:
            reasons.append(f"{library.measures[one.measure].name}: {verdict.reasons[0].text(library)}")
    if reasons:
        raise RefusedError("the screen refuses this test", reasons)


def _save_sittings(actor: models.User, record: Record, entries: tuple[SittingEntry, ...]) -> None:
    present = {(row.measure, row.side, row.state): row for row in _taken_here(record)}
    wanted = {(one.measure, one.side, one.state): one for one in entries}
    gone = [row.id for key, row in present.items() if key not in wanted]
    if gone:
        record.visit.sittings.filter(pk__in=gone).delete()
    taken = {"date": record.today, "entered_by": actor, "entered_at": clock.now()}
    new: list[models.Sitting] = []
    changed: list[models.Sitting] = []
    for key, one in wanted.items():
        read = {"trials": list(one.trials), "instrument": one.instrument, **taken}
        row = present.get(key)
        if row is None:
            of = {"visit": record.visit, "client": record.complaint.client}
            new.append(models.Sitting(**of, measure=one.measure, side=one.side, state=one.state, **read))
        elif (row.trials, row.instrument) != (one.trials, one.instrument):
            changed.append(models.Sitting(pk=row.id, **read))
    models.Sitting.objects.bulk_create(new)
    models.Sitting.objects.bulk_update(changed, ["trials", "instrument", *taken])


def _learn_error(clinic: models.Clinic, measures: set[str]) -> None:
    """The clinic's own error of every measure whose readings changed, from all its repeats."""
    if not measures:
        return
    clinic.refresh_from_db(fields=["repeats"])
    readings: dict[str, list[list[float]]] = {measure: [] for measure in sorted(measures)}
    rows = models.Sitting.objects.filter(client__clinic=clinic, measure__in=measures)
    for measure, trials in rows.values_list("measure", "trials"):
        readings[measure].append(trials)
    for measure, found in ((measure, own_error(repeats)) for measure, repeats in readings.items()):
        if found is None:
            clinic.repeats.pop(measure, None)
        else:
            clinic.repeats[measure] = [found.sem, found.degrees_of_freedom]
    clinic.save(update_fields=["repeats"])


def _save_goals(actor: models.User, record: Record, goals: tuple[GoalEntry, ...]) -> None:
    present = {(row.measure, row.side): row for row in record.goals}
    wanted = {(goal.measure, goal.side): goal.value for goal in goals}
    gone = [row.id for key, row in present.items() if wanted.get(key) != row.value]
    if gone:
        record.complaint.goals.filter(pk__in=gone).delete()
    models.Goal.objects.bulk_create(
        models.Goal(
            complaint=record.complaint, measure=measure, side=side, value=value, set_by=actor, set_at=clock.now()
        )
        for (measure, side), value in wanted.items()
        if (measure, side) not in present or present[measure, side].value != value
    )
