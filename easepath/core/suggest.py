"""Story: which conditions the client's words, the marked places and the known clues point to, and why."""

from __future__ import annotations

import difflib
import re
from collections.abc import Collection, Iterator
from dataclasses import dataclass

from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition

WORDS_POINTS = 10.0
"""The client's own words point more sharply than a place."""
PLACE_POINTS = 3.0
"""A place is shared by many conditions."""
ALIKE = 0.82
"""Share of letters in order from which on a word is taken as misspelled and not as another."""
LEAST_PHRASE = 0.5
"""Half of a phrase's words have to be told for it to count."""
EMPTY = frozenset(
    [
        "a",
        "an",
        "and",
        "at",
        "by",
        "for",
        "from",
        "in",
        "is",
        "it",
        "my",
        "of",
        "on",
        "or",
        "the",
        "to",
        "up",
        "when",
        "with",
    ]
)


@dataclass(frozen=True)
class Suggestion:
    """A condition with its points and what gave them, in words."""

    condition: Condition
    points: float
    why: tuple[str, ...]


def suggest(
    library: Library, words: str, *, regions: Collection[str] = (), clues: Collection[str] = ()
) -> tuple[Suggestion, ...]:
    """Every condition that anything points to, the strongest first; it orders a list and decides nothing."""
    told = tuple(_terms(words))
    found = []
    for condition in library.conditions.values():
        clued = _by_clues(library, condition, clues)
        parts = [*_by_words(condition, told), *_by_place(condition, regions), *clued]
        if parts:
            points = round(sum(points for points, _ in parts), 6)
            found.append(Suggestion(condition, points, tuple(why for _, why in parts)))
    return tuple(sorted(found, key=lambda s: (-s.points, s.condition.id)))


def _by_words(condition: Condition, told: tuple[str, ...]) -> Iterator[tuple[float, str]]:
    scored = [(_share(phrase, told), phrase) for phrase in (*condition.words, condition.name)]
    share, phrase = max(scored, key=lambda pair: pair[0])
    if share >= LEAST_PHRASE:
        yield WORDS_POINTS * share, f"the words: {phrase}"


def _by_place(condition: Condition, regions: Collection[str]) -> Iterator[tuple[float, str]]:
    if condition.region in regions:
        yield PLACE_POINTS, f"the place: {condition.region.replace('-', ' ')}"


def _by_clues(library: Library, condition: Condition, clues: Collection[str]) -> Iterator[tuple[float, str]]:
    for clue, weight in condition.clues.items():
        if clue in clues:
            yield float(weight), library.clues[clue].name


def _share(phrase: str, told: tuple[str, ...]) -> float:
    """How much of a phrase was told, from 0 to 1; spelling may be off a little."""
    terms = tuple(_terms(phrase))
    if not terms:
        return 0.0
    return sum(1 for term in terms if any(_alike(term, one) for one in told)) / len(terms)


def _terms(text: str) -> Iterator[str]:
    return (term for term in re.findall(r"[a-z]+", text.lower()) if term not in EMPTY)


def _alike(term: str, told: str) -> bool:
    if term == told:
        return True
    shorter, longer = sorted((term, told), key=len)
    if len(shorter) >= 4 and longer.startswith(shorter):
        return True
    return len(shorter) >= 4 and difflib.SequenceMatcher(None, term, told).ratio() >= ALIKE
