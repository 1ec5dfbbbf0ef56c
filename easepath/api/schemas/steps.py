"""What the steps read and save."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In, Pain, ReasonOut, Ripple, Side, Word

SideWord = Literal["", "left", "right", "both"]


class StoryFields(In):
    """The story; an empty word or a null is "unknown", never zero."""

    condition: Word = ""
    side: SideWord = ""
    since: dt.date | None = None
    words: Annotated[str, Field(max_length=300)] = ""
    goal_activity: Annotated[str, Field(max_length=200)] = ""
    pain_now: Pain | None = None
    pain_rest: Pain | None = None
    pain_worst: Pain | None = None
    pain_usual: Pain | None = None
    pain_morning: Pain | None = None
    settle_minutes: Annotated[int, Field(ge=0, le=100_000)] | None = None
    wakes: Literal["", "no", "sometimes", "most-nights"] = ""
    stiff_minutes: Annotated[int, Field(ge=0, le=720)] | None = None
    birth_date: dt.date | None = None
    places: list[str] = []
    equipment: list[str] = []
    minutes: Annotated[int, Field(ge=1, le=240)] | None = None
    per_day: Annotated[int, Field(ge=1, le=12)] | None = None
    days_per_week: Annotated[int, Field(ge=1, le=7)] | None = None
    confidence: Literal["", "low", "normal"] = ""


class SaveStory(In):
    """A whole story on the revision it was made on."""

    revision: Annotated[int, Field(ge=0)]
    story: StoryFields


class StoryOut(Schema):
    """The story and its revision."""

    revision: int
    story: StoryFields


class FactorIn(In):
    """A background factor."""

    factor: Word
    side: SideWord = ""
    since: dt.date | None = None


class SaveScreening(In):
    """Every answer and every factor on the revision they were made on; a word left out is unanswered."""

    revision: Annotated[int, Field(ge=0)]
    answers: dict[str, bool]
    factors: list[FactorIn] = []


class Question(Schema):
    """One question of the screen; a null value is unanswered."""

    word: str
    text: str
    value: bool | None
    to_confirm: bool


class FlagGroup(Schema):
    """The questions of one red flag."""

    id: str
    action: str
    private: bool
    raised: bool
    context: Question | None
    questions: list[Question]


class RaisedOut(Schema):
    """A red flag that is raised."""

    id: str
    action: str
    blocks: bool
    why: str
    note: str
    positive: list[str]


class ClearedOut(Schema):
    """A red flag that a doctor cleared."""

    flag: str
    doctor: str
    date: str
    reason: str
    recorded_by: str


class FactorOut(Schema):
    """A listed factor."""

    factor: str
    name: str
    side: str
    since: str | None
    to_confirm: bool
    note: str


class AssumedOut(Schema):
    """A factor the profile assumes."""

    factor: str
    name: str
    side: str


class EffectGroup(Schema):
    """What one reason does to the library."""

    verdict: str
    why: str
    count: int
    drills: list[str]


class ScreeningOut(Schema):
    """The Screen step."""

    revision: int
    groups: list[FlagGroup]
    answers: dict[str, bool]
    profile_questions: list[Question]
    unanswered: list[str]
    raised: list[RaisedOut]
    cleared: list[ClearedOut]
    factors: list[FactorOut]
    assumed: list[AssumedOut]
    ask_factors: list[str]
    effects: list[EffectGroup]


class ClearanceIn(In):
    """A clearance: the doctor's name, the date, and what the document says."""

    flag: Word
    doctor: Annotated[str, Field(max_length=120)]
    date: dt.date
    reason: Annotated[str, Field(max_length=400)]


class SourceOut(Schema):
    """What asks for a need."""

    kind: str
    name: str
    weight: float


class NeedOut(Schema):
    """A need and its weight."""

    id: str
    weight: float
    sources: list[SourceOut]


class Named(Schema):
    """An id with its name."""

    id: str
    name: str


class RankedDrill(Schema):
    """A ranked drill with its four parts."""

    drill: str
    title: str
    name: str
    phase: str
    side: str
    tick_side: str
    score: float
    fit: float
    relief: float
    risk: int
    burden: float
    verdict: str
    place: str
    method: str
    reasons: list[ReasonOut]
    needs: list[str]
    methods: list[Named]
    ladder: str | None


class LeftOutDrill(Schema):
    """A drill left out, with the reason and every reason of its verdict."""

    drill: str
    title: str
    side: str
    rule: str
    reason: str
    verdict: str
    reasons: list[ReasonOut]
    relevant: bool


class TickedDrill(In):
    """A ticked drill; no step leaves the start dose to the rules."""

    drill: Word
    side: Literal["left", "right", "both"]
    method: Word = ""
    step: Annotated[int, Field(ge=-1, le=99)] | None = None


