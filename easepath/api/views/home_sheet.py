"""What the client's private link shows: the current sheet, and what is still to be told."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection

from easepath.api.views.library import SymptomOut, symptom_words
from easepath.api.views.outcomes import WantsOut, wants_view
from easepath.clinic.facts.home import by_date, effective_sessions, is_stopped, stopped_today
from easepath.clinic.facts.rests import Cause, rests_today
from easepath.clinic.repository import Record
from easepath.clinic.rows import SessionRow
from easepath.clinic.sheet import HomeDrill, Sheet
from easepath.clinic.sheet_today import CHANGES, SheetToday, after_flares, sheet_today, told_of
from easepath.clinic.shown import View
from easepath.core.adjust.follow import flares, follows
from easepath.core.assessment import Assessment
from easepath.core.compose.precautions import limits_of, precautions_of
from easepath.core.compose.sheet import SIGN_SITES, SideOnSheet
from easepath.core.languages import ENGLISH
from easepath.core.respond import SORENESS_OPEN, asks_moved
from easepath.core.screening.home_check import EVERY_DAYS, home_check_from, home_questions
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
DAYS_SHOWN = 14
"""Two weeks: what a client remembers, and what a small line on a phone can show."""
MESSAGES_SHOWN = 20
"""Lines that a phone keeps of what was written."""
EASED_BACK = 6
"""Sessions of a drill among which one that eased is remembered."""
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


class RestOut(View):
    """A rest in force: of one drill, or of the whole program (empty), up to and with `until`, or until it is ended."""

    cause: Cause
    drill: str
    until: str | None
    words: str
    by: str


class DayOut(View):
    """One day at home: sessions told beside breaks at work, whether one was stopped, its worst pain and morning."""

    date: str
    done: int
    stopped: bool
    rests: bool
    worst: int | None
    morning: int | None


class FollowsOut(View):
    """Which drills rest after one of some signs in a drill; of the rows that fit, the first holds."""

    drill: str
    symptoms: tuple[Symptom, ...]
    felt: tuple[str, ...]
    rests: tuple[str, ...]
    all: bool


class FlaresOut(View):
    """By the pain before (0-10) the lowest pain that makes a flare of a drill: during it, and the next morning."""

    drill: str
    during: tuple[int, ...]
    morning: tuple[int, ...]


class AfterFlareOut(View):
    """What a drill is once it has rested after a flare: its sides with less, none where it rests on, and why.

    `instead` is the drill that was agreed in its place, with what that needs `ready` beside.
    """

    drill: str
    sides: tuple[SideOnSheet, ...]
    line: str
    instead: HomeDrill | None = None
    ready: tuple[str, ...] = ()


class HomeQuestionOut(View):
    """One question of the home check: the item it answers, its words, and whether a yes is an emergency."""

    item: str
    ask: str
    emergency: bool


class HomeCheckOut(View):
    """The home check: its questions, from which day on it is asked, and how that goes on.

    It is asked again after `every_days`, at once after one of the words of `after`.
    """

    questions: tuple[HomeQuestionOut, ...]
    asked_from: str | None
    every_days: int
    after: tuple[Symptom, ...]


class MessageAtHome(View):
    """A line between client and clinic; nobody's name stands at the client's own. `at` is its moment."""

    id: str
    by: str
    words: str
    at: str


class HomeSheet(Sheet):
    """The sheet behind the private link; `suspended` is the sign that ends every drill until a clinician answers it.

    `language` is what it is told in, `unread` says in it that nobody whose language it is has read it.
    `follows`, `flares`, `after_flare` and `rest_days` are what the phone looks up while the clinic cannot be asked.
    """

    language: str
    unread: str
    withheld: bool
    suspended: SymptomOut | None
    symptoms: tuple[Symptom, ...]
    stop_symptoms: tuple[Symptom, ...]
    body_symptoms: tuple[Symptom, ...]
    symptom_words: tuple[SymptomOut, ...]
    stop_reasons: tuple[SymptomOut, ...]
    rests: tuple[RestOut, ...]
    sites: tuple[str, ...]
    days: tuple[DayOut, ...]
    follows: tuple[FollowsOut, ...]
    flares: tuple[FlaresOut, ...]
    after_flare: tuple[AfterFlareOut, ...]
    rest_days: int
    pain_limit: int | None
    eased: tuple[str, ...]
    today: str
    breaks_done: tuple[str, ...]
    done_today: bool
    stopped_today: bool
    mornings_open: tuple[OpenMorning, ...]
    asks_moved: bool
    nerve_symptoms: tuple[Symptom, ...]
    soreness_open: tuple[OpenSoreness, ...]
    home_check: HomeCheckOut
    messages: tuple[MessageAtHome, ...]
    wants: WantsOut | None


def home_sheet(record: Record) -> HomeSheet:
    """The sheet in force as it is done today; withheld while a red flag blocks, with drills paused that rest."""
    assessment = record.assessment
    now = sheet_today(record)
    sheet, rests = now.sheet, rests_today(record)
    resting = {one.drill for one in rests if one.drill}
    resting |= {entry.drill for entry in open_signs(assessment.facts) if entry.stands_for is not None}
    withheld = record.withheld
    there = sheet.elsewhere and sheet.elsewhere.model_copy(
        update={"drills": _today(sheet.elsewhere.drills, now, resting)}
    )
    shown: dict[str, object] = {
        "drills": _today(sheet.drills, now, resting), "elsewhere": there,
        "precautions": precautions_of(assessment.screen),
        "limits": limits_of(assessment.library, assessment.facts.client.limits),
    }  # fmt: skip
    if withheld:
        shown |= {"drills": (), "timeline": (), "seconds": 0, "elsewhere": None}
    return HomeSheet(
        **{**{name: getattr(sheet, name) for name in Sheet.model_fields}, **shown},
        language=ENGLISH,
        unread="",
        withheld=withheld,
        suspended=_suspended(assessment),
        symptoms=SYMPTOMS,
        stop_symptoms=tuple(symptom for symptom in SYMPTOMS if symptom in SIGNS),
        body_symptoms=tuple(symptom for symptom in SYMPTOMS if symptom in BODY_SYMPTOMS - JOINT_SYMPTOMS),
        symptom_words=tuple(symptom_words(assessment.library.symptoms)),
        stop_reasons=tuple(symptom_words(assessment.library.stop_reasons)),
        rests=tuple(
            RestOut(cause=one.cause, drill=one.drill, until=one.until and str(one.until), words=one.words, by=one.by)
            for one in rests
        ),
        sites=tuple(site.id for site in assessment.library.sites.values() if not site.cue),
        days=days_at_home(record),
        follows=tuple(FollowsOut(**vars(row)) for row in follows(assessment.review)),
        flares=tuple(FlaresOut(**vars(row)) for row in flares(assessment.review.context)),
        after_flare=() if withheld else _after_flare(record),
        rest_days=int(assessment.library.number("flare", "rest_days")),
        pain_limit=_pain_limit(assessment),
        eased=_eased(assessment),
        today=str(record.today),
        breaks_done=_breaks_done(record),
        done_today=any(s.date == record.today and not s.at_break for s in effective_sessions(record)),
        stopped_today=stopped_today(record),
        mornings_open=mornings_open(record),
        asks_moved=asks_moved(assessment.screen),
        nerve_symptoms=tuple(sorted(ASKS_WHETHER_IT_MOVED)),
        soreness_open=soreness_open(record),
        home_check=_home_check(record),
        wants=wants_view(record),
        messages=tuple(
            MessageAtHome(
                id=str(one.id), by="" if one.is_the_clients else one.by, words=one.words, at=one.written_at.isoformat()
            )
            for one in record.messages[-MESSAGES_SHOWN:]
        ),
    )  # fmt: skip


def _after_flare(record: Record) -> tuple[AfterFlareOut, ...]:
    return tuple(
        AfterFlareOut(drill=row.drill, sides=(), line=row.line, instead=row.then, ready=row.ready)
        if row.then is not None and row.then.drill != row.drill
        else AfterFlareOut(drill=row.drill, sides=row.then.sides if row.then else (), line=row.line)
        for row in after_flares(record)
    )


def _breaks_done(record: Record) -> tuple[str, ...]:
    """The times of the breaks at work that were told of today."""
    told = (one for one in effective_sessions(record) if one.date == record.today)
    return tuple(one.at_break for one in told if one.at_break)


def _pain_limit(assessment: Assessment) -> int | None:
    """The highest pain that any drill of the plan allows; None without a drill."""
    context = assessment.review.context
    methods = (view.method for planned in context.planned for view in context.views(planned))
    return max((context.responder.limit(method) for method in methods), default=None)


def _eased(assessment: Assessment) -> tuple[str, ...]:
    """The planned drills of which a session eased the pain and the last did not flare."""
    context, found = assessment.review.context, []
    for planned in context.planned:
        days = [day for view in context.views(planned) for day in view.all_days[-EASED_BACK:]]
        if any(day.response.eased for day in days) and days[-1].kind != "flared":
            found.append(planned.drill)
    return tuple(found)


def _home_check(record: Record) -> HomeCheckOut:
    last = max((row.date for row in record.checks), default=None)
    first = home_check_from(record.facts, last)
    questions = home_questions(record.assessment.screen)
    return HomeCheckOut(
        questions=tuple(
            HomeQuestionOut(item=one.item, ask=one.ask, emergency=one.action == "emergency") for one in questions
        ),
        asked_from=None if first is None or not questions else str(first),
        every_days=EVERY_DAYS,
        after=tuple(symptom for symptom in SYMPTOMS if symptom in NERVE_SYMPTOMS),
    )


def days_at_home(record: Record) -> tuple[DayOut, ...]:
    """The last two weeks day by day, since the plan began, up to and with today."""
    version, today = record.version, record.today
    assert version is not None
    sessions, resting = by_date(effective_sessions(record)), record.assessment.review.context.resting
    first = max(version.plan_start, today - dt.timedelta(days=DAYS_SHOWN - 1))
    return tuple(
        _day(date, sessions.get(date, []), rests=date in resting)
        for date in (first + dt.timedelta(days=n) for n in range((today - first).days + 1))
    )


def _day(date: dt.date, told: list[SessionRow], *, rests: bool) -> DayOut:
    pains = [pain for one in told for pain in (one.worst, *(drill.during for drill in one.drills)) if pain is not None]
    mornings = [one.morning.pain for one in told if one.morning is not None]
    return DayOut(
        date=str(date), done=sum(not one.at_break for one in told),
        stopped=any(is_stopped(one) for one in told), rests=rests,
        worst=max(pains, default=None), morning=max(mornings, default=None),
    )  # fmt: skip


def _today(drills: tuple[HomeDrill, ...], now: SheetToday, resting: Collection[str]) -> tuple[HomeDrill, ...]:
    """The drills as they are today: paused where they rest, or what they stand in for does, with the reason."""
    return tuple(_drill_today(drill, now, resting) for drill in drills)


def _drill_today(drill: HomeDrill, now: SheetToday, resting: Collection[str]) -> HomeDrill:
    row = now.changed.get(drill.drill) or now.changed.get(drill.stands_for)
    rests = drill.drill in resting or drill.stands_for in resting or (row is not None and row.action not in CHANGES)
    return drill.model_copy(update={
        "paused": rests, "at_home": "" if row is None else told_of(row),
        "felt_sites": tuple(dict.fromkeys((*drill.felt_sites, *SIGN_SITES))),
    })  # fmt: skip


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
