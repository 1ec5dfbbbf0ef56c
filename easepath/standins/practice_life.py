"""Let a practice client live: visits with measurements, a composed session, and the days at home since."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import partial

from easepath.clinic import clock
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.open_client import Newcomer, open_client
from easepath.clinic.actions.open_complaint import open_complaint
from easepath.clinic.actions.open_visit import close_visit, open_visit
from easepath.clinic.actions.record_home_check import record_home_check
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_outcome import OutcomeGiven, record_outcome
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.save_measure import GoalEntry, Measuring, SittingEntry, save_measure
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.screening_rows import FactorEntry, LimitEntry
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.facts.assessment import assess
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.facts.story import Story
from easepath.clinic.models import Client, Complaint, User, Visit
from easepath.clinic.repository import read_again, read_complaint
from easepath.core.compose import compose
from easepath.core.facts import ActivityTold
from easepath.core.knowledge import shipped_library
from easepath.core.screening.home_check import EVERY_DAYS, home_questions
from easepath.core.story import stage_is_asked
from easepath.core.vocabulary import side_word
from easepath.standins.telephones import made_up_telephone

_NAMESPACE = uuid.UUID("6a1c2f8e-7b1d-4a9b-9f52-0d6f6f1f0a11")
BEFORE = 1
ANSWERS: dict[str, tuple[int, int, int | None]] = {
    "c": (1, 1, 1), "s": (5, 2, 2), "f": (5, 4, 4), "w": (1, 1, None),
}  # fmt: skip
"""Worst pain in the first drill, pain after, pain the next morning of each kind of session."""
Readings = Mapping[tuple[str, str], tuple[float, ...]]


@dataclass(frozen=True)
class Person:
    """A made-up person and what they have at home."""

    first_name: str
    last_name: str
    trade: str
    sex: str
    age: int
    places: tuple[str, ...] = ("floor", "bed", "chair", "wall", "stand")
    equipment: tuple[str, ...] = ("pad", "cushion", "strap", "towel")
    minutes: int = 12
    days_per_week: int = 5


@dataclass(frozen=True)
class Whole:
    """What a person says of the whole: own activities, usual pain, the change since the beginning."""

    activities: Mapping[str, int]
    pain: int
    change: int | None = None


@dataclass(frozen=True)
class Trouble:
    """One complaint and what came of it.

    `measured` days ago to readings; `days` a letter for each of the last sessions, every other day unless `every` says
    otherwise, the last one `last` days ago: c calm, s stirred, f flared, w calm so far with the morning still to be
    told. The sessions before them since the first visit were calm; where not `steady` there were none.
    `whole` days ago to what was said of it, in the room on the day of the first visit and at home afterwards.
    `told_late`: its factors are told with it, not at the person's first visit.
    """

    condition: str
    side: str
    words: str
    goal: str
    since: int
    first_visit: int
    days: str = ""
    last: int = 1
    every: int = 2
    factors: tuple[FactorEntry, ...] = ()
    limits: tuple[LimitEntry, ...] = ()
    yes: tuple[str, ...] = ()
    pains: tuple[int, int, int, int] = (1, 0, 4, 2)
    settle_minutes: int = 30
    wakes: str = "no"
    measured: Mapping[int, Readings] = field(default_factory=dict)
    goals: tuple[GoalEntry, ...] = ()
    usual_now: int | None = None
    steady: bool = True
    told_late: bool = False
    whole: Mapping[int, Whole] = field(default_factory=dict)

    @property
    def all_days(self) -> str:
        """A letter for every session since the first visit."""
        room = (self.first_visit - self.last) // self.every
        return "c" * max(0, room - len(self.days)) * self.steady + self.days


GREY_FROM = 60
"""The age, years, from which a made-up person chose the pictures with grey hair."""


def live_through(actor: User, person: Person, troubles: Sequence[Trouble], today: dt.date) -> list[Complaint]:
    """Every complaint of a person, lived day by day up to `today`."""
    born = dt.date(today.year - person.age, 1, 15)
    opened = max(trouble.first_visit for trouble in troubles)
    first = next(trouble for trouble in troubles if trouble.first_visit == opened)
    with clock.on(today - dt.timedelta(days=opened)):
        visit = open_client(actor, Newcomer(
            person.first_name, person.last_name, born, person.sex, person.trade, made_up_telephone(person.last_name),
            figure="broad" if person.age >= GREY_FROM else "light" if person.sex == "f" else "",
        ))  # fmt: skip
        story = Story(
            birth_date=born, places=person.places, equipment=person.equipment, minutes=person.minutes, per_day=1,
            days_per_week=person.days_per_week, confidence="normal",
        )  # fmt: skip
        known = tuple(factor for trouble in troubles for factor in trouble.factors if not trouble.told_late)
        _tell(actor, visit, story, replace(first, factors=known), today)
    lives = [_Life(actor, first, today, visit)]
    lives += [_Life(actor, trouble, today, client=visit.complaint.client) for trouble in troubles if trouble != first]
    return _run(lives)


def live_on(actor: User, client: Client, trouble: Trouble, today: dt.date) -> Complaint:
    """Another complaint of a client who is known."""
    return _run([_Life(actor, trouble, today, client=client)])[0]


def _run(lives: Sequence[_Life]) -> list[Complaint]:
    """Every event of several lives in the order of the days; on one day visits come before sessions."""
    events = sorted(
        ((days_ago, order, number, act) for number, life in enumerate(lives) for days_ago, order, act in life.events()),
        key=lambda event: (-event[0], event[1], event[2]),
    )
    for *_, act in events:
        act()
    return [life.complaint for life in lives]


@dataclass
class _Life:
    """One complaint as it is lived."""

    actor: User
    trouble: Trouble
    today: dt.date
    visit: Visit | None = None
    client: Client | None = None

    @property
    def complaint(self) -> Complaint:
        """The complaint as it stands in the rows."""
        assert self.visit is not None
        return _fresh(self.visit)

    def events(self) -> Iterator[tuple[int, int, Callable[[], None]]]:
        """(days ago, order within the day, what happens)."""
        trouble = self.trouble
        yield trouble.first_visit, 0, self.begin
        for days_ago in trouble.measured:
            if days_ago < trouble.first_visit:
                yield days_ago, 1, partial(self.see_again, days_ago)
        for days_ago in trouble.whole:
            yield days_ago, 1, partial(self.tell_whole, days_ago)
        for number, kind in enumerate(trouble.all_days):
            days_ago = trouble.last + (len(trouble.all_days) - 1 - number) * trouble.every
            yield days_ago, 2, partial(self.do_session, kind, days_ago)
            if days_ago and kind != "w":
                yield days_ago - 1, -1, partial(self.tell_morning, kind, days_ago)

    def _date(self, days_ago: int) -> dt.date:
        return self.today - dt.timedelta(days=days_ago)

    def begin(self) -> None:
        """The first visit: story, screen, measurements, a composed session handed over."""
        trouble = self.trouble
        with clock.on(self._date(trouble.first_visit)):
            if self.visit is None:
                assert self.client is not None
                self.visit = open_complaint(self.actor, self.client)
                _tell(self.actor, self.visit, Story.of(self.complaint), trouble, self.today)
            _measure(self.actor, self.visit, trouble, trouble.first_visit)
            _hand_over(self.actor, self.visit, held=bool(trouble.yes))

    def see_again(self, days_ago: int) -> None:
        """A later visit with its measurements."""
        with clock.on(self._date(days_ago)):
            visit = open_visit(self.actor, self.complaint)
            if self.trouble.usual_now is not None:
                now = self.trouble.usual_now
                save_story(self.actor, visit, 0, replace(Story.of(_fresh(visit)), pain_usual=now, pain_now=now))
            _measure(self.actor, visit, self.trouble, days_ago)
            close_visit(self.actor, Visit.objects.get(pk=visit.pk))

    def tell_whole(self, days_ago: int) -> None:
        """What is said of the whole."""
        date, told = self._date(days_ago), self.trouble.whole[days_ago]
        at_start = days_ago == self.trouble.first_visit
        given = OutcomeGiven(
            uuid.uuid5(_NAMESPACE, f"whole {self.complaint.pk} {date}"), date, "start" if at_start else "course",
            tuple(ActivityTold(name=name, score=score) for name, score in told.activities.items()), told.pain,
            told.change,
        )  # fmt: skip
        with clock.on(date):
            record_outcome(self.actor if at_start else None, self.complaint, given)

    def do_session(self, kind: str, days_ago: int) -> None:
        """One session of the running version; nothing without one."""
        version = self.complaint.versions.order_by("-number").first()
        if version is None:
            return
        worst, after, _ = ANSWERS[kind]
        date = self._date(days_ago)
        drills = tuple(
            DrillDone(row.drill, side_word(row.side), 100, BEFORE if n else worst,
                      "ache" if kind == "f" and not n else "pull",
                      "target")
            for n, row in enumerate(version.counted)
        )  # fmt: skip
        with clock.on(date):
            done = SessionDone(self._id(days_ago), version.number, date, BEFORE, after, drills)
            record_session(self.complaint, done)
            self._check(date)

    def _check(self, date: dt.date) -> None:
        """Once a week nothing is new in the home check."""
        if self.complaint.checks.filter(date__gt=date - dt.timedelta(days=EVERY_DAYS)).exists():
            return
        asked = home_questions(read_complaint(self.complaint.pk).assessment.screen)
        if asked:
            identifier = uuid.uuid5(_NAMESPACE, f"check {self.complaint.pk} {date}")
            record_home_check(self.complaint, identifier, date, {one.item: False for one in asked})

    def tell_morning(self, kind: str, days_ago: int) -> None:
        """The morning after a session."""
        if not self.complaint.versions.exists():
            return
        session = self._id(days_ago)
        with clock.on(self._date(days_ago - 1)):
            record_morning(
                self.complaint, MorningDone(uuid.uuid5(session, "morning"), session, ANSWERS[kind][2] or BEFORE)
            )

    def _id(self, days_ago: int) -> uuid.UUID:
        return uuid.uuid5(_NAMESPACE, f"{self.complaint.pk} {self._date(days_ago)}")


def _tell(actor: User, visit: Visit, base: Story, trouble: Trouble, today: dt.date) -> None:
    now, rest, worst, usual = trouble.pains
    story = replace(
        base, condition=trouble.condition, side=trouble.side, since=today - dt.timedelta(days=trouble.since),
        words=trouble.words, goal_activity=trouble.goal, pain_now=now, pain_rest=rest, pain_worst=worst,
        pain_usual=usual, settle_minutes=trouble.settle_minutes, wakes=trouble.wakes,
    )  # fmt: skip
    save_story(actor, visit, 0, story)
    answers = answers_for(visit.complaint, trouble.yes)
    kept = Screening.of(read_again(visit))
    listed = {(factor.factor, factor.side) for factor in kept.factors}
    new = tuple(factor for factor in trouble.factors if (factor.factor, factor.side) not in listed)
    bound = Screening(answers, (*kept.factors, *new), (*kept.limits, *trouble.limits))
    save_screening(actor, visit, 0, bound)
    more = answers_for(visit.complaint, trouble.yes)
    if more:
        save_screening(actor, visit, 1, replace(Screening.of(read_again(visit)), answers={**answers, **more}))


def answers_for(complaint: Complaint, yes: Sequence[str]) -> dict[str, bool]:
    """No to every question this client is still asked, but for those in `yes`."""
    today = clock.today_of(complaint)
    asked = assess(complaint, today).screen.flags.unanswered
    questions = [word for word in asked if word not in shipped_library().measures]
    return {word: word in yes for word in questions} | {word: True for word in yes if asked}


def _fresh(visit: Visit) -> Complaint:
    return Complaint.objects.get(pk=visit.complaint_id)


def _hand_over(actor: User, visit: Visit, *, held: bool) -> None:
    """Hand over the exact session for the client's minutes, where the screen lets one be made."""
    assessment = assess(visit.complaint)
    minutes = assessment.screen.situation.client.minutes
    if held or not assessment.screen.issues_program or minutes is None:
        return
    drills = tuple(
        Ticked(item.drill.id, item.sides[0].side if len(item.sides) == 1 else "both", place=item.place)
        for item in compose(assessment.matcher, minutes).drills
    )
    if drills:
        stage = 1 if stage_is_asked(assessment.library, assessment.facts) else None
        save_draft(actor, visit, 0, drills, stage, order="phases")
        hand_over(actor, Visit.objects.get(pk=visit.pk))
        close_visit(actor, Visit.objects.get(pk=visit.pk))


def _measure(actor: User, visit: Visit, trouble: Trouble, days_ago: int) -> None:
    readings = trouble.measured.get(days_ago)
    if readings:
        sittings = tuple(SittingEntry(measure, side, trials) for (measure, side), trials in readings.items())
        save_measure(actor, visit, 0, Measuring(sittings, (), trouble.goals))
