"""Every step over HTTP: what is read, what is refused at its field, who is let in, and every condition to its sheet."""

from __future__ import annotations

import datetime as dt
import json
from typing import Any

import pytest
from django.test import Client

from easepath.clinic.models import PlanVersion
from easepath.core.knowledge import shipped_library
from tests.conftest import TODAY, World

JSON = "application/json"
BACKEND = "django.contrib.auth.backends.ModelBackend"
STEPS = (
    "story",
    "screening",
    "measure",
    "plan",
    "plan/lengths",
    "plan/others",
    "plan/by-hand",
    "tryouts",
    "home",
    "respond",
    "methods",
)


@pytest.fixture
def staff(world: World, client: Client) -> Client:
    """A browser signed in as the clinician."""
    client.force_login(world.users["hanne"], backend=BACKEND)
    return client


def problem(response: Any) -> dict[str, Any]:
    """The problem of a response."""
    assert response["Content-Type"] == "application/problem+json", response.content
    found: dict[str, Any] = json.loads(response.content)
    return found


@pytest.mark.parametrize("step", STEPS)
@pytest.mark.parametrize("name", ["Marta", "Piet"])
def test_every_step_reads_for_a_running_plan_and_for_a_held_client(
    world: World, staff: Client, name: str, step: str
) -> None:
    assert staff.get(f"/api/visits/{world.visit(name).pk}/{step}").status_code == 200


@pytest.mark.parametrize("step", STEPS)
def test_every_step_reads_for_a_client_of_whom_nothing_is_known(world: World, staff: Client, step: str) -> None:
    visit = staff.post("/api/clients", {"first_name": "Nell", "last_name": "Quay"}, JSON).json()["visit"]
    assert staff.get(f"/api/visits/{visit}/{step}").status_code == 200


@pytest.mark.parametrize("step", STEPS)
def test_no_step_is_read_by_another_clinic_or_by_nobody(world: World, client: Client, step: str) -> None:
    path = f"/api/visits/{world.visit('Marta').pk}/{step}"
    assert client.get(path).status_code == 401


BAD: list[tuple[str, str, dict[str, Any], str]] = [
    ("put", "measure", {"revision": 0, "sittings": [{"measure": "hip-ir", "side": "left", "trials": ["x"]}]}, "trials"),
    ("put", "measure", {"revision": 0, "sittings": [{"measure": "hip-ir", "side": "left", "trials": [1] * 11}]}, "trials"),
    ("put", "measure", {"revision": -1, "sittings": []}, "revision"),
    ("put", "measure", {"revision": 0, "sittings": [], "mood": "good"}, "mood"),
    ("put", "measure", {"revision": 0, "goals": [{"measure": "hip-ir", "side": "left", "value": "far"}]}, "value"),
    ("put", "plan", {"revision": 0, "drills": [{"drill": "x" * 61, "side": "left"}]}, "drill"),
    ("put", "plan", {"revision": 0, "drills": [{"drill": "lunge-rock", "side": "up"}]}, "side"),
    ("put", "plan", {"revision": 0, "drills": [{"drill": "lunge-rock", "side": "left", "step": 100}]}, "step"),
    ("put", "plan", {"revision": 0, "drills": [{"drill": "lunge-rock", "side": "left", "place": "moon"}]}, "place"),
    ("put", "plan", {"revision": 0, "drills": [{"drill": "lunge-rock", "side": "left", "dose": {"reps": 0}}]}, "dose"),
    ("put", "plan", {"revision": 0, "drills": [{"drill": "lunge-rock", "side": "left", "dose": {"hold_s": 5}}]}, "hold_s"),
    ("put", "choices", {"revision": 0, "needs_set": {"lengthen:adductor": {"weight": 3, "reason": "x"}}}, "weight"),
    ("put", "choices", {"revision": 0, "barred": {"pelvic-tilt": "x" * 401}}, "barred"),
    ("put", "tryouts", {"revision": 0, "tryouts": [{"drill": "lunge-rock", "side": "up"}]}, "side"),
    ("put", "tryouts", {"revision": 0, "test_movement": "x" * 121}, "test_movement"),
    ("post", "overrides", {"drill": "lunge-rock", "side": "left", "reason": "x" * 401}, "reason"),
    ("post", "overrides", {"drill": "lunge-rock", "side": "up", "reason": "x"}, "side"),
    ("post", "sessions", {"id": "no", "version": 1, "date": "2026-11-25", "drills": []}, "id"),
    ("post", "sessions", {"id": "7d3a2d0e-3f0e-4b53-8d5c-0e6a4a1f5c11", "version": 0, "date": "soon", "drills": []}, "version"),
    ("post", "mornings", {"id": "7d3a2d0e-3f0e-4b53-8d5c-0e6a4a1f5c11",
                          "session": "7d3a2d0e-3f0e-4b53-8d5c-0e6a4a1f5c12", "pain": 11}, "pain"),
]  # fmt: skip


