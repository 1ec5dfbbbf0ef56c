"""Nothing acknowledged is lost: facts of the person carry a revision, a closed visit takes nothing, acts repeat once."""

from __future__ import annotations

import ast
import datetime as dt
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import Any

import pytest
from django.test import Client as Browser

import easepath.clinic.actions as room
from easepath.clinic.actions.confirm_gate_word import confirm_gate_word
from easepath.clinic.actions.confirm_screening import confirm_screening
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.open_complaint import open_complaint
from easepath.clinic.actions.open_visit import close_visit
from easepath.clinic.actions.overrides import override_verdict, withdraw_override
from easepath.clinic.actions.record_clearance import record_clearance
from easepath.clinic.actions.save_choices import Choices, save_choices
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.save_measure import Measuring, save_measure
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.save_tryouts import Trying, save_tryouts
from easepath.clinic.actions.screening_rows import FactorEntry
from easepath.clinic.errors import RefusedError, StaleRevisionError
from easepath.clinic.facts.assessment import assess
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.facts.story import Story
from easepath.clinic.models import HomeLink, Override, PlanVersion, User, Visit
from easepath.clinic.repository import read_complaint
from easepath.clinic.selectors.access import get_visit
from easepath.core.screening.overrides import may_be_overridden
from easepath.core.vocabulary import Verdict
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

JSON = "application/json"


@pytest.fixture
def pages(world: World) -> tuple[Visit, Visit]:
    """Two open visits of one person, for two complaints."""
    first = world.visit("Marta")
    return first, open_complaint(world.users["hanne"], first.complaint.client)


def story_of(world: World, visit: Visit) -> tuple[Story, int]:
    """What a page reads: the story, and the revision of the person."""
    complaint = get_visit(world.users["hanne"], visit.pk).complaint
    return Story.of(complaint), complaint.client.revision


def test_the_person_is_not_overwritten_from_the_page_of_another_complaint(
    world: World, pages: tuple[Visit, Visit]
) -> None:
    groin, knee = pages
    (mine, person), (theirs, _) = story_of(world, groin), story_of(world, knee)
    save_story(world.users["callum"], knee, 0, replace(theirs, minutes=25), person=person)
    with pytest.raises(StaleRevisionError) as conflict:
        save_story(world.users["hanne"], groin, 0, replace(mine, words="it hurts"), person=person)
    assert (conflict.value.theirs["minutes"], conflict.value.yours["minutes"]) == (25, mine.minutes)
    assert (conflict.value.by, conflict.value.revision, conflict.value.person) == (
        world.users["callum"].name,
        0,
        person + 1,
    )
    assert story_of(world, groin)[0].words == mine.words
    save_story(world.users["hanne"], groin, 0, replace(mine, words="it hurts"), person=person + 1)
    assert story_of(world, groin)[0] == replace(mine, words="it hurts")


def test_what_is_not_of_the_person_is_saved_whatever_happened_to_the_person(
    world: World, pages: tuple[Visit, Visit]
) -> None:
    groin, knee = pages
    (mine, person), (theirs, _) = story_of(world, groin), story_of(world, knee)
    save_story(world.users["hanne"], knee, 0, replace(theirs, minutes=25), person=person)
    save_story(world.users["hanne"], groin, 0, replace(mine, minutes=25, words="it hurts"), person=person)
    assert story_of(world, groin) == (replace(mine, minutes=25, words="it hurts"), person + 1)


@pytest.mark.parametrize("first", ["factors", "confirmed"])
def test_factors_and_limits_are_the_persons(world: World, pages: tuple[Visit, Visit], first: str) -> None:
    groin, knee = pages
    who = world.users["hanne" if first == "factors" else "jo"]
    hip = FactorEntry("hip-replacement-unknown", "left", TODAY - dt.timedelta(days=30))
    now, start = Screening.of(read_complaint(fresh(world, "Marta").pk)), story_of(world, groin)[1]
    save_screening(world.users["hanne"], groin, 0, replace(now, factors=(hip,)), person=start)
    if first == "confirmed":
        save_screening(who, groin, 1, replace(now, factors=()), person=start + 1)
        confirm_screening(world.users["hanne"], groin)
    with pytest.raises(StaleRevisionError):
        save_screening(world.users["hanne"], knee, 0, Screening({}, (FactorEntry("vertigo"),)), person=start)


def test_the_page_of_another_complaint_gets_a_conflict_over_http(
    world: World, pages: tuple[Visit, Visit], client: Browser
) -> None:
    client.force_login(world.users["hanne"], backend="django.contrib.auth.backends.ModelBackend")
    paths = [f"/api/visits/{visit.pk}/story" for visit in pages]
    read = [client.get(path).json() for path in paths]
    sent = [
        {"revision": r["revision"], "person_revision": r["person_revision"], "story": {**r["story"], "minutes": m}}
        for r, m in zip(read, (20, 25), strict=True)
    ]
    person = read[0]["person_revision"] + 1
    assert client.put(paths[0], sent[0], JSON).json() == {"revision": 1, "person_revision": person}
    answer = client.put(paths[1], sent[1], JSON)
    assert answer.status_code == 409
    conflict = answer.json()["conflict"]
    assert (conflict["theirs"]["minutes"], conflict["yours"]["minutes"], conflict["person_revision"]) == (
        20,
        25,
        person,
    )
    again = {**sent[1], "revision": conflict["revision"], "person_revision": conflict["person_revision"]}
    assert client.put(paths[1], again, JSON).status_code == 200


