"""Phrases for clients by their id: in the words of the knowledge, with figures filled in."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass, field

from easepath.core.errors import UnknownIdError
from easepath.core.knowledge.library import Library
from easepath.core.languages import Spoken


@dataclass(frozen=True)
class Phrases:
    """The phrases of one library, in the language they are spoken in."""

    library: Library
    words: Spoken = field(default_factory=lambda: Spoken(None))

    def say(self, name: str, /, n: int | None = None, **filled: object) -> str:
        """A phrase with its places filled; `n` also decides whether it is said of one. Raises UnknownIdError."""
        phrase = self.library.phrases.get(name)
        if phrase is None:
            raise UnknownIdError("phrase", name)
        text = phrase.one if n == 1 and phrase.one is not None else phrase.text
        return self.words.say(text).format(n=n, **filled)

    def all_of(self, things: Sequence[str]) -> str:
        """Things in a row: "a, b and c"."""
        if len(things) < 2:
            return "".join(things)
        return self.say("and", some=", ".join(things[:-1]), last=things[-1])

    def date(self, day: dt.date, *, year: bool = False, weekday: bool = False) -> str:
        """A day: "25 November", with its year, or "Wednesday, 25 November"."""
        month = self.say("months").split()[day.month - 1]
        said = self.say("date-of-year" if year else "date", day=day.day, month=month, year=day.year)
        return self.say("weekday-date", weekday=self.weekday(day), date=said) if weekday else said

    def weekday(self, day: dt.date, *, short: bool = False) -> str:
        """The name of a day of the week."""
        return self.say("weekdays-short" if short else "weekdays").split()[day.weekday()]
