"""One load of a complaint: the person, the story, every row the rules read, and the version in force."""

from __future__ import annotations

import datetime as dt
import json
from collections.abc import Callable, Iterator, Mapping, Sequence
from copy import copy
from dataclasses import dataclass, replace
from functools import cache, cached_property
from operator import attrgetter
from typing import Any, Final

from django.db.models import OuterRef, Prefetch, QuerySet, Subquery

from easepath.clinic import clock, models, rows
from easepath.clinic.errors import NotFoundError
from easepath.clinic.facts.situation import build_situation
from easepath.clinic.kept_assessments import assessment_of
from easepath.clinic.models.house import BINDING
from easepath.clinic.policies import require
from easepath.clinic.row_lists import answered, as_list, rows_of
from easepath.clinic.session_rows import read_sessions
from easepath.core.assessment import Assessment
from easepath.core.facts import Situation
from easepath.core.knowledge import shipped_library


@dataclass(frozen=True)
class Record:
    """A complaint as it stood when it was read; `changes` of the complaint says later whether it still does.

    `visit` is the visit it was read for, with the revisions of its steps and its draft. `version` is the plan in force
    with its drills.
    """

    complaint: models.Complaint
    visits: tuple[rows.VisitRow, ...]
    answers: tuple[rows.AnswerRow, ...]
    clearances: tuple[rows.ClearanceRow, ...]
    factors: tuple[rows.FactorRow, ...]
    limits: tuple[rows.LimitRow, ...]
    sittings: tuple[rows.SittingRow, ...]
    goals: tuple[rows.GoalRow, ...]
    tryouts: tuple[rows.TryoutRow, ...]
    overrides: tuple[rows.OverrideRow, ...]
    sign_answers: tuple[rows.SignAnswerRow, ...]
    rests: tuple[rows.RestRow, ...]
    checks: tuple[rows.CheckRow, ...]
    messages: tuple[rows.MessageRow, ...]
    outcomes: tuple[rows.OutcomeRow, ...]
    house: tuple[rows.HouseSetRow, ...]
    sessions: tuple[rows.SessionRow, ...]
    version: models.PlanVersion | None
    at_visit: models.Visit | None = None
    steps: tuple[rows.StepRow, ...] = ()
    draft: tuple[rows.DraftRow, ...] = ()

    @property
    def visit(self) -> models.Visit:
        """The visit it was read for."""
        assert self.at_visit is not None
        return self.at_visit

    def revision_of(self, step: str) -> int:
        """The revision a step of the visit has; 0 before the first save."""
        return next((row.revision for row in self.steps if row.step == step), 0)

    @property
    def withheld(self) -> bool:
        """Whether nothing is to be done at home: a red flag blocks, or withheld the sheet and nobody has lifted it."""
        return self.assessment.screen.flags.blocking or self.complaint.sheet_withheld

    def set_in_house(self, kind: str) -> dict[str, rows.HouseSetRow]:
        """What a lead has set of a kind for the whole clinic, by its key."""
        return {row.key: row for row in self.house if row.kind == kind}

    @property
    def unread(self) -> tuple[rows.MessageRow, ...]:
        """Lines of the client that nobody of the clinic has read."""
        return tuple(one for one in self.messages if one.is_the_clients and one.read_at is None)

    @property
    def stage_is_fixed(self) -> bool:
        """Whether only a gate opens the next stage: a plan runs, and somebody has named its stage."""
        return self.version is not None and self.complaint.stage is not None

    @cached_property
    def today(self) -> dt.date:
        """The date at the clinic."""
        return clock.today_of(self.complaint)

    @cached_property
    def facts(self) -> Situation:
        """The rows as facts; raises CaseError where one cannot be read."""
        return build_situation(shipped_library(), self)

    @cached_property
    def assessment(self) -> Assessment:
        """What the rules say today, worked out once; raises CaseError where a row cannot be read.

        A session's morning is asked once, and charged to the drills that earned it.
        """
        return assessment_of(self.complaint.pk, shipped_library(), self.facts)


def _by(person: str) -> dict[str, str]:
    names = {"first": "first_name", "last": "last_name", "login": "username"}
    return {f"by_{name}": f"{person}__{field}" for name, field in names.items()}


