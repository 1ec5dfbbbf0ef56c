"""The rows of one complaint as they are read: typed, frozen, plain; an empty word is unknown."""

from __future__ import annotations

import datetime as dt
import json
import uuid
from functools import cached_property
from typing import Annotated, Any, NamedTuple

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict

from easepath.clinic.models.measuring import ELSEWHERE


def _loaded(value: Any) -> Any:
    """A list or a mapping that the database hands on as text inside other data."""
    return json.loads(value) if isinstance(value, str) else value


def _aware(value: dt.datetime) -> dt.datetime:
    """A moment as the database keeps it: in universal time, whether it says so or not."""
    return value if value.tzinfo else value.replace(tzinfo=dt.UTC)


Moment = Annotated[dt.datetime, AfterValidator(_aware)]
Texts = Annotated[tuple[str, ...], BeforeValidator(_loaded)]
Readings = Annotated[tuple[float, ...], BeforeValidator(_loaded)]
Words = Annotated[dict[str, str], BeforeValidator(_loaded)]
NOT_WRITTEN = 1 << 60
"""The number of a row that is not written yet: it comes after all that are."""


class Row(BaseModel):
    """Base of every row."""

    model_config = ConfigDict(frozen=True, extra="forbid")


class AnswerRow(Row):
    """A screening answer; `pending` is what somebody who may not confirm would have instead.

    `asked_as` is the group it was read out in.
    """

    word: str
    is_context: bool
    value: bool
    to_confirm: bool
    pending: str
    asked_as: str = ""


class Signed(Row):
    """A row that names who wrote it; nobody did where there is no name."""

    by_first: str | None
    by_last: str | None
    by_login: str | None

    @property
    def by(self) -> str:
        """Who wrote it."""
        return f"{self.by_first or ''} {self.by_last or ''}".strip() or self.by_login or "somebody"


class StepRow(Signed):
    """The revision of one step of a visit; nobody has saved it where there is no name."""

    step: str
    revision: int


class DraftRow(Row):
    """A drill ticked in a visit; an empty method or step is the rules' choice."""

    position: int
    drill: str
    side: str
    method: str
    step: int | None
    place: str
    dose: Annotated[dict[str, Any] | None, BeforeValidator(_loaded)]
    own: bool = False
    rest: bool = False
    order: Annotated[dict[str, Any] | None, BeforeValidator(_loaded)] = None
    reason: str = ""
    names: Texts = ()
    manner: Annotated[dict[str, Any] | None, BeforeValidator(_loaded)] = None
    there: Annotated[dict[str, Any] | None, BeforeValidator(_loaded)] = None


class VisitRow(Row):
    """One visit of the complaint."""

    id: int
    number: int
    opened_at: str
    closed_at: str | None


class ClearanceRow(Signed):
    """A red flag cleared by a doctor."""

    id: int
    flag: str
    doctor: str
    date: dt.date
    reason: str


class FactorRow(Row):
    """A background factor in force."""

    id: int
    factor: str
    side: str
    since: dt.date | None
    trimester: int | None
    region: str
    parameters: Words
    to_confirm: bool
    withdraw_asked_at: str | None


class LimitRow(Row):
    """A limit in force on a movement, in degrees."""

    id: int
    movement: str
    side: str
    degrees: float
    by: str
    to_confirm: bool
    withdraw_asked_at: str | None


class SittingRow(Row):
    """A sitting of a measure of the person, with the complaint of the visit it was taken in."""

    id: int
    complaint: int
    visit: int
    measure: str
    side: str
    date: dt.date
    trials: Readings
    state: str
    instrument: str

    @property
    def is_brought(self) -> bool:
        """Whether another system told it: nobody here took it."""
        return self.instrument == ELSEWHERE


class GoalRow(Row):
    """What this client needs of a measure."""

    id: int
    measure: str
    side: str
    value: float


