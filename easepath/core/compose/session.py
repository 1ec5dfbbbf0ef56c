"""A session from drills the clinician ticked: in phase order, with its minutes and their parts."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal, get_args

from easepath.core.compose.arrange import slots_in
from easepath.core.compose.order import OrderRules
from easepath.core.compose.own_dose import GivenDose
from easepath.core.compose.play import group_of, in_group, time_played, units_of
from easepath.core.compose.prescription import Prescription, prescribe
from easepath.core.dose.time import SessionTime
from easepath.core.facts import DrillGroup, Manner, StandingOrder, There
from easepath.core.knowledge.models import Drill
from easepath.core.match.rank import CLINICIAN_ONLY, Matcher
from easepath.core.reasons import Reason
from easepath.core.screening.equipment import Household
from easepath.core.vocabulary import Place, SideName, SideWord, Verdict, sides_of

Order = Literal["rules", "phases", "own"]
"""Who orders a session: the rules, the clinician inside each phase, or the clinician alone."""
ORDERS: tuple[Order, ...] = get_args(Order)


@dataclass(frozen=True)
class Chosen:
    """A drill a clinician put into a session; a method, step or place that is None is the rules' choice.

    A dose wins over its step. A `rest` is a drill of the session that returns between others. `reason` is why it stands
    there where the rules would leave it out, `order` what may change at home, `names` its directions in words,
    `manner` what was set beyond its dose, and `there` how it is done at the second set of places.
    """

    drill: str
    side: SideWord | None = None
    method: str | None = None
    step: int | None = None
    place: Place | None = None
    dose: GivenDose | None = None
    rest: bool = False
    order: StandingOrder | None = None
    reason: str = ""
    names: tuple[str, ...] = ()
    manner: Manner | None = None
    there: There | None = None

    @property
    def sides(self) -> frozenset[SideName]:
        """The chosen sides."""
        return sides_of(self.side)


@dataclass(frozen=True)
class Session:
    """The drills in order, the time they take, what they need, and the drills that had to be refused.

    The sides of a drill in a group are those of one round.
    """

    drills: tuple[Prescription, ...]
    time: SessionTime
    refused: tuple[tuple[Chosen, Reason], ...]
    over_minutes: bool
    have_ready: tuple[str, ...]
    groups: tuple[DrillGroup, ...] = ()


def assemble(
    matcher: Matcher, chosen: tuple[Chosen, ...], groups: tuple[DrillGroup, ...] = (), *, order: Order = "rules"
) -> Session:
    """Put chosen drills in order; an excluded or closed one is refused with its reason.

    Where the rules order, place and score decide inside a phase. The drills of a group stand together, in its order.
    """
    kept: list[Prescription] = []
    refused: list[tuple[Chosen, Reason]] = []
    for planned in chosen:
        drill = matcher.screen.library.drill(planned.drill)
        reason = refusal(matcher, drill, planned.sides)
        if reason is not None:
            refused.append((planned, reason))
            continue
        sides = tuple(side for side in _order(matcher) if side in planned.sides and matcher.may_be_planned(drill, side))
        item = prescribe(
            matcher, drill, sides=sides, method=planned.method, step=planned.step, place=planned.place,
            given=planned.dose, manner=planned.manner,
        )  # fmt: skip
        if item is None:
            refused.append((planned, Reason("no-method-left", Verdict.EXCLUDE)))
        else:
            kept.append(replace(item, rest=planned.rest))
    kept = _together(_sorted(matcher, kept, order), groups)
    time = time_played(units_of(kept, groups), floor_care=matcher.screen.rules.floor_care)
    minutes = matcher.screen.situation.client.minutes
    over = minutes is not None and time.minutes > minutes
    return Session(tuple(kept), time, tuple(refused), over, _have_ready(matcher, kept), _held(groups, kept))


def _together(items: list[Prescription], groups: tuple[DrillGroup, ...]) -> list[Prescription]:
    """The drills of a group where its first stands, in the order of the group and as one of its rounds."""
    found: list[Prescription] = []
    for item in items:
        group = group_of(item, groups)
        if group is None:
            found.append(item)
        elif not any(group_of(one, groups) is group for one in found):
            members = [one for one in items if group_of(one, groups) is group]
            ordered = sorted(members, key=lambda one: group.drills.index(one.drill.id))
            found += [in_group(one, group) for one in ordered]
    return found


def _held(groups: tuple[DrillGroup, ...], items: list[Prescription]) -> tuple[DrillGroup, ...]:
    """The groups as far as their drills are in the session."""
    ids = {item.drill.id for item in items}
    kept = (group.model_copy(update={"drills": tuple(d for d in group.drills if d in ids)}) for group in groups)
    return tuple(group for group in kept if group.drills)


def _sorted(matcher: Matcher, items: list[Prescription], order: Order) -> list[Prescription]:
    if order == "own":
        return sorted(items, key=lambda item: item.drill.beside)
    rules = OrderRules(matcher)
    slots = slots_in([rules.spot(item.drill, (item.place,)) for item in items])
    pairs = list(zip(slots, items, strict=True))
    if order == "phases":
        pairs.sort(key=lambda pair: (pair[1].drill.beside, pair[0]))
    else:
        pairs.sort(key=lambda pair: (pair[1].drill.beside, pair[0], *_position(matcher, pair[1])))
    return [item for _, item in pairs]


def refusal(matcher: Matcher, drill: Drill, sides: frozenset[SideName]) -> Reason | None:
    """Why a drill may not stand in a plan: closed on every planned side, whoever picked it."""
    keys: list[SideWord] = ["both"] if drill.sides == "both" else [*sorted(sides)]
    closed = [matcher.closed(drill, key) for key in keys]
    reasons = [reason for reason in closed if reason is not None and reason.rule != CLINICIAN_ONLY]
    return reasons[0] if len(reasons) == len(keys) else None


def _order(matcher: Matcher) -> tuple[SideName, ...]:
    affected = matcher.screen.situation.complaint.affected
    first = matcher.screen.situation.client.first == "affected"
    return tuple(sorted(sides_of("both"), key=lambda side: ((side in affected) != first, side)))


def _position(matcher: Matcher, item: Prescription) -> tuple[str, float, str]:
    drill = item.drill
    scores = [matcher.candidate(drill, s).score for s in drill.sides_judged() if matcher.is_open(drill, s)]
    return item.place, -max(scores, default=0.0), item.drill.id


def _have_ready(matcher: Matcher, items: list[Prescription]) -> tuple[str, ...]:
    standins = matcher.screen.library.standins
    household = Household(matcher.screen.library, matcher.screen.situation.client)
    needed = dict.fromkeys(piece for item in items for piece in (*item.drill.equip, *item.drill.helps))
    found = []
    for piece in needed:
        entry = standins[piece]
        instead = f" (or {' / '.join(entry.standins[:2])})" if not household.has(piece) and entry.standins else ""
        found.append(f"{entry.name}{instead}")
    return tuple(found)
