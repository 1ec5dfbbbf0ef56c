"""Contexts that nobody has to ask: what a factor answers yes, and what sex and age answer no."""

from __future__ import annotations

from collections.abc import Mapping

from easepath.core.facts import Client, ClientFactor, Situation
from easepath.core.ids import Answers, Factors
from easepath.core.knowledge.library import Library
from easepath.core.screening.operations import REPLACEMENTS, operated_of_late

PREGNANT = frozenset({Factors.PREGNANCY, Factors.POSTPARTUM})
THIN_BONES = frozenset({Factors.OSTEOPOROSIS, Factors.STEROID_LONG})
FERTILE_AGES = (12, 55)
"""Whole years, both included, outside which a pregnancy is not asked about unless somebody says so."""


def contexts_told(library: Library, situation: Situation, factors: tuple[ClientFactor, ...]) -> Mapping[str, bool]:
    """The contexts a factor answers yes, and those that sex and age answer no while nobody has."""
    ids = {factor.id for factor in factors}
    told = dict.fromkeys(_ruled_out(situation.client), False)
    if ids & PREGNANT:
        told[Answers.PREGNANT_OR_RECENT] = True
    if ids & REPLACEMENTS:
        told[Answers.REPLACED_JOINT] = True
    if operated_of_late(library, factors):
        told[Answers.RECENT_OPERATION] = True
    if ids & THIN_BONES:
        told[Answers.BONE_RISK] = True
    return told


def _ruled_out(client: Client) -> list[str]:
    first, last = FERTILE_AGES
    old_or_young = client.years is not None and not first <= client.years <= last
    found: list[str] = [Answers.PREGNANT_OR_RECENT] if client.sex == "m" or old_or_young else []
    return [*found, Answers.HAS_TESTES] if client.sex == "f" else found
