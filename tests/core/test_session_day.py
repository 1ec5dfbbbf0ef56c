"""All sessions of one date are one: any sign of any of them, the worst class, the best done, the highest pains."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easepath.core.adjust import review
from easepath.core.adjust.decision import Decision
from easepath.core.adjust.view import Context
from easepath.core.facts import LogEntry, PlannedDrill
from easepath.core.respond import Responder
from tests.core.build import LIBRARY, day, entry, matched, plan

TWO_OF_ONE_DATE = {
    "shooting-before-a-calm-one": ((entry(2, symptom="shooting", during=1), entry(2)), ("nerve", "stop", "flared")),
    "moved-down-before-a-calm-one": ((entry(2, moved="down"), entry(2)), ("nerve", "stop", "flared")),
    "sharp-before-a-calm-one": ((entry(2, symptom="sharp"), entry(2)), ("joint", "stop", "flared")),
    "a-pinch-before-a-calm-one": ((entry(2, symptom="pinch"), entry(2)), ("pinch", "hold", "stirred")),
    "two-pinches-of-one-date-are-one": (
        (entry(2, symptom="pinch"), entry(2, symptom="pinch")), ("pinch", "hold", "stirred"),
    ),
    "flared-before-a-calm-one": ((entry(2, during=8), entry(2)), ("flare", "ease", "flared")),
    "stirred-after-a-waiting-one": ((entry(2, symptom=None), entry(2, after=4)), ("stirred", "hold", "stirred")),
    "a-morning-unknown": ((entry(2), entry(2, next=None)), ("waiting", "hold", "waiting")),
    "the-better-done-counts": ((entry(3), entry(2, done_pct=40), entry(2)), ("ready", "progress", "calm")),
    "two-of-one-date-are-not-two-dates": ((entry(2), entry(2)), ("steady", "hold", "calm")),
    "the-highest-before-counts": (
        (entry(4, before=0), entry(3), entry(2, before=2), entry(2, before=0)), ("creeping", "hold", "calm"),
    ),
}  # fmt: skip


@pytest.mark.parametrize(("log", "wanted"), TWO_OF_ONE_DATE.values(), ids=TWO_OF_ONE_DATE.keys())
def test_two_sessions_of_one_date(log: tuple[LogEntry, ...], wanted: tuple[str, str, str]) -> None:
    found = review(matched(log=log)).drills[0]
    assert (found.decision.rule, found.decision.action, found.kind) == wanted


def test_every_session_of_a_date_keeps_its_identity_and_its_own_class() -> None:
    log = (entry(2, symptom="shooting", session="morning"), entry(2, session="evening"))
    context = Context(matched(log=log), log)
    (only,) = context.days("lunge-rock", "left")
    assert [(e.session, r.kind) for e, r in zip(only.entries, only.responses, strict=True)] == [
        ("morning", "flared"), ("evening", "calm"),
    ]  # fmt: skip
    assert (only.date, only.kind) == (day(2), "flared")


SESSIONS = st.builds(
    entry,
    st.sampled_from([1, 2, 3, 4]),
    symptom=st.sampled_from(["pull", "none", None, "shooting", "sharp", "pinch", "cramp"]),
    during=st.sampled_from([1, 4, 8]),
    next=st.sampled_from([None, 1, 4]),
    done_pct=st.sampled_from([None, 50, 100]),
)


@settings(max_examples=60, deadline=None)
@given(st.lists(SESSIONS, min_size=1, max_size=5), st.data())
def test_neither_the_order_of_a_date_nor_a_calm_session_more_hides_anything(log: list[LogEntry], data: Any) -> None:
    def first(entries: list[LogEntry]) -> Decision:
        return review(matched(log=tuple(entries))).drills[0].decision

    before = first(log)
    assert first(data.draw(st.permutations(log))).rule == before.rule
    last = max(one.date for one in log)
    calm = log[0].model_copy(update={**entry(0).model_dump(), "date": last, "done_pct": 0})
    order = list(LIBRARY.rules)
    assert order.index(first([*log, calm]).rule) <= order.index(before.rule)


def test_a_review_of_a_calm_year_looks_at_its_last_sessions_alone(monkeypatch: pytest.MonkeyPatch) -> None:
    looked_at: list[LogEntry] = []
    classify = Responder.classify
    monkeypatch.setattr(Responder, "classify", lambda self, one: looked_at.append(one) or classify(self, one))
    log = tuple(entry(ago, drill) for ago in range(365, 0, -1) for drill in ("lunge-rock", "side-leg-raise"))
    running = plan(PlannedDrill(drill="lunge-rock", side="left"), PlannedDrill(drill="side-leg-raise", side="left"))
    review(matched(log=log, plan=running))
    assert 0 < len(looked_at) < 60
    assert min(one.date for one in looked_at) > day(40)
