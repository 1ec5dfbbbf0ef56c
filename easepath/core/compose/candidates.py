"""Which drills may enter a session, and with what dose, place and time."""

from __future__ import annotations

from dataclasses import dataclass

from easepath.core.compose.optimise import COST_PER_DRILL, Item
from easepath.core.compose.order import OrderRules
from easepath.core.compose.own_dose import given_dose
from easepath.core.compose.prescription import Prescription, prescribe, trained_sides
from easepath.core.facts import Situation
from easepath.core.ids import Needs
from easepath.core.knowledge.models import Drill
from easepath.core.knowledge.modes import reaches_side
from easepath.core.match.rank import RISK_FACTOR, Candidate, Matcher
from easepath.core.vocabulary import BOTH, SIDES, Place, SideName, Verdict, action_of

ENTRY_FIT = 0.3
"""Below it a drill serves the client too little to be worth the minutes."""
MUST_WEIGHT = 0.7
"""A heavier need is what the condition is about: a session has to meet it."""
COVERS_WEIGHT = 0.5
"""A drill covers a need of which it gives at least half."""
ONLY_SETTLE_PAIN = 7
"""With such pain right now only what settles is offered."""
OFFERED_RISK = 3
"""The highest risk for the condition: a clinician alone chooses it."""
MOST_DRILLS = 7
"""More are not remembered at home."""
MOST_DRILLS_NEW = 5
"""What is learned in the first weeks."""
NEW_DAYS = 14
"""Days in which a plan is new."""
SHORT_MINUTES = 8
"""A session as short as this leaves each of four drills the time it needs."""
MOST_DRILLS_LOW = 4
"""What somebody with little confidence takes on without giving up."""
NOT_WHEN_IRRITABLE = frozenset({"strengthen", "integrate"})
WALK = Needs.WALK


@dataclass(frozen=True)
class Entrant:
    """A drill that may enter: its ranked row, its prescription, and the mildest places of its method."""

    candidate: Candidate
    prescription: Prescription
    places: tuple[Place, ...]

    @property
    def drill(self) -> Drill:
        """The drill itself."""
        return self.candidate.drill

    @property
    def sides(self) -> frozenset[SideName]:
        """The sides it is done on."""
        done = {side.side for side in self.prescription.sides}
        return BOTH if "both" in done else frozenset(side for side in SIDES if side in done)


def must_needs(matcher: Matcher) -> tuple[str, ...]:
    """The needs above 0.7 that a session must cover; fewer at high irritability."""
    return tuple(
        need
        for need, weight in matcher.needs.weights.items()
        if weight > MUST_WEIGHT and not (matcher.screen.high and action_of(need) in NOT_WHEN_IRRITABLE and need != WALK)
    )


def entrants(matcher: Matcher) -> tuple[Entrant, ...]:
    """Every drill that may enter, best ranked first.

    Fit enough, calming this profile, pinned, or the only one for a need that must be covered.
    """
    eligible = [c for c in _affected_rows(matcher).values() if _may_enter(matcher, c)]
    musts = must_needs(matcher)
    found = []
    for candidate in eligible:
        pinned = candidate.drill.id in matcher.screen.situation.pinned
        wanted = candidate.fit >= ENTRY_FIT or pinned or matcher.relieves(candidate.drill, candidate.side)
        if not wanted and not _only_one(candidate, eligible, musts):
            continue
        entrant = _entrant(matcher, candidate)
        if entrant is not None:
            found.append(entrant)
    return tuple(found)


def most_drills(matcher: Matcher, minutes: float) -> int:
    """How many drills a session of so many minutes holds at the most."""
    screen = matcher.screen
    caps = [MOST_DRILLS_NEW if _is_new(screen.situation) else MOST_DRILLS]
    if screen.high or screen.situation.client.confidence == "low" or minutes <= SHORT_MINUTES:
        caps.append(MOST_DRILLS_LOW)
    caps += [n for f in screen.factors if (n := screen.library.factors[f.id].max_drills) is not None]
    if screen.profile is not None and screen.profile.max_drills is not None:
        caps.append(screen.profile.max_drills)
    return min(caps)


def _is_new(situation: Situation) -> bool:
    """Whether there is no plan yet, or it is in its first days; a start that is not known counts as today's."""
    plan = situation.plan
    return not plan.drills or plan.start is None or (situation.today - plan.start).days < NEW_DAYS


