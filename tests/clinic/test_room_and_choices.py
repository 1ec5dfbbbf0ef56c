"""What is tried and chosen in a visit: kept whole, refused with a reason, never half-saved."""

from __future__ import annotations

import datetime as dt
from dataclasses import replace
from itertools import pairwise
from typing import Any

import pytest

from easepath.api.views.frame import frame
from easepath.api.views.lengths import lengths_view
from easepath.api.views.others import others_view
from easepath.api.views.plan import plan_view
from easepath.api.views.respond import respond_view
from easepath.api.views.tryout import tryout_view
from easepath.clinic import clock
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.open_complaint import open_complaint
from easepath.clinic.actions.open_visit import close_visit, open_visit
from easepath.clinic.actions.overrides import override_verdict, withdraw_override
from easepath.clinic.actions.save_choices import Choices, save_choices
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_tryouts import Trying, TryoutEntry, save_tryouts
from easepath.clinic.actions.screening_rows import FactorEntry, LimitEntry
from easepath.clinic.errors import FieldError, NotAllowedError, RefusedError
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.models import AuditEntry, Complaint, Override, Tryout, Visit
from easepath.clinic.repository import read_again, read_complaint
from easepath.clinic.selectors.caseload import caseload
from easepath.core.knowledge import shipped_library
from tests.conftest import TODAY, World


def fresh(visit: Visit) -> Visit:
    """The visit as it stands in the rows."""
    return Visit.objects.get(pk=visit.pk)


def tried(**changes: Any) -> TryoutEntry:
    """A try-out of the deep-lunge rocks with a real gain."""
    facts = {"drill": "lunge-rock", "side": "left", "measure": "hip-abduction", "before": (28.0,), "after": (40.0,)}
    return TryoutEntry(**{**facts, **changes})  # type: ignore[arg-type]


def try_(world: World, *entries: TryoutEntry, revision: int = 0, who: str = "hanne", movement: str = "") -> int:
    """Save try-outs of Marta's visit."""
    return save_tryouts(world.users[who], world.visit("Marta"), revision, Trying(entries, movement))


def test_a_try_out_shows_its_gain_and_its_cues_reach_the_sheet(world: World) -> None:
    try_(world, tried(faults=("rushes",)), movement="  stepping off a truss ")
    view = tryout_view(read_again(world.visit("Marta"))).model_dump(mode="json")
    assert view["tried"][0]["gain"] == {"amount": 12, "error": 6, "kind": "better"}
    assert view["step"]["test_movement"] == "stepping off a truss"
    sheet = frame(read_again(world.visit("Marta"))).model_dump(mode="json")["sheet"]["drills"]
    watched = next(d["watch"] for d in sheet if d["drill"] == "lunge-rock")
    assert watched == ["slow enough to notice each spot"]
    version, _ = hand_over(world.users["hanne"], world.visit("Marta"))
    assert version.drills.get(drill="lunge-rock").prescription["watch"] == watched


BAD_TRYOUTS: list[tuple[TryoutEntry, str]] = [
    (tried(drill="moon-walk"), "tryouts.0.drill"),
    (tried(side="both"), "tryouts.0.side"),
    (tried(measure="wiggle"), "tryouts.0.measure"),
    (tried(measure=""), "tryouts.0.measure"),
    (tried(after=(999.0,)), "tryouts.0.after"),
    (tried(before=(-999.0,)), "tryouts.0.before"),
    (tried(symptom="joy"), "tryouts.0.symptom"),
    (tried(faults=("sings",)), "tryouts.0.faults"),
]


@pytest.mark.parametrize(
    ("bad", "field"), BAD_TRYOUTS, ids=[field + str(n) for n, (_, field) in enumerate(BAD_TRYOUTS)]
)
def test_a_bad_try_out_names_its_field(world: World, bad: TryoutEntry, field: str) -> None:
    with pytest.raises(FieldError) as caught:
        try_(world, bad)
    assert field in caught.value.fields
    assert not Tryout.objects.exists()


