"""Save what was measured in a visit: sittings with every trial, observations, and goals."""

from __future__ import annotations

from dataclasses import asdict, dataclass
from typing import Any

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import differing, fresh, record, take_revision
from easepath.clinic.actions.withheld_sheet import hold_sheet, release_sheet
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.facts import assess
from easepath.clinic.policies import may, require
from easepath.core.knowledge import shipped_library
from easepath.core.measure.error import own_error
from easepath.core.vocabulary import Verdict

MOST_TRIALS = 10


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
    def of(cls, visit: models.Visit) -> Measuring:
        """The step as it stands in the rows."""
        return cls(
            tuple(
                SittingEntry(r.measure, r.side, tuple(r.trials), r.state, r.instrument)
                for r in visit.sittings.order_by("pk")
            ),
            tuple(visit.complaint.observed),
            tuple(GoalEntry(r.measure, r.side, r.value) for r in visit.complaint.goals.all()),
        )

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message."""
        return {
            "sittings": [{**asdict(one), "trials": list(one.trials)} for one in self.sittings],
            "observed": list(self.observed),
            "goals": [asdict(one) for one in self.goals],
        }


def save_measure(actor: models.User, visit: models.Visit, revision: int, measuring: Measuring) -> int:
    """Save the whole step on the revision it was made on; a refused test takes no reading."""
    require(actor, "measure", visit.complaint.client.clinic)
    _check(measuring)
    with transaction.atomic():
        complaint = fresh(visit)
        _refuse_tests(visit, measuring)
        hold_sheet(actor, complaint)
        before = Measuring.of(visit)
        if measuring.goals != before.goals and not may(actor, "compose"):
            raise FieldError({"goals": "a goal is set by a clinician or a lead"})
        draft = take_revision(visit, "measure", revision, actor, before.as_data, measuring.as_data())
        _save_sittings(actor, visit, measuring.sittings)
        _learn_error(complaint.client.clinic, before.sittings, measuring.sittings)
        _save_goals(actor, complaint, measuring.goals)
        complaint.observed = list(measuring.observed)
        complaint.save(update_fields=["observed"])
        record("save-measure", complaint, actor, {
            "visit": visit.number, **differing(before.as_data(), measuring.as_data()),
        })  # fmt: skip
        release_sheet(actor, complaint.pk)
    return draft.revision


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


def _refuse_tests(visit: models.Visit, measuring: Measuring) -> None:
    """A new reading of a test that the screen refuses is refused with the reason; older ones stay."""
    assessment = assess(visit.complaint, clock.today_of(visit.complaint))
    kept = set(Measuring.of(visit).sittings)
    reasons = []
    for one in measuring.sittings:
        verdicts = assessment.screen.measures[one.measure]
        verdict = verdicts.get(one.side or "both")  # type: ignore[call-overload]
        if verdict is not None and verdict.verdict is Verdict.EXCLUDE and one not in kept:
            name = assessment.library.measures[one.measure].name
            reasons.append(f"{name}: {verdict.reasons[0].text(assessment.library)}")
    if reasons:
        raise RefusedError("the screen refuses this test", reasons)


def _save_sittings(actor: models.User, visit: models.Visit, entries: tuple[SittingEntry, ...]) -> None:
    present = {(row.measure, row.side, row.state): row for row in visit.sittings.all()}
    wanted = {(one.measure, one.side, one.state): one for one in entries}
    for key, row in present.items():
        if key not in wanted:
            row.delete()
    for key, one in wanted.items():
        old = present.get(key)
        if old is not None and (tuple(old.trials), old.instrument) == (one.trials, one.instrument):
            continue
        models.Sitting.objects.update_or_create(
            visit=visit, measure=one.measure, side=one.side, state=one.state,
            defaults={
                "client": visit.complaint.client, "date": clock.today_of(visit.complaint),
                "trials": list(one.trials), "instrument": one.instrument, "entered_by": actor,
                "entered_at": clock.now(),
            },
        )  # fmt: skip


def _learn_error(clinic: models.Clinic, before: tuple[SittingEntry, ...], after: tuple[SittingEntry, ...]) -> None:
    """The clinic's own error of every measure whose readings changed, from all its repeats."""
    changed = {one.measure for one in set(before) ^ set(after)}
    clinic.refresh_from_db(fields=["repeats"])
    for measure in changed:
        rows = models.Sitting.objects.filter(client__clinic=clinic, measure=measure).values_list("trials", flat=True)
        found = own_error(rows)
        if found is None:
            clinic.repeats.pop(measure, None)
        else:
            clinic.repeats[measure] = [found.sem, found.degrees_of_freedom]
    if changed:
        clinic.save(update_fields=["repeats"])


def _save_goals(actor: models.User, complaint: models.Complaint, goals: tuple[GoalEntry, ...]) -> None:
    present = {(row.measure, row.side): row for row in complaint.goals.all()}
    wanted = {(goal.measure, goal.side): goal.value for goal in goals}
    for key, row in present.items():
        if key not in wanted:
            row.delete()
    for (measure, side), value in wanted.items():
        old = present.get((measure, side))
        if old is not None and old.value == value:
            continue
        models.Goal.objects.update_or_create(
            complaint=complaint, measure=measure, side=side,
            defaults={"value": value, "set_by": actor, "set_at": clock.now()},
        )  # fmt: skip
