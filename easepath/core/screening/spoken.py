"""What the client's own story speaks of: such a question is asked by itself, and a no to it is looked at first."""

from __future__ import annotations

import re
from collections.abc import Mapping
from functools import cache

from easepath.core.knowledge.library import Library


def spoken_of(library: Library, story: str) -> Mapping[str, str]:
    """The items and contexts a story speaks of, each with the first word of it that does; it answers none of them."""
    found: dict[str, str] = {}
    for row in library.story_words.values():
        said = _pattern(row.words).search(story)
        if said is not None:
            for word in row.speaks_of:
                found.setdefault(word, said[0])
    return found


@cache
def _pattern(words: tuple[str, ...]) -> re.Pattern[str]:
    """Whole words or phrases, in any case, in the plural or with -ed."""
    phrases = "|".join(re.escape(word) for word in sorted(words, key=len, reverse=True))
    return re.compile(rf"\b(?:{phrases})(?:s|es|d|ed)?\b", re.IGNORECASE)
