"""A review: today's proposals are read, the first decision begins it, closing it makes at most one version."""

from __future__ import annotations

import datetime as dt

import pytest

from easepath.api.views.adjust import review_view
from easepath.api.views.frame import frame
from easepath.clinic import clock
from easepath.clinic.actions.close_review import close_review
from easepath.clinic.actions.decide_proposal import decide_proposal
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.screening_rows import FactorEntry
from easepath.clinic.errors import FieldError, NotFoundError, RefusedError
from easepath.clinic.facts.assessment import assess
from easepath.clinic.facts.proposals import ProposalToday, proposals_of
from easepath.clinic.models import AuditEntry, Complaint, PlanVersion, Proposal, Review, Visit
from easepath.clinic.path import open_words
from easepath.clinic.repository import read_again, read_complaint, read_visit
from easepath.clinic.selectors.access import get_visit
from easepath.clinic.selectors.caseload import caseload
from easepath.clinic.sheet import sheet_of
from easepath.core.knowledge import shipped_library
from tests.clinic.test_walk import done, flare_rest, fresh
from tests.conftest import TODAY, World


def proposals(world: World, name: str) -> list[ProposalToday]:
    """What the rules propose for a client today."""
    complaint = fresh(world, name)
    return list(proposals_of(assess(complaint, clock.today_of(complaint))))


def proposal(world: World, name: str, drill: str = "lunge-rock") -> ProposalToday:
    """What the rules propose for a drill today."""
    return next(one for one in proposals(world, name) if one.drill == drill)


def accept_all(world: World, name: str, visit: Visit) -> None:
    """Accept everything that waits for a clinician."""
    for one in proposals(world, name):
        if one.waits(None):
            decide_proposal(world.users["hanne"], visit, one.key, decision="accept")