@pytest.mark.parametrize("changes", [{"symptom": "pinch"}, {"before": (40.0,), "after": (28.0,)}])
def test_what_makes_it_worse_is_dropped_until_a_clinician_brings_it_back(world: World, changes: dict[str, Any]) -> None:
    try_(world, tried(**changes))
    assert tryout_view(read_again(world.visit("Marta"))).model_dump(mode="json")["tried"][0]["dropped"]
    assert [
        r["drill"] for r in frame(read_again(world.visit("Marta"))).model_dump(mode="json")["sheet"]["refused"]
    ] == ["lunge-rock"]
    with pytest.raises(FieldError):
        try_(world, tried(**changes, brought_back=True), revision=1, who="jo")
    try_(world, tried(**changes, brought_back=True, faults=("rushes",)), revision=1)
    sheet = frame(read_again(world.visit("Marta"))).model_dump(mode="json")["sheet"]
    assert sheet["refused"] == []
    assert next(d["watch"] for d in sheet["drills"] if d["drill"] == "lunge-rock") == [
        "slow enough to notice each spot"
    ]


def test_a_refused_drill_is_not_tried_either(world: World) -> None:
    with_torn_meniscus(world)
    with pytest.raises(RefusedError) as caught:
        try_(world, tried())
    assert "Meniscus" in caught.value.reasons[0]
    assert not Tryout.objects.exists()


def choose(world: World, revision: int = 0, who: str = "hanne", **changes: Any) -> int:
    """Save choices of Marta's visit."""
    present = Choices.of(Complaint.objects.get(pk=world.complaints["Marta"].pk))
    return save_choices(world.users[who], world.visit("Marta"), revision, replace(present, **changes))


BAD_CHOICES: list[tuple[dict[str, Any], str]] = [
    ({"methods": {"dance:hip": "flow"}}, "methods.dance:hip"),
    ({"methods": {"lengthen:adductor": "wishful"}}, "methods.lengthen:adductor"),
    ({"needs_set": {"dance:hip": {"weight": 1, "reason": "x"}}}, "needs_set.dance:hip"),
    ({"needs_set": {"lengthen:adductor": {"weight": 2, "reason": "x"}}}, "needs_set.lengthen:adductor"),
    ({"needs_set": {"lengthen:adductor": {"weight": 1, "reason": " "}}}, "needs_set.lengthen:adductor"),
    ({"pinned": ("moon-walk",)}, "pinned.moon-walk"),
    ({"barred": {"moon-walk": "x"}}, "barred.moon-walk"),
    ({"barred": {"pelvic-tilt": " "}}, "barred.pelvic-tilt"),
    ({"barred": {"pelvic-tilt": "x"}, "pinned": ("pelvic-tilt",)}, "pinned.pelvic-tilt"),
    ({"work_hours": {"start": 540}}, "work_hours"),
    ({"work_hours": {"start": 900, "end": 540, "every": 60}}, "work_hours"),
    ({"work_hours": {"start": 540, "end": 1020, "every": 5}}, "work_hours"),
    ({"work_hours": {"start": 540, "end": 1020, "every": 60, "pieces": 21}}, "work_hours"),
]


@pytest.mark.parametrize(("changes", "field"), BAD_CHOICES, ids=[f"{f} {n}" for n, (_, f) in enumerate(BAD_CHOICES)])
def test_a_bad_choice_names_its_field(world: World, changes: dict[str, Any], field: str) -> None:
    with pytest.raises(FieldError) as caught:
        choose(world, **changes)
    assert field in caught.value.fields
    assert Complaint.objects.get(pk=world.complaints["Marta"].pk).barred == {}


def test_a_need_by_hand_names_who_set_it_and_moves_the_match(world: World) -> None:
    choose(world, needs_set={"lengthen:adductor": {"weight": 0.0, "reason": "not before stage four"}})
    complaint = Complaint.objects.get(pk=world.complaints["Marta"].pk)
    assert complaint.needs_set["lengthen:adductor"]["by"] == "Hanne Ostrow"
    assert "lengthen:adductor" not in {
        n["id"] for n in plan_view(read_again(world.visit("Marta"))).model_dump(mode="json")["needs"]
    }
    choose(world, 1, who="callum", pinned=("pelvic-tilt",))
    complaint.refresh_from_db()
    assert complaint.needs_set["lengthen:adductor"]["by"] == "Hanne Ostrow"


