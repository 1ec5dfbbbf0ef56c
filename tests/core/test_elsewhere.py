"""The second set of places: what is done there can be done there, and what stands in for a drill is as safe as it."""

from __future__ import annotations

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from easepath.core.adjust import review
from easepath.core.assessment import Assessment
from easepath.core.compose import Chosen, compose
from easepath.core.compose.candidates import loads_affected, watched_loads
from easepath.core.compose.elsewhere import SessionElsewhere, session_elsewhere
from easepath.core.facts import DrillGroup, Elsewhere, LogEntry, Plan, PlannedDrill, There
from easepath.core.match import Matcher
from easepath.core.screening.equipment import Household
from easepath.core.vocabulary import PLACES, Verdict
from tests.core.build import LIBRARY, client, complaint, entry, factor, matched, plan, situation

QUICK = settings(max_examples=30, deadline=None, suppress_health_check=[HealthCheck.too_slow])
CONDITIONS = st.sampled_from(sorted(LIBRARY.conditions))
FACTORS = st.builds(factor, st.sampled_from(sorted(LIBRARY.factors)), weeks_since=st.sampled_from([None, 3.0, 40.0]))
ROOMS = st.lists(st.sampled_from(PLACES), min_size=1, unique=True).map(tuple)
THINGS = st.lists(st.sampled_from(sorted(LIBRARY.standins)), max_size=4, unique=True).map(tuple)
DESK = Elsewhere(name="at work", places=("chair", "stand"))


def of(there: Elsewhere, *rows: Chosen, **changes: object) -> tuple[Matcher, SessionElsewhere]:
    """What becomes of drills there, in their own order."""
    facts = situation(client=client(elsewhere=there), **changes)
    second = Assessment(LIBRARY, facts).elsewhere
    assert second is not None
    return second.matcher, session_elsewhere(second.matcher, rows, order="own")


@QUICK
@given(CONDITIONS, st.lists(FACTORS, max_size=2), ROOMS, THINGS)
def test_what_is_done_there_can_be_done_there_and_is_not_refused(condition, factors, places, things) -> None:
    second = Elsewhere(name="away", places=places, equipment=things)
    person = client(factors=tuple(factors), elsewhere=second, places=PLACES, equipment=tuple(LIBRARY.standins))
    assessment = Assessment(
        LIBRARY, situation(client=person, complaint=complaint(condition=condition, side="both"), plan=Plan())
    )
    made = compose(assessment.matcher, 12.0)
    rows = tuple(Chosen(item.drill.id, item.planned_side, place=item.place) for item in made.drills)
    assert assessment.elsewhere is not None
    matcher = assessment.elsewhere.matcher
    found = session_elsewhere(matcher, rows, order="phases")
    household = Household(LIBRARY, matcher.screen.situation.client)
    assert not found.session.refused
    for item in found.session.drills:
        assert item.place in places or not set(item.drill.places) & set(places)
        assert not household.lacking(item.drill.equip)
        assert item.verdict is not Verdict.EXCLUDE
        if item.drill.id in found.stands_for:
            assert matcher.risk(item.drill) < 3
            stood_for = LIBRARY.drills[found.stands_for[item.drill.id]]
            assert matcher.main_need(stood_for) in item.drill.needs
    assert len({item.drill.id for item in found.session.drills}) == len(found.session.drills)
    assert len(found.session.drills) + len(found.left_out) == len(rows)


@QUICK
@given(CONDITIONS, ROOMS)
def test_what_stands_in_loads_nothing_more_often_than_the_condition_lets(condition, places) -> None:
    second = Elsewhere(name="away", places=places)
    person = client(elsewhere=second, places=PLACES, equipment=tuple(LIBRARY.standins))
    assessment = Assessment(
        LIBRARY, situation(client=person, complaint=complaint(condition=condition, side="both"), plan=Plan())
    )
    rows = tuple(Chosen(i.drill.id, i.planned_side) for i in compose(assessment.matcher, 20.0).drills)
    assert assessment.elsewhere is not None
    found = session_elsewhere(assessment.elsewhere.matcher, rows).session.drills
    for load, most in watched_loads(assessment.matcher).items():
        sides = [(item.drill, frozenset(item.drill.sides_done(item.planned_side))) for item in found]
        assert sum(loads_affected(assessment.matcher, drill, on, load) for drill, on in sides) <= most


