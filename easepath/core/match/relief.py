"""Relief: the library's prior blended with what a drill did in the room."""

from __future__ import annotations

from easepath.core.facts import Situation, Tryout
from easepath.core.ids import Exposures
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition, Drill
from easepath.core.tryout import gain_of
from easepath.core.vocabulary import BODY_SYMPTOMS, JOINT_SYMPTOMS, NERVE_SYMPTOMS, SideWord, sides_of

DEFAULT_RATING = (1, 1)
"""Relief and risk where nobody has rated a drill for the condition: a little of each."""
PUSHES_FORWARD = Exposures.HIP_ANTERIOR_GLIDE
PUSHES_FORWARD_RISK = 2
"""An unrated drill that pushes the hip's head forward is taken as riskier than others."""
PRIOR_TRIALS = 3
"""The prior weighs as much as three tries: one good try does not turn it over."""
DROPPING = NERVE_SYMPTOMS | JOINT_SYMPTOMS | BODY_SYMPTOMS | {"pinch"}


def rating(profile: Condition | None, drill: Drill) -> tuple[int, int]:
    """Relief and risk 0-3 of a drill for a condition."""
    if profile is not None and drill.id in profile.rate:
        return profile.rate[drill.id]
    risk = PUSHES_FORWARD_RISK if PUSHES_FORWARD in drill.exposures else DEFAULT_RATING[1]
    return DEFAULT_RATING[0], risk


def retest_gain(library: Library, situation: Situation, tryout: Tryout) -> float | None:
    """Change of a re-test in multiples of the MDC, better positive; None without a before and an after."""
    gain = gain_of(library, situation, tryout.measure, tryout.before, tryout.after)
    return None if gain is None else gain.amount / gain.error


def blended_relief(library: Library, situation: Situation, drill: Drill, side: SideWord, prior: int) -> float:
    """The prior as three pseudo-trials, blended with every re-test of the drill on that side."""
    scores = []
    for tryout in situation.tryouts:
        if tryout.drill != drill.id or not sides_of(tryout.side) & sides_of(side):
            continue
        gain = retest_gain(library, situation, tryout)
        if gain is not None:
            scores.append(_relief_of(0.0 if round(abs(gain), 6) <= 1 else max(-1.0, min(1.0, gain / 2))))
    return (PRIOR_TRIALS * prior + sum(scores)) / (PRIOR_TRIALS + len(scores))


def _relief_of(score: float) -> float:
    """-1 is relief 0, 0 is 1, +1 is 3, straight lines between."""
    return 1 + score if score < 0 else 1 + 2 * score


def dropped_drills(library: Library, situation: Situation) -> frozenset[str]:
    """Drills that made a re-test worse, or brought a pinch, a nerve or a joint symptom in the room."""
    found = set()
    for tryout in situation.tryouts:
        gain = retest_gain(library, situation, tryout)
        worse = gain is not None and round(gain, 6) < -1
        if worse or tryout.symptom in DROPPING:
            found.add(tryout.drill)
    return frozenset(found)