def test_a_barred_drill_leaves_the_ranking_with_the_reason(world: World) -> None:
    choose(world, barred={"seated-squeeze": "no cushion on the truss"})
    view = others_view(read_again(world.visit("Marta"))).model_dump(mode="json")
    left = next(d for d in view["drills"] if d["drill"] == "seated-squeeze")
    assert left["standing"] == "refused"
    assert "no cushion on the truss" in left["why"]
    with pytest.raises(RefusedError):
        save_draft(world.users["hanne"], world.visit("Marta"), 0, (Ticked("seated-squeeze", "both"),))


def with_torn_meniscus(world: World) -> Visit:
    """Marta's visit with a factor that refuses the deep-lunge rocks."""
    visit = world.visit("Marta")
    answers = dict(Screening.of(read_complaint(world.complaints["Marta"].pk)).answers)
    answers["falls-risk"] = False
    save_screening(world.users["hanne"], visit, 0, Screening(answers, (FactorEntry("meniscus", "left"),)))
    return fresh(visit)


def override(world: World, visit: Visit, who: str = "ruth", **changes: str) -> Override:
    """Override the refusal of the deep-lunge rocks."""
    facts = {"drill": "lunge-rock", "side": "left", "reason": "seen on a raised mat", **changes}
    return override_verdict(world.users[who], visit, **facts)


def test_an_override_is_named_on_the_version_and_in_the_audit_trail(world: World) -> None:
    visit = with_torn_meniscus(world)
    row = override(world, visit)
    version, _ = hand_over(world.users["hanne"], fresh(visit))
    assert "overridden by Ruth Adeyemi: seen on a raised mat" in version.overridden[0]
    entry = AuditEntry.objects.filter(action="override").get()
    assert entry.actor == world.users["ruth"]
    assert entry.details["was"] == "exclude"
    withdraw_override(world.users["hanne"], row)
    assert [r["drill"] for r in frame(read_again(fresh(visit))).model_dump(mode="json")["sheet"]["refused"]] == [
        "lunge-rock"
    ]


@pytest.mark.parametrize("changes", [{"drill": "moon-walk"}, {"side": "both"}, {"reason": "  "}])
def test_a_bad_override_names_its_field(world: World, changes: dict[str, str]) -> None:
    with pytest.raises(FieldError) as caught:
        override(world, with_torn_meniscus(world), **changes)
    assert set(caught.value.fields) <= {"drill", "side", "reason"}
    assert not Override.objects.exists()


def test_a_clinician_does_not_override_a_refusal(world: World) -> None:
    with pytest.raises(NotAllowedError):
        override(world, with_torn_meniscus(world), who="hanne")
    assert not Override.objects.exists()


def test_a_surgeons_limit_stays(world: World) -> None:
    visit = world.visit("Marta")
    answers = dict(Screening.of(read_complaint(world.complaints["Marta"].pk)).answers)
    limit = LimitEntry("hip-flexion", "left", 60, "surgeon")
    save_screening(world.users["hanne"], visit, 0, Screening(answers, (), (limit,)))
    with pytest.raises(RefusedError):
        override(world, fresh(visit))


def test_closing_keeps_in_words_what_was_open(world: World) -> None:
    visit = world.visit("Marta")
    closed = close_visit(world.users["jo"], visit).visit
    assert closed.left_open
    assert all(": " in line for line in closed.left_open)
    again = open_visit(world.users["hanne"], world.complaints["Marta"])
    assert again.number == visit.number + 1
    assert frame(read_again(again)).model_dump(mode="json")["last_time"]["left_open"] == closed.left_open
    with pytest.raises(RefusedError):
        hand_over(world.users["hanne"], fresh(closed))


