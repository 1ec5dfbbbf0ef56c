"""What a session and a morning from home may be: bounds of numbers, dates, and how often a day takes them."""

from __future__ import annotations

import datetime as dt
import uuid
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import ConfigDict, Field
from pydantic.dataclasses import dataclass as checked

from easepath.clinic import models
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import Moved, SideWord, Symptom

OLDEST_DAYS = 21
MOST_ROWS = 40
MOST_SESSIONS = 6
"""Sessions on one date, beside breaks at work; none of the plans asks for more than half of that."""
MOST_BREAKS = 16
MOST_MARKED = 30
"""Fingers or hands that fit between a landmark and where it goes; more is a slip."""
HELD, MOST_HELD = r"^(\d{1,3}( \d{1,3})*)?$", 100
"""Whole seconds with spaces between, and letters of them: twenty-five holds."""
MOST_TELLINGS = 3
"""Mornings told, or corrections made, of one session."""


@checked(frozen=True, config=ConfigDict(extra="forbid"))
class DrillDone:
    """One drill of a session as it is reported, on the wire and to the action.

    None is not known, an empty word was not asked. `mark` is what was checked of its landmark, in fingers or hands;
    `held` the seconds of each hold that lasted until it let go.
    """

    drill: Annotated[str, Field(max_length=60)]
    side: SideWord
    done_pct: Annotated[int, Field(ge=0, le=200)] | None = None
    during: Annotated[int, Field(ge=0, le=10)] | None = None
    symptom: Symptom | Literal[""] = ""
    felt: Annotated[str, Field(max_length=40)] = ""
    moved: Moved | Literal[""] = ""
    stopped: Annotated[str, Field(max_length=400)] = ""
    felt_side: SideWord | Literal[""] = ""
    felt_words: Annotated[str, Field(max_length=120)] = ""
    mark: Annotated[float, Field(ge=0, le=MOST_MARKED)] | None = None
    mark_side: SideWord | Literal[""] = ""
    held: Annotated[str, Field(max_length=MOST_HELD, pattern=HELD)] = ""


@dataclass(frozen=True)
class SessionDone:
    """One session as it was reported; `id` was made on the phone, `at_break` is the time of a break at work."""

    id: uuid.UUID
    version: int
    date: dt.date
    before: int | None
    after: int | None
    drills: tuple[DrillDone, ...]
    worst: int | None = None
    note: str = ""
    at_break: str = ""
    corrects: uuid.UUID | None = None


def check_pain(values: dict[str, int | None]) -> None:
    """Raise FieldError naming every pain that is not 0 to 10."""
    fields = {
        name: f"{value} is not possible: pain is 0 to 10"
        for name, value in values.items()
        if value is not None and not 0 <= value <= 10
    }
    if fields:
        raise FieldError(fields)


def clinic_day(record: Record, date: dt.date) -> dt.date:
    """A day as a phone tells it: one that is a day ahead of the clinic, on a journey east, means the clinic's today."""
    return record.today if date == record.today + dt.timedelta(days=1) else date


def check_session(record: Record, version: models.PlanVersion | None, done: SessionDone) -> None:
    """Raise FieldError naming everything of a session that cannot be."""
    if version is None:
        raise FieldError({"version": f"there is no version {done.version} of this plan"})
    today = record.today
    fields = {}
    if done.date > today:
        fields["date"] = f"lies after today, {today}"
    elif (today - done.date).days > OLDEST_DAYS:
        fields["date"] = f"is more than {OLDEST_DAYS} days ago: tell the clinic instead"
    corrected = done.corrects and done.corrects.hex
    if corrected and all(row.name != corrected for row in record.sessions):
        fields["corrects"] = "names no session of this plan"
    elif done.date < version.plan_start:
        fields["date"] = f"lies before the plan began, {version.plan_start}"
    elif corrected is None and _one_too_many(record, version, done):
        fields["date"] = "has as many sessions as one day takes: tell the clinic instead"
    if corrected and sum(row.corrects == corrected for row in record.sessions) >= MOST_TELLINGS:
        fields["corrects"] = f"was corrected {MOST_TELLINGS} times: tell the clinic instead"
    if done.at_break and done.at_break not in {one["at"] for one in version.desk}:
        fields["at_break"] = "is no break of this version"
    fields |= _drill_faults(version, done)
    if fields:
        raise FieldError(fields)
    check_pain({"before": done.before, "after": done.after, "worst": done.worst})
    check_pain({f"drills.{i}.during": drill.during for i, drill in enumerate(done.drills)})


def stands_for(version: models.PlanVersion) -> dict[str, str]:
    """By drill that stands in for another, agreed for home or at the second set of places, that of the version."""
    planned = {row.drill for row in version.counted}
    agreed = {name: row.drill for row in version.counted if (name := _agreed(row)) and name not in planned}
    return agreed | {row["drill"]: row["stands_for"] for row in version.drills_elsewhere if row["stands_for"]}


def _agreed(row: models.PlanDrill) -> str | None:
    """The drill that takes a row's place at home, where one was agreed."""
    return (row.order or {}).get("instead")


def _planned_sides(version: models.PlanVersion) -> dict[str, str]:
    """By drill that may be told of the side it is planned for: as handed over, agreed in its place, or elsewhere."""
    agreed = {name: row.side for row in version.counted if (name := _agreed(row))}
    there = {row["drill"]: row["side"] for row in version.drills_elsewhere}
    return agreed | there | {row.drill: row.side for row in version.counted}


def _drill_faults(version: models.PlanVersion, done: SessionDone) -> dict[str, str]:
    """One row for each planned drill, and no other."""
    planned = _planned_sides(version)
    library, fields, seen = shipped_library(), dict[str, str](), set[str]()
    if not 1 <= len(done.drills) <= MOST_ROWS:
        fields["drills"] = f"a session has 1 to {MOST_ROWS} drills"
    for index, drill in enumerate(done.drills[:MOST_ROWS]):
        if drill.drill not in planned:
            fields[f"drills.{index}.drill"] = "is not in this version of the plan"
        elif drill.side != planned[drill.drill] and not (done.at_break and planned[drill.drill] == "both"):
            fields[f"drills.{index}.side"] = f"is planned as {planned[drill.drill]}"
        if drill.drill in seen:
            fields[f"drills.{index}.drill"] = "stands twice in this session"
        seen.add(drill.drill)
        if drill.stopped and not drill.stopped.strip():
            fields[f"drills.{index}.stopped"] = "say in a few words why"
        if drill.mark is not None and library.mark(drill.drill) is None:
            fields[f"drills.{index}.mark"] = "has no landmark that is checked at home"
        if drill.felt and drill.felt not in library.sites:
            fields[f"drills.{index}.felt"] = "is not a place this product knows"
    return fields


def _one_too_many(record: Record, version: models.PlanVersion, done: SessionDone) -> bool:
    """Whether that date holds as many sessions of this kind already, left out or not."""
    at_work = _breaks_at_work(version)
    is_break = bool(done.at_break) or {drill.drill for drill in done.drills} in at_work
    same_day = [session for session in record.sessions if session.date == done.date and session.corrects is None]
    kinds = [bool(one.at_break) or {row.drill for row in one.drills} in at_work for one in same_day]
    return kinds.count(is_break) >= (MOST_BREAKS if is_break else MOST_SESSIONS)


def _breaks_at_work(version: models.PlanVersion) -> list[set[str]]:
    """The drills of each break at work that the version plans."""
    drill_of = {row.prescription["title"]: row.drill for row in version.counted}
    return [{drill_of.get(drill["title"], "") for drill in one["drills"]} for one in version.desk]
