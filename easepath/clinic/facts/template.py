"""A session as a template, which knows no client, and a template or another plan as a draft for one client."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from typing import Any, Literal

from easepath.clinic.facts.draft import Draft, Ticked
from easepath.core.assessment import Assessment
from easepath.core.compose.prescription import prescribe
from easepath.core.compose.session import Chosen, Order, refusal
from easepath.core.facts import DrillGroup
from easepath.core.knowledge.models import Drill
from easepath.core.match import allowed_methods
from easepath.core.vocabulary import SIDES, side_word

TemplateSide = Literal["affected", "other", "both"]


OF_ONE_PERSON = frozenset({"kilograms", "first", "left", "right", "cap_lift"})
"""What was set by hand for the body of one client."""


def as_template(draft: Draft, affected: Iterable[str]) -> list[dict[str, Any]]:
    """The rows of a draft without the client: no reason, no step, no weight, nothing agreed for home."""
    sides: dict[str, TemplateSide] = {}
    if len(one_side := tuple(affected)) == 1:
        sides = {side: "affected" if side in one_side else "other" for side in SIDES}
    return [
        {
            "drill": one.drill, "side": sides.get(one.side, "both"), "method": one.method, "place": one.place,
            "dose": one.dose if one.own else None, "rest": one.rest, "names": list(one.names),
            "manner": {name: value for name, value in (one.manner or {}).items() if name not in OF_ONE_PERSON},
        }
        for one in draft.ticked
    ]  # fmt: skip


def of_template(rows: Iterable[dict[str, Any]], affected: Iterable[str]) -> tuple[Ticked, ...]:
    """The rows of a template for a client; where both sides or none are affected, each is done on both."""
    found: dict[str, str] = {}
    if len(one_side := tuple(affected)) == 1:
        found = {"affected": one_side[0], "other": next(side for side in SIDES if side not in one_side)}
    return tuple(
        Ticked(
            row["drill"], found.get(row["side"], "both"), row["method"], None, row["place"], row["dose"],
            own=row["dose"] is not None, rest=row["rest"], names=tuple(row["names"]), manner=row["manner"] or None,
        )
        for row in rows
    )  # fmt: skip


@dataclass(frozen=True)
class Taken:
    """A session screened for a client: what of it may be done, and in words what was taken off or changed."""

    ticked: tuple[Ticked, ...]
    groups: tuple[DrillGroup, ...]
    order: Order
    said: tuple[str, ...]


def screened_for(
    assessment: Assessment, ticked: Iterable[Ticked], groups: Iterable[DrillGroup], order: Order, source: str
) -> Taken:
    """What of a session may be done by this client; `source` is the reason of a drill the rules would not have ranked.

    A drill that is not in the library any more, is refused or closed is taken off, and a method, place or dose that is
    not for this client is left to the rules: each is said.
    """
    kept: list[Ticked] = []
    said: list[str] = []
    for one in ticked:
        row, words = _for_client(assessment, one, source)
        said += words
        if row is not None:
            kept.append(row)
    counted = {one.drill for one in kept if not one.rest}
    kept = [one for one in kept if not one.rest or one.drill in counted]
    left = []
    for group in groups:
        drills = tuple(drill for drill in group.drills if drill in counted)
        if len(drills) > 1:
            left.append(group.model_copy(update={"drills": drills}))
    return Taken(tuple(kept), tuple(left), order, tuple(dict.fromkeys(said)))


def _for_client(assessment: Assessment, one: Ticked, source: str) -> tuple[Ticked | None, list[str]]:
    library, matcher = assessment.library, assessment.matcher
    drill = library.drills.get(one.drill)
    if drill is None:
        return None, [f"{one.drill.replace('-', ' ')}: taken off, it is not in the library any more"]
    title = library.title(drill.id)
    side = "both" if drill.sides == "both" else one.side
    reason = refusal(matcher, drill, Chosen(drill.id, side_word(side)).sides)
    if reason is not None:
        return None, [f"{title}: taken off, {reason.text(library)}"]
    if prescribe(matcher, drill, sides=drill.sides_done(side_word(side))) is None:
        return None, [f"{title}: taken off, no place or thing it needs is there at home"]
    row, said = replace(one, side=side, there=None), []
    for field, words in _not_for_client(assessment, drill, row):
        row = replace(row, **field)
        said.append(f"{title}: {words}")
    ranked = any(matcher.why_out(drill, each) is None for each in drill.sides_judged(side_word(side)))
    return replace(row, reason="" if ranked or row.rest else source), said


def _not_for_client(assessment: Assessment, drill: Drill, one: Ticked) -> Iterator[tuple[dict[str, Any], str]]:
    """What of a row is left to the rules, and why."""
    library = assessment.library
    allowed = allowed_methods(assessment.matcher, drill, drill.sides_done(side_word(one.side)))
    if one.method and one.method not in allowed:
        known = library.methods.get(one.method)
        name = known.name.lower() if known else one.method
        yield {"method": "", "dose": None, "own": False}, f"not as {name} for this client, the rules choose how"
        return
    if one.place and (one.place not in drill.places or one.place not in assessment.screen.situation.client.places):
        yield {"place": ""}, "another place than there, this client does not have it"
    if one.own and assessment.screen.high:
        yield {"dose": None, "own": False}, "begins at the start dose, irritability is high"
    elif one.own and one.dose and one.dose_fault(one.dose) is not None:
        yield {"dose": None, "own": False}, "begins at the start dose, its own is outside what the method takes"
