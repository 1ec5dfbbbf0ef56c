"""What the last sessions at home answer in the screen, whatever was answered there, until it is cleared."""

from __future__ import annotations

from easepath.core.facts import ClientFactor, LogEntry, Situation
from easepath.core.ids import Answers, FlagItems, Sites
from easepath.core.knowledge.library import Library
from easepath.core.screening.effects import factor_sides
from easepath.core.screening.operations import REPLACEMENTS, operated_of_late
from easepath.core.signs import open_checks
from easepath.core.vocabulary import JOINT_SYMPTOMS, SIGNS

SADDLE = frozenset({Sites.BETWEEN_THE_LEGS, Sites.GROIN})
"""Where numbness may be that of the nerves to bladder and bowel."""


def told_at_home(library: Library, situation: Situation, factors: tuple[ClientFactor, ...]) -> frozenset[str]:
    """The items and contexts that the last session of any drill answers yes."""
    found = (answered_by(library, entry, factors) for entry in situation.last_entries if entry.symptom is not None)
    return frozenset(word for words in found for word in words) | {check.item for check in open_checks(situation)}


def answered_by(library: Library, entry: LogEntry, factors: tuple[ClientFactor, ...]) -> frozenset[str]:
    """The items and contexts that one session of a drill answers yes."""
    found: set[str] = set()
    if entry.symptom in ("numbness", "tingling") and entry.felt in SADDLE:
        found.add(FlagItems.SADDLE_NUMBNESS)
    if _may_be_clot(library, entry, factors):
        found.add(Answers.LEG_SWELLING)
    if entry.symptom in JOINT_SYMPTOMS and _on_replaced(library, entry, factors):
        found.add(FlagItems.REPLACED_JOINT_NEW)
    return frozenset(found)


def _may_be_clot(library: Library, entry: LogEntry, factors: tuple[ClientFactor, ...]) -> bool:
    in_calf = entry.symptom in SIGNS and entry.felt == Sites.CALF
    return entry.symptom == "calf-swelling" or (in_calf and operated_of_late(library, factors))


def _on_replaced(library: Library, entry: LogEntry, factors: tuple[ClientFactor, ...]) -> bool:
    replaced = (factor_sides(library.factors[f.id], f) for f in factors if f.id in REPLACEMENTS)
    return any(sides & entry.sides for sides in replaced)
