"""The table of what follows at home says what the rules would: which drills rest after a sign, which pain is a flare."""

from __future__ import annotations

import itertools
from collections.abc import Sequence

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.adjust.at_home import after_a_flare, at_home
from easepath.core.adjust.follow import NEVER, flares, follows
from easepath.core.adjust.review import Review
from easepath.core.assessment import Assessment
from easepath.core.compose.due import days_due
from easepath.core.facts import ClientFactor, Plan, PlannedDrill, StandingOrder
from easepath.core.respond import Responder
from easepath.core.vocabulary import SIGNS, SYMPTOMS, Symptom
from tests.core.build import LIBRARY, client, complaint, entry, factor, plan, situation

HIP = (
    PlannedDrill(drill="lunge-rock", side="left", method="flow"), PlannedDrill(drill="iso-adduction", side="both"),
    PlannedDrill(drill="pelvic-tilt", side="both"), PlannedDrill(drill="side-leg-raise", side="left"),
)  # fmt: skip
NERVE = (
    PlannedDrill(drill="pelvic-tilt", side="both"),
    PlannedDrill(drill="hinge-light", side="both"),
)  # fmt: skip
OPERATED = (factor("knee-replacement", side="right", weeks_since=8),)
REPLACED = (factor("hip-replacement-posterior", side="left", weeks_since=200),)
PLANS: dict[str, tuple[str, tuple[PlannedDrill, ...], tuple[ClientFactor, ...]]] = {
    "groin": ("adductor-strain", HIP, ()), "leg": ("", NERVE, ()), "operated": ("", NERVE, OPERATED),
    "replaced": ("adductor-strain", HIP, REPLACED),
}  # fmt: skip


def assessed(of: str, *log: object, drills: Sequence[PlannedDrill] = ()) -> Assessment:
    condition, usual, factors = PLANS[of]
    drills = drills or usual
    story = complaint(condition=condition) if condition else complaint(condition=None, region="low-back")
    facts = situation(
        client=client(factors=factors), complaint=story, plan=plan(*drills, stage=2 if condition else None), log=log,
    )  # fmt: skip
    return Assessment(LIBRARY, facts)


SIGNS_IN_ORDER = [symptom for symptom in SYMPTOMS if symptom in SIGNS]


@pytest.mark.parametrize("of", PLANS)
@pytest.mark.parametrize("symptom", SIGNS_IN_ORDER)
def test_the_table_pauses_what_the_rules_pause(of: str, symptom: Symptom) -> None:
    before = assessed(of).review
    table, resting = follows(before), at_rest(before)
    for told in PLANS[of][1]:
        for felt in ("knee", "groin", "calf", "wrist", "low-back", "buttock"):
            row = next(
                row for row in table
                if row.drill == told.drill and symptom in row.symptoms and (not row.felt or felt in row.felt)
            )  # fmt: skip
            log = entry(0, told.drill, told.side or "both", symptom=symptom, felt=felt)
            expected = {one.drill for one in PLANS[of][1]} if row.all else set(row.rests)
            assert at_rest(assessed(of, log).review) == resting | expected, (told.drill, felt)


def at_rest(found: Review) -> set[str]:
    return {one.drill.id for one in found.drills if one.decision.action in ("stop", "pause", "suspend")}


@pytest.mark.parametrize("of", PLANS)
@pytest.mark.parametrize("step", [-1, 0, 1])
@pytest.mark.parametrize("eases", [True, False])
def test_once_it_has_rested_a_drill_is_what_the_table_says(of: str, step: int, eases: bool) -> None:
    planned = [one.model_copy(update={"step": step, "order": StandingOrder(ease=eases)}) for one in PLANS[of][1]]
    table = {row.planned.drill: row for row in after_a_flare(assessed(of, drills=planned).review)}
    for told in planned:
        log = entry(3, told.drill, told.side or "both", before=1, during=9, next=1)
        rules = {row.planned.drill: row for row in at_home(assessed(of, log, drills=planned).review)}
        by_rules, by_table = rules.get(told.drill), table.get(told.drill)
        assert (by_rules and (by_rules.action, by_rules.to)) == (by_table and (by_table.action, by_table.to))


@given(of=st.sampled_from(sorted(PLANS)), before=st.integers(0, 10), pain=st.integers(0, 10), told=st.booleans())
def test_a_pain_is_a_flare_where_the_table_says_so(of: str, before: int, pain: int, told: bool) -> None:
    context = assessed(of).review.context
    for row in flares(context):
        responder = Responder(context.screen, context.methods, ())
        given_pain = {"during": pain, "next": None} if told else {"during": None, "next": pain}
        log = entry(0, row.drill, "left", before=before, after=None, symptom=None, felt=None, **given_pain)
        least = (row.during if told else row.morning)[before]
        assert 0 <= least <= NEVER
        assert (responder.classify(log).kind == "flared") == (pain >= least)


@given(st.integers(1, 7))
def test_a_drill_is_due_as_often_a_week_as_it_is_planned(times: int) -> None:
    due = days_due(times)
    assert (len(due), sum(due), due[0]) == (7, times, True)
    round_the_week = [day for day, is_due in enumerate(due + due) if is_due]
    gaps = [b - a for a, b in itertools.pairwise(round_the_week)]
    assert all(gap >= 2 for gap in gaps) == (times <= 3)


@pytest.mark.parametrize("times", [0, 8])
def test_no_week_has_so_many_days(times: int) -> None:
    with pytest.raises(ValueError, match="days per week"):
        days_due(times)


def test_an_empty_plan_has_an_empty_table() -> None:
    found = Assessment(LIBRARY, situation(plan=Plan(stage=2))).review
    assert (follows(found), flares(found.context)) == ((), ())
