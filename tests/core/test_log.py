"""The log as a sequence of entries that knows its sessions: nothing is lost, and the last of each drill is found."""

from __future__ import annotations

import datetime as dt
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.facts import Log, LogEntry, Plan, PlannedDrill, Session, SessionTold, Situation
from easepath.core.vocabulary import sides_of
from tests.core.build import TODAY, entry, situation

ENTRIES = st.builds(
    lambda ago, drill, side, session, **told: LogEntry(
        date=TODAY - dt.timedelta(days=ago), drill=drill, side=side, session=session and f"{session}-{ago}", **told
    ),
    st.integers(0, 6), st.sampled_from(["half-kneel", "lunge-rock"]), st.sampled_from(["left", "right", "both", None]),
    st.sampled_from([None, "a", "b"]), next=st.sampled_from([None, 1.0]), held=st.booleans(),
    unusual=st.sampled_from(["none", "work"]), felt=st.sampled_from([None, "target"]),
)  # fmt: skip
LOGS = st.lists(ENTRIES, max_size=12).map(tuple)


@given(LOGS)
def test_a_log_is_the_row_of_its_entries(entries: tuple[LogEntry, ...]) -> None:
    log = Log.of(entries)
    assert (tuple(log), len(log), tuple(reversed(log))) == (entries, len(entries), entries[::-1])
    assert [log[place] for place in range(-len(log), len(log))] == [*entries, *entries]
    assert (log[1:3], log.dates) == (entries[1:3], [one.date for one in entries])
    assert log.drills == [(one.drill, one.side) for one in entries]
    assert sum(len(session.told.entries) for session in log.sessions) == len(entries)
    assert tuple(log.by_date()) == tuple(sorted(entries, key=lambda one: one.date))


@given(LOGS)
def test_what_is_read_of_sessions_is_what_their_entries_say(entries: tuple[LogEntry, ...]) -> None:
    log = Log.of(entries)
    assert {place for told in log.distinct for place in told.places} == {one.felt for one in entries}
    for session in log.sessions:
        assert session.told.waits == any(one.next is None and not one.held for one in session.entries())
        assert session.told.is_unusual == any(one.unusual != "none" for one in session.entries())


@given(LOGS)
def test_a_log_is_written_and_read_as_its_entries(entries: tuple[LogEntry, ...]) -> None:
    facts = situation(log=entries)
    written = facts.model_dump_json()
    again = Situation.model_validate_json(written)
    assert (again.log, again.model_dump_json()) == (entries, written)
    assert facts.model_dump()["log"] == tuple(one.model_dump() for one in entries)


SINCE = st.fixed_dictionaries({}, optional={drill: st.integers(0, 6) for drill in ("half-kneel", "lunge-rock")})


@given(LOGS, SINCE)
def test_the_last_of_each_drill_on_each_side_since_its_dose_began(
    entries: tuple[LogEntry, ...], since: dict[str, int]
) -> None:
    begun = {drill: TODAY - dt.timedelta(days=ago) for drill, ago in since.items()}
    rows = tuple(PlannedDrill(drill=drill, side="both", since=day) for drill, day in begun.items())
    facts = situation(log=entries, plan=Plan(drills=rows))

    def is_last(one: LogEntry, side: Any) -> bool:
        same = [o.date for o in entries if o.drill == one.drill and side in sides_of(o.side)]
        return one.date == max((day for day in same if day >= begun.get(one.drill, day)), default=None)

    wanted = [one for one in entries if any(is_last(one, side) for side in one.sides)]
    assert list(facts.last_entries) == sorted(wanted, key=lambda one: one.date)


def test_sessions_that_tell_the_same_share_it_and_keep_their_day_and_name() -> None:
    told = SessionTold([entry(0)])
    log = Log(Session(TODAY - dt.timedelta(days=ago), f"s{ago}", told) for ago in (2, 1))
    assert log.distinct == {told}
    assert [(one.date, one.session) for one in log] == [(TODAY - dt.timedelta(days=ago), f"s{ago}") for ago in (2, 1)]


def test_a_place_that_is_not_in_the_log_is_an_error() -> None:
    with pytest.raises(IndexError):
        Log.of((entry(0),))[1]


def test_a_copy_of_facts_carries_nothing_over_that_was_worked_out_of_the_old_ones() -> None:
    facts = situation(log=(entry(1),), plan=Plan())
    assert len(facts.last_entries) == 1
    assert facts.model_copy(update={"log": Log(())}).last_entries == ()
    begun = Plan(drills=(PlannedDrill(drill=facts.log[0].drill, side="both", since=TODAY),))
    assert facts.model_copy(update={"plan": begun}).last_entries == ()
