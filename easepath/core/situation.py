"""One client's situation as facts: frozen, typed, plain. None is the value "unknown" everywhere.

Units: pain 0-10, minutes, seconds, days, weeks, degrees and the unit of each measure.
"""

from __future__ import annotations

import datetime as dt
from functools import cached_property
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from easepath.core.knowledge.models import Dose
from easepath.core.vocabulary import (
    BOTH,
    Moved,
    Place,
    SideName,
    SideWord,
    Symptom,
    Unusual,
    Wakes,
    sides_of,
)  # fmt: skip

Pain = Annotated[float, Field(ge=0, le=10)]
Elapsed = Annotated[float, Field(ge=0)]
Weight = Annotated[float, Field(ge=0, le=1)]
DonePct = Annotated[float, Field(ge=0, le=200)]
Step = Annotated[int, Field(ge=-1, le=99)]


class Fact(BaseModel):
    """Base of every fact: frozen, closed to unknown keys, no silent conversion."""

    model_config = ConfigDict(frozen=True, extra="forbid", strict=True)


class ClientFactor(Fact):
    """A background factor of this client, with what is known about it.

    One that is `unconfirmed` counts, and takes no assumed factor's place.
    """

    id: str
    side: SideWord | None = None
    weeks_since: Elapsed | None = None
    days_since: Elapsed | None = None
    trimester: Annotated[int, Field(ge=1, le=3)] | None = None
    region: str | None = None
    parameters: dict[str, str] = Field(default_factory=dict)
    assumed: bool = False
    unconfirmed: bool = False

    @property
    def days(self) -> float | None:
        """Days since, from days or weeks, whichever is known."""
        if self.days_since is not None:
            return self.days_since
        return None if self.weeks_since is None else self.weeks_since * 7

    @property
    def weeks(self) -> float | None:
        """Weeks since, from weeks or days, whichever is known."""
        if self.weeks_since is not None:
            return self.weeks_since
        return None if self.days_since is None else self.days_since / 7


class Limit(Fact):
    """A surgeon's or clinician's limit on a movement, in degrees."""

    movement: str
    degrees: Annotated[float, Field(ge=-60, le=180)]
    by: Literal["surgeon", "clinician"]
    side: SideWord | None = None


class Client(Fact):
    """Who the program is for and what they really have."""

    age: Annotated[float, Field(ge=0, le=120)] | None = None
    sex: Literal["f", "m", "x"] | None = None
    factors: tuple[ClientFactor, ...] = ()
    limits: tuple[Limit, ...] = ()
    equipment: tuple[str, ...] = ()
    places: tuple[Place, ...] = ()
    minutes: Annotated[float, Field(ge=1, le=240)] | None = None
    per_day: Annotated[int, Field(ge=1, le=12)] | None = None
    days_per_week: Annotated[int, Field(ge=1, le=7)] | None = None
    breath_s: Annotated[float, Field(ge=1, le=30)] | None = None
    confidence: Literal["low", "normal"] | None = None
    train: Literal["both", "affected"] = "both"
    first: Literal["unaffected", "affected"] = "unaffected"
    phase_order: Literal["mobility-first", "control-first"] = "mobility-first"

    @property
    def years(self) -> int | None:
        """Age in whole years, for tables by age."""
        return None if self.age is None else int(self.age)


class PainReport(Fact):
    """Pain 0-10 at different times."""

    now: Pain | None = None
    rest: Pain | None = None
    worst: Pain | None = None
    usual: Pain | None = None
    morning: Pain | None = None


class Complaint(Fact):
    """The story and the answers of the screen."""

    condition: str | None = None
    side: SideWord | None = None
    region: str | None = None
    days_since: Elapsed | None = None
    pain: PainReport = PainReport()
    settle_minutes: Elapsed | None = None
    wakes: Wakes | None = None
    stiff_minutes: Elapsed | None = None
    observed: tuple[str, ...] = ()
    answers: dict[str, bool | None] = Field(default_factory=dict)
    context: dict[str, bool | None] = Field(default_factory=dict)
    answers_default: Literal["no"] | None = None

    @cached_property
    def affected(self) -> frozenset[SideName]:
        """The sides the complaint lies on; left out means both."""
        return sides_of(self.side)


class Sitting(Fact):
    """One sitting of one measure: its trials, in the measure's unit.

    `elsewhere` marks one taken for another complaint: it counts for ranges, never for findings, patterns, needs, goals
    or trends.
    """

    measure: str
    date: dt.date
    trials: Annotated[tuple[float, ...], Field(min_length=1)]
    side: SideWord | None = None
    state: Literal["cold", "after-drills"] | None = None
    position: str | None = None
    instrument: str | None = None
    elsewhere: bool = False

    @cached_property
    def value(self) -> float:
        """Mean of the trials."""
        return sum(self.trials) / len(self.trials)


