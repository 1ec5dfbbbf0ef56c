"""Versions and sessions as Home and Respond show them."""

from __future__ import annotations

from typing import Literal, get_args

from django.db.models import Count

from easepath.api.views.base import NO_SIDES, NoSide
from easepath.clinic import models
from easepath.clinic.actions.take_back import take_back_seconds
from easepath.clinic.facts.home import by_date, effective_sessions, morning_of, uncorrected_sessions
from easepath.clinic.repository import Record
from easepath.clinic.rows import SessionDrillRow
from easepath.clinic.shown import View
from easepath.core.adjust.session_day import worst_class
from easepath.core.knowledge.library import Library
from easepath.core.respond import Response
from easepath.core.vocabulary import (
    SIDES,
    Moved,
    ResponseClass,
    SideWord,
    Symptom,
    Unusual,
    one_of,
    side_word,
    unusual_word,
)

ToldSymptom = Symptom | Literal[""]
ToldMoved = Moved | Literal[""]
TOLD_SYMPTOMS: tuple[ToldSymptom, ...] = ("", *get_args(Symptom))
TOLD_MOVED: tuple[ToldMoved, ...] = ("", *get_args(Moved))


class VersionLine(View):
    """One version of a plan; `take_back_s` are the seconds it may still be taken back for."""

    id: int
    number: int
    date: str
    by: str
    stage: int | None
    drills: int
    seconds: int
    difference: list[str]
    knowledge_version: str
    take_back_s: int


class SessionDrillOut(View):
    """A drill of a session with its response; without one where the session was left out of the count.

    `mark` is what was checked of its landmark on `mark_side`, `marked` the same in words. `held` are the seconds of
    each hold that lasted until it let go. `stands_for` is the title of
    the drill it replaced elsewhere, `load` the weight, band and depth asked for.
    """

    drill: str
    title: str
    side: SideWord
    done_pct: int | None
    during: int | None
    symptom: ToldSymptom
    felt: str
    felt_side: NoSide
    felt_words: str
    mark: float | None
    mark_side: NoSide
    marked: str
    held: str
    stopped: str
    moved: ToldMoved
    kind: ResponseClass | None
    why: str
    stands_for: str
    load: str


class LeftOut(View):
    """Who left a session out of the count, when and why."""

    by: str
    date: str
    reason: str


class SessionOut(View):
    """A session with its drills; `worst` is the highest pain told, `kind` the worst class of those that count.

    `worst_said` is the worst pain of the session as a whole, which is no drill's own.
    """

    id: str
    date: str
    version: int
    before: int | None
    worst: int | None
    worst_said: int | None
    after: int | None
    morning: int | None
    unusual: Unusual
    kind: ResponseClass | None
    drills: list[SessionDrillOut]
    note: str
    at_break: str
    left_out: LeftOut | None


class LinkOut(View):
    """A living private link: when and by whom it was made, the day it was last opened, and on what kind of thing."""

    id: int
    made_on: str
    made_by: str
    last_used_on: str | None
    device: str


class HomeOut(View):
    """The Home step."""

    versions: list[VersionLine]
    links: list[LinkOut]


class HandedOver(View):
    """What handing over made; the link is shown once."""

    version: VersionLine
    link: str


def home_view(complaint: models.Complaint) -> HomeOut:
    """Versions and living links."""
    versions = complaint.versions.select_related("handed_over_by").annotate(count=Count("drills")).order_by("pk")
    return HomeOut(
        versions=[
            version_line(version, version.count, latest=n == len(versions)) for n, version in enumerate(versions, 1)
        ],
        links=[
            LinkOut(
                id=link.pk,
                made_on=f"{link.created_at:%Y-%m-%d}",
                made_by=link.created_by.name,
                last_used_on=link.last_used_on and str(link.last_used_on),
                device=link.device,
            )
            for link in complaint.links.filter(revoked_at=None).select_related("created_by").order_by("-pk")
        ],
    )


def version_line(version: models.PlanVersion, drills: int, *, latest: bool = True) -> VersionLine:
    """One version in a line: when, by whom, what changed, and for the latest whether it may be taken back."""
    seconds = take_back_seconds(version, done=version.sessions.exists()) if latest else 0
    return VersionLine(
        id=version.pk, number=version.number, date=str(version.start), by=version.handed_over_by.name,
        stage=version.stage, drills=drills, seconds=version.seconds,
        difference=version.difference, knowledge_version=version.knowledge_version,
        take_back_s=seconds,
    )  # fmt: skip


def session_lines(record: Record) -> list[SessionOut]:
    """Every session as it was, with its drills, the class of each and why; the newest first.

    One that was left out of the count has no class: it is shown with who left it out and why.
    """
    assessment = record.assessment
    responses: dict[tuple[str | None, ...], Response] = {
        (one.entry.session, one.entry.drill, one.entry.side): one.response
        for one in assessment.review.context.responder.answered
    }
    lines = []
    dates = by_date(effective_sessions(record))
    for session in reversed(uncorrected_sessions(record)):
        out = session.left_out
        morning = morning_of(session, dates[session.date])
        drills = []
        for row in session.drills:
            response = None if out else responses[session.id.hex, row.drill, row.side]
            drills.append(SessionDrillOut(
                drill=row.drill, title=assessment.library.title(row.drill), side=side_word(row.side),
                done_pct=row.done_pct, during=row.during, symptom=one_of(TOLD_SYMPTOMS, row.symptom),
                stopped=row.stopped, felt=row.felt, felt_side=one_of(NO_SIDES, row.felt_side),
                felt_words=row.felt_words, mark=row.mark, mark_side=one_of(NO_SIDES, row.mark_side),
                marked=_marked(assessment.library, row), held=row.held, moved=one_of(TOLD_MOVED, row.moved),
                kind=response and response.kind, why=response.reason.text(assessment.library) if response else "",
                stands_for=assessment.library.title(row.stands_for) if row.stands_for else "", load=row.load,
            ))  # fmt: skip
        lines.append(SessionOut(
            id=str(session.id), date=str(session.date), version=session.version,
            before=session.before, after=session.after,
            worst_said=session.worst,
            worst=max((row.during for row in session.drills if row.during is not None), default=None),
            kind=worst_class(kinds) if (kinds := [one.kind for one in drills if one.kind]) else None,
            morning=None if morning is None else morning.pain,
            unusual="none" if morning is None else unusual_word(morning.unusual), drills=drills, note=session.note,
            at_break=session.at_break,
            left_out=out and LeftOut(by=out.by, date=f"{out.decided_at:%Y-%m-%d}", reason=out.reason),
        ))  # fmt: skip
    return lines


def _marked(library: Library, row: SessionDrillRow) -> str:
    """What a client checked of a drill's landmark: "seat to heel: 3 fingers, left"; empty where nothing was checked."""
    mark = library.mark(row.drill)
    if row.mark is None or mark is None:
        return ""
    side = f", {row.mark_side}" if row.mark_side in SIDES else ""
    return f"{mark.what}: {row.mark:g} {mark.unit}{side}"