class TryoutRow(Row):
    """A drill done in the room."""

    visit: int
    visit_number: int
    position: int
    drill: str
    side: str
    measure: str
    before: Readings
    after: Readings
    symptom: str
    faults: Texts
    brought_back: bool


class OverrideRow(Signed):
    """A verdict overridden and not taken back."""

    id: int
    drill: str
    side: str
    was: str
    reason: str
    by_lead: bool
    recorded_at: dt.datetime


class SessionDrillRow(NamedTuple):
    """One drill of a session."""

    drill: str
    side: str
    done_pct: int | None
    during: int | None
    symptom: str
    felt: str
    felt_side: str
    felt_words: str
    mark: float | None
    mark_side: str
    held: str
    moved: str
    stopped: str
    stands_for: str
    load: str


class DrillsTold(tuple[SessionDrillRow, ...]):
    """The drills of a session in order; over a year many sessions tell the same and are looked up by what they told."""

    @cached_property
    def _figure(self) -> int:
        return super().__hash__()

    def __hash__(self) -> int:
        return self._figure


class MorningRow(NamedTuple):
    """The morning after a session, as it was told last."""

    pain: int
    unusual: str
    gone_48h: bool | None


class MessageRow(Signed):
    """A line between client and clinic; the client's where nobody of the clinic wrote it."""

    id: uuid.UUID
    words: str
    written_at: Moment
    speaks_of: Texts
    read_at: Moment | None

    @property
    def is_the_clients(self) -> bool:
        """Whether the client wrote it."""
        return self.by_login is None


class CheckRow(Row):
    """A home check as it was answered, each item with yes or no."""

    id: uuid.UUID
    date: dt.date
    answers: Annotated[dict[str, bool], BeforeValidator(_loaded)]


class ActivityRow(Row):
    """One of the client's own activities, and how well it can be done; None was not said."""

    name: str
    score: int | None


def _activities(value: Any) -> Any:
    return tuple(ActivityRow.model_validate(one) for one in _loaded(value))


class OutcomeRow(Signed):
    """What the client said of the whole on one day; the client told it where nobody's name stands."""

    id: uuid.UUID
    date: dt.date
    occasion: str
    activities: Annotated[tuple[ActivityRow, ...], BeforeValidator(_activities)]
    pain: int | None
    change: int | None
    received_at: Moment


class HouseSetRow(Row):
    """What a lead has set for the whole clinic, and why."""

    kind: str
    key: str
    value: str
    reason: str


class RestRow(Signed):
    """Rest at home as it was ordered, by the rules where nobody's name stands; an empty drill is the whole program."""

    id: int
    cause: str
    drill: str
    from_on: dt.date
    until_on: dt.date | None
    words: str
    ended_on: dt.date | None

    def in_force(self, today: dt.date) -> bool:
        """Whether it holds on a day: begun, not ended by an act, its last day not over."""
        begun = self.from_on <= today and self.ended_on is None
        return begun and (self.until_on is None or today <= self.until_on)


class SignAnswerRow(Signed):
    """The signs of one drill, or of every drill, answered in the sessions up to a date."""

    id: int
    drill: str
    until: dt.date
    reason: str


class CountRow(Signed):
    """Whether a session counts, as it was decided last."""

    counts: bool
    reason: str
    decided_at: Moment


class SessionRow(NamedTuple):
    """One session at home with its drills in order, its morning, and whether it counts.

    `name` is its identity in 32 figures; `corrects` that of the session it puts right.
    """

    name: str
    version: int
    date: dt.date
    before: int | None
    after: int | None
    worst: int | None
    note: str
    at_break: str
    corrects: str | None
    drills: DrillsTold
    morning: MorningRow | None
    counted: CountRow | None

    @property
    def id(self) -> uuid.UUID:
        """Its identity."""
        return uuid.UUID(self.name)

    @property
    def left_out(self) -> CountRow | None:
        """The decision that leaves it out of the count; None where it counts."""
        return None if self.counted is None or self.counted.counts else self.counted
