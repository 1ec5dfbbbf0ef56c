"""A version as it was handed over: the one sheet of the screen, the phone and the paper."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from typing import Any, Final

from easepath.clinic import clock, models
from easepath.clinic.facts.desk import Break
from easepath.clinic.facts.situation import stored_groups
from easepath.clinic.shown import View
from easepath.core.compose.client_words import client_sentence
from easepath.core.compose.due import days_due, is_due
from easepath.core.compose.sheet import SheetEntry, Stretch
from easepath.core.facts import DrillGroup
from easepath.core.ids import ClientLines
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import Place, SideWord, place_word, side_word
from easepath.figure.album import album_of
from easepath.figure.build import USUAL, BuildName, build_named

PLANNED: Final = ("drill", "side", "method", "step", "place", "rest", "names", "manner")
"""What a sheet tells of how a drill is planned."""


class SheetDrill(SheetEntry):
    """One drill of a sheet, how it is planned, the name of its pictures, and whose place it takes elsewhere.

    One that is `better_first` begins with the side that moves better that day.
    """

    drill: str
    side: SideWord
    method: str
    step: int
    place: Place
    picture: str
    rest: bool = False
    names: tuple[str, ...] = ()
    stands_for: str = ""
    better_first: bool = False


class HomeDrill(SheetDrill):
    """A drill on the client's sheet; paused when a stop sign paused it, or while it rests.

    `in_turn` stands at the first drill of those that are done in rounds: which they are, and how often. `due` are
    seven days from that of the sheet, `at_home` says what happened to it since it was handed over.
    """

    paused: bool = False
    in_turn: str = ""
    due: tuple[bool, ...] = ()
    at_home: str = ""


class ClinicOut(View):
    """Whom to call."""

    name: str
    phone: str
    emergency: str


class ElsewhereSheet(View):
    """The session at the second set of places: what it is called, and what takes the place of the sheet's own."""

    name: str
    seconds: int
    timeline: tuple[Stretch, ...]
    have_ready: tuple[str, ...]
    drills: tuple[HomeDrill, ...]
    left_out: tuple[str, ...]


class Sheet(View):
    """A version as it was handed over; `review_on` and `review_at` ("10:30") are the next visit as it is agreed now."""

    version: int
    first_name: str
    clinic: ClinicOut
    date: str
    by: str
    review_on: str | None
    review_at: str
    seconds: int
    minutes_available: int | None
    timeline: tuple[Stretch, ...]
    have_ready: tuple[str, ...]
    leave_out: tuple[str, ...]
    precautions: tuple[str, ...]
    limits: tuple[str, ...]
    difference: tuple[str, ...]
    desk: tuple[Break, ...]
    overridden: tuple[str, ...]
    drills: tuple[HomeDrill, ...]
    groups: tuple[DrillGroup, ...]
    emergencies: tuple[str, ...]
    emergency_line: str
    elsewhere: ElsewhereSheet | None


def sheet_of(version: models.PlanVersion, drills: Iterable[models.PlanDrill] | None = None) -> Sheet:
    """A version as it was handed over, for the screen, the phone and print.

    `drills` are those of a version that is not written yet.
    """
    complaint = version.complaint
    clinic, figure = complaint.client.clinic, figure_of(complaint.client)
    rows = version.drills.all() if drills is None else drills
    agreed = complaint.visit_on if complaint.visit_on and complaint.visit_on >= clock.today_of(complaint) else None
    return Sheet(
        version=version.number,
        first_name=complaint.client.first_name,
        clinic=ClinicOut(name=clinic.name, phone=clinic.phone, emergency=clinic.emergency_note),
        date=str(version.start),
        by=version.handed_over_by.name if version.handed_over_by_id else "",
        review_on=None if agreed is None else str(agreed),
        review_at=f"{complaint.visit_at:%H:%M}" if agreed and complaint.visit_at else "",
        seconds=version.seconds,
        minutes_available=version.minutes_available,
        timeline=version.timeline,
        have_ready=version.have_ready,
        leave_out=version.leave_out,
        precautions=version.precautions,
        limits=version.limits,
        difference=version.difference,
        desk=version.desk,
        overridden=version.overridden,
        drills=_in_rounds([_drill(row, figure) for row in rows], stored_groups(version.groups)),
        groups=stored_groups(version.groups),
        emergencies=tuple(shipped_library().emergencies),
        emergency_line=shipped_library().client_lines[ClientLines.EMERGENCY].text,
        elsewhere=_elsewhere(version.elsewhere, figure),
    )