@pytest.mark.parametrize(
    ("method", "step", "sent", "field"), BAD, ids=[f"{m} {s} {f} {n}" for n, (m, s, _, f) in enumerate(BAD)]
)
def test_bad_input_names_its_field(
    world: World, staff: Client, method: str, step: str, sent: dict[str, Any], field: str
) -> None:
    response = getattr(staff, method)(f"/api/visits/{world.visit('Marta').pk}/{step}", sent, JSON)
    assert response.status_code == 422
    assert any(field in name for name in problem(response)["fields"]), response.content


@pytest.mark.parametrize("step", ["measure", "plan", "choices", "tryouts", "story"])
def test_an_old_revision_shows_both_values(world: World, staff: Client, step: str) -> None:
    path = f"/api/visits/{world.visit('Marta').pk}/{step}"
    bodies: dict[str, dict[str, Any]] = {"plan": {"drills": []}, "story": {"story": {}}}
    if step == "story":
        bodies["story"]["person_revision"] = staff.get(path).json()["person_revision"]
    assert staff.put(path, {"revision": 0, **bodies.get(step, {})}, JSON).status_code == 200
    late = staff.put(path, {"revision": 0, **bodies.get(step, {})}, JSON)
    assert late.status_code == 409
    assert {"revision", "theirs", "yours"} <= set(problem(late)["conflict"])


CLINICAL: list[tuple[str, str, dict[str, Any]]] = [
    ("put", "visits/{v}/plan", {"revision": 0, "drills": []}),
    ("put", "visits/{v}/choices", {"revision": 0}),
    ("post", "visits/{v}/overrides", {"drill": "lunge-rock", "side": "left", "reason": "x"}),
    ("post", "visits/{v}/hand-over", {"of_version": 1}),
    ("post", "visits/{v}/links", {}),
]


@pytest.mark.parametrize(("method", "path", "sent"), CLINICAL, ids=[p for _, p, _ in CLINICAL])
def test_an_assistant_is_refused_what_is_a_clinicians(
    world: World, client: Client, method: str, path: str, sent: dict[str, Any]
) -> None:
    client.force_login(world.users["jo"], backend=BACKEND)
    response = getattr(client, method)(f"/api/{path.format(v=world.visit('Marta').pk)}", sent, JSON)
    assert response.status_code == 403
    assert problem(response)["title"]


def test_suggestions_say_why(world: World, staff: Client) -> None:
    found = staff.get("/api/suggestions", {"words": "cannot reach my toes", "areas": "back-thigh:left"}).json()
    assert found[0]["id"] == "toe-reach-limited"
    assert found[0]["why"]