def items_of(matcher: Matcher, found: tuple[Entrant, ...]) -> tuple[Item, ...]:
    """The entrants as the optimiser sees them."""
    needs = {need: index for index, need in enumerate(matcher.needs.weights)}
    rules = OrderRules(matcher)
    power = 2 if matcher.screen.high else 1
    cost = 0.0 if only_settles(matcher.screen.situation) else COST_PER_DRILL
    watch = tuple(watched_loads(matcher))
    return tuple(
        Item(
            e.drill.id,
            0 if e.drill.beside else e.prescription.seconds,
            e.candidate.score,
            tuple(
                (needs[need], weight * RISK_FACTOR[e.candidate.risk] ** power)
                for need, weight in e.drill.needs.items()
                if need in needs
            ),
            frozenset(needs[n] for n, weight in e.drill.needs.items() if n in needs and weight >= COVERS_WEIGHT),
            _ladder_taken(matcher, e.drill),
            rules.spot(e.drill, e.places),
            cost,
            frozenset(n for n, load in enumerate(watch) if loads_affected(matcher, e.drill, e.sides, load)),
            e.drill.beside,
        )
        for e in found
    )


def watched_loads(matcher: Matcher) -> dict[str, int]:
    """The loads the condition watches, each with how many drills of one session may have it."""
    return matcher.screen.profile.load_watch if matcher.screen.profile else {}


def loads_affected(matcher: Matcher, drill: Drill, sides: frozenset[SideName], load: str) -> bool:
    """Whether a drill done on some sides puts a load it lists on an affected side, or on the whole person."""
    affected = matcher.screen.situation.complaint.affected
    loads = matcher.screen.library.drill_loads[drill.id]
    return any(exposure == load and reaches_side(who, sides, affected) for exposure, who in loads)


def _ladder_taken(matcher: Matcher, drill: Drill) -> str | None:
    """The ladder a drill takes for itself; a companion of the entry, or of a planned drill, stands beside it."""
    beside = any(matcher.rungs.is_companion(drill, side) for side in matcher.screen.situation.complaint.affected)
    return None if drill.ladder is None or beside else drill.ladder[0]


def _affected_rows(matcher: Matcher) -> dict[str, Candidate]:
    """The ranked row of each drill on an affected side, or on both at once."""
    affected = matcher.screen.situation.complaint.affected
    rows: dict[str, Candidate] = {}
    for candidate in matcher.result.ranked:
        if candidate.side == "both" or candidate.side in affected:
            rows.setdefault(candidate.drill.id, candidate)
    return rows


def only_settles(situation: Situation) -> bool:
    """Whether the pain right now lets in nothing but what settles."""
    now = situation.complaint.pain.now
    return now is not None and now >= ONLY_SETTLE_PAIN


def _may_enter(matcher: Matcher, candidate: Candidate) -> bool:
    situation = matcher.screen.situation
    if only_settles(situation) and candidate.drill.phase != "settle":
        return False
    tried = any(tryout.drill == candidate.drill.id for tryout in situation.tryouts)
    return candidate.risk < OFFERED_RISK or tried


def _only_one(candidate: Candidate, eligible: list[Candidate], musts: tuple[str, ...]) -> bool:
    """Whether it alone, of all that fit well enough or not, covers a need that must be covered."""
    return any(
        candidate.drill.needs.get(must, 0) >= COVERS_WEIGHT
        and not any(other is not candidate and other.drill.needs.get(must, 0) >= COVERS_WEIGHT for other in eligible)
        for must in musts
    )


def _entrant(matcher: Matcher, candidate: Candidate) -> Entrant | None:
    drill = candidate.drill
    running = next((p for p in matcher.screen.situation.plan.drills if p.drill == drill.id), None)
    prescription = prescribe(
        matcher,
        drill,
        method=running.method if running else None,
        step=running.step if running else None,
        given=given_dose(running),
    )
    if prescription is None:
        return None
    sides: tuple[SideName, ...] = SIDES if drill.sides == "both" else trained_sides(matcher, drill)
    places = _mildest_places(matcher, drill, prescription.method, sides)
    return Entrant(candidate, prescription, places) if places else None


def _mildest_places(matcher: Matcher, drill: Drill, method: str, sides: tuple[SideName, ...]) -> tuple[Place, ...]:
    """The places of a method where the verdict, the worse of the sides, is mildest and not a refusal."""
    verdicts: dict[Place, Verdict] = {}
    for place in drill.places:
        found = [matcher.screen.verdict(drill, side).by_mode.get((method, place)) for side in sides]
        known = [verdict for verdict in found if verdict is not None]
        if known and len(known) == len(found):
            verdicts[place] = max(known)
    mildest = min(verdicts.values(), default=Verdict.EXCLUDE)
    return tuple(place for place, v in verdicts.items() if v == mildest and v < Verdict.EXCLUDE)