def test_marta_steps_up_to_version_two(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    assert next(one for one in proposals(world, "Marta") if one.rule == "gate").action == "open-gate"
    with pytest.raises(RefusedError):
        close_review(hanne, visit, 1)
    accept_all(world, "Marta", visit)
    version = close_review(hanne, visit, 1)
    assert version is not None
    assert (version.number, version.stage) == (2, 3)
    assert version.difference
    assert version.knowledge_version == shipped_library().version
    assert close_review(hanne, visit, 1) == version
    assert PlanVersion.objects.get(complaint=world.complaints["Marta"], number=1).difference == []
    assert AuditEntry.objects.filter(action="close-review").count() == 1
    kept = Review.objects.get(new_version=version)
    assert set(kept.proposals.values_list("decision", flat=True)) == {"accept", "open"}


def test_ines_steps_back_a_rung_and_the_other_drill_holds(world: World) -> None:
    found = {p.drill: (p.rule, p.action, p.to) for p in proposals(world, "Ines") if p.about == "drill"}
    assert found["long-leg-rock-forward"][:2] == ("flare-again", "step-back")
    assert found["long-leg-rock-forward"][2] == {"drill": "lunge-rock", "method": "flow", "step": -1}
    assert found["iso-adduction"][1] == "hold"


def test_nothing_goes_up_by_hand_on_an_unknown_morning(world: World) -> None:
    up = {"drill": "lunge-rock", "method": "flow", "step": 1}
    key = proposal(world, "Tom").key
    with pytest.raises(RefusedError) as caught:
        decide_proposal(
            world.users["hanne"], world.visit("Tom"), key, decision="change", reason="he wants it", changed_to=up
        )
    assert "Waiting" in caught.value.reasons[0]
    assert not Review.objects.exists()


def test_a_lower_dose_by_hand_is_allowed_and_needs_a_reason(world: World) -> None:
    hanne, visit, key = world.users["hanne"], world.visit("Tom"), proposal(world, "Tom").key
    down = {"drill": "lunge-rock", "method": "flow", "step": -1}
    with pytest.raises(FieldError, match="reason"):
        decide_proposal(hanne, visit, key, decision="change", changed_to=down)
    decide_proposal(hanne, visit, key, decision="change", reason="sore from work", changed_to=down)
    version = close_review(hanne, visit, 1)
    assert version is not None
    assert version.drills.get(drill="lunge-rock").step == -1


def test_reading_the_proposals_writes_nothing(world: World) -> None:
    visit = world.visit("Marta")
    before = AuditEntry.objects.count()
    review_view(read_visit(world.users["hanne"], visit.pk)).model_dump(mode="json")
    frame(read_visit(world.users["hanne"], visit.pk)).model_dump(mode="json")
    assert (Review.objects.count(), Proposal.objects.count(), AuditEntry.objects.count()) == (0, 0, before)


def test_a_decision_outlives_its_sentence_but_not_another_target(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    for days, rule, action in ((8, "break", "ease"), (9, "break", "ease"), (22, "break", "restart")):
        with clock.on(TODAY + dt.timedelta(days=days)):
            today = proposal(world, "Tom", "seated-squeeze")
            assert (today.rule, today.action) == (rule, action)
            if days == 8:
                decide_proposal(hanne, visit, today.key, decision="accept")
            shown = review_view(read_visit(hanne, visit.pk)).model_dump(mode="json")["proposals"]
            row = next(one for one in shown if one["drill"] == "seated-squeeze")
            assert (row["decision"], row["waits"]) == (("accept", False) if days < 22 else ("open", True))
    Proposal.objects.update(to={"drill": "seated-squeeze", "method": "isometric", "step": 0})
    with clock.on(TODAY + dt.timedelta(days=9)):
        shown = review_view(read_visit(hanne, visit.pk)).model_dump(mode="json")["proposals"]
    assert next(one for one in shown if one["drill"] == "seated-squeeze")["waits"]


def test_what_changed_since_is_decided_anew(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    rising = next(one for one in proposals(world, "Marta") if one.action == "progress")
    decide_proposal(hanne, visit, rising.key, decision="accept")
    record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY, after=4))
    shown = review_view(read_visit(hanne, visit.pk)).model_dump(mode="json")["proposals"]
    assert not [one for one in shown if one["decision"] == "accept"]
    with pytest.raises(NotFoundError):
        decide_proposal(hanne, visit, rising.key, decision="accept")


def test_a_decision_is_taken_back(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    rising = next(one for one in proposals(world, "Marta") if one.action == "progress")
    for decision in ("accept", "open"):
        decide_proposal(hanne, visit, rising.key, decision=decision)
    assert not Proposal.objects.exists()
    with pytest.raises(RefusedError):
        close_review(hanne, visit, 1)


def test_a_stop_sign_is_not_refused(world: World) -> None:
    answers = {**Screening.of(read_complaint(world.complaints["Marta"].pk)).answers, "fever": True}
    save_screening(world.users["hanne"], world.visit("Marta"), 0, Screening(answers, ()))
    found = [one for one in proposals(world, "Marta") if one.about == "drill"]
    assert {one.action for one in found} == {"suspend"}
    with pytest.raises(FieldError, match="stop sign"):
        decide_proposal(world.users["hanne"], world.visit("Marta"), found[0].key, decision="refuse", reason="no")


def test_an_undecided_stop_sign_is_left_open_in_words(world: World) -> None:
    drills = tuple(
        type(d)(d.drill, d.side, 40, 6, "sharp", "groin") if d.drill == "lunge-rock" else d
        for d in done(fresh(world, "Marta"), TODAY).drills
    )
    record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY, drills=drills))
    visit = get_visit(world.users["hanne"], world.visit("Marta").pk)
    assert "Adjust: 1 stop sign to decide" in open_words(read_again(visit))


def test_a_factor_entered_later_refuses_what_the_plan_holds(world: World) -> None:
    complaint, visit = world.complaints["Marta"], world.visit("Marta")
    answers = dict(Screening.of(read_complaint(complaint.pk)).answers)
    save_screening(
        world.users["hanne"], visit, 0, Screening(answers | {"falls-risk": False}, (FactorEntry("no-floor"),))
    )
    line = next(line for line in caseload(world.users["hanne"])["lines"] if line["name"].startswith("Marta"))
    assert (line["kind"], line["what"]) == ("look", "refused")
    assert proposal(world, "Marta").rule == "refused"


