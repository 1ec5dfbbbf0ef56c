"""The risk of falling: of whom it is asked, and whether it is answered."""

from __future__ import annotations

from easepath.core.facts import ClientFactor, Situation
from easepath.core.ids import Factors
from easepath.core.knowledge.library import Library
from easepath.core.screening.operations import operation_in_window
from easepath.core.signs import is_answered
from easepath.core.story import answer

FALLS_AGE = 65
"""Years from which on one in three falls within a year."""
LIKELY_TO_FALL = frozenset({
    Factors.OSTEOPOROSIS, Factors.STEROID_LONG, Factors.NEURO_CONDITION, Factors.SENSORY_LOSS, Factors.DIZZINESS,
    Factors.VERTIGO, Factors.BLOOD_THINNER, Factors.BLEEDING_DISORDER, Factors.NO_FLOOR, Factors.STROKE,
    Factors.PARKINSON, Factors.MULTIPLE_SCLEROSIS, Factors.SEDATIVES, Factors.EPILEPSY, Factors.ANKYLOSING_SPINE,
})  # fmt: skip
"""Who falls easily, or is badly hurt by a fall."""


def falls_asked(library: Library, situation: Situation, factors: tuple[ClientFactor, ...]) -> bool:
    """Whether this client is asked about falls: by age, by a factor, after an operation, after a fall at home."""
    age = situation.client.age
    likely = any(factor.id in LIKELY_TO_FALL for factor in factors)
    return (age is not None and age >= FALLS_AGE) or likely or _fell(situation) or operation_in_window(library, factors)


def falls_open(library: Library, situation: Situation, factors: tuple[ClientFactor, ...]) -> bool:
    """Whether it is asked and neither listed nor answered no, so that nothing may ask for hard balance."""
    listed = any(factor.id == Factors.FALLS_RISK for factor in factors)
    safe = answer(situation.complaint, Factors.FALLS_RISK) is False and not _fell(situation)
    return falls_asked(library, situation, factors) and not listed and not safe


def falls_unanswered(library: Library, situation: Situation, factors: tuple[ClientFactor, ...]) -> bool:
    """Whether nobody knows yet; a fall at home makes an older answer void until it is answered."""
    known = answer(situation.complaint, Factors.FALLS_RISK) is not None and not _fell(situation)
    return falls_open(library, situation, factors) and not known


def _fell(situation: Situation) -> bool:
    fell = (entry for entry in situation.last_entries if entry.symptom == "fall")
    return any(not is_answered(situation, entry) for entry in fell)
