"""The sheet as it is done today: the version in force, with what the standing orders changed at home laid over it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Final

from easepath.clinic import models
from easepath.clinic.actions.make_version import compose_session, next_version
from easepath.clinic.actions.next_plan import as_changed, groups_after
from easepath.clinic.errors import RefusedError
from easepath.clinic.facts.draft import Draft
from easepath.clinic.repository import Record
from easepath.clinic.sheet import HomeDrill, Sheet, sheet_of
from easepath.core.adjust.at_home import AtHome, HomeAction, after_a_flare, at_home
from easepath.core.compose.session import ORDERS
from easepath.core.ids import ClientLines
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import one_of

CHANGES: Final[frozenset[HomeAction]] = frozenset({"ease", "instead", "progress"})
"""What makes another row of a row."""
LINES: Final[Mapping[HomeAction, str]] = {
    "suspend": ClientLines.HOME_PAUSE, "stop": ClientLines.HOME_PAUSE, "pause": ClientLines.HOME_PAUSE,
    "rest": ClientLines.HOME_REST, "ease": ClientLines.HOME_EASE, "instead": ClientLines.HOME_INSTEAD,
    "progress": ClientLines.HOME_PROGRESS,
}  # fmt: skip
"""By what happened at home the sentence the client reads."""


@dataclass(frozen=True)
class SheetToday:
    """The sheet with its changed rows, and by drill of the sheet what happened to it at home."""

    sheet: Sheet
    changed: Mapping[str, AtHome]


def sheet_today(record: Record) -> SheetToday:
    """The version in force as it is done today; where the rules refuse a change, its drill rests instead."""
    version = record.version
    assert version is not None
    rows = {row.planned.drill: row for row in at_home(record.assessment.review)}
    moved = {drill: row for drill, row in rows.items() if row.action in CHANGES}
    if moved:
        try:
            laid = _laid_over(record, version, moved)
        except RefusedError:
            rows |= {drill: replace(row, action="rest", to=None) for drill, row in moved.items()}
        else:
            return SheetToday(laid, {row.to.drill if row.to else drill: row for drill, row in rows.items()})
    return SheetToday(sheet_of(version), rows)


@dataclass(frozen=True)
class AfterFlare:
    """What a drill is at home once it has rested after a flare, and the sentence for it.

    `then` is the same drill with less of it, or the one that was agreed in its place, with what that needs `ready`
    beside; None rests on.
    """

    drill: str
    then: HomeDrill | None
    line: str
    ready: tuple[str, ...] = ()


def after_flares(record: Record) -> tuple[AfterFlare, ...]:
    """The table a phone looks up after a flare of which the clinic does not know; what has no row goes on as it is."""
    version = record.version
    assert version is not None
    rows = tuple(after_a_flare(record.assessment.review))
    eased = {row.planned.drill: row for row in rows if row.action == "ease"}
    try:
        laid = _laid_over(record, version, eased).drills if eased else ()
    except RefusedError:
        laid = ()
    less = {one.drill: one for one in laid if one.drill in eased and not one.rest}
    return tuple(
        _in_place(record, version, row) if row.action == "instead" else _after(row, less.get(row.planned.drill))
        for row in rows
    )


def _after(row: AtHome, then: HomeDrill | None, ready: tuple[str, ...] = ()) -> AfterFlare:
    rested = row if then is not None else replace(row, action="rest", to=None)
    return AfterFlare(row.planned.drill, then, told_of(rested), ready)


def _in_place(record: Record, version: models.PlanVersion, row: AtHome) -> AfterFlare:
    """The drill that was agreed in a row's place as the clinic would lay it over the sheet.

    One that is done on other sides than the row rests: the phone has no tape of its own for it.
    """
    try:
        laid = _laid_over(record, version, {row.planned.drill: row})
    except RefusedError:
        return _after(row, None)
    handed_over = next(one for one in sheet_of(version).drills if one.drill == row.planned.drill and not one.rest)
    sides = {side.side for side in handed_over.sides}
    standing = (one for one in laid.drills if one.stands_for == row.planned.drill and not one.rest)
    then = next((one for one in standing if {side.side for side in one.sides} == sides), None)
    return _after(row, then, tuple(one for one in laid.have_ready if one not in version.have_ready))


def _laid_over(record: Record, version: models.PlanVersion, moved: Mapping[str, AtHome]) -> Sheet:
    """The version with its changed rows composed anew, under its own number; it is not written."""
    going_on = Draft.of_version(version).as_in_force(record.assessment)
    targets = {drill: row.to.as_data() for drill, row in moved.items() if row.to is not None}
    chosen = tuple(
        as_changed(row, targets[row.drill]) if row.drill in targets and not row.rest else row.chosen(0)
        for row in going_on.ticked
    )
    there = {one.drill for one in chosen if not one.rest}
    chosen = tuple(one for one in chosen if one.drill in there)
    order = one_of(ORDERS, version.order)
    groups = groups_after(version, chosen, {drill: to["drill"] for drill, to in targets.items()})
    session = compose_session(record.assessment, chosen, groups, order)
    made = next_version(record, session, chosen, order)
    laid = sheet_of(made.version, made.drills)
    stands_for = {to["drill"]: drill for drill, to in targets.items() if to["drill"] != drill}
    return sheet_of(version).model_copy(update={
        "drills": tuple(_standing_in(one, stands_for) for one in laid.drills),
        "seconds": laid.seconds, "timeline": laid.timeline, "have_ready": laid.have_ready,
    })  # fmt: skip


def _standing_in(drill: HomeDrill, stands_for: Mapping[str, str]) -> HomeDrill:
    return drill.model_copy(update={"stands_for": stands_for.get(drill.drill, drill.stands_for)})


def told_of(row: AtHome) -> str:
    """What the client reads of a drill that is not done as it was handed over."""
    library = shipped_library()
    return library.client_lines[LINES[row.action]].text.format(title=library.title(row.planned.drill))