def test_rest_after_a_flare_outlives_a_new_version(world: World) -> None:
    visit = world.visit("Ines")
    accept_all(world, "Ines", visit)
    version = close_review(world.users["hanne"], visit, 1)
    assert version is not None
    assert not version.drills.filter(drill="long-leg-rock-forward").exists()
    assert flare_rest(world, "Ines") == str(TODAY)


def test_what_asks_more_of_the_body_is_tried_out_before_it_goes_home(world: World) -> None:
    Complaint.objects.filter(pk=world.complaints["Marta"].pk).update(stage=3)
    visit, rising = world.visit("Marta"), proposal(world, "Marta")
    assert rising.to is not None
    assert (rising.to["drill"], rising.to["try_first"]) == ("long-leg-rock-forward", True)
    with pytest.raises(FieldError) as caught:
        decide_proposal(world.users["hanne"], visit, rising.key, decision="accept")
    assert list(caught.value.fields) == ["tried"]
    decide_proposal(world.users["hanne"], visit, rising.key, decision="accept", tried=True)
    assert AuditEntry.objects.filter(action="decide-proposal").get().details["tried"] is True
    again = proposal(world, "Marta")
    assert not again.waits(next(iter(Review.objects.get(visit=visit).proposals.all())))


def sharp(world: World, drill: str = "side-leg-raise") -> Visit:
    """Marta's session of today in which a drill hurt sharply."""
    drills = tuple(
        type(d)(d.drill, d.side, 40, 6, "sharp", "groin") if d.drill == drill else d
        for d in done(fresh(world, "Marta"), TODAY).drills
    )
    record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY, drills=drills))
    return world.visit("Marta")


def test_a_stopped_drill_is_replaced_without_a_reason_by_what_is_offered_and_never_by_itself(world: World) -> None:
    visit, hanne = sharp(world), world.users["hanne"]
    shown = next(p for p in review_view(read_again(visit)).proposals if p.drill == "side-leg-raise")
    assert (shown.action, shown.stop_sign, bool(shown.instead)) == ("stop", True, True)
    own = {"drill": "side-leg-raise", "method": shown.present.method, "step": -1} if shown.present else {}
    with pytest.raises(FieldError, match="stop sign"):
        decide_proposal(hanne, visit, shown.key, decision="change", changed_to=own, reason="less of it")
    other = {"drill": "pelvic-tilt", "method": "slow-reps", "step": 0}
    with pytest.raises(FieldError):
        decide_proposal(hanne, visit, shown.key, decision="change", changed_to=other)
    into = shown.instead[0]
    chosen = {"drill": into.drill, "method": into.method, "step": into.step}
    after = review_view(decide_proposal(hanne, visit, shown.key, decision="change", changed_to=chosen))
    assert after.next.sheet is not None
    drills = [drill.drill for drill in after.next.sheet.drills]
    assert into.drill in drills
    assert "side-leg-raise" not in drills
    assert after.next.marks[drills.index(into.drill)] == "new"
    assert after.next.gone == [shown.title]


def test_the_next_version_is_shown_as_it_will_be_made(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    before = review_view(read_again(visit)).next
    assert (before.sheet, before.gone, before.refused) == (None, [], [])
    accept_all(world, "Marta", visit)
    shown = review_view(read_again(visit)).next.sheet
    version = close_review(hanne, visit, 1)
    assert shown is not None
    assert version is not None
    made = sheet_of(version)
    assert shown.model_copy(update={"by": made.by}) == made


def test_what_happened_at_home_by_itself_is_said(world: World) -> None:
    told = review_view(read_again(sharp(world))).at_home
    assert ("not done", True) in [(one.words, one.grave) for one in told]
    assert review_view(read_again(world.visit("Tom"))).at_home == []


def test_where_nothing_spares_what_hurt_nothing_is_offered(world: World) -> None:
    shown = review_view(read_again(sharp(world, "lunge-rock"))).proposals
    assert [(p.action, p.instead) for p in shown if p.drill == "lunge-rock"] == [("stop", [])]