def _plain(row: type[rows.Row], **renamed: Any) -> dict[str, Any]:
    """Every field of a row type, under its own name in the database where it has no other."""
    return {name: renamed.get(name, name) for name in row.model_fields}


@cache
def _parts() -> dict[str, Subquery]:
    in_force = {"client": OuterRef("client"), "withdrawn_at": None}
    standing = models.Override.objects.filter(complaint=OuterRef("pk"), withdrawn_at=None)
    return {
        "visits": rows_of(models.Visit, "complaint", **_plain(rows.VisitRow)),
        "answers": rows_of(models.Answer, "complaint", **_plain(rows.AnswerRow)),
        "clearances": rows_of(
            models.Clearance, "complaint", **_plain(rows.ClearanceRow, **_by("recorded_by"))
        ),
        "factors": as_list(models.ClientFactor.objects.filter(**in_force), **_plain(rows.FactorRow)),
        "limits": as_list(models.Limit.objects.filter(**in_force), **_plain(rows.LimitRow)),
        "sittings": rows_of(
            models.Sitting, "client", "client", **_plain(rows.SittingRow, complaint="visit__complaint")
        ),
        "goals": rows_of(models.Goal, "complaint", **_plain(rows.GoalRow)),
        "tryouts": rows_of(models.Tryout, "complaint", **_plain(rows.TryoutRow, visit_number="visit__number")),
        "sign_answers": rows_of(
            models.SignAnswer, "complaint", **_plain(rows.SignAnswerRow, **_by("answered_by"))
        ),
        "rests": rows_of(models.RestOrder, "complaint", **_plain(rows.RestRow, **_by("ordered_by"))),
        "checks": rows_of(models.HomeCheck, "complaint", **_plain(rows.CheckRow)),
        "messages": rows_of(models.Message, "complaint", **_plain(rows.MessageRow, **_by("written_by"))),
        "outcomes": rows_of(models.OutcomeTold, "complaint", **_plain(rows.OutcomeRow, **_by("entered_by"))),
        "house": as_list(
            models.HouseRow.objects.filter(clinic=OuterRef("client__clinic"), kind__in=BINDING, ended_at=None),
            **_plain(rows.HouseSetRow),
        ),
        "overrides": as_list(standing, **_plain(rows.OverrideRow, **_by("recorded_by"))),
    }  # fmt: skip


KINDS: Final[dict[str, tuple[Callable[[Any], Any], Callable[[Any], Any]]]] = {
    "visits": (rows.VisitRow.model_validate, attrgetter("number")),
    "answers": (rows.AnswerRow.model_validate, attrgetter("word")),
    "clearances": (rows.ClearanceRow.model_validate, attrgetter("id")),
    "factors": (rows.FactorRow.model_validate, attrgetter("id")),
    "limits": (rows.LimitRow.model_validate, attrgetter("id")),
    "sittings": (rows.SittingRow.model_validate, attrgetter("date", "id")),
    "goals": (rows.GoalRow.model_validate, attrgetter("id")),
    "tryouts": (rows.TryoutRow.model_validate, attrgetter("visit", "position")),
    "overrides": (rows.OverrideRow.model_validate, attrgetter("id")),
    "sign_answers": (rows.SignAnswerRow.model_validate, attrgetter("id")),
    "rests": (rows.RestRow.model_validate, attrgetter("id")),
    "checks": (rows.CheckRow.model_validate, attrgetter("date", "id")),
    "messages": (rows.MessageRow.model_validate, attrgetter("written_at", "id")),
    "outcomes": (rows.OutcomeRow.model_validate, attrgetter("date", "received_at", "id")),
    "house": (rows.HouseSetRow.model_validate, attrgetter("kind", "key")),
    "steps": (rows.StepRow.model_validate, attrgetter("step")),
    "draft": (rows.DraftRow.model_validate, attrgetter("position")),
}
"""By part its rows, and what they are ordered by."""