def test_a_factor_of_one_complaint_reaches_every_plan_of_the_person(world: World) -> None:
    other = open_complaint(world.users["hanne"], world.complaints["Marta"].client)
    caseload(world.users["hanne"])
    save_screening(world.users["hanne"], other, 0, Screening({}, (FactorEntry("recent-surgery-uncleared"),)))
    line = next(x for x in caseload(world.users["hanne"])["lines"] if x["complaint"] == world.complaints["Marta"].pk)
    assert (line["kind"], line["what"]) == ("held", "discuss with a doctor")


def test_lengths_that_give_the_same_session_are_one_entry(world: World) -> None:
    view = lengths_view(read_again(world.visit("Marta")), 45)
    assert sorted(minutes for length in view.lengths for minutes in length.minutes) == [7, 10, 12, 20, 45]
    assert [12 in length.minutes for length in view.lengths] == [length.own for length in view.lengths]
    rows = [[(d.drill, d.side, d.place) for d in length.drills] for length in view.lengths]
    assert all(one != two for one, two in pairwise(rows))
    assert all(length.seconds <= min(length.minutes) * 60 for length in view.lengths)
    assert view.all_needed == (len(view.lengths[-1].minutes) > 1)


def test_plan_tells_what_may_be_chosen_about_each_drill(world: World) -> None:
    view = plan_view(read_again(world.visit("Marta")))
    assert not view.made
    assert sum(stretch.seconds for stretch in view.timeline) == pytest.approx(view.seconds)
    for drill in view.drills:
        assert [s.step for s in drill.steps] == list(range(-1, len(drill.steps) - 1))
        assert drill.why.startswith("to ")
        assert all(part.least <= part.most for part in drill.parts)


def test_every_drill_of_the_library_stands_once_and_says_why(world: World) -> None:
    view = others_view(read_again(world.visit("Marta")))
    assert sorted(one.drill for one in view.drills) == sorted(shipped_library().drills)
    assert all(one.why for one in view.drills)
    order = [one.standing for one in view.drills]
    assert order == sorted(order, key=["fits", "by-hand", "refused"].index)
    assert {one.standing for one in view.drills} == {"fits", "by-hand", "refused"}
    hand = next(one for one in view.drills if one.standing == "by-hand")
    refused = next(one for one in view.drills if one.standing == "refused")
    with pytest.raises(FieldError) as caught:
        save_draft(world.users["hanne"], world.visit("Marta"), 0, (Ticked(hand.drill, hand.side, reason="hm"),))
    assert list(caught.value.fields) == ["drills.0.reason"]
    assert hand.why in caught.value.fields["drills.0.reason"]
    save_draft(world.users["hanne"], world.visit("Marta"), 0, (Ticked(hand.drill, hand.side, reason="as she asked"),))
    with pytest.raises(RefusedError):
        save_draft(world.users["hanne"], world.visit("Marta"), 1, (Ticked(refused.drill, refused.side),))


def test_the_order_and_place_by_hand_are_kept(world: World) -> None:
    ticked = (Ticked("side-leg-raise", "both", place="bed"), Ticked("iso-adduction", "both"))
    save_draft(world.users["hanne"], world.visit("Marta"), 0, ticked, order="phases")
    view = plan_view(read_again(world.visit("Marta"))).model_dump(mode="json")
    assert next((d["drill"], d["place"]) for d in view["drills"]) == ("side-leg-raise", "bed")
    with pytest.raises(FieldError) as caught:
        save_draft(world.users["hanne"], world.visit("Marta"), 1, (Ticked("side-leg-raise", "both", place="wall"),))
    assert list(caught.value.fields) == ["drills.0.place"]


def test_respond_tells_what_was_allowed_and_which_mornings_are_open(world: World) -> None:
    view = respond_view(read_again(world.visit("Tom"))).model_dump(mode="json")
    assert [d["ripples"][-1]["kind"] for d in view["drills"]] == ["waiting", "waiting"]
    assert [m["date"] for m in view["mornings_open"]] == [str(TODAY - dt.timedelta(days=1))]
    assert all(0 <= d["limit"] <= 10 for d in view["drills"])
    with clock.on(TODAY):
        assert view["today"] == str(TODAY)
