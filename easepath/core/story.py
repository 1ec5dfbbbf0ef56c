"""Story: which profile is in force, which factors count, and how irritable the complaint is."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from easepath.core.facts import ClientFactor, Complaint, Situation
from easepath.core.ids import Factors, Measures
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition
from easepath.core.reasons import Reason
from easepath.core.vocabulary import SIDES, Irritability, SideWord, sides_of

HIGH_REST_PAIN = 5
"""Pain at rest from which on tissue is irritable whatever else is told."""
HIGH_WORST_PAIN = 7
"""Worst pain from which on, settling slowly, it is."""
HIGH_SETTLE_MINUTES = 24 * 60
"""A day: pain that takes so long to settle is irritable."""
SLOW_SETTLE_MINUTES = 120
"""Two hours: slow enough to make severe pain irritable."""
LOW_REST_PAIN = 1
"""At most this at rest is calm."""
LOW_WORST_PAIN = 4
"""At most this at its worst is calm."""
LOW_SETTLE_MINUTES = 30
"""Half an hour: settles at once."""
LOW_STIFF_MINUTES = 30
"""Stiffness of less than half an hour is no sign of inflammation."""


def answer(complaint: Complaint, word: str) -> bool | None:
    """The answer to an item or word: yes, no, or unknown; the default answers what is not listed."""
    if word in complaint.answers:
        return complaint.answers[word]
    return False if complaint.answers_default == "no" else None


def context(complaint: Complaint, word: str) -> bool | None:
    """The answer to a context question."""
    if word in complaint.context:
        return complaint.context[word]
    return False if complaint.answers_default == "no" else None


def chosen_profile(library: Library, complaint: Complaint) -> Condition | None:
    """The profile the clinician chose, before anything withdraws it."""
    return library.condition(complaint.condition) if complaint.condition else None


def profile_in_force(library: Library, complaint: Complaint) -> Condition | None:
    """The profile everything reads: the chosen one, or the one put in its place."""
    chosen = chosen_profile(library, complaint)
    if chosen is None or chosen.instead is None:
        return chosen
    withdrawn = any(word in complaint.observed or answer(complaint, word) is True for word in chosen.withdraw_when)
    return library.condition(chosen.instead) if withdrawn else chosen


def plan_stage(situation: Situation, profile: Condition | None) -> int | None:
    """The stage of the plan where the profile in force is the chosen one; one that took over begins anew."""
    own = profile is None or profile.id == situation.complaint.condition
    return situation.plan.stage if own else None


def stage_is_asked(library: Library, situation: Situation) -> bool:
    """Whether nobody said which stage of a staged profile is reached, some days after the complaint began.

    Before that it is the first one, and so it is in a profile that took over; a beginning nobody knows may be long ago.
    """
    complaint, profile = situation.complaint, profile_in_force(library, situation.complaint)
    if profile is None or not profile.gates or profile.id != complaint.condition or situation.plan.stage is not None:
        return False
    return complaint.days_since is None or complaint.days_since >= library.number("gate", "asked_after_days")


def complaint_regions(library: Library, complaint: Complaint) -> frozenset[str]:
    """The regions of the complaint, of the profile in force, and of one that was withdrawn."""
    profiles = (chosen_profile(library, complaint), profile_in_force(library, complaint))
    found = {complaint.region, *(profile.region for profile in profiles if profile)}
    return frozenset(region for region in found if region)


def factors_in_force(library: Library, situation: Situation) -> tuple[ClientFactor, ...]:
    """The client's factors and those the profile assumes, each on the sides where it counts."""
    profile = profile_in_force(library, situation.complaint)
    assumed = profile.assume if profile else ()
    return (*situation.client.factors, *_no_floor(situation), *_assumed(library, situation, assumed))


def _no_floor(situation: Situation) -> Iterator[ClientFactor]:
    """Who does not get down to the floor and up again has the factor, listed or not."""
    listed = any(factor.id == Factors.NO_FLOOR for factor in situation.client.factors)
    if situation.client.floor == "no" and not listed:
        yield ClientFactor(id=Factors.NO_FLOOR)


