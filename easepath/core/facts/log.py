"""The sessions at home as the rules read them: by place each drill of each, made an entry when it is looked at."""

from __future__ import annotations

import datetime as dt
from bisect import bisect_right
from collections.abc import Iterable, Iterator, Sequence
from functools import cached_property
from itertools import groupby
from typing import Any, NamedTuple, overload

from pydantic import GetCoreSchemaHandler
from pydantic_core import CoreSchema, core_schema

from easepath.core.facts.session import LogEntry
from easepath.core.vocabulary import SideWord


class SessionTold:
    """What a session told of its drills, whatever its day: over a year many sessions tell the same and share one."""

    def __init__(self, entries: Sequence[LogEntry]) -> None:
        self.entries = tuple(entries)
        self.drills: tuple[tuple[str, SideWord | None], ...] = tuple((one.drill, one.side) for one in self.entries)
        """Each drill with its side as it was told."""

    @cached_property
    def places(self) -> frozenset[str | None]:
        """Where the drills were felt."""
        return frozenset(entry.felt for entry in self.entries)

    @cached_property
    def is_unusual(self) -> bool:
        """Whether something unusual was told of the day."""
        return any(entry.unusual != "none" for entry in self.entries)

    @cached_property
    def waits(self) -> bool:
        """Whether the next morning of a drill is to be told yet."""
        return any(entry.next is None and not entry.held for entry in self.entries)


class Session(NamedTuple):
    """One session on its day; `name` is its identity, None where it has none."""

    date: dt.date
    name: str | None
    told: SessionTold

    def entries(self) -> tuple[LogEntry, ...]:
        """Its drills, each with the day and the identity of the session."""
        own: dict[str, Any] = {"date": self.date, "session": self.name}
        return tuple(entry.with_known(own) for entry in self.told.entries)


class Log(Sequence[LogEntry]):
    """A sequence of log entries that knows of what sessions it is.

    A year has a thousand entries and the rules look closely at few of them; when, and of which drill, is read here
    without an entry being made.
    """

    def __init__(self, sessions: Iterable[Session]) -> None:
        self.sessions = tuple(sessions)
        self.dates: list[dt.date] = []
        """The day of each entry."""
        self.drills: list[tuple[str, SideWord | None]] = []
        """The drill of each entry, and the side as it was told."""
        self._starts: list[int] = []
        for date, _, told in self.sessions:
            self._starts.append(len(self.dates))
            self.dates += [date] * len(told.drills)
            self.drills += told.drills
        self._made: dict[int, tuple[LogEntry, ...]] = {}

    @classmethod
    def of(cls, entries: Iterable[LogEntry]) -> Log:
        """Entries as they stand; those that follow each other under one identity on one day are one session."""
        if isinstance(entries, Log):
            return entries
        numbered = enumerate(entries)
        apart = groupby(numbered, lambda one: (one[1].date, one[1].session, one[1].session is None and one[0]))
        return cls(Session(date, name, SessionTold([entry for _, entry in told])) for (date, name, _), told in apart)

    @property
    def distinct(self) -> frozenset[SessionTold]:
        """What its sessions told, once each."""
        return frozenset(session.told for session in self.sessions)

    def by_date(self) -> Log:
        """The same by date; sessions of one date keep their order."""
        if all(day <= after for day, after in zip(self.dates, self.dates[1:], strict=False)):
            return self
        return Log(sorted(self.sessions, key=lambda session: session.date))

    @overload
    def __getitem__(self, index: int) -> LogEntry: ...

    @overload
    def __getitem__(self, index: slice) -> tuple[LogEntry, ...]: ...

    def __getitem__(self, index: int | slice) -> LogEntry | tuple[LogEntry, ...]:
        """One entry, or several; raises IndexError for a place the log does not have."""
        if isinstance(index, slice):
            return tuple(self[place] for place in range(len(self))[index])
        place = range(len(self))[index]
        number = bisect_right(self._starts, place) - 1
        return self._entries(number)[place - self._starts[number]]

    def _entries(self, number: int) -> tuple[LogEntry, ...]:
        if number not in self._made:
            self._made[number] = self.sessions[number].entries()
        return self._made[number]

    def __iter__(self) -> Iterator[LogEntry]:
        for number in range(len(self.sessions)):
            yield from self._entries(number)

    def __len__(self) -> int:
        return len(self.dates)

    def __eq__(self, other: object) -> bool:
        return tuple(self) == tuple(other) if isinstance(other, Log | tuple) else NotImplemented

    def __hash__(self) -> int:
        return hash(tuple(self.dates))

    def __repr__(self) -> str:
        return repr(tuple(self))

    @classmethod
    def __get_pydantic_core_schema__(cls, source: object, handler: GetCoreSchemaHandler) -> CoreSchema:
        """Read and written as the row of its entries."""
        entries = handler.generate_schema(tuple[LogEntry, ...])
        return core_schema.json_or_python_schema(
            core_schema.no_info_after_validator_function(cls.of, entries),
            core_schema.no_info_wrap_validator_function(
                lambda told, read: told if isinstance(told, cls) else cls.of(read(told)), entries
            ),
            serialization=core_schema.plain_serializer_function_ser_schema(tuple, return_schema=entries),
        )