def test_a_sheet_is_printed_with_a_living_link_and_with_no_other(world: World, staff: Client) -> None:
    version = world.complaints["Marta"].versions.get()
    token = staff.post(f"/api/visits/{world.visit('Marta').pk}/links", {}, JSON).json()["link"].removeprefix("/h/")
    for sent in ({}, {"paper": "letter", "size": "large"}, {"size": "fridge"}, {"token": token}):
        response = staff.post(f"/api/versions/{version.pk}/print", sent, JSON)
        assert response["Content-Type"] == "application/pdf"
        assert response.content.startswith(b"%PDF")
    assert problem(staff.post(f"/api/versions/{version.pk}/print", {"token": "made-up"}, JSON))["status"] == 410
    assert staff.post(f"/api/versions/{version.pk}/print", {"paper": "a3"}, JSON).status_code == 422


def test_a_sheet_that_the_client_is_not_to_do_is_not_printed(world: World, staff: Client) -> None:
    version = world.complaints["Marta"].versions.get()
    world.complaints["Marta"].sheet_withheld = True
    world.complaints["Marta"].save(update_fields=["sheet_withheld"])
    refused = staff.post(f"/api/versions/{version.pk}/print", {}, JSON)
    assert refused.status_code == 422
    assert problem(refused)["reasons"] == ["the client is to do no drill: answer the sign first"]


def answer_all_no(staff: Client, visit: int) -> dict[str, Any]:
    """Answer every question of the screen no, in as many rounds as it asks; measured answers are typed in Measure."""
    answers: dict[str, bool] = {}
    found: dict[str, Any] = {}
    measures = shipped_library().measures
    for revision in range(5):
        sent = {"revision": revision, "person_revision": 1, "answers": answers}
        found = staff.put(f"/api/visits/{visit}/screening", sent, JSON).json()
        open_words = [word for word in found["unanswered"] if word not in measures]
        if not open_words:
            break
        answers |= dict.fromkeys(open_words, False)
    return found


def measure_what_is_asked(staff: Client, visit: int, asked: list[str]) -> None:
    """Take one harmless reading on both sides of each measure the screen waits for."""
    sittings = []
    for test in staff.get(f"/api/visits/{visit}/measure", {"added": ",".join(asked)}).json()["tests"]:
        if test["measure"] in asked:
            value = test["norm"] if test["norm"] is not None else 80
            sides = [s["side"] for s in test["sides"] if s["verdict"] != "exclude"]
            sittings += [
                {"measure": test["measure"], "side": "" if s == "both" else s, "trials": [value]} for s in sides
            ]
    assert staff.put(f"/api/visits/{visit}/measure", {"revision": 0, "sittings": sittings}, JSON).status_code == 200


def told_and_screened(staff: Client, condition: str, equipment: tuple[str, ...] = (), **told: Any) -> int:
    """A new client whose story is told and whose screen asks nothing more; the visit. More things at home on request."""
    visit = staff.post(
        "/api/clients", {"first_name": "Nell", "last_name": "Quay", "birth_date": "1980-01-02", "sex": "f"}, JSON
    ).json()["visit"]
    story = {
        "condition": condition, "side": "left", "since": "2026-06-01", "pain_now": 1, "pain_rest": 0, "pain_worst": 4,
        "pain_usual": 2, "settle_minutes": 20, "wakes": "no", "birth_date": "1980-01-02", "minutes": 12,
        "places": ["floor", "bed", "chair", "desk", "wall", "stand"], "equipment": ["pad", "strap", "towel", "cushion", *equipment],
        "days_per_week": 5, "per_day": 1, "confidence": "normal", **told,
    }  # fmt: skip
    assert (
        staff.put(f"/api/visits/{visit}/story", {"revision": 0, "person_revision": 0, "story": story}, JSON).status_code
        == 200
    )
    screening = answer_all_no(staff, visit)
    if screening["unanswered"]:
        measure_what_is_asked(staff, visit, screening["unanswered"])
    return int(visit)