def _assumed(library: Library, situation: Situation, ids: tuple[str, ...]) -> Iterator[ClientFactor]:
    for identifier in ids:
        replaced = {identifier, *library.factors[identifier].replaced_by}
        named = (f for f in situation.client.factors if f.id in replaced and not f.unconfirmed)
        listed = {side for f in named for side in sides_of(f.side)}
        sides = [side for side in SIDES if side in situation.complaint.affected - listed]
        if sides:
            word: SideWord = sides[0] if len(sides) == 1 else "both"
            yield ClientFactor(id=identifier, side=word, days_since=situation.complaint.days_since, assumed=True)


@dataclass(frozen=True)
class IrritabilityResult:
    """How easily the complaint is provoked, with the facts that decided."""

    level: Irritability
    reasons: tuple[Reason, ...]


def irritability(situation: Situation, factors: tuple[ClientFactor, ...]) -> IrritabilityResult:
    """High when any grave sign is there, low when every mild sign is known, moderate otherwise."""
    high = tuple(_high_signs(situation, factors))
    if high:
        return IrritabilityResult("high", high)
    missing = tuple(_missing_for_low(situation))
    if not missing:
        return IrritabilityResult("low", (Reason("irritability-low"),))
    return IrritabilityResult("moderate", missing)


def irritability_open(situation: Situation) -> tuple[str, ...]:
    """The answers that decide irritability and that nobody knows, in words."""
    complaint, pain = situation.complaint, situation.complaint.pain
    told = {
        "pain at rest": pain.rest, "worst pain": pain.worst, "how long it takes to settle": complaint.settle_minutes,
        "waking at night": complaint.wakes,
    }  # fmt: skip
    return tuple(words for words, value in told.items() if value is None)


def _high_signs(situation: Situation, factors: tuple[ClientFactor, ...]) -> Iterator[Reason]:
    complaint, pain = situation.complaint, situation.complaint.pain
    worst_high = pain.worst is not None and pain.worst >= HIGH_WORST_PAIN
    settle = complaint.settle_minutes
    if pain.rest is not None and pain.rest >= HIGH_REST_PAIN:
        yield Reason("irritability-rest", facts={"rest": pain.rest, "threshold": HIGH_REST_PAIN})
    if complaint.wakes == "most-nights":
        yield Reason("irritability-nights", facts={"wakes": "most nights"})
    if complaint.wakes == "sometimes" and worst_high:
        yield Reason("irritability-wakes", facts={"worst": pain.worst, "threshold": HIGH_WORST_PAIN})
    if settle is not None and settle >= HIGH_SETTLE_MINUTES:
        yield Reason("irritability-settle", facts={"minutes": settle, "threshold": HIGH_SETTLE_MINUTES})
    if worst_high and (settle is None or settle > SLOW_SETTLE_MINUTES):
        shown = "unknown" if settle is None else settle
        yield Reason("irritability-worst", facts={"worst": pain.worst, "minutes": shown})
    if any(factor.id == Factors.NERVE_ROOT_HOT for factor in factors):
        yield Reason("irritability-nerve")


def _missing_for_low(situation: Situation) -> Iterator[Reason]:
    complaint, pain = situation.complaint, situation.complaint.pain
    stiff = stiffness_minutes(situation)
    checks = (
        ("rest pain", pain.rest, LOW_REST_PAIN),
        ("worst pain", pain.worst, LOW_WORST_PAIN),
        ("minutes to settle", complaint.settle_minutes, LOW_SETTLE_MINUTES),
    )
    for name, value, threshold in checks:
        if value is None or value > threshold:
            shown = "unknown" if value is None else value
            yield Reason("irritability-not-low", facts={"what": name, "value": shown, "threshold": threshold})
    if complaint.wakes != "no":
        shown = complaint.wakes or "unknown"
        yield Reason("irritability-not-low", facts={"what": "waking", "value": shown, "threshold": "never"})
    if stiff is not None and stiff > LOW_STIFF_MINUTES:
        facts = {"what": "stiff minutes", "value": stiff, "threshold": LOW_STIFF_MINUTES}
        yield Reason("irritability-not-low", facts=facts)


def stiffness_minutes(situation: Situation) -> float | None:
    """Morning stiffness in minutes: the complaint's, else the latest measured."""
    if situation.complaint.stiff_minutes is not None:
        return situation.complaint.stiff_minutes
    measured = [s.value for s in situation.sittings_by_date if s.measure == Measures.MORNING_STIFFNESS]
    return measured[-1] if measured else None