@cache
def _visit_parts() -> dict[str, Subquery]:
    return {
        "steps": rows_of(models.VisitStep, "visit", **_plain(rows.StepRow, **_by("saved_by"))),
        "draft": rows_of(models.DraftDrill, "visit", **_plain(rows.DraftRow)),
    }


def read_records(complaints: QuerySet[models.Complaint], visit: models.Visit | None = None) -> Iterator[Record]:
    """The records of some complaints: five queries, however many and however long their history."""
    latest = models.PlanVersion.objects.filter(complaint=OuterRef("complaint")).order_by("-number").values("pk")[:1]
    in_force = models.PlanVersion.objects.filter(pk=Subquery(latest)).prefetch_related("drills")
    found = complaints.select_related("client__clinic", "client__changed_by").prefetch_related(
        Prefetch("versions", queryset=in_force.select_related("handed_over_by"), to_attr="in_force")
    )
    found_rows = list(found)
    keys = [complaint.pk for complaint in found_rows]
    parts, sessions = _told(keys), read_sessions(keys)
    for complaint in found_rows:
        yield _record(complaint, parts[complaint.pk], sessions.get(complaint.pk, ()), visit)


def _asked(keys: Sequence[int]) -> QuerySet[Any, tuple[Any, ...]]:
    lists = {f"rows_{name}": part for name, part in _parts().items()}
    return models.Complaint.objects.filter(pk__in=keys).order_by().annotate(**lists).values_list("pk", *lists)


def _told(keys: Sequence[int]) -> dict[int, dict[str, list[Any]]]:
    """By complaint the rows that belong to it, part by part."""
    return {
        key: {name: json.loads(text) if text else [] for name, text in zip(_parts(), lists, strict=True)}
        for key, *lists in answered(_asked, keys)
    }


def _record(
    complaint: Any, told: Mapping[str, list[Any]], sessions: tuple[rows.SessionRow, ...], visit: models.Visit | None
) -> Record:
    version: models.PlanVersion | None = next(iter(complaint.in_force), None)
    if version is not None:
        version.complaint = complaint
    if visit is not None:
        visit.complaint = complaint
    parts: dict[str, Any] = {name: _typed(name, rows_told) for name, rows_told in told.items()}
    if visit is not None:
        parts |= {name: _typed(name, getattr(visit, f"rows_{name}") or []) for name in _visit_parts()}
    return Record(complaint=complaint, version=version, at_visit=visit, sessions=sessions, **parts)


def _typed(name: str, told: list[Any]) -> tuple[Any, ...]:
    made, order = KINDS[name]
    return tuple(sorted((made(one) for one in told), key=order))


def read_complaint(complaint: int) -> Record:
    """The record of one complaint, for whoever may see it already."""
    return next(read_records(models.Complaint.objects.filter(pk=complaint)))


def after_telling(record: Record) -> Record:
    """The record after an act that told something of home and changed nothing else: the sessions alone are read again.

    Where somebody else acted meanwhile, its count of changes is not the one that stands, and an act reads anew.
    """
    complaint = copy(record.complaint)
    complaint.changes += 1
    return replace(record, complaint=complaint, sessions=read_sessions([complaint.pk]).get(complaint.pk, ()))


def read_visit(user: models.User, visit: int) -> Record:
    """The record behind a visit of the user's own clinic; raises NotFoundError for any other."""
    mine = models.Visit.objects.filter(complaint__client__clinic=user.clinic_id, complaint__client__erased_at=None)
    found = _with_parts(mine).filter(pk=visit).first()
    if found is None:
        raise NotFoundError("no such visit in this clinic")
    record = next(read_records(models.Complaint.objects.filter(pk=found.complaint_id), found))
    require(user, "see-clients", record.complaint.client.clinic)
    return record


def read_again(visit: models.Visit) -> Record:
    """The record behind a visit as it stands now, for whoever has the visit already."""
    found = _with_parts(models.Visit.objects.all()).get(pk=visit.pk)
    return next(read_records(models.Complaint.objects.filter(pk=found.complaint_id), found))


def _with_parts(visits: QuerySet[models.Visit]) -> QuerySet[models.Visit]:
    return visits.annotate(**{f"rows_{name}": part for name, part in _visit_parts().items()})
