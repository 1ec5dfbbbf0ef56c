"""Tables that somebody brings: every line is tried by the same actions as everybody's, and a fault names its line."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Final, Literal

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.open_client import Newcomer, like, open_client
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.actions.take_in_foreign import ForeignReading, bring_readings
from easepath.clinic.errors import ClinicError, FieldError, RefusedError
from easepath.clinic.models.measuring import STATES
from easepath.clinic.policies import require
from easepath.core.errors import CaseError
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import SYMPTOMS, Symptom, one_of, side_word
from easepath.interchange.lists_out import WHO, List
from easepath.interchange.table import read_table

NEEDED: Final[Mapping[List, tuple[str, ...]]] = {
    "people": ("first_name", "last_name"),
    "readings": (*WHO, "measure", "side", "date", "trials"),
    "sessions": (*WHO, "session", "date", "drill"),
}  # fmt: skip
"""The columns without which a table cannot be read."""
Outcome = Literal["new", "here", "fault"]
Cells = dict[str, str]
Lines = list[tuple[int, Cells]]


@dataclass(frozen=True)
class Brought:
    """A line of a table, or the lines of one session: what it says, and what became of it."""

    line: int
    says: str
    outcome: Outcome
    why: str = ""


def bring_table(actor: models.User, of: List, text: str, *, keep: bool) -> list[Brought]:
    """Take in every line that can be; without `keep` the same is done and undone, so that what is shown is what is.

    Raises FieldError where the table as a whole cannot be read.
    """
    assert actor.clinic is not None
    require(actor, "import-foreign", actor.clinic)
    lines = read_table(text, NEEDED[of])
    with transaction.atomic():
        told = [_tried(actor, group, _OF[of]) for group in _grouped(lines, of)]
        if not keep:
            transaction.set_rollback(True)
    return told


def _grouped(lines: Lines, of: List) -> Iterator[Lines]:
    """The lines that belong together: those of one session, else each by itself."""
    sessions: dict[tuple[str, ...], Lines] = {}
    for number, cells in lines:
        key = tuple(cells.get(name, "") for name in (*WHO, "session", "date")) if of == "sessions" else (str(number),)
        sessions.setdefault(key, []).append((number, cells))
    yield from sessions.values()


def _tried(actor: models.User, group: Lines, take: Callable[[models.User, Sequence[Cells]], Outcome]) -> Brought:
    number, first = group[0]
    says = " ".join(first.get(name, "") for name in ("first_name", "last_name", "date", "measure", "side")).strip()
    try:
        with transaction.atomic():
            return Brought(number, says, take(actor, [cells for _, cells in group]))
    except FieldError as fault:
        return Brought(number, says, "fault", "; ".join(f"{name} {why}" for name, why in fault.fields.items()))
    except RefusedError as fault:
        return Brought(number, says, "fault", "; ".join([str(fault), *fault.reasons]))
    except (ClinicError, CaseError) as fault:
        return Brought(number, says, "fault", str(fault))


def _person(actor: models.User, cells: Sequence[Cells]) -> Outcome:
    """Somebody new; whoever is here with that name and day of birth stays as they are."""
    told = cells[0]
    born = _day(told, "birth_date") if told.get("birth_date") else None
    assert actor.clinic is not None
    if like(actor.clinic, told["first_name"], told["last_name"]).filter(birth_date=born).exists():
        return "here"
    names = ("sex", "trade", "telephone", "email", "language")
    if told.get("sex", "") not in ("", "f", "m", "x"):
        raise FieldError({"sex": "is f, m, x or empty"})
    open_client(actor, Newcomer(
        told["first_name"], told["last_name"], born, **{name: told.get(name, "") for name in names}, somebody_else=True,
    ))  # fmt: skip
    return "new"


def _reading(actor: models.User, cells: Sequence[Cells]) -> Outcome:
    """A reading of somebody who is here; it hangs on the latest visit and is marked as brought."""
    told, library = cells[0], shipped_library()
    measure = library.measures.get(told["measure"])
    if measure is None:
        raise FieldError({"measure": f"“{told['measure']}” is none of this product"})
    if told["side"] not in (("left", "right") if measure.both_sides else ("",)):
        raise FieldError({"side": "is left or right" if measure.both_sides else "is empty: this measure has none"})
    state = told.get("state") or "cold"
    if state not in dict(STATES):
        raise FieldError({"state": f"is one of {', '.join(dict(STATES))}"})
    trials = tuple(_number(one) for one in told["trials"].split())
    low, high = measure.valid
    if not trials or not all(low <= one <= high for one in trials):
        raise FieldError({"trials": f"are readings from {low:g} to {high:g} {measure.unit}, with spaces between"})
    client = _client(actor, told)
    visit = models.Visit.objects.filter(complaint__client=client).order_by("-opened_at", "-pk").first()
    if visit is None:
        raise FieldError({"last_name": "has no visit yet: open one first"})
    new = bring_readings(actor, visit, [ForeignReading(measure.id, told["side"], _past(actor, told), trials, state)])
    return "new" if new else "here"


def _session(actor: models.User, cells: Sequence[Cells]) -> Outcome:
    """A session of a plan that is in force here, told on the client's behalf."""
    first = cells[0]
    identifier, here = _id(actor, first)
    if here:
        return "here"
    drills = tuple(_drill(told) for told in cells)
    version = _version(_client(actor, first), {one.drill for one in drills})
    pains = {name: _pain(first, name) for name in ("before", "after", "morning")}
    done = SessionDone(
        identifier, version.number, _day(first, "date"), pains["before"], pains["after"], drills,
        note=first.get("note", ""),
    )  # fmt: skip
    record_session(version.complaint, done, actor)
    if pains["morning"] is not None:
        record_morning(
            version.complaint, MorningDone(uuid.uuid5(identifier, "morning"), identifier, pains["morning"]), actor
        )
    return "new"


