"""One drill as it is prescribed: sides in order, dose, place, time and days."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from easepath.core.dose.ladder import DoseLadder, dose_ladder, one_more_set
from easepath.core.dose.time import BREATH, SLOW_BREATH, drill_seconds, side_seconds, side_work
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Dose, Drill
from easepath.core.match.methods import choose_method, choose_place
from easepath.core.match.rank import Matcher
from easepath.core.reasons import Reason
from easepath.core.vocabulary import BOTH, SIDES, Place, SideName, SideWord, Verdict, action_of, target_of

ONE_SIDED_TARGETS = frozenset({
    "hip-capsule-posterior", "hip-internal-rotation", "knee-flexion-joint", "knee-extension-joint", "wrist-flexion",
    "wrist-extension", "forearm-rotation", "fingers", "sciatic-nerve",
})  # fmt: skip
HEAVY_EQUIPMENT = frozenset({"mini-band", "strong-band", "ankle-weight", "light-weight"})
HEAVY_PHASES = frozenset({"strengthen", "integrate"})
HEAVY_SETS = 3
MAX_DAYS = 7
SHORTEST_STAGE = 20


@dataclass(frozen=True)
class SideDose:
    """What one side does, and how long it takes in seconds."""

    side: SideWord
    dose: Dose
    seconds: float


@dataclass(frozen=True)
class Prescription:
    """A drill with everything the sheet says about it; seconds are set-up, sides and the changes between them."""

    drill: Drill
    method: str
    place: Place
    step: int
    sides: tuple[SideDose, ...]
    seconds: int
    per_day: int
    days_per_week: int
    breath_s: float
    verdict: Verdict
    reasons: tuple[Reason, ...]


def ladder_for(matcher: Matcher, drill: Drill, method: str, sides: Iterable[SideName]) -> DoseLadder:
    """The dose ladder of a drill in a method under every cap in force."""
    cap = matcher.screen.rules.dose_cap(drill, method, tuple(sides))
    return dose_ladder(drill, matcher.screen.library.method(method), cap=cap, high_irritability=matcher.screen.high)


def breath_seconds(matcher: Matcher, method: str) -> float:
    """Seconds of one breath in this method, the client's own pace where it is known."""
    if matcher.screen.library.method(method).dose.slow_breath:
        return SLOW_BREATH
    return matcher.screen.situation.client.breath_s or BREATH


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
) -> Prescription | None:
    """Prescribe a drill, the rules choosing what is not given; None when no side, method or place is left.

    A place that is refused there, or that the client does not have, is replaced by the mildest.
    """
    trained = sides if sides is not None else trained_sides(matcher, drill)
    trained = BOTH_SIDES if drill.sides == "both" else trained
    if not trained:
        return None
    chosen = method or choose_method(matcher, drill, trained)
    at_place = _place(matcher, drill, chosen, trained, place) if chosen else None
    if chosen is None or at_place is None:
        return None
    ladder = ladder_for(matcher, drill, chosen, trained)
    at = ladder.clamp(matcher.screen.start_step() if step is None else step)
    doses = _side_doses(matcher, drill, chosen, ladder.at(at), trained)
    verdicts = [matcher.screen.verdict(drill, side) for side in trained]
    reasons = {(r.rule, str(r.facts)): r for v in verdicts for r in v.reasons if r.verdict > Verdict.CLEAR}
    return Prescription(
        drill, chosen, at_place, at, doses, drill_seconds([side.seconds for side in doses]),
        times_per_day(matcher, chosen), days_per_week(matcher, drill, chosen, ladder.at(at)),
        breath_seconds(matcher, chosen), max(v.by_mode.get((chosen, at_place), v.verdict) for v in verdicts),
        tuple(sorted(reasons.values(), key=lambda reason: -reason.verdict)),
    )  # fmt: skip


def _place(
    matcher: Matcher, drill: Drill, method: str, sides: tuple[SideName, ...], wanted: Place | None
) -> Place | None:
    mildest = choose_place(matcher, drill, method, sides)
    if wanted is None or wanted not in drill.places:
        return mildest
    there = [matcher.screen.verdict(drill, side).by_mode.get((method, wanted)) for side in sides]
    return wanted if all(v is not None and v < Verdict.EXCLUDE for v in there) else mildest


BOTH_SIDES: tuple[SideName, ...] = SIDES


def _side_doses(
    matcher: Matcher, drill: Drill, method: str, dose: Dose, sides: tuple[SideName, ...]
) -> tuple[SideDose, ...]:
    breath = breath_seconds(matcher, method)
    if drill.sides == "both":
        return (SideDose("both", dose, side_seconds(dose, drill, method, breath)),)
    extra = _extra_set(matcher, sides)
    doses = [(side, one_more_set(dose) if side == extra else dose) for side in sides]
    return tuple(SideDose(side, given, side_seconds(given, drill, method, breath)) for side, given in doses)


def _extra_set(matcher: Matcher, sides: tuple[SideName, ...]) -> SideName | None:
    """The affected side does one more set where both are trained and nothing is irritable or healing."""
    affected = matcher.screen.situation.complaint.affected
    if len(sides) < 2 or len(affected) != 1 or matcher.screen.high or matcher.screen.healing():
        return None
    return next(iter(affected))


def times_per_day(matcher: Matcher, method: str) -> int:
    """The lower of the client's times a day and the method's highest."""
    highest = matcher.screen.library.method(method).per_day
    return min(matcher.screen.situation.client.per_day or 1, highest[1] if highest else 1)


def days_bind(matcher: Matcher, drill: Drill, method: str, dose: Dose) -> bool:
    """Whether the method's days per week bind; a lighter slow-strength drill may be daily."""
    if matcher.screen.library.method(method).days_per_week is None:
        return False
    if method != "slow-strength" or drill.phase in HEAVY_PHASES:
        return True
    return bool(HEAVY_EQUIPMENT & set(drill.equip)) or (dose.sets or 1) >= HEAVY_SETS


def days_per_week(matcher: Matcher, drill: Drill, method: str, dose: Dose) -> int:
    """The lower of the client's and the condition's days, else of the client's and the method's highest."""
    client = matcher.screen.situation.client.days_per_week or MAX_DAYS
    profile = matcher.screen.profile
    by_condition = profile.days_per_week if profile else None
    if isinstance(by_condition, dict):
        by_condition = by_condition.get(drill.phase)
    if by_condition is not None:
        return min(client, by_condition)
    highest = matcher.screen.library.method(method).days_per_week
    return min(client, highest[1]) if highest and days_bind(matcher, drill, method, dose) else client


def weekly_work(matcher: Matcher, drill: Drill, method: str, dose: Dose) -> float:
    """Seconds a week on one side without the rests, times the share of effort."""
    work = side_work(dose, drill, method, breath_seconds(matcher, method))
    effort = 1.0 if dose.effort_pct is None else dose.effort_pct / 100
    return work * effort * days_per_week(matcher, drill, method, dose)


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