class Tryout(Fact):
    """A drill done in the room, with a re-test before and after."""

    drill: str
    side: SideWord | None = None
    measure: str | None = None
    before: tuple[float, ...] = ()
    after: tuple[float, ...] = ()
    symptom: Symptom | None = None
    faults: tuple[str, ...] = ()
    check: dict[str, float] = Field(default_factory=dict)


class PlannedDrill(Fact):
    """A drill of the running plan at its present dose.

    `dose` wins over the step; parts left out are the start dose's. `kept` marks one that was handed over as a step of
    the ladder of its day: it is whole, and only where today's ladder says otherwise does it count as the drill's own.
    """

    drill: str
    side: SideWord | None = None
    method: str | None = None
    step: Step = 0
    since: dt.date | None = None
    dose: Dose | None = None
    kept: bool = False

    @property
    def sides(self) -> frozenset[SideName]:
        """The planned sides."""
        return sides_of(self.side)


class Plan(Fact):
    """The running plan: its stage and its drills, in order."""

    stage: int | None = None
    drills: tuple[PlannedDrill, ...] = ()
    start: dt.date | None = None
    stage_since: dt.date | None = None
    confirmed: tuple[str, ...] = ()


class LogEntry(Fact):
    """One drill in one session at home, with the response by the next morning.

    `session` is the session's identity, for storage, display and corrections; the rules read dates.
    `held` marks a morning that belongs to the session but was charged to another drill: this entry
    neither counts against the drill nor lets it go up. `unexplained` marks a bad morning that no drill's
    own pain explains. Both are told by charging, never by a case file.
    """

    date: dt.date
    drill: str
    side: SideWord | None = None
    done_pct: DonePct | None = None
    before: Pain | None = None
    during: Pain | None = None
    after: Pain | None = None
    next: Pain | None = None
    symptom: Symptom | None = None
    felt: str | None = None
    moved: Moved = "none"
    unusual: Unusual = "none"
    gone_48h: bool | None = None
    check: dict[str, float] = Field(default_factory=dict)
    session: Annotated[str, Field(min_length=1)] | None = None
    held: bool = False
    unexplained: bool = False

    @property
    def sides(self) -> frozenset[SideName]:
        """The sides this entry is about."""
        return sides_of(self.side)


class Goal(Fact):
    """What this client needs of a measure, set by a clinician."""

    measure: str
    value: float
    side: SideWord | None = None


class Clearance(Fact):
    """A red flag cleared by a named doctor, with the date and a note of the document."""

    by: str
    reason: str
    date: dt.date | None = None


class NeedSet(Fact):
    """A need set by hand."""

    weight: Weight
    by: Literal["clinician"]
    reason: str


class Override(Fact):
    """A verdict overridden by a named person with a reason; `by_lead` whether a lead did it. Empty side: both."""

    drill: str
    side: SideWord | None = None
    by: str
    reason: str
    by_lead: bool = False


class OwnError(Fact):
    """A clinic's own error of a measure from within-sitting repeats, in its unit, with its degrees of freedom."""

    sem: float
    mdc: float
    degrees_of_freedom: int


class Situation(Fact):
    """Everything the core needs to know to screen, match, dose and adjust for one client on one day.

    `barred` (drill: why) and `pinned` are the clinician's own choices for this client. `errors` is the clinic's own
    error of a measure from its repeats.
    """

    today: dt.date
    client: Client
    complaint: Complaint
    measures: tuple[Sitting, ...] = ()
    tryouts: tuple[Tryout, ...] = ()
    plan: Plan = Plan()
    log: tuple[LogEntry, ...] = ()
    goals: tuple[Goal, ...] = ()
    methods: dict[str, str] = Field(default_factory=dict)
    needs: dict[str, NeedSet] = Field(default_factory=dict)
    clearance: dict[str, Clearance] = Field(default_factory=dict)
    overrides: tuple[Override, ...] = ()
    barred: dict[str, str] = Field(default_factory=dict)
    pinned: tuple[str, ...] = ()
    errors: dict[str, OwnError] = Field(default_factory=dict)

    @cached_property
    def one_sided(self) -> bool:
        """Whether exactly one side is affected."""
        return self.complaint.affected != BOTH

    @cached_property
    def sittings_anywhere(self) -> tuple[Sitting, ...]:
        """Sittings of every complaint by date; those of one date keep their order."""
        return tuple(sorted(self.measures, key=lambda sitting: sitting.date))

    @cached_property
    def sittings_by_date(self) -> tuple[Sitting, ...]:
        """Sittings of this complaint by date."""
        return tuple(sitting for sitting in self.sittings_anywhere if not sitting.elsewhere)

    @cached_property
    def log_by_date(self) -> tuple[LogEntry, ...]:
        """Log entries by date; those of one date keep their order."""
        return tuple(sorted(self.log, key=lambda entry: entry.date))