class StageOut(Schema):
    """A stage and what its gate asks."""

    stage: int
    name: str
    passes: str


class MatchOut(Schema):
    """The Match step."""

    revision: int
    needs: list[NeedOut]
    ranked: list[RankedDrill]
    left_out: list[LeftOutDrill]
    ticked: list[TickedDrill]
    stage: int | None
    stages: list[StageOut]
    stage_fixed: bool
    issues_program: bool


class SaveMatch(In):
    """The ticked drills in order on the revision they were made on."""

    revision: Annotated[int, Field(ge=0)]
    drills: list[TickedDrill]
    stage: int | None = None


class VersionLine(Schema):
    """One version of a plan."""

    id: int
    number: int
    date: str
    by: str
    stage: int | None
    drills: int
    seconds: int
    difference: list[str]
    knowledge_version: str


class SessionDrillOut(Schema):
    """A drill of a session with its response."""

    drill: str
    title: str
    side: str
    done_pct: int | None
    during: int | None
    symptom: str
    felt: str
    kind: str
    why: str


class SessionOut(Schema):
    """A session with its drills."""

    id: str
    date: str
    version: int
    before: int | None
    after: int | None
    morning: int | None
    unusual: str
    drills: list[SessionDrillOut]
    note: str


class HomeOut(Schema):
    """The Home step."""

    versions: list[VersionLine]
    links_alive: int
    sessions: list[SessionOut]
    ripples: list[Ripple]


class HandedOver(Schema):
    """What handing over made; the link is shown once."""

    version: VersionLine
    link: str


class Link(Schema):
    """A private link, shown once."""

    link: str


class DrillDoneIn(In):
    """One drill of a session."""

    drill: Word
    side: Literal["left", "right", "both"]
    done_pct: Annotated[int, Field(ge=0, le=200)] | None = None
    during: Pain | None = None
    symptom: Literal[
        "", "none", "pull", "effort", "muscle-burn", "ache", "stiffness", "soreness", "pinch", "sharp", "burning",
        "shooting", "tingling", "numbness", "cramp", "locking", "giving-way",
    ] = ""  # fmt: skip
    felt: Annotated[str, Field(max_length=40)] = ""
    moved: Literal["none", "up", "down"] = "none"


class SessionIn(In):
    """A session from home with the id the phone made."""

    id: uuid.UUID
    version: Annotated[int, Field(ge=1)]
    date: dt.date
    before: Pain | None = None
    after: Pain | None = None
    drills: list[DrillDoneIn]
    note: Annotated[str, Field(max_length=400)] = ""
    corrects: uuid.UUID | None = None


class MorningIn(In):
    """The morning after a session."""

    id: uuid.UUID
    session: uuid.UUID
    pain: Pain
    unusual: Literal["none", "training", "work", "travel", "poor-sleep", "other"] = "none"
    gone_48h: bool | None = None


class Stored(Schema):
    """What was stored, by its id; sending it again changes nothing."""

    id: uuid.UUID


class Target(Schema):
    """A drill in a method at a dose step."""

    drill: str
    method: str
    step: int


class TargetIn(In):
    """A drill in a method at a dose step, chosen by hand."""

    drill: Word
    method: Word
    step: Annotated[int, Field(ge=-1, le=99)]


class Choice(Target):
    """A dose step in words."""

    words: str


class ProposalSession(Schema):
    """A session as it stands behind a proposal."""

    date: str
    kind: str
    before: int | None
    during: int | None
    after: int | None
    morning: int | None
    symptom: str
    felt: str
    why: str
    done_pct: int | None


class MissingOut(Schema):
    """What a gate still misses; a word can be confirmed by a clinician."""

    text: str
    word: str | None


class ProposalOut(Schema):
    """What a rule proposes, the facts, and the decision."""

    id: int
    about: str
    drill: str
    side: Side
    title: str
    response: str
    rule: str
    rule_name: str
    rule_text: str
    threshold: str
    action: str
    detail: str
    to: Target | None
    to_words: str
    present: Choice | None
    opens: bool | None
    missing: list[MissingOut]
    decision: str
    reason: str
    changed_to: Target | None
    changed_words: str
    decided_by: str | None
    sessions: list[ProposalSession]
    choices: list[Choice]


class ReviewOut(Schema):
    """The Adjust step."""

    id: int
    version: int
    closed: bool
    new_version: int | None
    adherence: float | None
    knowledge_version: str
    proposals: list[ProposalOut]


class DecisionIn(In):
    """A decision about one proposal."""

    decision: Literal["open", "accept", "change", "refuse"]
    reason: Annotated[str, Field(max_length=400)] = ""
    changed_to: TargetIn | None = None


class ClosedReview(Schema):
    """What closing a review made."""

    version: VersionLine | None


class GateWordIn(In):
    """What a clinician has seen, or takes back."""

    word: Word
    confirmed: bool
