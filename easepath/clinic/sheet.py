"""A version as it was handed over: the one sheet of the screen, the phone and the paper."""

from __future__ import annotations

from easepath.clinic import models
from easepath.clinic.facts.desk import Break
from easepath.clinic.facts.situation import stored_groups
from easepath.clinic.shown import View
from easepath.core.compose.client_words import client_sentence
from easepath.core.compose.sheet import SheetEntry, Stretch
from easepath.core.facts import DrillGroup
from easepath.core.ids import ClientLines
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import Place, SideWord, place_word, side_word
from easepath.figure.album import album_of


class SheetDrill(SheetEntry):
    """One drill of a sheet, how it is planned, and the name of its pictures."""

    drill: str
    side: SideWord
    method: str
    step: int
    place: Place
    picture: str
    rest: bool = False
    names: tuple[str, ...] = ()


class HomeDrill(SheetDrill):
    """A drill on the client's sheet; paused when a stop sign paused it.

    `in_turn` stands at the first drill of those that are done in rounds: which they are, and how often.
    """

    paused: bool = False
    in_turn: str = ""


class ClinicOut(View):
    """Whom to call."""

    name: str
    phone: str
    emergency: str


class Sheet(View):
    """A version as it was handed over."""

    version: int
    first_name: str
    clinic: ClinicOut
    date: str
    by: str
    review_on: str | None
    seconds: int
    minutes_available: int | None
    timeline: tuple[Stretch, ...]
    have_ready: tuple[str, ...]
    leave_out: tuple[str, ...]
    difference: tuple[str, ...]
    desk: tuple[Break, ...]
    overridden: tuple[str, ...]
    drills: tuple[HomeDrill, ...]
    groups: tuple[DrillGroup, ...]
    emergencies: tuple[str, ...]
    emergency_line: str


def sheet_of(version: models.PlanVersion) -> Sheet:
    """A version as it was handed over, for the screen, the phone and print."""
    complaint = version.complaint
    clinic = complaint.client.clinic
    return Sheet(
        version=version.number,
        first_name=complaint.client.first_name,
        clinic=ClinicOut(name=clinic.name, phone=clinic.phone, emergency=clinic.emergency_note),
        date=str(version.start),
        by=version.handed_over_by.name,
        review_on=None if version.review_on is None else str(version.review_on),
        seconds=version.seconds,
        minutes_available=version.minutes_available,
        timeline=version.timeline,
        have_ready=version.have_ready,
        leave_out=version.leave_out,
        difference=version.difference,
        desk=version.desk,
        overridden=version.overridden,
        drills=_drills(version),
        groups=stored_groups(version.groups),
        emergencies=tuple(shipped_library().emergencies),
        emergency_line=shipped_library().client_lines[ClientLines.EMERGENCY].text,
    )


def _drills(version: models.PlanVersion) -> tuple[HomeDrill, ...]:
    """The drills in order; what is done in rounds says so where it begins."""
    rows = list(version.drills.all())
    places = {row.drill: n for n, row in enumerate(rows, start=1) if not row.rest}
    words = {}
    for group in stored_groups(version.groups):
        first, last = (pick(places[drill] for drill in group.drills) for pick in (min, max))
        numbers = f"{first} and {last}" if last == first + 1 else f"{first} to {last}"
        rounds = "once" if group.rounds == 1 else f"{group.rounds} rounds"
        words[first] = f"{numbers} in turn, {rounds}" + (", all on one side first" if group.order == "side" else "")
    return tuple(_drill(row).model_copy(update={"in_turn": words.get(n, "")}) for n, row in enumerate(rows, start=1))


def _drill(row: models.PlanDrill) -> HomeDrill:
    library, told = shipped_library(), dict(row.prescription)
    told["changed"] = tuple(client_sentence(library, text) for text in told.get("changed", ()))
    return HomeDrill(
        drill=row.drill, side=side_word(row.side), method=row.method, step=row.step, place=place_word(row.place),
        picture=picture_of(row.drill), rest=row.rest, names=row.names, **told,
    )  # fmt: skip


def picture_of(drill: str) -> str:
    """The name of a drill's pictures; empty for one the library does not have any more, which has words alone."""
    library = shipped_library()
    return album_of(library).name(drill) if drill in library.drills else ""