def sessions_on(sheet: Sheet, day: dt.date) -> int:
    """How many sessions the sheet has on a day; what is done beside them is no reason for one."""
    start = dt.date.fromisoformat(sheet.date)
    due = (one.per_day for one in sheet.drills if not one.rest and not one.beside and is_due(one.due, start, day))
    return max(due, default=0)


def _elsewhere(kept: dict[str, Any] | None, figure: BuildName) -> ElsewhereSheet | None:
    """The session at the second set of places as it was kept; None without one, or where nothing can be done there."""
    if kept is None or not kept["drills"]:
        return None
    drills = [_told(row, row["prescription"], figure) for row in kept["drills"]]
    return ElsewhereSheet(
        name=kept["name"], seconds=kept["seconds"], timeline=kept["timeline"], have_ready=kept["have_ready"],
        left_out=kept["left_out"], drills=_in_rounds(drills, stored_groups(kept["groups"])),
    )  # fmt: skip


def _in_rounds(drills: list[HomeDrill], groups: tuple[DrillGroup, ...]) -> tuple[HomeDrill, ...]:
    """The drills in order; what is done in rounds says so where it begins.

    Where all is done on one side first, the day does not decide which side a drill begins with.
    """
    places = {one.drill: n for n, one in enumerate(drills, start=1) if not one.rest}
    words = {}
    for group in groups:
        first, last = (pick(places[drill] for drill in group.drills) for pick in (min, max))
        numbers = f"{first} and {last}" if last == first + 1 else f"{first} to {last}"
        rounds = "once" if group.rounds == 1 else f"{group.rounds} rounds"
        words[first] = f"{numbers} in turn, {rounds}" + (", all on one side first" if group.order == "side" else "")
    fixed = {drill for group in groups if group.order == "side" for drill in group.drills}
    return tuple(
        one.model_copy(update={
            "in_turn": words.get(n, ""), "better_first": one.better_first and one.drill not in fixed,
        })
        for n, one in enumerate(drills, start=1)
    )  # fmt: skip


def _drill(row: models.PlanDrill, figure: BuildName) -> HomeDrill:
    return _told({name: getattr(row, name) for name in PLANNED}, row.prescription, figure)


def _told(planned: dict[str, Any], prescription: dict[str, Any], figure: BuildName) -> HomeDrill:
    library, told = shipped_library(), dict(prescription)
    told["changed"] = tuple(client_sentence(library, text) for text in told.get("changed", ()))
    return HomeDrill(
        drill=planned["drill"], side=side_word(planned["side"]), method=planned["method"], step=planned["step"],
        place=place_word(planned["place"]), picture=picture_of(planned["drill"], figure), rest=planned["rest"],
        names=planned["names"], stands_for=planned.get("stands_for", ""),
        better_first=len(told["sides"]) > 1 and (planned["manner"] or {}).get("first") == "better",
        due=days_due(told["days_per_week"]), **told,
    )  # fmt: skip


def figure_of(client: models.Client) -> BuildName:
    """The body in a client's pictures: the record's own choice, else the clinic's."""
    return build_named(client.figure or client.clinic.figure)


def picture_of(drill: str, figure: BuildName = USUAL) -> str:
    """The name of a drill's pictures; empty for one the library does not have any more, which has words alone."""
    library = shipped_library()
    return album_of(library).name(drill, figure) if drill in library.drills else ""
