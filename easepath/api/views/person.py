"""What the person page shows: who, every complaint with its course in a line, and every visit."""

from __future__ import annotations

from typing import Literal

from easepath.api.schemas.person import Ending
from easepath.api.views.base import Ripple
from easepath.api.views.course import RangeOut, range_line
from easepath.api.views.documents import DocumentLine, document_lines
from easepath.clinic import clock, models
from easepath.clinic.actions.open_client import like
from easepath.clinic.caseload_lines import response_line
from easepath.clinic.facts.home import effective_sessions
from easepath.clinic.facts.situation import age_on
from easepath.clinic.repository import Record, read_records
from easepath.clinic.shown import View
from easepath.core.course import range_courses
from easepath.core.errors import CaseError
from easepath.core.knowledge import shipped_library
from easepath.core.signs import open_signs
from easepath.figure.build import BUILDS, BuildName, build_named

Sex = Literal["", "f", "m", "x"]


class VisitOut(View):
    """A visit in a line."""

    id: int
    number: int
    date: str
    closed: bool


class ComplaintOut(View):
    """A complaint with its course in a line; `fault` says what of it cannot be read, and then nothing is judged.

    `range` is the measure it is judged by first, `goal` the activity the client wants back.
    """

    id: int
    name: str
    side: str
    since: str | None
    opened: str
    closed: str | None
    ended_as: Ending | Literal[""]
    ended_note: str
    ended_by: str
    goal: str
    version: int | None
    version_id: int | None
    sessions: int
    ripples: list[Ripple]
    range: RangeOut | None
    links: int
    signs_open: int
    visits: list[VisitOut]
    documents: list[DocumentLine]
    fault: str | None


class SamePerson(View):
    """Another record of the clinic with that name."""

    client: int
    name: str
    born: str | None
    complaints: int


class FigureOut(View):
    """A body that the client's pictures may show, in words; without an id, the clinic's."""

    id: Literal["", BuildName]
    words: str


class PersonOut(View):
    """The person page; complaints in care first."""

    client: int
    revision: int
    first_name: str
    last_name: str
    birth_date: str | None
    age: int | None
    sex: Sex
    trade: str
    telephone: str
    email: str
    language: str
    figure: Literal["", BuildName]
    figures: list[FigureOut]
    consent_on: str | None
    archived: bool
    since: str
    complaints: list[ComplaintOut]
    same: list[SamePerson]


def _figures(clinic: models.Clinic) -> list[FigureOut]:
    usual = BUILDS[build_named(clinic.figure)].words
    own = [FigureOut(id=name, words=build.words) for name, build in BUILDS.items()]
    return [FigureOut(id="", words=f"as the clinic has it: {usual}"), *own]


def person_view(client: models.Client) -> PersonOut:
    """Everything about one person on one page."""
    today = clock.today(client.clinic.time_zone)
    records = list(read_records(models.Complaint.objects.filter(client=client).select_related("ended_by")))
    records.sort(key=lambda record: (record.complaint.closed_at is not None, -record.complaint.pk))
    living = models.HomeLink.objects.filter(complaint__client=client, revoked_at=None)
    links = list(living.values_list("complaint", flat=True))
    same = like(client.clinic, client.first_name, client.last_name).exclude(pk=client.pk).prefetch_related("complaints")
    return PersonOut(
        client=client.pk, revision=client.revision, first_name=client.first_name, last_name=client.last_name,
        birth_date=client.birth_date and str(client.birth_date),
        age=None if client.birth_date is None else age_on(client.birth_date, today),
        sex=client.sex, trade=client.trade, telephone=client.telephone, email=client.email, language=client.language,
        figure=client.figure, figures=_figures(client.clinic),
        consent_on=client.consent_on and str(client.consent_on), archived=client.archived,
        since=f"{min((record.complaint.opened_at for record in records), default=client.created_at):%Y-%m-%d}",
        complaints=[_complaint(record, links.count(record.complaint.pk)) for record in records],
        same=[
            SamePerson(
                client=one.pk, name=str(one), born=one.birth_date and str(one.birth_date),
                complaints=len(one.complaints.all()),
            )
            for one in same
        ],
    )  # fmt: skip


def _complaint(record: Record, links: int) -> ComplaintOut:
    complaint, version = record.complaint, record.version
    condition = shipped_library().conditions.get(complaint.condition)
    ripples, shown, signs, fault = _course(record)
    return ComplaintOut(
        id=complaint.pk, name=condition.name if condition else complaint.words or "not named yet", side=complaint.side,
        since=complaint.since and str(complaint.since), opened=f"{complaint.opened_at:%Y-%m-%d}",
        closed=complaint.closed_at and f"{complaint.closed_at:%Y-%m-%d}", ended_as=complaint.ended_as,
        ended_note=complaint.ended_note, ended_by=complaint.ended_by.name if complaint.ended_by else "",
        goal=complaint.goal_activity, version=version and version.number, version_id=version and version.pk,
        sessions=len(effective_sessions(record)), ripples=ripples, range=shown, links=links, signs_open=signs,
        visits=[
            VisitOut(id=v.id, number=v.number, date=v.opened_at[:10], closed=v.closed_at is not None)
            for v in reversed(record.visits)
        ],
        documents=document_lines(complaint),
        fault=fault,
    )  # fmt: skip


def _course(record: Record) -> tuple[list[Ripple], RangeOut | None, int, str | None]:
    """Its responses, its range, how many signs wait; nothing but the fault where its facts cannot be read."""
    try:
        ranges = range_courses(record.assessment)
        ripples = [Ripple(**one) for one in response_line(record)]
        return ripples, range_line(ranges[0]) if ranges else None, len(open_signs(record.facts)), None
    except CaseError as fault:
        return [], None, 0, str(fault)