@pytest.mark.parametrize("condition", sorted(shipped_library().conditions))
def test_every_condition_goes_from_story_to_sheet(world: World, staff: Client, condition: str) -> None:
    visit = told_and_screened(staff, condition)
    frame = staff.get(f"/api/visits/{visit}").json()
    assert frame["outcome"] in ("clear", "careful"), frame["outcome_words"]
    plan = staff.get(f"/api/visits/{visit}/plan").json()
    own = next(length for length in staff.get(f"/api/visits/{visit}/plan/lengths").json()["lengths"] if length["own"])
    assert own["drills"], own["reason"]
    assert own["seconds"] <= 12 * 60
    assert plan["made"]
    assert plan["draft"] == own["drills"]
    assert plan["seconds"] == own["seconds"]
    tried = staff.get(f"/api/visits/{visit}/tryouts").json()["choices"]
    assert {one["drill"] for one in tried if one["ticked"]} == {one["drill"] for one in plan["draft"]}
    sent = {"revision": 0, "drills": plan["draft"], "order": plan["order"], "stage": plan["stage"]}
    assert staff.put(f"/api/visits/{visit}/plan", sent, JSON).status_code == 200
    handed = staff.post(f"/api/visits/{visit}/hand-over", {"of_version": 0}, JSON)
    assert handed.status_code == 200, handed.content
    version = PlanVersion.objects.get(pk=handed.json()["version"]["id"])
    assert version.seconds == own["seconds"]
    for row in version.drills.all():
        said = row.prescription
        assert all(said[key] for key in ("title", "do", "feel", "stop", "easier", "harder"))
        assert all(side["words"] and side["pace"] for side in said["sides"])


@pytest.mark.parametrize("condition", sorted(shipped_library().conditions))
def test_every_condition_is_read_whole_and_in_words(staff: Client, condition: str) -> None:
    page = staff.get(f"/api/library/conditions/{condition}").json()
    assert all(page[name] for name in ("needs", "rated", "measures"))
    library = shipped_library()
    said = json.dumps({name: page[name] for name in ("measures", "asks", "assumes", "avoid", "load_watch", "stages")})
    ids = {word for word in library.drills.keys() | library.measures.keys() | library.exposures.keys() if "-" in word}
    assert not {word for word in ids if f'"{word}"' in said or f" {word} " in said}
    assert [one["title"] for one in page["rated"]] == [library.title(one["drill"]) for one in page["rated"]]


@pytest.mark.parametrize("profile", ["moving-well", "knees-upkeep"])
def test_whoever_only_keeps_well_does_it_on_two_days_and_agrees_when_it_is_looked_at(
    world: World, staff: Client, profile: str
) -> None:
    visit = told_and_screened(staff, profile, days_per_week=2)
    plan = staff.get(f"/api/visits/{visit}/plan").json()
    assert plan["drills"]
    assert {drill["days_per_week"] for drill in plan["drills"]} == {2}
    assert staff.put(f"/api/visits/{visit}/plan", {"revision": 0, "drills": plan["draft"]}, JSON).status_code == 200
    agreed = str(TODAY + dt.timedelta(days=42))
    handed = staff.post(f"/api/visits/{visit}/hand-over", {"of_version": 0, "review_on": agreed}, JSON)
    version = handed.json()["version"]["id"]
    assert staff.get(f"/api/versions/{version}/sheet").json()["review_on"] == agreed


def test_whoever_has_no_complaint_gets_a_session_from_what_was_found(world: World, staff: Client) -> None:
    visit = told_and_screened(staff, "", areas=["outer-hip:left"], pain_now=0, pain_worst=0, pain_usual=0)
    revision = staff.get(f"/api/visits/{visit}/measure").json()["revision"]
    sittings = [
        {"measure": "hip-er-flexed", "side": side, "trials": [value] * 2}
        for side, value in (("left", 15), ("right", 50))
    ]
    sent = {"revision": revision, "sittings": sittings}
    assert staff.put(f"/api/visits/{visit}/measure", sent, JSON).status_code == 200
    plan = staff.get(f"/api/visits/{visit}/plan").json()
    assert plan["made"]
    assert plan["drills"]
    assert {source["kind"] for need in plan["needs"] for source in need["sources"]} == {"finding"}
