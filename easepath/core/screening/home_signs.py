"""What the last sessions at home answer in the screen, whatever was answered there, until it is cleared."""

from __future__ import annotations

from collections.abc import Iterable

from easepath.core.facts import ClientFactor, LogEntry, Situation
from easepath.core.ids import Answers, FlagItems, Sites
from easepath.core.knowledge.library import Library
from easepath.core.screening.effects import factor_sides
from easepath.core.screening.operations import REPLACEMENTS, operated_of_late
from easepath.core.vocabulary import JOINT_SYMPTOMS, SIGNS

SADDLE = frozenset({Sites.BETWEEN_THE_LEGS, Sites.GROIN})
"""Where numbness may be that of the nerves to bladder and bowel."""


def told_at_home(library: Library, situation: Situation, factors: tuple[ClientFactor, ...]) -> frozenset[str]:
    """The items and contexts that the last session of any drill answers yes."""
    if not situation.log:
        return frozenset()
    last = situation.last_entries
    found: set[str] = set()
    if any(e.symptom in ("numbness", "tingling") and e.felt in SADDLE for e in last):
        found.add(FlagItems.SADDLE_NUMBNESS)
    if _may_be_clot(library, last, factors):
        found.add(Answers.LEG_SWELLING)
    if any(_on_replaced(library, entry, factors) for entry in last if entry.symptom in JOINT_SYMPTOMS):
        found.add(FlagItems.REPLACED_JOINT_NEW)
    return frozenset(found)


def _may_be_clot(library: Library, last: Iterable[LogEntry], factors: tuple[ClientFactor, ...]) -> bool:
    operated = operated_of_late(library, factors)
    in_calf = (e.symptom in SIGNS and e.felt == Sites.CALF for e in last) if operated else ()
    return any(e.symptom == "calf-swelling" for e in last) or any(in_calf)


def _on_replaced(library: Library, entry: LogEntry, factors: tuple[ClientFactor, ...]) -> bool:
    replaced = (factor_sides(library.factors[f.id], f) for f in factors if f.id in REPLACEMENTS)
    return any(sides & entry.sides for sides in replaced)