def test_no_action_saves_a_whole_row() -> None:
    """A row saved whole carries every field as it was read, and undoes what somebody else saved in between."""
    bare = [
        f"{path.name}:{call.lineno}"
        for path in sorted(Path(room.__path__[0]).glob("*.py"))
        for call in ast.walk(ast.parse(path.read_text(encoding="utf-8")))
        if isinstance(call, ast.Call) and isinstance(call.func, ast.Attribute) and call.func.attr == "save"
        and not {"update_fields", "force_insert"} & {keyword.arg for keyword in call.keywords}
    ]  # fmt: skip
    assert bare == []


def test_handing_over_again_answers_with_the_version_it_made(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    version, token = hand_over(hanne, visit, 1)
    again, other = hand_over(hanne, visit, 1)
    assert (again.pk, PlanVersion.objects.filter(complaint=visit.complaint).count()) == (version.pk, 2)
    assert token != other
    assert HomeLink.objects.filter(complaint=visit.complaint, revoked_at=None).count() == 3
    with pytest.raises(RefusedError, match="newer version"):
        hand_over(hanne, visit, 0)


def refused_drill(world: World) -> dict[str, str]:
    """A drill that Marta, with a hip that hurts in front, is refused on the left, and that a lead may allow."""
    now = Screening.of(read_complaint(fresh(world, "Marta").pk))
    factors = (FactorEntry("vertigo"), FactorEntry("osteoporosis"), FactorEntry("hip-impingement", "left"))
    save_screening(world.users["hanne"], world.visit("Marta"), 0, replace(now, factors=factors))
    drills = assess(fresh(world, "Marta"), TODAY).screen.drills
    return next(
        {"drill": drill, "side": "left"}
        for drill, by_side in drills.items()
        if "left" in by_side and by_side["left"].verdict is Verdict.EXCLUDE
        and may_be_overridden(by_side["left"], by_lead=True) is None
    )  # fmt: skip


def test_an_override_goes_one_step_and_no_further(world: World) -> None:
    ruth, visit = world.users["ruth"], world.visit("Marta")
    about = refused_drill(world)

    def verdict() -> Verdict:
        return assess(fresh(world, "Marta"), TODAY).screen.drills[about["drill"]]["left"].verdict

    assert verdict() is Verdict.EXCLUDE
    first = override_verdict(ruth, visit, **about, reason="seen in the room")
    assert override_verdict(ruth, visit, **about, reason="seen in the room").pk == first.pk
    assert verdict() is Verdict.MODIFY
    for who in ("ruth", "hanne"):
        with pytest.raises(RefusedError):
            override_verdict(world.users[who], visit, **about, reason="once more")
    Override.objects.create(
        complaint=visit.complaint, drill=about["drill"], side="both", was="exclude", reason="both", by_lead=True,
        recorded_by=ruth, recorded_at=first.recorded_at,
    )  # fmt: skip
    assert verdict() is Verdict.MODIFY


def test_an_override_that_no_longer_fits_gives_way(world: World) -> None:
    """A clinician's override of a change does not hold against a refusal; a lead's takes its place."""
    visit = world.visit("Marta")
    about = refused_drill(world)
    row = Override.objects.create(
        complaint=visit.complaint, **about, was="modify", reason="then a change",
        recorded_by=world.users["hanne"], recorded_at=visit.opened_at,
    )  # fmt: skip
    override_verdict(world.users["ruth"], visit, **about, reason="seen in the room")
    row.refresh_from_db()
    assert row.withdrawn_at is not None


def test_taking_an_override_back_twice_is_one_change(world: World) -> None:
    ruth, visit = world.users["ruth"], world.visit("Marta")
    row = override_verdict(ruth, visit, **refused_drill(world), reason="seen in the room")
    stale = Override.objects.get(pk=row.pk)
    withdraw_override(ruth, row)
    withdraw_override(ruth, stale)
    assert visit.complaint.client.audit.filter(action="withdraw-override").count() == 1


Act = Callable[[User, Visit], Any]
LATE: dict[str, Act] = {
    "story": lambda u, v: save_story(u, v, 0, Story()),
    "screening": lambda u, v: save_screening(u, v, 0, Screening({}, ())),
    "measure": lambda u, v: save_measure(u, v, 0, Measuring((), (), ())),
    "plan": lambda u, v: save_draft(u, v, 0, (Ticked("seated-squeeze", "both"),)),
    "choices": lambda u, v: save_choices(u, v, 0, Choices({}, {}, (), {}, {})),
    "tryouts": lambda u, v: save_tryouts(u, v, 0, Trying(())),
    "hand-over": lambda u, v: hand_over(u, v, 1),
    "confirm": confirm_screening,
    "override": lambda u, v: override_verdict(u, v, drill="adductor-plank-long", side="left", reason="late"),
    "clearance": lambda u, v: record_clearance(u, v, flag="cancer", doctor="Dr A", date=TODAY, reason="late"),
    "gate-word": lambda u, v: confirm_gate_word(u, v, "x", confirmed=True),
}


@pytest.mark.parametrize("act", LATE.values(), ids=LATE.keys())
def test_a_closed_visit_takes_nothing(world: World, act: Act) -> None:
    """Also from a page that read the visit while it was open."""
    ruth, visit = world.users["ruth"], world.visit("Marta")
    read = get_visit(ruth, visit.pk)
    close_visit(ruth, visit)
    with pytest.raises(RefusedError, match="closed"):
        act(ruth, read)
