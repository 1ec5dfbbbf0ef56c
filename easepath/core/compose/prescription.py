"""One drill as it is prescribed: sides in order, dose, place, time and days."""

from __future__ import annotations

from dataclasses import dataclass, replace

from easepath.core.compose.own_dose import GivenDose, dose_in_force
from easepath.core.compose.weekly import (
    as_set,
    breath_seconds,
    days_per_week,
    ladder_for,
    most_days_per_week,
    most_times_per_day,
    times_per_day,
)
from easepath.core.dose.ladder import DoseLadder, one_more_set
from easepath.core.dose.time import drill_seconds, side_seconds, side_work
from easepath.core.facts import Manner
from easepath.core.ids import Targets
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Dose, Drill
from easepath.core.match.methods import choose_method, choose_place
from easepath.core.match.rank import Matcher
from easepath.core.match.stiffer import stiffer_side
from easepath.core.reasons import Reason
from easepath.core.vocabulary import BOTH, SIDES, Place, SideName, SideWord, Verdict, action_of, target_of

ONE_SIDED_TARGETS = frozenset({
    Targets.HIP_CAPSULE_POSTERIOR, Targets.HIP_INTERNAL_ROTATION, Targets.KNEE_FLEXION_JOINT,
    Targets.KNEE_EXTENSION_JOINT, Targets.WRIST_FLEXION, Targets.WRIST_EXTENSION, Targets.FOREARM_ROTATION,
    Targets.FINGERS, Targets.SCIATIC_NERVE,
})  # fmt: skip
AS_THE_RULES = Manner()
"""Nothing was set by hand."""
SHORTEST_STAGE = 20
"""Seconds; a stage that is shorter is over before it is felt."""


@dataclass(frozen=True)
class SideDose:
    """What one side does, and how long it takes in seconds."""

    side: SideWord
    dose: Dose
    seconds: float


@dataclass(frozen=True)
class Prescription:
    """A drill with everything the sheet says about it; seconds are set-up, sides and the changes between them.

    `dose` is that of a side without an extra set, `step` where it stands on today's ladder. One that returns as a
    `rest` is played and printed, never logged or counted.
    """

    drill: Drill
    method: str
    place: Place
    step: int
    dose: Dose
    sides: tuple[SideDose, ...]
    seconds: int
    per_day: int
    days_per_week: int
    breath_s: float
    verdict: Verdict
    reasons: tuple[Reason, ...]
    rest: bool = False
    manner: Manner = AS_THE_RULES

    @property
    def planned_side(self) -> SideWord:
        """The side word it is planned for."""
        return self.sides[0].side if len(self.sides) == 1 else "both"


def trained_sides(matcher: Matcher, drill: Drill) -> tuple[SideName, ...]:
    """The sides a one-sided drill is done for, in order; an excluded or closed side is left out."""
    client, affected = matcher.screen.situation.client, matcher.screen.situation.complaint.affected
    wanted = {side for side in SIDES if matcher.is_open(drill, side)}
    if one_sided(drill):
        wanted &= matcher.ranked_sides.get(drill.id, affected)
    if client.train == "affected":
        wanted &= affected
    first = affected if client.first == "affected" else BOTH - affected
    return tuple(sorted(wanted, key=lambda side: (side not in first, side)))


def one_sided(drill: Drill) -> bool:
    """Whether a drill goes only to the sides it is ranked for."""
    if drill.phase == "release":
        return True
    return drill.phase == "mobilise" and target_of(drill.main_need) in ONE_SIDED_TARGETS


def prescribe(
    matcher: Matcher,
    drill: Drill,
    *,
    sides: tuple[SideName, ...] | None = None,
    method: str | None = None,
    step: int | None = None,
    place: Place | None = None,
    given: GivenDose | None = None,
    manner: Manner | None = None,
) -> Prescription | None:
    """Prescribe a drill, the rules choosing what is not given; None when no side, method or place is left.

    A place that is refused there, or that the client does not have, is replaced by the mildest. A given dose wins over
    its step, under every cap in force. What a clinician set beyond the dose stays under the condition's and the
    method's highest.
    """
    by_hand = manner or AS_THE_RULES
    trained = sides if sides is not None else trained_sides(matcher, drill)
    trained = BOTH_SIDES if drill.sides == "both" else begun_with(matcher, drill, trained, by_hand)
    if not trained:
        return None
    chosen = method or choose_method(matcher, drill, trained)
    at_place = _place(matcher, drill, chosen, trained, place) if chosen else None
    if chosen is None or at_place is None:
        return None
    ladder = ladder_for(matcher, drill, chosen, trained, by_hand.cap_lift or 0)
    wanted = matcher.screen.start_step() if step is None else step
    present = dose_in_force(matcher, drill, chosen, ladder, wanted, given)
    extra = (given is None or given.kept) if by_hand.extra_set is None else by_hand.extra_set
    stiffer = _extra_set(matcher, trained, by_hand.extra_set) if extra else None
    doses = _side_doses(matcher, drill, chosen, _SideBySide(present.dose, stiffer, by_hand, ladder), trained)
    verdicts = [matcher.screen.verdict(drill, side) for side in trained]
    reasons = _reasons_at(matcher, drill, trained, chosen, at_place)
    return Prescription(
        drill, chosen, at_place, present.step, present.dose, doses,
        drill_seconds([side.seconds for side in doses], alternate=drill.alternate),
        as_set(by_hand.per_day, times_per_day(matcher, drill, chosen), most_times_per_day(matcher, drill, chosen)),
        as_set(by_hand.days_per_week, days_per_week(matcher, drill, chosen, present.dose),
               most_days_per_week(matcher, drill, chosen, present.dose)),
        breath_seconds(matcher, chosen), max(v.by_mode.get((chosen, at_place), v.verdict) for v in verdicts), reasons,
        manner=by_hand,
    )  # fmt: skip


