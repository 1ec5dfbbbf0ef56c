"""Match: every drill that is open, ranked by fit, relief, risk and burden; the rest listed with its reason."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

from easepath.core.as_asked import AsAsked
from easepath.core.knowledge.models import Drill, Stage
from easepath.core.match.needs import Needs, combine
from easepath.core.match.pass_conditions import facts_missing
from easepath.core.match.relief import blended_relief, dropped_drills, rating
from easepath.core.match.rungs import EntryRungs
from easepath.core.match.stages import stage_closes, stage_in_force
from easepath.core.reasons import Reason
from easepath.core.screening.equipment import Household
from easepath.core.screening.screen import ScreenResult
from easepath.core.screening.verdicts import DrillVerdict
from easepath.core.story import plan_stage
from easepath.core.vocabulary import SideWord, Verdict, sides_of

FIT_SHARE = 0.55
"""What a drill is for counts more than everything else together."""
RELIEF_SHARE = 0.25
"""What is known of its relief counts next."""
EASE_SHARE = 0.20
"""How easily it is done at home counts last, and still decides between equals."""
RISK_FACTOR = (1.0, 0.9, 0.65, 0.2)
"""By risk 0 to 3 for the condition: the highest is all but out, and never composed."""
VERDICT_FACTOR = {Verdict.CLEAR: 1.0, Verdict.CAUTION: 0.95, Verdict.MODIFY: 0.85, Verdict.EXCLUDE: 0.0}
"""A drill that needs care stands below one of the same score that needs none."""
BURDEN_PER_SUBSTITUTE = 0.15
"""Something else that has to do instead of the right thing."""
BURDEN_FLOOR = 0.25
"""Getting down and up again."""
BURDEN_FLOOR_WITH_CARE = 0.4
"""The same for somebody for whom it is work."""
BURDEN_STAND = 0.1
"""Needs room, and balance."""
BURDEN_NEW = 0.1
"""Has to be learned first."""
RELIEVING = 2
"""Relief from which on a drill that settles is offered whatever it is for."""
ABSENT_NEED = 0.01
"""Keeps the drill's own order where the client has none of its needs."""


class Candidate(NamedTuple):
    """One drill on one side with its four parts (fit 0-1, relief 0-3, risk 0-3, burden 0-1) and its score 0-100."""

    drill: Drill
    side: SideWord
    verdict: DrillVerdict
    fit: float
    relief: float
    risk: int
    burden: float
    score: float


class LeftOut(NamedTuple):
    """A drill that is not offered on a side, and why."""

    drill: Drill
    side: SideWord
    reason: Reason
    verdict: DrillVerdict


@dataclass(frozen=True)
class MatchResult:
    """The ranking and what was left out of it."""

    ranked: tuple[Candidate, ...]
    left_out: tuple[LeftOut, ...]


CLINICIAN_ONLY = "clinician-only"
"""Why a drill is never composed or ranked: a clinician alone chooses it."""


