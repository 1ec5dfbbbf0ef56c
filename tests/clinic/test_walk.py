"""The walk through the rows: screen, hand over, sessions, mornings, review, version 2."""

from __future__ import annotations

import datetime as dt
import uuid

import pytest

from easepath.api.views.frame import frame
from easepath.api.views.home_sheet import home_sheet
from easepath.clinic import clock
from easepath.clinic.actions.confirm_gate_word import confirm_gate_word
from easepath.clinic.actions.confirm_screening import confirm_screening
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.home_links import open_link, revoke_links
from easepath.clinic.actions.open_visit import close_visit, open_visit
from easepath.clinic.actions.record_clearance import record_clearance
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.errors import (
    DeadLinkError,
    FieldError,
    NotFoundError,
    RefusedError,
    StaleRevisionError,
)  # fmt: skip
from easepath.clinic.facts.assessment import assess
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.facts.story import Story
from easepath.clinic.models import AuditEntry, Complaint, ScreeningResult, SessionLog
from easepath.clinic.repository import read_again, read_complaint
from easepath.clinic.selectors.caseload import caseload
from easepath.core.knowledge import shipped_library
from tests.conftest import TODAY, World


def fresh(world: World, name: str) -> Complaint:
    """The complaint as it stands in the rows."""
    return Complaint.objects.get(pk=world.complaints[name].pk)


def done(complaint: Complaint, on: dt.date, **changes: object) -> SessionDone:
    """A calm session of the running version."""
    version = complaint.versions.order_by("-number").first()
    assert version is not None
    drills = tuple(DrillDone(d.drill, d.side, 100, 1, "pull", "target") for d in version.drills.all())
    facts = {"id": uuid.uuid4(), "version": version.number, "date": on, "before": 1, "after": 1, "drills": drills}
    return SessionDone(**{**facts, **changes})  # type: ignore[arg-type]


def flare_rest(world: World, name: str) -> str | None:
    """The last day of rest after a flare as the phone reads it."""
    rests = home_sheet(read_complaint(fresh(world, name).pk)).rests
    return next((one.until for one in rests if one.cause == "flare"), None)


def test_the_caseload_names_what_each_client_needs(world: World, django_assert_max_num_queries) -> None:
    lines = {line["name"].split()[0]: line for line in caseload(world.users["hanne"])["lines"]}
    assert [line["kind"] for line in lines.values()] == ["held", "look", "ask", "step-up"]
    assert lines["Ines"]["what"] == "flared again"
    assert [ripple["kind"] for ripple in lines["Tom"]["ripples"]] == ["calm", "waiting"]
    with django_assert_max_num_queries(4):
        caseload(world.users["hanne"])


