"""What a client says of the whole, over time with its error, and what is to be asked."""

from __future__ import annotations

from easepath.clinic.facts.outcomes import outcome_reports, outcomes_due
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.ids import OutcomeScales
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.models import OutcomeScale
from easepath.core.outcomes import ScaleChange, ScaleCourse, activity_names, scale_courses

DECIMALS = 1


class OutcomePoint(View):
    """The value of one day."""

    date: str
    value: float


class OutcomeCourse(View):
    """One scale or one activity over time; `difference` is the last against the first in the scale's numbers.

    Of the scale that asks for the change itself it is the last answer. A change of at most `error` may be chance.
    """

    scale: str
    name: str
    low: int
    high: int
    points: list[OutcomePoint]
    error: float
    difference: float | None
    change: ScaleChange


class ScaleAsked(View):
    """One question with its numbers, the words at its ends, and the words of every number where it has some."""

    id: str
    name: str
    ask: str
    low: int
    low_words: str
    high: int
    high_words: str
    words: tuple[str, ...]


class OutcomesOut(View):
    """Everything said of the whole; `due` is the day from which on it is to be asked again.

    `activities` are the client's own as they were last named, `suggested` what the story names as the goal.
    """

    courses: list[OutcomeCourse]
    scales: list[ScaleAsked]
    most: int
    every_days: int
    activities: tuple[str, ...]
    suggested: str
    due: str | None
    asked: int


class WantsOut(View):
    """What the phone asks of the whole, from a day on."""

    asked_from: str
    activities: tuple[str, ...]
    scales: tuple[ScaleAsked, ...]


def outcomes_view(record: Record) -> OutcomesOut:
    """What was said of the whole so far."""
    library, reports, due = shipped_library(), outcome_reports(record), outcomes_due(record)
    own = library.outcomes[OutcomeScales.ACTIVITIES]
    return OutcomesOut(
        courses=[_course(one) for one in scale_courses(library, reports)],
        scales=[_asked(scale) for scale in library.outcomes.values()],
        most=own.most, every_days=own.every_days, activities=activity_names(reports),
        suggested="" if reports else record.complaint.goal_activity, due=due and str(due), asked=len(reports),
    )  # fmt: skip


def wants_view(record: Record) -> WantsOut | None:
    """What the phone asks; None until the activities were named with the clinic."""
    names, due = activity_names(outcome_reports(record)), outcomes_due(record)
    if not names or due is None:
        return None
    scales = tuple(_asked(scale) for scale in shipped_library().outcomes.values())
    return WantsOut(asked_from=str(due), activities=names, scales=scales)


def _asked(scale: OutcomeScale) -> ScaleAsked:
    return ScaleAsked(**{name: getattr(scale, name) for name in ScaleAsked.model_fields})


def _course(one: ScaleCourse) -> OutcomeCourse:
    return OutcomeCourse(
        scale=one.scale.id, name=one.name, low=one.scale.low, high=one.scale.high, error=one.error,
        points=[OutcomePoint(date=str(point.date), value=round(point.value, DECIMALS)) for point in one.points],
        difference=None if one.difference is None else round(one.difference, DECIMALS), change=one.change,
    )  # fmt: skip
