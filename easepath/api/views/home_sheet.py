"""What the client's private link shows: the current sheet, and what is still to be told."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection

from easepath.api.views.library import SymptomOut, symptom_words
from easepath.clinic.facts.home import by_date, effective_sessions
from easepath.clinic.facts.proposals import proposals_of
from easepath.clinic.repository import Record
from easepath.clinic.sheet import HomeDrill, Sheet, sheet_of
from easepath.clinic.shown import View
from easepath.core.adjust.rest import rest_until
from easepath.core.assessment import Assessment
from easepath.core.compose.sheet import SIGN_SITES
from easepath.core.respond import SORENESS_OPEN, asks_moved
from easepath.core.signs import open_signs
from easepath.core.vocabulary import (
    BODY_SYMPTOMS,
    JOINT_SYMPTOMS,
    NERVE_SYMPTOMS,
    SIGNS,
    SYMPTOMS,
    Symptom,
    Unusual,
    unusual_word,
)

MORNING_LOOK_BACK = 4
"""Days after which nobody remembers a morning well enough to be asked about it."""
ASKS_WHETHER_IT_MOVED: frozenset[Symptom] = NERVE_SYMPTOMS | {"burning"}


class OpenMorning(View):
    """A session whose morning after is still to be told."""

    session: str
    date: str


class OpenSoreness(View):
    """A session whose soreness is asked about, with its morning as it was told."""

    session: str
    date: str
    days: int
    pain: int
    unusual: Unusual


class HomeSheet(Sheet):
    """The sheet behind the private link; `suspended` is the sign that ends every drill until a clinician answers it."""

    withheld: bool
    suspended: SymptomOut | None
    symptoms: tuple[Symptom, ...]
    stop_symptoms: tuple[Symptom, ...]
    body_symptoms: tuple[Symptom, ...]
    symptom_words: tuple[SymptomOut, ...]
    stop_reasons: tuple[SymptomOut, ...]
    rest_until: str | None
    today: str
    done_today: bool
    stopped_today: bool
    mornings_open: tuple[OpenMorning, ...]
    asks_moved: bool
    nerve_symptoms: tuple[Symptom, ...]
    soreness_open: tuple[OpenSoreness, ...]


def home_sheet(record: Record) -> HomeSheet:
    """The sheet in force; withheld while a red flag blocks, with drills paused that a stop sign paused."""
    version, assessment = record.version, record.assessment
    assert version is not None
    sheet = sheet_of(version)
    stopped = {p.drill for p in proposals_of(assessment) if p.is_stop}
    stopped |= {entry.drill for entry in open_signs(assessment.facts) if entry.stands_for is not None}
    withheld = assessment.screen.flags.blocking or record.complaint.sheet_withheld
    there = sheet.elsewhere and sheet.elsewhere.model_copy(update={"drills": _today(sheet.elsewhere.drills, stopped)})
    shown: dict[str, object] = {"drills": _today(sheet.drills, stopped), "elsewhere": there}
    if withheld:
        shown = {"drills": (), "timeline": (), "seconds": 0, "elsewhere": None}
    until = rest_until(assessment.review.context)
    return HomeSheet(
        **{**{name: getattr(sheet, name) for name in Sheet.model_fields}, **shown},
        withheld=withheld,
        suspended=_suspended(assessment),
        symptoms=SYMPTOMS,
        stop_symptoms=tuple(symptom for symptom in SYMPTOMS if symptom in SIGNS),
        body_symptoms=tuple(symptom for symptom in SYMPTOMS if symptom in BODY_SYMPTOMS - JOINT_SYMPTOMS),
        symptom_words=tuple(symptom_words(assessment.library.symptoms)),
        stop_reasons=tuple(symptom_words(assessment.library.stop_reasons)),
        rest_until=None if until is None else str(until),
        today=str(record.today),
        done_today=any(s.date == record.today for s in effective_sessions(record)),
        stopped_today=_stopped_today(record),
        mornings_open=mornings_open(record),
        asks_moved=asks_moved(assessment.screen),
        nerve_symptoms=tuple(sorted(ASKS_WHETHER_IT_MOVED)),
        soreness_open=soreness_open(record),
    )


def _stopped_today(record: Record) -> bool:
    """Whether a session of today ended with a stop: it is not done once more on the same day."""
    told = (drill for session in effective_sessions(record) if session.date == record.today for drill in session.drills)
    return any(drill.stopped or drill.symptom in SIGNS for drill in told)


def _today(drills: tuple[HomeDrill, ...], stopped: Collection[str]) -> tuple[HomeDrill, ...]:
    """The drills as they are today: paused where a stop sign says so in them, or in what they stand in for."""
    return tuple(
        drill.model_copy(update={
            "paused": drill.drill in stopped or drill.stands_for in stopped,
            "felt_sites": tuple(dict.fromkeys((*drill.felt_sites, *SIGN_SITES))),
        })
        for drill in drills
    )  # fmt: skip


def _suspended(assessment: Assessment) -> SymptomOut | None:
    """The sign that ends every drill until a clinician has answered it, with what the client does about it."""
    sign, symptoms = assessment.screen.suspended_by, assessment.library.symptoms
    return None if sign is None else next(iter(symptom_words({sign.symptom or "": symptoms[sign.symptom or ""]})))


def soreness_open(record: Record) -> tuple[OpenSoreness, ...]:
    """Sessions whose soreness the rules ask about, with the morning as it was told and the days since."""
    today = record.today
    responder = record.assessment.review.context.responder
    answered = responder.answered_since(today - dt.timedelta(days=MORNING_LOOK_BACK))
    waiting = {one.entry.session for one in answered if one.response.reason.rule == SORENESS_OPEN}
    return tuple(
        OpenSoreness(
            session=str(session.id), date=str(session.date), days=(today - session.date).days,
            pain=session.morning.pain, unusual=unusual_word(session.morning.unusual),
        )
        for session in effective_sessions(record)
        if session.id.hex in waiting and (today - session.date).days <= MORNING_LOOK_BACK
        and session.morning is not None
    )  # fmt: skip


def mornings_open(record: Record) -> tuple[OpenMorning, ...]:
    """One session of each of the last dates whose morning after can be told now and has not been."""
    return tuple(
        OpenMorning(session=str(sessions[-1].id), date=str(date))
        for date, sessions in by_date(effective_sessions(record)).items()
        if 0 < (record.today - date).days <= MORNING_LOOK_BACK and all(s.morning is None for s in sessions)
    )
