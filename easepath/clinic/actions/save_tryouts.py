"""Save the drills tried in the room: the re-test before and after, what was felt, the faults that were seen."""

from __future__ import annotations

from copy import copy
from dataclasses import asdict, dataclass, replace
from functools import partial
from typing import Any

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Saved, act
from easepath.clinic.actions.revisions import differing, keep_revision, next_revision
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.policies import may
from easepath.clinic.repository import Record, read_again
from easepath.clinic.rows import TryoutRow
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import SYMPTOMS, side_word


@dataclass(frozen=True)
class TryoutEntry:
    """One drill done in the room; readings in the unit of its re-test."""

    drill: str
    side: str
    measure: str = ""
    before: tuple[float, ...] = ()
    after: tuple[float, ...] = ()
    symptom: str = ""
    faults: tuple[str, ...] = ()
    brought_back: bool = False


@dataclass(frozen=True)
class Trying:
    """Everything the Try step of one visit holds, and the client's own test movement."""

    tryouts: tuple[TryoutEntry, ...]
    test_movement: str = ""

    @classmethod
    def of(cls, record: Record) -> Trying:
        """The step as it stands in the rows."""
        return cls(
            tuple(
                TryoutEntry(
                    r.drill, r.side, r.measure, r.before, r.after, r.symptom, r.faults, r.brought_back,
                )
                for r in record.tryouts if r.visit == record.visit.pk
            ),
            record.complaint.test_movement,
        )  # fmt: skip

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message."""
        lists = ("before", "after", "faults")
        rows = [{k: list(v) if k in lists else v for k, v in asdict(one).items()} for one in self.tryouts]
        return {"tryouts": rows, "test_movement": self.test_movement}


def save_tryouts(actor: models.User, visit: models.Visit, revision: int, trying: Trying) -> Saved:
    """Save the whole step on the revision it was made on; a drill the screen refuses is not tried either."""
    return act(actor, "measure", partial(read_again, visit), lambda record: _decide(actor, record, revision, trying))


def _decide(actor: models.User, record: Record, revision: int, trying: Trying) -> Act[Saved]:
    _check(trying)
    before = Trying.of(record)
    after = _tried(record, trying)
    _refuse(after, before, trying)
    if not may(actor, "compose") and _brought_back(trying) - _brought_back(before):
        raise FieldError({"tryouts": "only a clinician or a lead brings a dropped drill back"})
    number = next_revision(record, "tryout", revision, before.as_data(), trying.as_data())

    def write() -> Saved:
        record.visit.tryouts.all().delete()
        models.Tryout.objects.bulk_create(
            models.Tryout(
                complaint=record.complaint, visit=record.visit, position=position, entered_by=actor,
                entered_at=clock.now(),
                **{k: list(v) if isinstance(v, tuple) else v for k, v in asdict(one).items()},
            )
            for position, one in enumerate(trying.tryouts)
        )  # fmt: skip
        after.complaint.save(update_fields=["test_movement"])
        keep_revision(actor, record, "tryout", number)
        return Saved(number, after)

    details = {"visit": record.visit.number, **differing(before.as_data(), trying.as_data())}
    return Act(write, "save-tryouts", lambda _: details)


def _tried(record: Record, trying: Trying) -> Record:
    """The record with what was tried in this visit, not written yet."""
    visit, complaint = record.visit, copy(record.complaint)
    complaint.test_movement = trying.test_movement.strip()
    own = tuple(
        TryoutRow(visit=visit.pk, visit_number=visit.number, position=position, **asdict(one))
        for position, one in enumerate(trying.tryouts)
    )
    others = tuple(row for row in record.tryouts if row.visit != visit.pk)
    return replace(record, complaint=complaint, tryouts=tuple(sorted((*others, *own), key=lambda row: row.visit)))


def _brought_back(trying: Trying) -> set[tuple[str, str]]:
    return {(one.drill, one.side) for one in trying.tryouts if one.brought_back}


def _check(trying: Trying) -> None:
    library, fields = shipped_library(), {}
    for index, one in enumerate(trying.tryouts):
        path, drill = f"tryouts.{index}", library.drills.get(one.drill)
        if drill is None:
            fields[f"{path}.drill"] = f"there is no drill {one.drill!r}"
            continue
        if one.side not in (("both",) if drill.sides == "both" else ("left", "right")):
            fields[f"{path}.side"] = "is left or right" if drill.sides == "each" else "is both"
        if one.symptom and one.symptom not in SYMPTOMS:
            fields[f"{path}.symptom"] = f"{one.symptom!r} is not a symptom this product knows"
        coaching = library.coaching.get(one.drill)
        strange = [fault for fault in one.faults if coaching is None or fault not in coaching.faults]
        if strange:
            fields[f"{path}.faults"] = f"{', '.join(map(repr, strange))} is not a fault of this drill"
        fields |= _reading_faults(path, one)
    if len({(one.drill, one.side) for one in trying.tryouts}) != len(trying.tryouts):
        fields["tryouts"] = "the same drill stands twice on a side"
    if fields:
        raise FieldError(fields)


def _reading_faults(path: str, one: TryoutEntry) -> dict[str, str]:
    measure = shipped_library().measures.get(one.measure)
    if measure is None:
        wrong = bool(one.measure or one.before or one.after)
        return {f"{path}.measure": "say what is tested before and after"} if wrong else {}
    low, high = measure.valid
    return {
        f"{path}.{name}": f"{value:g} {measure.unit} is not possible: {low:g} to {high:g}"
        for name, values in (("before", one.before), ("after", one.after))
        for value in values
        if not low <= value <= high
    }


def _refuse(after: Record, before: Trying, trying: Trying) -> None:
    """A drill that is excluded or infeasible for this client is not newly tried."""
    tried = {(one.drill, one.side) for one in before.tryouts}
    new = [one for one in trying.tryouts if (one.drill, one.side) not in tried]
    if not new:
        return
    assessment = after.assessment
    reasons: list[str] = []
    for one in new:
        drill = assessment.library.drills[one.drill]
        closed = [assessment.matcher.closed(drill, side) for side in drill.sides_judged(side_word(one.side))]
        told = [r for r in closed if r is not None and r.rule in ("excluded", "strain-first-days", "stage-blocks")]
        reasons += dict.fromkeys(f"{drill.name}: {reason.text(assessment.library)}" for reason in told)
    if reasons:
        raise RefusedError("the rules refuse this drill", reasons)