def begun_with(matcher: Matcher, drill: Drill, sides: tuple[SideName, ...], manner: Manner) -> tuple[SideName, ...]:
    """The sides in the order a clinician chose; the stiffer first only where a real difference tells which it is.

    Which moves better that day is not known yet: the order stays the rules'.
    """
    first = stiffer_side(matcher, drill) if manner.first == "stiffer" else manner.first
    return tuple(sorted(sides, key=lambda side: side != first)) if first in SIDES else sides


def moved_to(matcher: Matcher, item: Prescription, place: Place) -> Prescription:
    """The same prescription at another of its places, with what speaks about it there."""
    if place == item.place:
        return item
    sides = BOTH_SIDES if item.drill.sides == "both" else tuple(one.side for one in item.sides if one.side != "both")
    verdicts = [matcher.screen.verdict(item.drill, side).by_mode[item.method, place] for side in sides]
    reasons = _reasons_at(matcher, item.drill, sides, item.method, place)
    return replace(item, place=place, verdict=max(verdicts), reasons=reasons)


def _reasons_at(
    matcher: Matcher, drill: Drill, sides: tuple[SideName, ...], method: str, place: Place
) -> tuple[Reason, ...]:
    """What speaks about the drill where and how it is done, each once, the gravest first."""
    told = (reason for side in sides for reason in matcher.screen.reasons_at(drill, side, method, place))
    reasons = {(r.rule, str(r.facts)): r for r in told if r.verdict > Verdict.CLEAR}
    return tuple(sorted(reasons.values(), key=lambda reason: -reason.verdict))


def _place(
    matcher: Matcher, drill: Drill, method: str, sides: tuple[SideName, ...], wanted: Place | None
) -> Place | None:
    mildest = choose_place(matcher, drill, method, sides)
    if wanted is None or wanted not in drill.places:
        return mildest
    there = [matcher.screen.verdict(drill, side).by_mode.get((method, wanted)) for side in sides]
    return wanted if all(v is not None and v < Verdict.EXCLUDE for v in there) else mildest


EXTRA_SET_FROM = 2
"""Sets of a dose from which on the affected side may do one more."""
BOTH_SIDES: tuple[SideName, ...] = SIDES


@dataclass(frozen=True)
class _SideBySide:
    """The dose, the side that does one set more, and what a clinician set for a side, under the ladder's cap."""

    dose: Dose
    more: SideName | None
    manner: Manner
    ladder: DoseLadder

    def on(self, side: SideName) -> Dose:
        """What one side does; a dose of its own has no extra set."""
        differs = self.manner.differs_on(side)
        if differs is not None:
            return self.ladder.capped(self.dose.model_copy(update=differs.model_dump(exclude_none=True)))
        more = side == self.more and (self.dose.sets or 1) >= EXTRA_SET_FROM
        return one_more_set(self.dose) if more else self.dose


def _side_doses(
    matcher: Matcher, drill: Drill, method: str, found: _SideBySide, sides: tuple[SideName, ...]
) -> tuple[SideDose, ...]:
    breath, rest = breath_seconds(matcher, method), found.manner.rest_s
    if drill.sides == "both":
        return (SideDose("both", found.dose, side_seconds(found.dose, drill, method, breath, rest)),)
    doses = [(side, found.on(side)) for side in sides]
    return tuple(SideDose(side, given, side_seconds(given, drill, method, breath, rest)) for side, given in doses)


def _extra_set(matcher: Matcher, sides: tuple[SideName, ...], by_hand: bool | None) -> SideName | None:
    """The affected side does one more set where both are trained and nothing is irritable or healing.

    A clinician who asks for it is asked neither for the client's wish nor for a profile without stages.
    """
    affected = matcher.screen.situation.complaint.affected
    staged = matcher.screen.profile is not None and bool(matcher.screen.profile.gates)
    allowed = by_hand or (matcher.screen.situation.client.extra_set and not staged)
    if not allowed or len(sides) < 2 or len(affected) != 1 or matcher.screen.high or matcher.screen.healing():
        return None
    return next(iter(affected))


def cues_first(matcher: Matcher, drill: Drill) -> tuple[str, ...]:
    """The cues of the faults ticked in the drill's try-outs, each once, in that order."""
    coaching = matcher.screen.library.coaching.get(drill.id)
    faults = [fault for t in matcher.screen.situation.tryouts if t.drill == drill.id for fault in t.faults]
    return tuple(dict.fromkeys(coaching.faults[fault] for fault in faults)) if coaching else ()


def stages_of(library: Library, item: Prescription) -> tuple[tuple[str, float], ...]:
    """The stages of a hold: (cue, seconds) sharing it equally; the last is dropped while a share is too short."""
    hold = item.sides[0].dose.hold_s
    cues = list(item.drill.dose.stages)
    if hold is None or not cues or not library.method(item.method).stages_allowed:
        return ()
    while len(cues) > 1 and hold / len(cues) < SHORTEST_STAGE:
        cues.pop()
    return tuple((cue, hold / len(cues)) for cue in cues) if hold >= SHORTEST_STAGE else ()


def weekly_stretch_seconds(prescription: Prescription) -> dict[str, float]:
    """Seconds a week under stretch on one side, per need of lengthening."""
    longest = max(prescription.sides, key=lambda side: side.seconds)
    work = side_work(longest.dose, prescription.drill, prescription.method, prescription.breath_s)
    total = work * prescription.per_day * prescription.days_per_week
    return {need: total for need in prescription.drill.needs if action_of(need) == "lengthen"}