class Matcher:
    """Matches the whole library for one screened client."""

    def __init__(self, screen: ScreenResult) -> None:
        self.screen = screen
        self.needs = Needs(screen)
        self.stage: Stage | None = stage_in_force(screen.profile, plan_stage(screen.situation, screen.profile))
        self._household = Household(screen.library, screen.situation.client)
        self._dropped = dropped_drills(screen.library, screen.situation)
        self._affected = screen.situation.complaint.affected
        situation = screen.situation
        self._planned = frozenset(planned.drill for planned in situation.plan.drills)
        logged = {drill for drill, _ in situation.log_by_date.drills}
        self._familiar = self._planned | logged | {tryout.drill for tryout in situation.tryouts}
        self._tried = {tryout.drill for tryout in situation.tryouts}

    @cached_property
    def needed(self) -> frozenset[str]:
        """Every drill that meets a need of this client."""
        needs = {need.id for need in self.needs.affected.values()}
        return frozenset(drill.id for drill in self.screen.library.drills.values() if needs & set(drill.needs))

    @cached_property
    def _closing(self) -> Mapping[tuple[str, SideWord], Reason | None]:
        return AsAsked(self.screen.library.judged, self._why_closed)

    def closed(self, drill: Drill, side: SideWord) -> Reason | None:
        """Why a drill is not open on a side; None where it is open."""
        return self._closing[drill.id, self.key(drill, side)]

    def is_open(self, drill: Drill, side: SideWord) -> bool:
        """Whether a drill may be used on a side at all."""
        return self.closed(drill, side) is None

    def may_be_planned(self, drill: Drill, side: SideWord) -> bool:
        """Whether a clinician may plan a drill on a side: open, or kept for the clinician's own choice."""
        closed = self.closed(drill, side)
        return drill.home and (closed is None or closed.rule == CLINICIAN_ONLY)

    @staticmethod
    def key(drill: Drill, side: SideWord) -> SideWord:
        """The side word under which a drill is judged for `side`."""
        return "both" if drill.sides == "both" else side

    @cached_property
    def ranked_sides(self) -> Mapping[str, frozenset[SideWord]]:
        """The sides each drill is ranked for."""
        found: dict[str, set[SideWord]] = {}
        for candidate in self.result.ranked:
            found.setdefault(candidate.drill.id, set()).add(candidate.side)
        return {drill: frozenset(sides) for drill, sides in found.items()}

    def risk(self, drill: Drill) -> int:
        """Risk 0-3 for this condition."""
        return rating(self.screen.profile, drill)[1]

    def weigh(self, drill: Drill, need: str) -> float:
        """Drill weight x need weight; a need that is not there counts 0.01."""
        return drill.needs[need] * max(self.needs.weights.get(need, 0.0), ABSENT_NEED)

    def main_need(self, drill: Drill) -> str:
        """The need of greatest drill weight x need weight for this client, the first listed at a tie."""
        return max(drill.needs, key=lambda need: self.weigh(drill, need))

    @cached_property
    def _candidates(self) -> Mapping[tuple[str, SideWord], Candidate]:
        return AsAsked(self.screen.library.judged, self._candidate)

    def candidate(self, drill: Drill, side: SideWord) -> Candidate:
        """An open drill on a side with its parts and score, whatever its rung."""
        return self._candidates[drill.id, self.key(drill, side)]

    @cached_property
    def rungs(self) -> EntryRungs:
        """The entry rung of every ladder and side."""
        return EntryRungs(self.screen, self.stage, self.is_open)

    @cached_property
    def result(self) -> MatchResult:
        """The ranking by score, and everything left out with its reason."""
        ranked, left_out = [], []
        for (_, side), drill in self.screen.library.judged.items():
            reason = self._not_ranked(drill, side)
            if reason is None:
                ranked.append(self.candidate(drill, side))
            else:
                left_out.append(LeftOut(drill, side, reason, self.screen.drills[drill.id][side]))
        return MatchResult(tuple(sorted(ranked, key=self._place)), tuple(left_out))

    def ranked_for(self, need: str) -> list[Candidate]:
        """The ranked drills that serve a need, in the order of `result`; no other drill is looked at."""
        judged = self.screen.library.judged.items()
        serving = [(drill, side) for (_, side), drill in judged if drill.needs.get(need, 0) > 0]
        found = [self.candidate(drill, side) for drill, side in serving if self._not_ranked(drill, side) is None]
        return sorted(found, key=self._place)

    def _place(self, candidate: Candidate) -> tuple[float, str, bool, SideWord]:
        """What a candidate is ordered by: its score, then its name, the affected side first."""
        return -candidate.score, candidate.drill.id, candidate.side not in self._affected, candidate.side

    def why_out(self, drill: Drill, side: SideWord) -> Reason | None:
        """Why a drill is not ranked on a side; None where it is."""
        return self._left_out.get((drill.id, self.key(drill, side)))

    @cached_property
    def _left_out(self) -> Mapping[tuple[str, SideWord], Reason]:
        return {(one.drill.id, one.side): one.reason for one in self.result.left_out}

    def _not_ranked(self, drill: Drill, side: SideWord) -> Reason | None:
        closed = self.closed(drill, side)
        if closed is not None:
            return closed
        if self.candidate(drill, side).fit <= 0 and not self.relieves(drill, side):
            return Reason("no-need")
        if drill.id in self._tried:
            return None
        return self.rungs.closes(drill, side)

    def relieves(self, drill: Drill, side: SideWord) -> bool:
        """Whether it calms this profile: wanted on the affected side whatever it is for."""
        relief, _ = rating(self.screen.profile, drill)
        return drill.phase == "settle" and relief >= RELIEVING and bool(sides_of(side) & self._affected)

    def _why_closed(self, judged: tuple[str, SideWord]) -> Reason | None:
        drill, side, verdict = self._verdict_of(judged)
        if verdict.verdict is Verdict.EXCLUDE:
            gravest = verdict.reasons[0]
            return Reason("excluded", Verdict.EXCLUDE, {"why": gravest})
        if not verdict.feasible:
            return Reason("infeasible", facts={"lacking": ", ".join(verdict.lacking)})
        if not drill.auto:
            return Reason(CLINICIAN_ONLY)
        if drill.id in self._dropped:
            return Reason("dropped")
        if drill.id in self.screen.situation.barred:
            return Reason("barred", facts={"why": self.screen.situation.barred[drill.id]})
        if self.screen.fresh_strains and not _allowed_when_fresh(drill):
            name = self.screen.library.factors[self.screen.fresh_strains[0].id].name
            return Reason("strain-first-days", facts={"factor": name})
        closed = stage_closes(self.screen, self.stage, drill, side, verdict)
        waits = () if closed else self.waits_for(drill)
        return Reason("opens-later", facts={"what": list(waits)}) if waits else closed

    def waits_for(self, drill: Drill) -> tuple[Reason, ...]:
        """What must be known to hold before a drill that is not planned yet opens."""
        if not drill.opens or drill.id in self._planned:
            return ()
        return tuple(facts_missing(self.screen, drill.opens))

    def _verdict_of(self, judged: tuple[str, SideWord]) -> tuple[Drill, SideWord, DrillVerdict]:
        name, side = judged
        return self.screen.library.drills[name], side, self.screen.drills[name][side]

    def _candidate(self, judged: tuple[str, SideWord]) -> Candidate:
        drill, side, verdict = self._verdict_of(judged)
        weights = self._weights(side)
        fit = combine([weights.get(need, 0.0) * share for need, share in drill.needs.items()])
        prior, risk = rating(self.screen.profile, drill)
        relief = blended_relief(self.screen.library, self.screen.situation, drill, side, prior)
        burden = self._burden(drill, verdict)
        base = 100 * (FIT_SHARE * fit + RELIEF_SHARE * relief / 3 + EASE_SHARE * (1 - burden))
        risk_factor = RISK_FACTOR[risk] ** (2 if self.screen.high else 1)
        score = round(base * risk_factor * VERDICT_FACTOR[verdict.verdict], 2)
        return Candidate(drill, side, verdict, fit, relief, risk, burden, score)

    def _weights(self, side: SideWord) -> Mapping[str, float]:
        return self.needs.weights if side == "both" else self.needs.of_side(side)

    def _burden(self, drill: Drill, verdict: DrillVerdict) -> float:
        burden = BURDEN_PER_SUBSTITUTE * len(self._household.substituted(drill.equip))
        if verdict.place == "floor":
            burden += BURDEN_FLOOR_WITH_CARE if self.screen.rules.floor_care else BURDEN_FLOOR
        if verdict.place == "stand":
            burden += BURDEN_STAND
        if drill.id not in self._familiar:
            burden += BURDEN_NEW
        return min(1.0, round(burden, 9))


def _allowed_when_fresh(drill: Drill) -> bool:
    return drill.phase == "settle" or (drill.ladder is not None and drill.ladder[1] == 1)
