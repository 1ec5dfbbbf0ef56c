"""Take a case file into a practice clinic: a client who is that case today, and what differs from it said."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection
from dataclasses import dataclass
from typing import Final

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import note
from easepath.clinic.actions.case_rows import CaseRows
from easepath.clinic.actions.make_version import next_version, write_version
from easepath.clinic.actions.rest_orders import keep_rests
from easepath.clinic.actions.save_draft import replace_draft
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.facts.draft import Draft
from easepath.clinic.policies import require
from easepath.clinic.repository import read_again
from easepath.core.assessment import Assessment
from easepath.core.case import CaseFile, case_of, moved_to
from easepath.core.compose import Chosen, assemble
from easepath.core.compose.own_dose import GivenDose
from easepath.core.facts import PlannedDrill, Situation
from easepath.core.knowledge import shipped_library
from easepath.core.screening.flags import GRAVEST

LONGEST: Final = 400_000
"""Letters of a case file: a year of daily sessions fits."""
NAMELESS: Final = "without a name"
SHOWN: Final = 6
"""How many drills of a difference are named; the others are counted."""


@dataclass(frozen=True)
class TakenCase:
    """Whom a case became, how many rows, what no row could hold, and where the rules say something else of them."""

    name: str
    visit: models.Visit
    counts: dict[str, int]
    left: tuple[str, ...]
    differs: tuple[str, ...]


def take_in_case(actor: models.User, text: str, *, keep: bool) -> TakenCase:
    """Write a case as a client of the actor's practice clinic; without `keep` all is done and undone.

    Its days are moved so that the case is today. Raises CaseError with the key and the reason, RefusedError outside a
    practice clinic, as a case is nobody's record, and where the screen would be milder of the rows than of the case.
    """
    clinic = actor.clinic
    assert clinic is not None
    require(actor, "import-foreign", clinic)
    if not clinic.practice:
        raise RefusedError("a case is nobody's record", ["take it into a practice clinic"])
    if len(text) > LONGEST:
        raise FieldError({"case": f"is longer than {LONGEST} letters"})
    case = case_of(shipped_library(), text)
    with transaction.atomic():
        taken = _write(actor, clinic, case)
        if not keep:
            transaction.set_rollback(True)
    return taken


def _write(actor: models.User, clinic: models.Clinic, case: CaseFile) -> TakenCase:
    facts = moved_to(case.situation, clock.today(clinic.time_zone))
    rows = CaseRows(actor, clinic, facts)
    begun = _begun(facts)
    dates = {facts.today, *(one.date for one in facts.measures if not one.elsewhere)} | ({begun} if begun else set())
    name = (case.case or NAMELESS).replace("-", " ").replace("_", " ").strip() or NAMELESS
    client = rows.client(name)
    complaint = rows.complaint(client, case.why or "", min(dates))
    visits = rows.visits(complaint, sorted(dates))
    rows.measured(visits)
    if begun is not None:
        version = _version(rows, visits[begun], begun)
        replace_draft(visits[max(dates)], Draft.of_running(version))
        rows.sessions(complaint, version)
        keep_rests(complaint)
    elif facts.log:
        rows.left.append("sessions at home: no plan is told that they were done by")
    visit = visits[max(dates)]
    note(actor, complaint, "take-in-case", {"case": name, "visit": visit.number})
    here = read_again(models.Visit.objects.get(pk=visit.pk)).assessment
    there = Assessment(shipped_library(), facts)
    differs = differing(there, here)
    if GRAVEST.index(there.screen.outcome) < GRAVEST.index(here.screen.outcome):
        raise RefusedError("the screen would be milder here than the case", [*rows.left, *differs])
    counts = {
        "answers": complaint.answers.count(), "factors": client.factors.count(), "readings": client.sittings.count(),
        "visits": len(visits), "drills": len(facts.plan.drills), "sessions": complaint.sessions.count(),
    }  # fmt: skip
    return TakenCase(name, visit, counts, tuple(dict.fromkeys(rows.left)), differs)


def _begun(facts: Situation) -> dt.date | None:
    """The day the plan of a case began: told, or the first day anything of it is told of; None without a plan."""
    if not facts.plan.drills:
        return None
    told = [one.date for one in facts.log] + [one.since for one in facts.plan.drills if one.since is not None]
    return min([*told, facts.plan.start or facts.today, facts.today])


def _version(rows: CaseRows, visit: models.Visit, begun: dt.date) -> models.PlanVersion:
    """The running plan as it was handed over in a visit; a drill that the rules refuse today is named and left out."""
    facts, library = rows.facts, shipped_library()
    record = read_again(visit)
    planned = {(one.drill, one.rest): one for one in facts.plan.drills}
    chosen = tuple(_chosen(one) for one in facts.plan.drills)
    session = assemble(record.assessment.matcher, chosen, facts.plan.groups, order="own")
    for one, reason in session.refused:
        rows.left.append(f"{library.title(one.drill)} of the plan: {reason.text(library)}")
    new = next_version(record, session, chosen, "own")
    start = facts.plan.start or begun
    new.version.start = new.version.plan_start = start
    for row in new.drills:
        told = planned[row.drill, row.rest]
        row.step, row.since = told.step, told.since or start
    with clock.on(begun):
        return write_version(rows.actor, record, new, "hand-over")


def _chosen(one: PlannedDrill) -> Chosen:
    return Chosen(
        drill=one.drill, side=one.side, method=one.method, step=one.step, rest=one.rest, order=one.order,
        manner=one.manner, dose=None if one.dose is None else GivenDose(one.dose),
    )  # fmt: skip


def differing(case: Assessment, here: Assessment) -> tuple[str, ...]:
    """What the rules say otherwise of the rows than of the case, in words; nothing where they say the same."""
    pairs = (
        ("the screen", case.screen.outcome, here.screen.outcome),
        ("irritability", case.screen.irritability.level, here.screen.irritability.level),
    )
    words = [f"{what}: {told} in the case, {found} here" for what, told, found in pairs if told != found]
    lists = (
        ("questions open", {*case.screen.flags.unanswered}, {*here.screen.flags.unanswered}),
        ("drills that fit", _fitting(case), _fitting(here)),
        ("proposals", _proposed(case), _proposed(here)),
    )
    for what, told, found in lists:
        only = [
            f"{_named(one)} {where}"
            for one, where in ((told - found, "only in the case"), (found - told, "only here"))
            if one
        ]
        words += [f"{what}: {', '.join(only)}"] if only else []
    return tuple(words)


def _fitting(assessment: Assessment) -> set[str]:
    return {f"{assessment.library.title(one.drill.id)}, {one.side}" for one in assessment.matcher.result.ranked}


def _proposed(assessment: Assessment) -> set[str]:
    return {
        f"{assessment.library.title(one.drill.id)}: {one.decision.action}"
        for one in assessment.review.drills
        if one.decision is not None
    }


def _named(found: Collection[str]) -> str:
    shown = sorted(found)
    more = f" and {len(shown) - SHOWN} more" if len(shown) > SHOWN else ""
    return "; ".join(shown[:SHOWN]) + more
