"""Practice clients: each lives through real visits and sessions, by the same actions as everybody else."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Sequence
from dataclasses import dataclass, field

from easepath.clinic import clock
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.open_client import Newcomer, open_client
from easepath.clinic.actions.open_visit import close_visit
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.facts.assessment import assess
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.facts.story import Story
from easepath.clinic.models import Complaint, User, Visit
from easepath.core.vocabulary import Symptom, side_word
from easepath.standins.telephones import made_up_telephone

_NAMESPACE = uuid.UUID("6a1c2f8e-7b1d-4a9b-9f52-0d6f6f1f0a11")


@dataclass(frozen=True)
class Lived:
    """One session as it was lived, `days_ago`; drills not named went calmly."""

    days_ago: int
    before: int
    after: int
    morning: int | None
    worst: dict[str, int] = field(default_factory=dict)
    symptom: dict[str, Symptom] = field(default_factory=dict)


@dataclass(frozen=True)
class PracticeClient:
    """A made-up person, a groin strain, a first visit, and the days since."""

    first_name: str
    last_name: str
    trade: str
    sex: str
    age: int
    words: str
    goal: str
    side: str
    hurt_days_ago: int
    visit_days_ago: int
    stage: int
    drills: tuple[Ticked, ...]
    lived: tuple[Lived, ...] = ()
    yes: tuple[str, ...] = ()
    pains: tuple[int, int, int, int] = (1, 0, 4, 2)
    settle_minutes: int = 30
    places: tuple[str, ...] = ("floor", "bed", "chair", "stand")
    equipment: tuple[str, ...] = ("pad", "cushion")


GROIN_CLIENTS = (
    PracticeClient(
        "Marta", "Lind", "stage rigger", "f", 34, "pulled the left groin stepping off a truss", "climb the truss again",
        "left", 18, 6, 2, (
            Ticked("lunge-rock", "left"), Ticked("iso-adduction", "both"), Ticked("side-leg-raise", "both"),
            Ticked("pelvic-tilt", "both"),
        ),
        (Lived(5, 2, 2, 2), Lived(3, 2, 2, 1), Lived(2, 1, 1, 1)),
    ),
    PracticeClient(
        "Tom", "Okafor", "tram driver", "m", 41, "right groin sore since a slip on the depot steps", "a full shift",
        "right", 15, 4, 2, (Ticked("lunge-rock", "right"), Ticked("seated-squeeze", "both")),
        (Lived(3, 2, 2, 2), Lived(1, 2, 2, None)),
    ),
    PracticeClient(
        "Ines", "Varga", "glass-blower", "f", 29, "left groin tight and sore after a long day at the furnace",
        "stand at the furnace all day", "left", 31, 10, 3,
        (Ticked("long-leg-rock-forward", "left"), Ticked("iso-adduction", "both")),
        (
            Lived(9, 1, 1, 1), Lived(8, 1, 1, 1), Lived(6, 1, 1, 1),
            Lived(4, 1, 2, 4, {"long-leg-rock-forward": 4}, {"long-leg-rock-forward": "ache"}),
            Lived(2, 2, 4, 4, {"long-leg-rock-forward": 5}, {"long-leg-rock-forward": "ache"}),
        ),
    ),
    PracticeClient(
        "Piet", "Halloran", "lock keeper", "m", 57, "dull ache in the right groin, worse at night", "work the gates",
        "right", 40, 1, 1, (), (), ("night-unrelieved",), (3, 2, 5, 3), 60,
    ),
)  # fmt: skip


def live(actor: User, person: PracticeClient, today: dt.date) -> Complaint:
    """Let a practice client live through the visit and the sessions up to `today`."""
    with clock.on(today - dt.timedelta(days=person.visit_days_ago)):
        visit = _first_visit(actor, person, today)
        if person.drills:
            save_draft(actor, visit, 0, person.drills, person.stage)
            hand_over(actor, Visit.objects.get(pk=visit.pk))
            close_visit(actor, visit)
    for lived in person.lived:
        _live_session(visit.complaint, lived, today)
    return visit.complaint


def _first_visit(actor: User, person: PracticeClient, today: dt.date) -> Visit:
    birth = dt.date(today.year - person.age, 1, 15)
    visit = open_client(actor, Newcomer(
        person.first_name, person.last_name, birth, person.sex, person.trade, made_up_telephone(person.last_name),
    ))  # fmt: skip
    now, rest, worst, usual = person.pains
    story = Story(
        condition="adductor-strain", side=person.side, since=today - dt.timedelta(days=person.hurt_days_ago),
        words=person.words, goal_activity=person.goal, pain_now=now, pain_rest=rest, pain_worst=worst,
        pain_usual=usual, settle_minutes=person.settle_minutes, wakes="no", birth_date=birth, places=person.places,
        equipment=person.equipment, minutes=12, per_day=1, days_per_week=5, confidence="normal",
    )  # fmt: skip
    save_story(actor, visit, 0, story)
    answers = _answers(visit.complaint, person.yes, today)
    save_screening(actor, visit, 0, Screening(answers, ()))
    return visit


def _answers(complaint: Complaint, yes: Sequence[str], today: dt.date) -> dict[str, bool]:
    """No to every question this client is asked, but for those in `yes`."""
    answers: dict[str, bool] = {}
    while True:
        asked = [word for word in assess(complaint, today).screen.flags.unanswered if word not in answers]
        if not asked:
            return answers | dict.fromkeys(yes, True)
        answers |= {word: word in yes for word in asked}


def _live_session(complaint: Complaint, lived: Lived, today: dt.date) -> None:
    date = today - dt.timedelta(days=lived.days_ago)
    version = complaint.versions.order_by("-number").first()
    assert version is not None
    drills = tuple(
        DrillDone(
            row.drill, side_word(row.side), 100, lived.worst.get(row.drill, lived.before),
            lived.symptom.get(row.drill, "pull" if "rock" in row.drill else "effort"), "target",
        )
        for row in version.counted
    )  # fmt: skip
    session_id = uuid.uuid5(_NAMESPACE, f"{complaint.pk} {date}")
    with clock.on(date):
        record_session(complaint, SessionDone(session_id, version.number, date, lived.before, lived.after, drills))
    if lived.morning is not None:
        with clock.on(date + dt.timedelta(days=1)):
            record_morning(complaint, MorningDone(uuid.uuid5(session_id, "morning"), session_id, lived.morning))
