"""What the client's own story says to the screen: questions it speaks of, and contexts it answers with a plain yes.

A question the story speaks of is asked by itself, and a no to it is looked at first. Nothing is ever answered no here.
"""

from __future__ import annotations

import re
from collections.abc import Collection, Iterator, Mapping
from dataclasses import dataclass, field
from functools import cache

from easepath.core.knowledge.library import Library

NUMB = "numb"
"""The kind of symptom that is numbness or tingling."""
EASED_BY = "eases it:"


@dataclass(frozen=True)
class Told:
    """A story as far as it says something to the screen.

    `areas` are marked places as "id:side", `kinds` what is felt at a place where it is not pain alone, `clues` and
    `ticked` what was chosen as true: clues of the conditions, and ids of what a story is asked.
    """

    words: str = ""
    areas: tuple[str, ...] = ()
    kinds: Mapping[str, Collection[str]] = field(default_factory=dict)
    clues: Collection[str] = ()
    ticked: Collection[str] = ()


def spoken_of(library: Library, told: Told) -> Mapping[str, str]:
    """The items and contexts a story speaks of, each with the first that does; it answers none of them."""
    found: dict[str, str] = {}
    hints = (*_by_words(library, told), *_by_hints(library, told))
    for word, said in (*hints, *_by_places(library, told), *_by_clues(library, told)):
        found.setdefault(word, said)
    return found


def answered_yes(library: Library, told: Told) -> Mapping[str, str]:
    """The contexts that a mark on the body chart or a chosen clue says yes to, each with what says it."""
    found: dict[str, str] = {}
    for word, said in (*_by_places(library, told), *_by_clues(library, told)):
        if word in library.answers:
            found.setdefault(word, said)
    return found


def _by_words(library: Library, told: Told) -> Iterator[tuple[str, str]]:
    for row in library.story_words.values():
        said = _pattern(row.words).search(told.words)
        if said is not None:
            yield from ((word, said[0]) for word in row.speaks_of)


def _by_places(library: Library, told: Told) -> Iterator[tuple[str, str]]:
    """What a mark says outright: contexts are answered by it, an item that a numb place names is asked by itself."""
    for area, name, numb in _marked(library, told):
        row = library.areas[area]
        yield from ((word, name) for word in row.answers)
        if numb:
            yield from ((word, f"{name}: numb or tingling") for word in row.numb)


def _by_hints(library: Library, told: Told) -> Iterator[tuple[str, str]]:
    """What a place or a tick only speaks of."""
    for area, name, _ in _marked(library, told):
        yield from ((word, name) for word in library.areas[area].speaks_of)
    for identifier in told.ticked:
        row = library.told[identifier]
        said = f"{EASED_BY} {row.name}" if row.asked == "eases" else row.name
        yield from ((word, said) for word in row.speaks_of)


def _by_clues(library: Library, told: Told) -> Iterator[tuple[str, str]]:
    return ((clue, library.clues[clue].name) for clue in told.clues if clue in library.answers)


def _marked(library: Library, told: Told) -> Iterator[tuple[str, str, bool]]:
    """The marked places: id, side and name, and whether it is numb there."""
    for key in told.areas:
        area, _, side = key.partition(":")
        yield area, f"{side} {library.areas[area].name}", NUMB in told.kinds.get(key, ())


@cache
def _pattern(words: tuple[str, ...]) -> re.Pattern[str]:
    """Whole words or phrases, in any case, in the plural or with -ed."""
    phrases = "|".join(re.escape(word) for word in sorted(words, key=len, reverse=True))
    return re.compile(rf"\b(?:{phrases})(?:s|es|d|ed)?\b", re.IGNORECASE)
