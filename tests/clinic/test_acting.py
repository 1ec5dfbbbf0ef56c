"""Acting: what is decided before the lock is what stands after it, and nothing is decided on what changed since."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from dataclasses import fields, replace
from functools import partial
from typing import Any

import pytest
from django.db import connection

from easepath.clinic import acting
from easepath.clinic.acting import Act, Saved, Unchanged, act
from easepath.clinic.actions.confirm_screening import confirm_screening
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.save_measure import GoalEntry, Measuring, SittingEntry, save_measure
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.save_tryouts import Trying, TryoutEntry, save_tryouts
from easepath.clinic.actions.screening_rows import FactorEntry, LimitEntry
from easepath.clinic.errors import RefusedError
from easepath.clinic.facts.story import Story
from easepath.clinic.models import AuditEntry, Complaint, KeptFacts, ScreeningResult, User, Visit
from easepath.clinic.repository import Record, read_again, read_complaint
from easepath.core.code_version import code_version
from easepath.core.facts import Situation
from easepath.core.knowledge import shipped_library
from tests.conftest import TODAY, World

HIP = FactorEntry("hip-replacement-unknown", "left", TODAY - dt.timedelta(days=30))
PREGNANT = FactorEntry("pregnancy", trimester=2)
LIMIT = LimitEntry("hip-flexion", "left", 70.0, "surgeon")


def rows_of(record: Record) -> dict[str, Any]:
    """A record without the numbers the database gives."""
    found: dict[str, Any] = {}
    for field in fields(record):
        value = getattr(record, field.name)
        if isinstance(value, tuple) and field.name not in ("steps", "draft"):
            found[field.name] = [_plain(row) for row in value]
    names = ("words", "minutes", "region", "observed", "test_movement", "sheet_withheld")
    both = (record.complaint, record.complaint.client)
    return found | {n: getattr(row, n) for row in both for n in names if hasattr(row, n)} | {"facts": record.facts}


def _plain(row: Any) -> dict[str, Any]:
    told = row._asdict() if isinstance(row, tuple) else vars(row)
    return {k: (v is None if k == "withdraw_asked_at" else v) for k, v in told.items() if k != "id"}


def story(actor: User, visit: Visit, n: int) -> Saved:
    told = Story.of(read_again(visit).complaint)
    return save_story(
        actor, visit, n, replace(told, words=f"told {n}", minutes=20 + n, condition="knee-osteoarthritis")
    )


def screening(actor: User, visit: Visit, n: int) -> Saved:
    now = Screening.of(read_again(visit))
    answers = {word: value for word, value in now.answers.items() if word != "fever"} | {"band-rash": not n}
    factors, limits = ((HIP,), (LIMIT,)) if n else ((HIP, PREGNANT), ())
    return save_screening(actor, visit, n, Screening(answers, factors, limits))


def measure(actor: User, visit: Visit, n: int) -> Saved:
    sittings = (SittingEntry("hip-ir", "left", (30.0, 31.0 + n)), SittingEntry("hip-abduction", "right", (40.0,)))
    goals = (GoalEntry("hip-ir", "left", 40.0),) if actor.role != "assistant" and n else ()
    return save_measure(actor, visit, n, Measuring(sittings[n:] if n else sittings, ("front-pinch",)[:n], goals))


def tryouts(actor: User, visit: Visit, n: int) -> Saved:
    one = TryoutEntry("iso-adduction", "both", "pain-movement", (4.0,), (2.0 - n,), "pull")
    return save_tryouts(actor, visit, n, Trying((one,), f"squat {n} "))


@pytest.mark.parametrize("save", [story, screening, measure, tryouts], ids=lambda save: save.__name__)
@pytest.mark.parametrize("who", ["hanne", "jo"])
def test_what_was_decided_is_what_stands(world: World, save: Callable[[User, Visit, int], Saved], who: str) -> None:
    visit = world.visit("Marta")
    for number in (0, 1):
        after = save(world.users[who], visit, number).after
        assert rows_of(after) == rows_of(read_again(visit))


@pytest.mark.parametrize("accept", [True, False], ids=["confirmed", "kept"])
def test_what_is_confirmed_is_what_stands(world: World, accept: bool, monkeypatch: pytest.MonkeyPatch) -> None:
    visit, seen = world.visit("Marta"), []
    for number in (0, 1):
        screening(world.users["jo"], visit, number)
    keep = "easepath.clinic.actions.confirm_screening.keep_result"
    monkeypatch.setattr(keep, lambda _, after: seen.append(rows_of(after)))
    assert confirm_screening(world.users["hanne"], visit, accept=accept) > 0
    assert seen == [rows_of(read_again(visit))]


def test_the_facts_of_a_decision_are_kept_with_the_knowledge_and_the_code(world: World) -> None:
    visit, hanne = world.visit("Tom"), world.users["hanne"]
    before = read_again(visit).facts
    version, _ = hand_over(hanne, visit)
    assert version.facts is not None
    assert Situation.model_validate(version.facts.facts, strict=False) == before
    assert (version.knowledge_version, version.code_version) == (shipped_library().version, code_version())
    screening(hanne, visit, 0)
    result = ScreeningResult.objects.latest("pk")
    assert (result.facts, result.code_version) == (KeptFacts.objects.latest("pk"), code_version())
    assert result.facts.of == "screening"


def test_what_changed_since_it_was_read_is_decided_anew(world: World) -> None:
    complaint, hanne = world.complaints["Marta"], world.users["hanne"]
    decided = []

    def decide(record: Record) -> Act[str]:
        decided.append(record.complaint.words)
        if len(decided) == 1:  # somebody else is quicker
            Complaint.objects.filter(pk=complaint.pk).update(words="theirs", changes=record.complaint.changes + 1)
        return Act(lambda: record.complaint.words, "save-story", lambda _: {})

    assert act(hanne, "enter-story", partial(read_complaint, complaint.pk), decide) == "theirs"
    assert decided == [complaint.words, "theirs"]


def test_nobody_is_refused_for_what_changed_since_it_was_read(world: World) -> None:
    complaint, hanne = world.complaints["Marta"], world.users["hanne"]
    decided = []

    def decide(record: Record) -> Unchanged[str]:
        decided.append(record.complaint.changes)
        if len(decided) == 1:
            Complaint.objects.filter(pk=complaint.pk).update(changes=record.complaint.changes + 1)
            raise RefusedError("told three times already", [])
        return Unchanged("stored by the other")

    assert act(hanne, "enter-story", partial(read_complaint, complaint.pk), decide) == "stored by the other"
    assert len(decided) == 2


def test_who_is_always_too_late_decides_under_the_lock(world: World) -> None:
    complaint, hanne = world.complaints["Marta"], world.users["hanne"]
    decided = []

    def decide(record: Record) -> Act[int]:
        decided.append(record.complaint.changes)
        if len(decided) <= acting.TRIES:
            Complaint.objects.filter(pk=complaint.pk).update(changes=record.complaint.changes + 1)
        return Act(lambda: len(decided), "save-story", lambda _: {})

    assert act(hanne, "enter-story", partial(read_complaint, complaint.pk), decide) == acting.TRIES + 1


def test_what_is_refused_or_already_so_leaves_no_trace(world: World) -> None:
    complaint, hanne = world.complaints["Marta"], world.users["hanne"]
    read, before = partial(read_complaint, complaint.pk), AuditEntry.objects.count()

    def refuse(_: Record) -> Act[None]:
        raise RefusedError("no", [])

    with pytest.raises(RefusedError):
        act(hanne, "enter-story", read, refuse)
    assert act(hanne, "enter-story", read, lambda _: Unchanged("so")) == "so"
    stands = Complaint.objects.get(pk=complaint.pk)
    assert (stands.changes, AuditEntry.objects.count()) == (read_complaint(complaint.pk).complaint.changes, before)


def test_a_fault_while_writing_undoes_everything(world: World) -> None:
    complaint, hanne = world.complaints["Marta"], world.users["hanne"]
    before = AuditEntry.objects.count()

    def write() -> None:
        Complaint.objects.filter(pk=complaint.pk).update(words="half")
        raise ZeroDivisionError

    with pytest.raises(ZeroDivisionError):
        act(hanne, "enter-story", partial(read_complaint, complaint.pk), lambda _: Act(write, "x", lambda _: {}))
    assert Complaint.objects.get(pk=complaint.pk).words == complaint.words
    assert (AuditEntry.objects.count(), acting.inside_lock(), connection.needs_rollback) == (before, False, False)