def test_a_red_flag_stops_everything_until_it_is_cleared(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Piet")
    save_draft(hanne, visit, 0, (Ticked("bed-knee-fallout", "right"),), stage=1)
    with pytest.raises(RefusedError) as caught:
        hand_over(hanne, visit)
    assert "pain at night" in caught.value.reasons[0]
    assert not world.complaints["Piet"].versions.exists()
    with pytest.raises(FieldError, match="doctor"):
        record_clearance(hanne, visit, flag="cancer", doctor=" ", date=TODAY, reason="clear")
    with pytest.raises(FieldError, match="not raised"):
        record_clearance(hanne, visit, flag="infection", doctor="Dr A. Reyl", date=TODAY, reason="clear")
    record_clearance(hanne, visit, flag="cancer", doctor="Dr A. Reyl", date=TODAY, reason="imaging clear, 24 Nov")
    version, token = hand_over(hanne, visit)
    assert version.number == 1
    assert open_link(token).complaint == world.complaints["Piet"]
    audit = AuditEntry.objects.get(action="record-clearance")
    assert audit.details["doctor"] == "Dr A. Reyl"


def test_a_flag_raised_later_withholds_the_sheet_at_home(world: World) -> None:
    complaint = world.complaints["Marta"]
    answers = {**Screening.of(read_complaint(complaint.pk)).answers, "fever": True}
    save_screening(world.users["hanne"], world.visit("Marta"), 0, Screening(answers, ()))
    sheet = home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")
    assert sheet["withheld"]
    assert sheet["drills"] == []


def test_a_stop_sign_at_home_pauses_the_drill_at_once(world: World) -> None:
    complaint = world.complaints["Marta"]
    session = done(complaint, TODAY)
    drills = tuple(
        DrillDone(d.drill, d.side, 40, 6, "sharp", "groin") if d.drill == "lunge-rock" else d for d in session.drills
    )
    record_session(complaint, done(complaint, TODAY, drills=drills))
    paused = {
        d["drill"]: d["paused"]
        for d in home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["drills"]
    }
    assert paused["lunge-rock"]
    assert not paused["pelvic-tilt"]


def test_after_a_flare_the_sheet_says_rest(world: World) -> None:
    assert flare_rest(world, "Ines") == str(TODAY)
    assert flare_rest(world, "Marta") is None
    with clock.on(TODAY + dt.timedelta(days=1)):
        assert flare_rest(world, "Ines") is None


def test_saving_on_an_old_revision_shows_both_values_and_changes_nothing(world: World) -> None:
    visit = world.visit("Marta")
    story = Story.of(world.complaints["Marta"])
    save_story(world.users["hanne"], visit, 0, Story(**{**vars(story), "words": "hers"}))
    with pytest.raises(StaleRevisionError) as caught:
        save_story(world.users["callum"], visit, 0, Story(**{**vars(story), "words": "his"}))
    assert (caught.value.by, caught.value.theirs["words"], caught.value.yours["words"]) == (
        "Hanne Ostrow",
        "hers",
        "his",
    )
    assert fresh(world, "Marta").words == "hers"


BAD_STORIES = {
    "pain_now": 11, "minutes": 0, "days_per_week": 8, "side": "up", "condition": "lurgy", "wakes": "maybe",
    "since": TODAY + dt.timedelta(days=1), "places": ("moon",), "equipment": ("trampoline",),
}  # fmt: skip


@pytest.mark.parametrize("field", BAD_STORIES)
def test_an_impossible_story_names_its_field_and_saves_nothing(world: World, field: str) -> None:
    story = {**vars(Story.of(world.complaints["Marta"])), "words": "changed", field: BAD_STORIES[field]}
    with pytest.raises(FieldError) as caught:
        save_story(world.users["hanne"], world.visit("Marta"), 0, Story(**story))
    assert list(caught.value.fields) == [field]
    assert fresh(world, "Marta").words != "changed"


def test_an_assistants_no_is_not_known_until_confirmed(world: World) -> None:
    complaint, visit = world.complaints["Marta"], world.visit("Marta")
    given = Screening.of(read_complaint(complaint.pk)).answers
    without = {word: value for word, value in given.items() if word != "fever"}
    save_screening(world.users["hanne"], visit, 0, Screening(without, ()))
    save_screening(world.users["jo"], visit, 1, Screening({**without, "fever": False}, ()))
    assert assess(fresh(world, "Marta"), TODAY).screen.flags.unanswered == ("fever",)
    assert confirm_screening(world.users["callum"], visit) == 1
    assert assess(fresh(world, "Marta"), TODAY).screen.outcome == "careful"


def test_what_is_refused_cannot_be_ticked(world: World) -> None:
    with pytest.raises(RefusedError) as caught:
        save_draft(world.users["hanne"], world.visit("Marta"), 0, (Ticked("adductor-plank-long", "left"),))
    assert "Side plank" in caught.value.reasons[0]
    assert world.visit("Marta").draft_drills.count() == 4


def test_the_stage_of_a_running_plan_changes_only_through_its_gate(world: World) -> None:
    with pytest.raises(FieldError, match="gate"):
        save_draft(world.users["hanne"], world.visit("Marta"), 0, (Ticked("seated-squeeze", "both"),), stage=5)
    with pytest.raises(FieldError, match="no stage 9"):
        save_draft(world.users["hanne"], world.visit("Piet"), 0, (), stage=9)


def test_a_stage_that_nobody_named_is_asked_before_the_sheet_goes_home(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    long_ago = {"stage": None, "since": TODAY - dt.timedelta(days=30)}
    Complaint.objects.filter(pk=world.complaints["Marta"].pk).update(**long_ago)
    save_draft(hanne, visit, 0, (Ticked("pelvic-tilt", "both"),))
    with pytest.raises(RefusedError, match="which stage"):
        hand_over(hanne, world.visit("Marta"))
    save_draft(hanne, world.visit("Marta"), 1, (Ticked("pelvic-tilt", "both"),), stage=1)
    assert hand_over(hanne, world.visit("Marta"))[0].stage == 1
    with pytest.raises(FieldError, match="gate"):
        save_draft(hanne, world.visit("Marta"), 2, (Ticked("pelvic-tilt", "both"),), stage=2)


def test_a_gate_word_is_only_one_its_condition_asks_for(world: World) -> None:
    assert confirm_gate_word(world.users["hanne"], world.visit("Marta"), "walks-without-limp", confirmed=True)
    with pytest.raises(FieldError, match="not asked"):
        confirm_gate_word(world.users["hanne"], world.visit("Marta"), "bone-healed", confirmed=True)


def test_sessions_are_stored_once_and_corrected_by_new_entries(world: World) -> None:
    complaint = world.complaints["Marta"]
    session = done(complaint, TODAY)
    assert record_session(complaint, session).pk == record_session(complaint, session).pk
    count = SessionLog.objects.filter(complaint=complaint).count()
    record_session(complaint, done(complaint, TODAY, after=3, corrects=session.id))
    assert SessionLog.objects.filter(complaint=complaint).count() == count + 1
    entries = [e for e in assess(fresh(world, "Marta"), TODAY).screen.situation.log if e.date == TODAY]
    assert {entry.after for entry in entries} == {3}
    with pytest.raises(NotFoundError):
        record_session(world.complaints["Tom"], session)


BAD_SESSIONS = {
    "in two days": ({"date": TODAY + dt.timedelta(days=2)}, "date"),
    "long-ago": ({"date": TODAY - dt.timedelta(days=40)}, "date"),
    "another-version": ({"version": 9}, "version"),
    "a-drill-that-is-not-planned": ({"drills": (DrillDone("wide-press", "left", 100, 1, "pull", "target"),)}, "drills.0.drill"),
    "a-place-nobody-knows": ({"drills": (DrillDone("lunge-rock", "left", 100, 1, "pull", "elsewhere"),)}, "drills.0.felt"),
    "an-impossible-pain": ({"before": 12}, "before"),
    "nothing-done": ({"drills": ()}, "drills"),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "field"), BAD_SESSIONS.values(), ids=BAD_SESSIONS.keys())
def test_an_impossible_session_is_refused_whole(world: World, changes: dict[str, object], field: str) -> None:
    before = SessionLog.objects.count()
    with pytest.raises(FieldError) as caught:
        record_session(world.complaints["Marta"], done(world.complaints["Marta"], TODAY, **changes))
    assert field in caught.value.fields
    assert SessionLog.objects.count() == before


def test_a_morning_is_told_on_another_day(world: World) -> None:
    complaint = world.complaints["Marta"]
    session = record_session(complaint, done(complaint, TODAY))
    with pytest.raises(FieldError, match="tomorrow"):
        record_morning(complaint, MorningDone(uuid.uuid4(), session.pk, 1))
    with clock.on(TODAY + dt.timedelta(days=1)):
        record_morning(complaint, MorningDone(uuid.uuid4(), session.pk, 1))
    assert home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["mornings_open"] == []


def test_links_die_when_revoked_and_when_they_run_out(world: World) -> None:
    hanne = world.users["hanne"]
    save_draft(hanne, world.visit("Tom"), 0, (Ticked("seated-squeeze", "both"),))
    version, token = hand_over(hanne, world.visit("Tom"))
    assert version.difference == ["Rocking in a deep step, hands on a chair taken out"]
    with clock.on(version.ends_on + dt.timedelta(days=31)), pytest.raises(DeadLinkError, match="run out"):
        open_link(token)
    assert open_link(token)
    revoke_links(hanne, world.complaints["Tom"])
    with pytest.raises(DeadLinkError):
        open_link(token)


def test_a_visit_continues_and_the_next_begins_with_the_running_version(world: World) -> None:
    hanne, complaint = world.users["hanne"], world.complaints["Marta"]
    second = open_visit(hanne, complaint)
    assert second.number == 2
    assert open_visit(hanne, complaint) == second
    assert [row.drill for row in second.draft_drills.all()] == [d.drill for d in complaint.versions.get().drills.all()]
    close_visit(hanne, second)
    assert open_visit(hanne, complaint).number == 3


def test_the_path_says_what_waits(world: World) -> None:
    steps = {step["step"]: step for step in frame(read_again(world.visit("Piet"))).model_dump(mode="json")["path"]}
    assert (steps["screening"]["state"], steps["screening"]["words"]) == ("stopped", "held")
    words = {step: line["words"] for step, line in steps.items()}
    assert (words["measure"], words["plan"], words["tryout"]) == (
        "0 of 6 taken",
        "nothing on the sheet yet",
        "nothing tried",
    )
    assert words["respond"] == "no session yet"


def test_every_stored_result_names_its_knowledge_and_rules(world: World) -> None:
    result = ScreeningResult.objects.filter(visit=world.visit("Piet")).latest("computed_at")
    assert result.knowledge_version == shipped_library().version
    assert "red-flag" in result.rule_ids
    assert result.outcome == "hold"


def test_a_withdrawn_profile_leaves_its_stage_behind(world: World) -> None:
    complaint = fresh(world, "Marta")
    complaint.condition = "sit-bone-tendon"
    complaint.save()
    complaint.answers.create(
        word="leg-symptoms-below-knee", value=True, answered_by=world.users["hanne"], answered_at=clock.now()
    )
    assert assess(fresh(world, "Marta"), TODAY).screen.situation.plan.stage is None
