"""What is wrong with a draft as it was sent, at its field; and what the rules refuse of it."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator
from typing import Any

from easepath.clinic import models
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.facts.draft import Draft, Ticked, stored
from easepath.core.assessment import Assessment
from easepath.core.compose.elsewhere import doable, put_there
from easepath.core.compose.load import raised_too_far
from easepath.core.compose.prescription import prescribe
from easepath.core.compose.session import Chosen, refusal
from easepath.core.compose.weekly import most_days_per_week, most_times_per_day
from easepath.core.dose.until_eases import until_eases
from easepath.core.facts import Manner
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.models import Drill
from easepath.core.match import allowed_methods
from easepath.core.vocabulary import SIDES, SideWord, side_word, sides_of


def check_draft(draft: Draft) -> None:
    """Raise FieldError for a drill, a part of a dose or a group that cannot be, each at its field."""
    fields = dict(_row_faults(draft.ticked)) | dict(_group_faults(draft))
    counted = [one.drill for one in draft.ticked if not one.rest]
    if len(set(counted)) != len(counted):
        fields["drills"] = "the same drill stands twice; it may return as a rest"
    if fields:
        raise FieldError(fields)


def refuse_closed(assessment: Assessment, ticked: tuple[Ticked, ...]) -> None:
    """Raise RefusedError with the reason of every drill that is excluded or closed, and of every refused method."""
    matcher, library = assessment.matcher, assessment.library
    reasons = []
    for one in ticked:
        drill = library.drills[one.drill]
        planned = Chosen(drill=one.drill, side=side_word(one.side))
        reason = refusal(matcher, drill, planned.sides)
        sides = drill.sides_done(planned.side)
        if reason is not None:
            reasons.append(f"{drill.name}: {reason.text(library)}")
        elif one.method and one.method not in allowed_methods(matcher, drill, sides):
            reasons.append(f"{drill.name}: not as {library.methods[one.method].name.lower()} for this client")
    if reasons:
        raise RefusedError("the rules refuse this", list(dict.fromkeys(reasons)))


def refuse_there(assessment: Assessment, draft: Draft) -> None:
    """Raise FieldError where what was chosen for the second set of places cannot be done there."""
    if assessment.elsewhere is None or not any((one.there or {}).get("instead") for one in draft.ticked):
        return
    there, fields = assessment.elsewhere, {}
    for index, one in enumerate(draft.chosen(0)):
        if one.there is None or one.there.instead is None:
            continue
        drill = assessment.library.drills[one.there.instead]
        instead = put_there(one, drill)
        if not doable(there.matcher, instead):
            reason = refusal(there.matcher, drill, instead.sides)
            why = "a place or thing it needs is not there" if reason is None else reason.text(assessment.library)
            fields[f"drills.{index}.there.instead"] = f"{drill.name}: {why}"
        elif sum(row.drill == drill.id for row in draft.ticked):
            fields[f"drills.{index}.there.instead"] = f"{drill.name} is on the sheet already"
    if fields:
        raise FieldError(fields)


SHORTEST_REASON = 10
"""Letters; less says nothing to whoever reads it next year."""


def ask_reasons(assessment: Assessment, ticked: tuple[Ticked, ...], known: Collection[str]) -> None:
    """Raise FieldError where a drill that the rules do not rank is put on without a reason; `known` ones go on."""
    matcher, library, fields = assessment.matcher, assessment.library, {}
    for index, one in enumerate(ticked):
        drill = library.drills[one.drill]
        if one.rest or one.drill in known or len(one.reason.strip()) >= SHORTEST_REASON:
            continue
        sides: Iterable[SideWord] = ["both"] if drill.sides == "both" else sorted(sides_of(side_word(one.side)))
        out = [matcher.why_out(drill, side) for side in sides]
        left_out = [reason for reason in out if reason is not None]
        if left_out and len(left_out) == len(out):
            why = left_out[0].text(library)
            fields[f"drills.{index}.reason"] = f"say why in at least {SHORTEST_REASON} letters: {why}"
    if fields:
        raise FieldError(fields)


def check_manners(assessment: Assessment, draft: Draft, before: models.PlanVersion | None) -> None:
    """Raise FieldError where a drill is to be done more often than may be, or what is heavy rises without a reason."""
    fields: dict[str, str] = {}
    running = {row.drill: stored(Manner, row.manner) for row in before.counted} if before else {}
    for index, one in enumerate(draft.chosen(0)):
        if one.manner is None or one.rest:
            continue
        at = f"drills.{index}.manner"
        fields |= {f"{at}.{name}": why for name, why in _too_often(assessment, one, one.manner)}
        was = running.get(one.drill) or Manner()
        if len(one.reason.strip()) < SHORTEST_REASON:
            fields |= {f"{at}.{name}": why for name, why in raised_too_far(was, one.manner)}
    if fields:
        raise FieldError(fields)


def _too_often(assessment: Assessment, chosen: Chosen, manner: Manner) -> Iterator[tuple[str, str]]:
    matcher, drill = assessment.matcher, assessment.library.drills[chosen.drill]
    item = prescribe(matcher, drill, sides=drill.sides_done(chosen.side), method=chosen.method, given=chosen.dose)
    if item is None:
        return
    most = most_times_per_day(matcher, drill, item.method)
    if manner.per_day is not None and manner.per_day > most:
        yield "per_day", f"at most {most} a day for this client and method"
    method = assessment.library.method(item.method)
    if manner.until_eases and until_eases(method, item.dose, item.breath_s) is None:
        yield "until_eases", "this method or dose is held for its own time: only a quiet hold under its top waits"
    days = most_days_per_week(matcher, drill, item.method, item.dose)
    if manner.days_per_week is not None and manner.days_per_week > days:
        yield "days_per_week", f"at most {days} days a week for this client and method"


def _row_faults(ticked: tuple[Ticked, ...]) -> Iterator[tuple[str, str]]:
    library = shipped_library()
    counted = {one.drill for one in ticked if not one.rest}
    for index, one in enumerate(ticked):
        at, drill = f"drills.{index}", library.drills.get(one.drill)
        if drill is None:
            yield f"{at}.drill", f"there is no drill {one.drill!r}"
            continue
        if one.side not in ("left", "right", "both") or (drill.sides == "both" and one.side != "both"):
            yield f"{at}.side", "is left, right or both; this drill is done on both at once"
        if one.method and one.method not in drill.methods:
            yield f"{at}.method", f"{drill.name} is not done as {one.method!r}"
        for where, dose in _doses_by_hand(one):
            if (fault := one.dose_fault(dose)) is not None:
                yield f"{at}.{where}{fault.path.removeprefix('dose')}", fault.reason
        if one.place and one.place not in drill.places:
            yield f"{at}.place", f"{drill.name} is not done there"
        if one.rest and one.drill not in counted:
            yield f"{at}.rest", f"{drill.name} returns as a rest only where it is on the sheet itself"
        instead = (one.order or {}).get("instead")
        if instead and instead not in library.drills:
            yield f"{at}.order.instead", f"there is no drill {instead!r}"
        elif instead == one.drill:
            yield f"{at}.order.instead", "a drill cannot stand in for itself"
        yield from _there_faults(at, one, drill)


def _there_faults(at: str, one: Ticked, drill: Drill) -> Iterator[tuple[str, str]]:
    library, there = shipped_library(), one.there or {}
    if there.get("place") and there["place"] not in drill.places:
        yield f"{at}.there.place", f"{drill.name} is not done there"
    instead = there.get("instead")
    if instead and instead not in library.drills:
        yield f"{at}.there.instead", f"there is no drill {instead!r}"
    elif instead == one.drill:
        yield f"{at}.there.instead", "a drill cannot stand in for itself"


def _doses_by_hand(one: Ticked) -> Iterator[tuple[str, dict[str, Any]]]:
    """The doses set by hand and their fields: the drill's own, and what differs on a side."""
    if one.own and one.dose:
        yield "dose", one.dose
    for side in SIDES:
        if differs := (one.manner or {}).get(side):
            yield f"manner.{side}", differs


def _group_faults(draft: Draft) -> Iterator[tuple[str, str]]:
    """A group holds drills of the sheet that stand side by side, take time in it, and are in no other group."""
    library = shipped_library()
    counted = [one.drill for one in draft.ticked if not one.rest]
    grouped: set[str] = set()
    for index, group in enumerate(draft.groups):
        for number, drill in enumerate(group.drills):
            at, known = f"groups.{index}.drills.{number}", library.drills.get(drill)
            if drill not in counted or known is None:
                yield at, f"{drill!r} is not on the sheet"
            elif drill in grouped:
                yield at, f"{known.name} is in two groups"
            elif known.beside:
                yield at, f"{known.name} is done beside the session and in no group"
            grouped.add(drill)
        places = sorted(counted.index(drill) for drill in group.drills if drill in counted)
        if places and places[-1] - places[0] + 1 != len(places):
            yield f"groups.{index}.drills", "the drills of a group stand side by side: move them together first"
