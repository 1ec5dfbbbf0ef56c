"""What was done at home, and the response by the next morning."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from easepath.core.facts.base import DonePct, Fact, Pain
from easepath.core.vocabulary import Moved, SideName, SideWord, Symptom, Unusual, sides_of


class HomeAnswer(Fact):
    """A question of the home check that the client answered yes, and when."""

    item: str
    date: dt.date


class LogEntry(Fact):
    """One drill in one session at home, with the response by the next morning.

    `session` is the session's identity, for storage, display and corrections; the rules read dates.
    `stopped` says in the client's words why the session was broken off.
    `held` marks a morning that belongs to the session but was charged to another drill: this entry
    neither counts against the drill nor lets it go up. `unexplained` marks a bad morning that no drill's
    own pain explains. Both are told by charging, never by a case file. `stands_for` is the planned drill
    that this one replaced at the second set of places.
    """

    date: dt.date
    drill: str
    side: SideWord | None = None
    done_pct: DonePct | None = None
    before: Pain | None = None
    during: Pain | None = None
    after: Pain | None = None
    next: Pain | None = None
    symptom: Symptom | None = None
    felt: str | None = None
    moved: Moved = "none"
    unusual: Unusual = "none"
    gone_48h: bool | None = None
    stopped: Annotated[str, Field(min_length=1)] | None = None
    check: dict[str, float] = Field(default_factory=dict)
    session: Annotated[str, Field(min_length=1)] | None = None
    held: bool = False
    unexplained: bool = False
    stands_for: str | None = None

    @property
    def sides(self) -> frozenset[SideName]:
        """The sides this entry is about."""
        return sides_of(self.side)
