"""All sessions of one drill on one date: they count as one, its sign that of any of them, its class the worst."""

from __future__ import annotations

import datetime as dt
from bisect import bisect_left
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import groupby, islice
from operator import attrgetter

from easepath.core.as_asked import ListAsAsked
from easepath.core.facts import LogEntry
from easepath.core.respond import BEGAN_HIGH, Answered, Responder, Response
from easepath.core.vocabulary import ResponseClass

WORST_FIRST: tuple[ResponseClass, ...] = ("flared", "stirred", "waiting", "calm")


@dataclass(frozen=True)
class SessionDay:
    """The sessions of one date with the response of each, in the order they were done."""

    date: dt.date
    answered: tuple[Answered, ...]

    @property
    def entries(self) -> tuple[LogEntry, ...]:
        """The sessions, in the order they were done."""
        return tuple(one.entry for one in self.answered)

    @property
    def responses(self) -> tuple[Response, ...]:
        """The response of each."""
        return tuple(one.response for one in self.answered)

    @cached_property
    def response(self) -> Response:
        """The worst response of the date."""
        return min(self.responses, key=lambda response: WORST_FIRST.index(response.kind))

    @property
    def kind(self) -> ResponseClass:
        """The class of the date."""
        return self.response.kind

    @property
    def began_high(self) -> bool:
        """Whether it stirred by its beginning alone."""
        stirred = [response for response in self.responses if response.kind == "stirred"]
        return self.kind == "stirred" and all(response.reason.rule == BEGAN_HIGH for response in stirred)

    @property
    def stopped(self) -> str | None:
        """In the client's words why a session of the date was broken off for another reason."""
        return next((e.stopped for e in self.entries if e.stopped is not None), None)

    @property
    def done_pct(self) -> float | None:
        """The best share done, in percent; None while none is known."""
        return _highest(e.done_pct for e in self.entries)

    @property
    def before(self) -> float | None:
        """The highest pain before, 0-10; None while none is known."""
        return _highest(e.before for e in self.entries)

    @property
    def during(self) -> float | None:
        """The highest pain during, 0-10; None while none is known."""
        return _highest(e.during for e in self.entries)

    @property
    def morning(self) -> float | None:
        """The highest pain of the next morning, 0-10; None while none is known."""
        return _highest(e.next for e in self.entries)

    def symptom(self, words: Collection[str]) -> str | None:
        """The first symptom of the date that is one of `words`."""
        return next((e.symptom for e in self.entries if e.symptom in words), None)

    def felt(self, sites: Collection[str]) -> str | None:
        """The first place felt that is one of `sites`."""
        return next((e.felt for e in self.entries if e.felt in sites), None)

    def nerve_sign(self, responder: Responder) -> LogEntry | None:
        """The first session of the date with a nerve sign."""
        return next((entry for entry in self.entries if responder.is_nerve(entry)), None)


def _highest(values: Iterable[float | None]) -> float | None:
    return max((value for value in values if value is not None), default=None)


def worst_class(kinds: Iterable[ResponseClass]) -> ResponseClass:
    """The worst of some classes."""
    return min(kinds, key=WORST_FIRST.index)


def latest_dates(log: Sequence[LogEntry], most: int) -> list[tuple[dt.date, list[LogEntry]]]:
    """The last dates of a log that stands by date, at most so many and the latest first, each with its entries."""
    latest_first = groupby(reversed(log), key=attrgetter("date"))
    return [(date, list(entries)) for date, entries in islice(latest_first, most)]


class SessionDays(ListAsAsked[SessionDay]):
    """The dates of some sessions in their order; what a date was is put together when it is looked at."""

    def __init__(self, responder: Responder, places: Sequence[int]) -> None:
        """`places` are those of the sessions in the log, in its order."""
        self._responder = responder
        self._places = places
        told = [responder.log.dates[place] for place in places]
        self._starts = [number for number, date in enumerate(told) if number == 0 or date != told[number - 1]]
        self.dates = tuple(told[start] for start in self._starts)
        """The dates alone, without any response."""
        super().__init__(len(self.dates), self._day)

    def _day(self, number: int) -> SessionDay:
        last = number + 1 == len(self._starts)
        places = self._places[self._starts[number] : None if last else self._starts[number + 1]]
        answered = tuple(self._responder.answered[place] for place in places)
        return SessionDay(answered[0].entry.date, answered)

    def since(self, date: dt.date) -> SessionDays:
        """Those on a date or after it."""
        first = bisect_left(self.dates, date)
        if not first:
            return self
        return SessionDays(self._responder, self._places[self._starts[first] :] if first < len(self) else ())