def _drill(told: Cells) -> DrillDone:
    symptom: Symptom | Literal[""] = one_of(SYMPTOMS, told["symptom"]) if told.get("symptom") in SYMPTOMS else ""
    if told.get("symptom") and not symptom:
        raise FieldError({"symptom": f"“{told['symptom']}” is none of this product"})
    return DrillDone(
        told["drill"], side_word(told.get("side") or "both"), _whole(told, "done_pct", 200), _pain(told, "during"),
        symptom, told.get("felt", ""), stopped=told.get("stopped", ""),
    )  # fmt: skip


def _version(client: models.Client, drills: set[str]) -> models.PlanVersion:
    """The one plan in force that has the drills."""
    rows = models.PlanVersion.objects.filter(complaint__client=client, complaint__closed_at=None)
    latest = {
        row.complaint_id: row
        for row in rows.select_related("complaint__client__clinic").order_by("number").prefetch_related("drills")
    }
    found = [row for row in latest.values() if drills <= {one.drill for one in row.counted}]
    if len(found) != 1:
        raise FieldError({"drill": "is in no plan in force here" if not found else "is in several plans in force here"})
    return found[0]


def _client(actor: models.User, told: Cells) -> models.Client:
    assert actor.clinic is not None
    born = _day(told, "birth_date") if told["birth_date"] else None
    found = list(like(actor.clinic, told["first_name"], told["last_name"]).filter(birth_date=born))
    if len(found) != 1:
        raise FieldError({"last_name": "is nobody here" if not found else "is the name of several people here"})
    return found[0]


def _day(told: Cells, name: str) -> dt.date:
    try:
        return dt.date.fromisoformat(told[name])
    except ValueError:
        raise FieldError({name: f"“{told[name]}” is no day: write 2026-03-04"}) from None


def _past(actor: models.User, told: Cells) -> dt.date:
    assert actor.clinic is not None
    day = _day(told, "date")
    if day > clock.today(actor.clinic.time_zone):
        raise FieldError({"date": "lies after today"})
    return day


def _number(word: str) -> float:
    try:
        return float(word.replace(",", "."))
    except ValueError:
        raise FieldError({"trials": f"“{word}” is no number"}) from None


def _whole(told: Cells, name: str, most: int) -> int | None:
    word = told.get(name, "")
    if not word:
        return None
    if not word.isdecimal() or int(word) > most:
        raise FieldError({name: f"“{word}” is no whole number from 0 to {most}"})
    return int(word)


def _pain(told: Cells, name: str) -> int | None:
    return _whole(told, name, 10)


def _id(actor: models.User, told: Cells) -> tuple[uuid.UUID, bool]:
    """The id of a session in this clinic, always the same, and whether it is here; no other clinic is looked at."""
    mine = models.SessionLog.objects.filter(complaint__client__clinic=actor.clinic)
    words = " ".join(told.get(name, "") for name in (*WHO, "session", "date"))
    own = uuid.uuid5(uuid.NAMESPACE_URL, f"https://easepath.example/clinics/{actor.clinic_id}/sessions/{words}")
    try:
        named = uuid.UUID(told["session"])
    except ValueError:
        named = own
    return own, mine.filter(pk__in=(named, own)).exists()


_OF: Final[Mapping[List, Callable[[models.User, Sequence[Cells]], Outcome]]] = {
    "people": _person, "readings": _reading, "sessions": _session,
}  # fmt: skip
