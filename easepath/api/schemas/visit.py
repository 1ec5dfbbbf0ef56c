"""The frame of a visit and the sheet in progress."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In
from easepath.core.vocabulary import PainRule, VerdictWord


class ClientOut(Schema):
    """The client in the head of a visit."""

    first_name: str
    name: str
    age: int | None
    trade: str


class PathStep(Schema):
    """One gate of the path and its state in words."""

    step: str
    name: str
    state: str
    words: str


class Beat(Schema):
    """One beat of a side: what to do, for how many seconds, and which of how many it is."""

    word: str
    seconds: float
    number: int
    of: int


class SideDoseOut(Schema):
    """One side of a drill: its dose in parts and in words, and its seconds."""

    side: str
    dose: dict[str, int | float | list[int]]
    words: str
    seconds: float
    pace: list[Beat] = []
    alt: str = ""


class SheetDrill(Schema):
    """One drill of a sheet with everything the sheet says."""

    drill: str
    side: str
    method: str
    step: int
    place: str
    picture: str
    title: str
    phase: str
    method_name: str
    pain_rule: PainRule
    sides: list[SideDoseOut]
    seconds: int
    per_day: int
    days_per_week: int
    breath_s: float
    do: list[str]
    feel: str
    stop: list[str]
    easier: str
    harder: str
    watch: list[str] = []
    equip: list[str]
    verdict: VerdictWord
    changed: list[str]
    cautions: list[str]
    felt_sites: list[str]


class HomeDrill(SheetDrill):
    """A drill on the client's sheet; paused when a stop sign paused it."""

    paused: bool


class Stretch(Schema):
    """A stretch of time on the tape; `index` is the drill, none between drills."""

    index: int | None
    kind: str
    side: str | None
    seconds: float


class RefusedDrill(Schema):
    """A ticked drill that the rules refuse now."""

    drill: str
    title: str
    reason: str


class DraftSheet(Schema):
    """The sheet in progress."""

    version: int
    drills: list[SheetDrill]
    seconds: int
    seconds_moving: int
    seconds_rising: int
    minutes_available: float | None
    over_minutes: bool
    refused: list[RefusedDrill]
    unchanged: bool
    timeline: list[Stretch]
    have_ready: list[str]
    leave_out: list[str]


class LastTime(Schema):
    """The visit before, and what it left open."""

    number: int
    date: str
    left_open: list[str]


class Frame(Schema):
    """Everything around a step; `fault` says what cannot be read, and then nothing is judged."""

    visit: int
    fault: str | None
    number: int
    closed: bool
    complaint: int
    last_time: LastTime | None
    cautions: list[str]
    client: ClientOut
    condition: str | None
    condition_id: str | None
    side: str
    since: str | None
    today: str
    outcome: str
    outcome_words: str
    issues_program: bool
    irritability: str
    irritability_reasons: list[str]
    refused: int
    changed: int
    knowledge_version: str
    revisions: dict[str, int]
    path: list[PathStep]
    sheet: DraftSheet


class ClinicOut(Schema):
    """Whom to call."""

    name: str
    phone: str
    emergency: str


class BreakDrill(Schema):
    """One drill of a break at work."""

    title: str
    side: str


class BreakOut(Schema):
    """A movement break at a time of day."""

    at: str
    drills: list[BreakDrill]


class Sheet(Schema):
    """A version as it was handed over."""

    version: int
    first_name: str
    clinic: ClinicOut
    date: str
    by: str
    seconds: int
    minutes_available: int | None
    timeline: list[Stretch]
    have_ready: list[str]
    leave_out: list[str]
    difference: list[str]
    desk: list[BreakOut]
    overridden: list[str]
    drills: list[HomeDrill]


class OpenMorning(Schema):
    """A session whose morning after is still to be told."""

    session: str
    date: str


class OpenSoreness(Schema):
    """A session whose soreness is asked about, with its morning as it was told."""

    session: str
    date: str
    days: int
    pain: int
    unusual: Literal["none", "training", "work", "travel", "poor-sleep", "other"]


class HomeSheet(Sheet):
    """The sheet behind the private link."""

    withheld: bool
    symptoms: list[str]
    stop_symptoms: list[str]
    rest_until: str | None
    today: str
    done_today: bool
    mornings_open: list[OpenMorning]
    asks_moved: bool
    nerve_symptoms: list[str]
    soreness_open: list[OpenSoreness]


class PrintIn(In):
    """How a sheet is printed; `token` is the private link that stands on it as a code."""

    paper: Literal["a4", "letter"] = "a4"
    large: bool = False
    token: Annotated[str, Field(max_length=60)] = ""