TILT, ROCK, SQUEEZE = "pelvic-tilt", "lunge-rock", "seated-squeeze"


def told(found: SessionElsewhere) -> list[tuple[str, str | None]]:
    return [(row.planned.drill, row.done and row.done.drill) for row in found.rows]


def test_a_drill_stays_itself_where_its_place_is_there_and_is_replaced_where_not() -> None:
    matcher, found = of(DESK, Chosen(SQUEEZE, "both", place="chair"), Chosen(TILT, "both", place="floor"))
    assert told(found)[0] == (SQUEEZE, SQUEEZE)
    stand_in = told(found)[1][1]
    assert stand_in not in (None, TILT, SQUEEZE)
    assert found.stands_for == {stand_in: TILT}
    assert [item.place in DESK.places for item in found.session.drills] == [True, True]
    assert matcher.screen.situation.client.places == DESK.places


@pytest.mark.parametrize(
    ("there", "expected"),
    [
        (There(leave_out=True), None),
        (There(instead="a-drill-that-left-the-library"), SQUEEZE),
        (There(place="stand"), SQUEEZE),
    ],
)
def test_what_a_clinician_chose_goes_first(there: There, expected: object) -> None:
    row = Chosen(SQUEEZE, "both", there=there)
    _, found = of(DESK, row)
    assert told(found) == [(SQUEEZE, expected)]
    assert found.left_out == ((SQUEEZE,) if expected is None else ())


def test_a_stand_in_that_a_clinician_chose_is_taken_only_where_it_can_be_done() -> None:
    rock = Chosen(TILT, "both", there=There(instead="lunge-rock"))
    on_the_floor = Elsewhere(name="away", places=("floor",))
    assert told(of(on_the_floor, rock)[1]) == [(TILT, "lunge-rock")]
    assert dict(told(of(DESK, rock)[1]))[TILT] != "lunge-rock"


def test_a_group_keeps_its_rounds_with_what_stands_in() -> None:
    second = Assessment(LIBRARY, situation(client=client(elsewhere=DESK))).elsewhere
    assert second is not None
    rows = (Chosen(SQUEEZE, "both"), Chosen(TILT, "both"), Chosen(TILT, "both", rest=True))
    found = session_elsewhere(second.matcher, rows, (DrillGroup(drills=(SQUEEZE, TILT), rounds=3),), order="own")
    (group,) = found.session.groups
    assert (group.drills[0], group.rounds, len(group.drills)) == (SQUEEZE, 3, 2)
    assert not any(item.rest for item in found.session.drills), "what returns as a rest is done only as itself"


@pytest.mark.parametrize(
    ("symptom", "expected"), [("tingling", ("nerve", "pause")), ("locking", ("joint", "pause")), ("pull", None)]
)
def test_a_sign_in_what_stood_in_pauses_the_drill_it_stood_for(symptom: str, expected: object) -> None:
    log: tuple[LogEntry, ...] = (
        entry(2), entry(1, drill=SQUEEZE, side="both", symptom=symptom,
                        stands_for=ROCK),
    )  # fmt: skip
    running = plan(PlannedDrill(drill=ROCK, side="left", method="flow"))
    found = review(matched(log=log, plan=running)).drills[0].decision
    assert ((found.rule, found.action) == expected) is (expected is not None)
    alone = tuple(one.model_copy(update={"stands_for": None}) for one in log)
    without = review(matched(log=alone, plan=running)).drills[0].decision
    assert (without.rule, without.action) != expected


def test_a_flare_of_what_stood_in_is_a_reason_to_rest() -> None:
    log = (entry(1, drill=SQUEEZE, side="both", during=9, stands_for=ROCK),)
    running = plan(PlannedDrill(drill=ROCK, side="left", method="flow"))
    days = review(matched(log=log, plan=running)).context.resting
    assert days
    alone = tuple(one.model_copy(update={"stands_for": None}) for one in log)
    assert not review(matched(log=alone, plan=running)).context.resting
