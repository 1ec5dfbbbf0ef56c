"""A clinician's own choices: overrides, pinned and barred drills, phase order, and what they may never do."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from easepath.core.adjust.by_hand import out_of_order
from easepath.core.adjust.moves import neighbour_rung
from easepath.core.adjust.standing_order import offered_orders
from easepath.core.adjust.view import Context
from easepath.core.compose import Chosen, assemble, compose, prescribe
from easepath.core.compose.coverage import coverage_of, swaps_for
from easepath.core.compose.desk import WORK_PLACES, at_work
from easepath.core.compose.order import phase_order
from easepath.core.compose.sheet import sheet_entry
from easepath.core.facts import Limit, Override, Plan, PlannedDrill
from easepath.core.screening.overrides import may_be_overridden
from easepath.core.vocabulary import PHASES, PLACES, Verdict
from tests.core.build import LIBRARY, client, complaint, factor, matched, screened

VERTIGO = {"client": client(factors=(factor("vertigo"),))}
NO_FLOOR = {"client": client(factors=(factor("no-floor"),)), "complaint": complaint(answers_default=None)}


def no_picture(*_: object) -> str:
    """A sheet without pictures."""
    return ""


def over(drill: str = "lunge-rotate-hinge", side: str = "left", *, lead: bool = True) -> Override:
    return Override(drill=drill, side=side, by="Ruth Adeyemi", reason="seen in the room", by_lead=lead)


WHO_MAY = [
    ("nothing to override", {}, "seated-squeeze", "both", True, "override-nothing"),
    ("a refusal by a clinician", VERTIGO, "lunge-rotate-hinge", "left", False, "override-needs-lead"),
    ("a refusal by a lead", VERTIGO, "lunge-rotate-hinge", "left", True, None),
    ("the falls question", NO_FLOOR, "lunge-rotate-hinge", "left", True, "override-never"),
    ("a caution by a clinician", {}, "lunge-rock", "left", False, None),
]


@pytest.mark.parametrize(("name", "changes", "drill", "side", "lead", "rule"), WHO_MAY, ids=[w[0] for w in WHO_MAY])
def test_who_may_override_what(
    name: str, changes: dict[str, Any], drill: str, side: str, lead: bool, rule: str
) -> None:
    verdict = screened(**changes).drills[drill][side]
    found = may_be_overridden(verdict, by_lead=lead)
    assert (found.rule if found else None) == rule


LIMITS = [("hip-flexion", 60), ("hip-flexion", 0), ("hip-extension", 0), ("knee-flexion", 20)]


@pytest.mark.parametrize(("movement", "degrees"), LIMITS)
@pytest.mark.parametrize(("by", "rule"), [("surgeon", "override-never"), ("clinician", None)])
def test_a_surgeons_limit_is_never_overridden(movement: str, degrees: float, by: str, rule: str | None) -> None:
    limit = Limit(movement=movement, side="left", degrees=degrees, by=by)  # type: ignore[arg-type]
    free = screened().drills
    touched = [
        v["left"]
        for drill, v in screened(client=client(limits=(limit,))).drills.items()
        if "left" in v and v["left"].verdict >= Verdict.MODIFY and v["left"].verdict > free[drill]["left"].verdict
    ]
    assert touched
    for verdict in touched:
        found = may_be_overridden(verdict, by_lead=True)
        assert (found.rule if found else None) == rule, verdict


@pytest.mark.parametrize(
    ("changes", "lead", "before", "after"),
    [
        (VERTIGO, True, Verdict.EXCLUDE, Verdict.MODIFY),
        (VERTIGO, False, Verdict.EXCLUDE, Verdict.EXCLUDE),
        (NO_FLOOR, True, Verdict.EXCLUDE, Verdict.EXCLUDE),
        ({}, False, Verdict.CAUTION, Verdict.CAUTION),
    ],
)
def test_an_override_makes_a_verdict_milder_by_one_step_at_most(
    changes: dict[str, Any], lead: bool, before: Verdict, after: Verdict
) -> None:
    assert screened(**changes).drills["lunge-rotate-hinge"]["left"].verdict is before
    verdict = screened(**changes, overrides=(over(lead=lead),)).drills["lunge-rotate-hinge"]["left"]
    assert verdict.verdict is after


def test_the_rule_that_spoke_stays_beside_the_override() -> None:
    verdict = screened(**VERTIGO, overrides=(over(),)).drills["lunge-rotate-hinge"]["left"]
    assert verdict.reasons[0].rule == "overridden"
    text = verdict.reasons[0].text(LIBRARY)
    assert "Ruth Adeyemi" in text
    assert "seen in the room" in text
    assert any(reason.rule == "factor-exposure" for reason in verdict.reasons[1:])
    assert all(mode <= Verdict.MODIFY for mode in verdict.by_mode.values())


def test_an_override_of_one_side_leaves_the_other() -> None:
    drills = screened(**VERTIGO, overrides=(over(side="left"),)).drills["lunge-rotate-hinge"]
    assert drills["left"].verdict is Verdict.MODIFY
    assert drills["right"].verdict is Verdict.EXCLUDE


@settings(max_examples=12, deadline=None, suppress_health_check=list(HealthCheck))
@given(data=st.data())
def test_a_composed_session_holds_what_is_pinned_and_never_what_is_barred(data: st.DataObject) -> None:
    ranked = [c.drill.id for c in matched().result.ranked if c.side in ("both", "left") and c.risk < 3]
    barred = data.draw(st.sets(st.sampled_from(ranked), max_size=4))
    pinned = data.draw(st.sets(st.sampled_from([d for d in ranked if d not in barred]), max_size=2))
    found = compose(matched(barred=dict.fromkeys(barred, "not here"), pinned=tuple(sorted(pinned))), 12.0)
    drills = {item.drill.id for item in found.drills}
    assert not drills & barred
    ladders = [LIBRARY.drills[d].ladder[0] for d in pinned if LIBRARY.drills[d].ladder]
    if len(set(ladders)) == len(ladders) and found.drills:
        assert found.time.total <= 12 * 60


def test_a_pinned_drill_that_fits_is_in_the_session() -> None:
    without = {item.drill.id for item in compose(matched(), 12.0).drills}
    candidate = next(
        c.drill.id
        for c in matched().result.ranked
        if c.side in ("both", "left") and c.drill.id not in without and c.drill.ladder is None and c.risk < 2
    )
    assert candidate in {item.drill.id for item in compose(matched(pinned=(candidate,)), 12.0).drills}


def test_a_barred_drill_is_left_out_with_its_reason_and_refused_by_hand() -> None:
    matcher = matched(barred={"seated-squeeze": "no cushion on the barge"})
    left = next(o for o in matcher.result.left_out if o.drill.id == "seated-squeeze")
    assert left.reason.rule == "barred"
    assert "no cushion on the barge" in left.reason.text(LIBRARY)
    session = assemble(matcher, (Chosen(drill="seated-squeeze", side="both"),))
    assert [planned.drill for planned, _ in session.refused] == ["seated-squeeze"]
    assert session.drills == ()


@pytest.mark.parametrize(("order", "first"), [("mobility-first", "release"), ("control-first", "activate")])
def test_the_phase_order_of_the_client(order: str, first: str) -> None:
    found = phase_order(matched(client=client(phase_order=order)))
    assert found[:2] == ("settle", first)
    assert sorted(found) == sorted(PHASES)


def chosen(*drills: str) -> tuple[Chosen, ...]:
    return tuple(Chosen(drill=d, side="both" if LIBRARY.drills[d].sides == "both" else "left", step=0) for d in drills)


def test_the_order_by_hand_is_kept_inside_a_phase_and_phases_keep_theirs() -> None:
    given_order = ("side-leg-raise", "iso-adduction", "pelvic-tilt", "seated-squeeze")
    kept = assemble(matched(), chosen(*given_order), order="phases")
    names = [item.drill.id for item in kept.drills]
    assert names == ["pelvic-tilt", "side-leg-raise", "iso-adduction", "seated-squeeze"]
    sorted_by_rules = [item.drill.id for item in assemble(matched(), chosen(*given_order)).drills]
    assert sorted(sorted_by_rules) == sorted(names)


def test_the_clinicians_own_order_stands_and_what_departs_from_the_usual_is_named() -> None:
    names = ("side-leg-raise", "pelvic-tilt", "iso-adduction")
    kept = assemble(matched(), chosen(*names), order="own")
    assert tuple(item.drill.id for item in kept.drills) == names
    planned = matched(plan=Plan(drills=tuple(PlannedDrill(drill=name) for name in names)))
    assert out_of_order(Context(planned, ())) == ("pelvic-tilt",)


def test_what_stands_in_at_home_is_the_lower_rung_else_a_swap_and_nothing_twice() -> None:
    names = ("side-leg-raise", "iso-adduction", "lunge-rock")
    matcher = matched(plan=Plan(drills=tuple(PlannedDrill(drill=name, side="left") for name in names)))
    context = Context(matcher, ())
    offered = offered_orders(context)
    assert list(offered) == list(names)
    assert all(order.ease and order.up_to is None for order in offered.values())
    instead = [order.instead for order in offered.values() if order.instead]
    assert instead
    assert len(set(instead)) == len(instead)
    assert not set(instead) & set(names)
    for name, order in offered.items():
        drill, one = LIBRARY.drills[name], LIBRARY.drills[order.instead] if order.instead else None
        assert one is None or (matcher.is_open(one, "left") and matcher.risk(one) < 3)
        lower = neighbour_rung(context.views(PlannedDrill(drill=name, side="left"))[0], up=False)
        assert lower is None or one is lower or lower.id in instead, (drill.id, lower)


def test_coverage_names_what_serves_a_need_and_what_stays_open() -> None:
    matcher = matched()
    rows = {row.need: row for row in coverage_of(matcher, assemble(matcher, chosen("iso-adduction")))}
    assert rows["activate:adductor"].covered
    assert rows["activate:adductor"].drills == ("iso-adduction",)
    assert not rows["mobilise:adductor"].covered
    assert list(matcher.needs.weights) == list(rows)


def test_a_drill_on_the_better_side_covers_nothing() -> None:
    matcher = matched()
    session = assemble(matcher, (Chosen(drill="side-leg-raise", side="right", step=0),))
    assert session.drills
    assert not any(row.covered for row in coverage_of(matcher, session))


def test_swaps_serve_the_same_need_and_are_not_in_the_session() -> None:
    matcher, drill = matched(), LIBRARY.drills["iso-adduction"]
    found = swaps_for(matcher, drill, "both", ["iso-adduction"])
    assert found
    need = max(drill.needs, key=lambda n: matcher.weigh(drill, n))
    for candidate in found:
        assert need in candidate.drill.needs
        assert candidate.drill.id != "iso-adduction"


def test_nobody_lies_down_in_a_break_at_work() -> None:
    places = ("floor", "bed", "chair", "desk", "stand", "wall")
    facts = {
        "complaint": complaint(condition="low-back-stiff", side="both", days_since=300),
        "client": client(places=places, equipment=("chair", "desk", "pad")), "plan": {},
    }  # fmt: skip
    session = compose(matched(**facts), 20.0)
    assert {item.place for item in at_work(session.drills)} <= set(WORK_PLACES)
    assert len(at_work(session.drills)) < len(session.drills)


def test_a_one_sided_drill_kept_for_the_clinician_can_be_prescribed() -> None:
    own = [d for d in LIBRARY.drills.values() if not d.auto and d.home and d.sides == "each"]
    assert len(own) >= 3
    where = {"complaint": complaint(condition="piriformis", days_since=90), "plan": Plan(),
             "client": client(equipment=tuple(LIBRARY.standins), places=PLACES)}  # fmt: skip
    for drill in own:
        session = assemble(matched(**where), (Chosen(drill.id, "left"),))
        assert [item.drill.id for item in session.drills] == [drill.id], [r.rule for _, r in session.refused]
        assert drill.id not in [item.drill.id for item in compose(matched(**where), 20).drills]


CARE_ON_THE_FLOOR = next(
    f.id for f in LIBRARY.factors.values() if f.exposures.get("floor") == "caution" and f.when is None
)


def test_the_reasons_are_those_of_the_place_where_it_is_done() -> None:
    matcher = matched(client=client(factors=(factor(CARE_ON_THE_FLOOR),)), plan=Plan())
    drill = LIBRARY.drills["quad-set"]
    told = {}
    for place in ("floor", "bed"):
        item = prescribe(matcher, drill, sides=("left",), place=place)
        assert item is not None
        assert item.place == place
        told[place] = {r.facts.get("exposure") for r in item.reasons}
        assert any("floor" in caution for caution in sheet_entry(matcher, item, no_picture).cautions) == (
            place == "floor"
        )
    assert ("floor" in told["floor"], "floor" in told["bed"]) == (True, False)


@settings(max_examples=30, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(
    st.sampled_from(sorted(LIBRARY.factors)), st.sampled_from(sorted(LIBRARY.drills)), st.sampled_from(PLACES),
    st.booleans(),
)  # fmt: skip
def test_the_gravest_reason_is_the_verdict_of_what_is_prescribed(name: str, drill: str, place: Any, lead: bool) -> None:
    overrides = (over(drill, "left"), over(drill, "right")) if lead else ()
    people = client(factors=(factor(name),), equipment=tuple(LIBRARY.standins), places=PLACES)
    matcher = matched(client=people, plan=Plan(), overrides=overrides)
    item = prescribe(matcher, LIBRARY.drills[drill], sides=("left", "right"), place=place)
    if item is not None:
        assert max((reason.verdict for reason in item.reasons), default=Verdict.CLEAR) == item.verdict
    for composed in compose(matcher, 15).drills:
        assert max((reason.verdict for reason in composed.reasons), default=Verdict.CLEAR) == composed.verdict


def test_nothing_that_must_be_done_is_called_left_out() -> None:
    matcher = matched(**VERTIGO, overrides=(over(),), plan=Plan(stage=3))
    session = assemble(matcher, (Chosen("lunge-rotate-hinge", "left"),))
    entry = sheet_entry(matcher, session.drills[0], no_picture).model_dump()
    assert session.drills[0].reasons[0].rule == "overridden"
    assert not [words for words in entry["changed"] if "left out" in words or "overridden" in words]


def test_an_order_rule_looks_at_this_session_alone() -> None:
    where = {"complaint": complaint(condition="knee-flexion-loss", side="left", days_since=90),
             "client": client(equipment=tuple(LIBRARY.standins), places=PLACES), "plan": Plan()}  # fmt: skip
    joint, calf, quad = "heel-slide", "calf-wall", "standing-quad"
    drills = {name: LIBRARY.drills[name] for name in (joint, calf, quad)}
    assert drills[joint].main_need == "mobilise:knee-flexion-joint"
    assert (drills[calf].phase, drills[quad].main_need) == ("lengthen", "lengthen:quad")

    def order(*names: str) -> list[str]:
        return [item.drill.id for item in assemble(matched(**where), tuple(Chosen(n, "left") for n in names)).drills]

    assert order(joint, calf) == [joint, calf]
    assert order(joint, calf, quad).index(joint) > order(joint, calf, quad).index(quad)
