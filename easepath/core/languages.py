"""A second language of the client's side: a text as it is said in English, said in it; in English where it is not."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from functools import lru_cache
from typing import Final

from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Language

ENGLISH: Final = "en"
SLOT: Final = re.compile(r"\{(\w+)\}")
FIGURE: Final = r"\d[\d.:]*"
VERBATIM: Final = frozenset({"phone", "degrees", "limit"})
"""What is filled in as it is."""


class Spoken:
    """One language of a library; English, and every text that it does not know, is said as it is."""

    def __init__(self, language: Language | None) -> None:
        self.language = language
        says = {} if language is None else language.says
        self._whole = dict(says)
        patterned = sorted((text for text in says if SLOT.search(text)), key=_literal, reverse=True)
        self._patterns = [(_pattern(text), says[text]) for text in patterned]
        self.known = lru_cache(maxsize=4096)(self._known)

    @property
    def id(self) -> str:
        """The language as a browser names it."""
        return ENGLISH if self.language is None else self.language.id

    @property
    def unread(self) -> str:
        """That nobody whose language it is has read it; empty for English."""
        return "" if self.language is None else self.language.unread

    def say(self, text: str) -> str:
        """A text in this language, in English where it is not known."""
        return text if self.language is None else self.known(text) or text

    def each(self, texts: Iterable[str]) -> tuple[str, ...]:
        """Texts in this language."""
        return tuple(self.say(text) for text in texts)

    def missing(self, texts: Iterable[str]) -> list[str]:
        """The texts it does not know, each once."""
        return [text for text in dict.fromkeys(texts) if text and self.known(text) is None]

    def _known(self, text: str) -> str | None:
        """A whole text, one with figures or words filled in, or one made of parts that are all known."""
        if text in self._whole:
            return self._whole[text]
        for pattern, said in self._patterns:
            match = pattern.fullmatch(text)
            filled = None if match is None else self._filled(match.groupdict())
            if filled is not None:
                return said.format(**filled)
        parts = text.split(", ")
        told = [self.known(part) for part in parts] if len(parts) > 1 else [None]
        return None if None in told else ", ".join(part for part in told if part is not None)

    def _filled(self, found: dict[str, str]) -> dict[str, str] | None:
        """What was filled in, in this language; None where a word of it is not known."""
        told = {name: text if _as_it_is(name) else self.known(text) for name, text in found.items()}
        known = {name: text for name, text in told.items() if text is not None}
        return known if len(known) == len(told) else None


def _as_it_is(name: str) -> bool:
    return len(name) == 1 or name in VERBATIM


def _literal(text: str) -> int:
    """How much of a pattern is said by itself: what says more of it is tried first."""
    return len(SLOT.sub("", text))


def _pattern(text: str) -> re.Pattern[str]:
    """What matches a text with something filled in: a figure where its name is one letter, else any words."""
    parts: list[str] = []
    for n, part in enumerate(SLOT.split(text)):
        if n % 2:
            parts.append(f"(?P<{part}>{FIGURE if len(part) == 1 else '.+'})")
        else:
            parts.append(re.escape(part))
    return re.compile("".join(parts))


_SPOKEN: dict[tuple[str, str], Spoken] = {}


def spoken(library: Library, language: str) -> Spoken:
    """A language of a library by its id; English for one it does not have."""
    key = (library.version, language)
    if key not in _SPOKEN:
        _SPOKEN[key] = Spoken(library.languages.get(language))
    return _SPOKEN[key]


def language_called(library: Library, word: str) -> Language | None:
    """The second language that a record names with a word of its own; None for English and for one it does not have."""
    called = word.strip().lower()
    return next((one for one in library.languages.values() if called in one.called), None)


def client_texts(library: Library) -> Iterator[str]:
    """Every text of the knowledge that a client may read, as it stands there."""
    for wording in library.wording.values():
        yield from (wording.title, *wording.do, wording.feel, *wording.stop, wording.easier, wording.harder)
    for coaching in library.coaching.values():
        yield from (coaching.mark.what, coaching.mark.unit) if coaching.mark else ()
    for change in library.changes.values():
        yield from (change.client, *change.in_drill.values())
    for stop in library.stops.values():
        yield from stop.stop
    for symptom in (*library.symptoms.values(), *library.stop_reasons.values()):
        yield from (symptom.text, symptom.phone)
    for phrase in library.phrases.values():
        yield from (phrase.text, phrase.one or "")
    for profile in library.conditions.values():
        yield from profile.avoid
    checked = {item for flag in library.red_flags.values() for item in flag.home_check}
    yield from (library.questions[item].ask for item in sorted(checked))
    yield from (row.text for row in library.emergencies.values())
    yield from (row.text for row in library.client_lines.values())
    yield from (row.line for row in library.home_rules.values())
    yield from (row.line for row in library.gear_care.values())
    yield from (row.line for row in library.precautions.values())
    yield from (row.line for row in library.limit_lines.values())
    yield from (f"{row.word}: {row.means}" for row in library.glossary.values())
    for scale in library.outcomes.values():
        yield from (scale.ask, scale.low_words, scale.high_words, *scale.words)
    yield from (row.name for row in library.standins.values())
