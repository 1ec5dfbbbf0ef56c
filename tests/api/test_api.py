"""The interface over HTTP: snapshot, who gets in, problems in words, and every error mapped."""

from __future__ import annotations

import json
import uuid
from typing import Any

import pytest
from django.test import Client

from easepath.clinic import errors
from easepath.clinic.models import SessionLog
from easepath.openapi import documents
from easepath.standins.practice_clinic import PASSWORD
from tests.conftest import TODAY, World

JSON = "application/json"


@pytest.fixture
def staff(world: World, client: Client) -> Client:
    """A browser signed in as the clinician."""
    client.force_login(world.users["hanne"], backend="django.contrib.auth.backends.ModelBackend")
    return client


def body(response: Any) -> dict[str, Any]:
    """The problem of a response, checked to be one."""
    assert response["Content-Type"] == "application/problem+json", response.content
    found: dict[str, Any] = json.loads(response.content)
    assert found["title"]
    assert found["status"] == response.status_code
    return found


def test_the_committed_description_is_the_one_the_code_makes() -> None:
    for path, text in documents().items():
        assert path.read_text(encoding="utf-8") == text, f"run python -m easepath.openapi ({path.name})"


def test_signing_in_and_out(world: World, client: Client) -> None:
    assert client.get("/api/session").status_code == 204
    wrong = client.post("/api/session", {"username": "hanne", "password": "wrong"}, JSON)
    assert "case-sensitive" in body(wrong)["fields"]["password"]
    right = client.post("/api/session", {"username": "hanne", "password": PASSWORD}, JSON)
    assert right.json()["may"]
    assert client.get("/api/session").json()["name"] == "Hanne Ostrow"
    assert client.delete("/api/session").status_code == 204
    assert body(client.get("/api/caseload"))["type"] == "easepath:signed-out"


def test_guessing_passwords_is_stopped(world: World, client: Client, settings: Any) -> None:
    settings.AXES_FAILURE_LIMIT = 2
    for _ in range(3):
        last = client.post("/api/session", {"username": "hanne", "password": "wrong"}, JSON)
    assert last.status_code in (403, 429)


READS = ("/api/caseload", "/api/visits/{v}", "/api/visits/{v}/story", "/api/visits/{v}/screening",
         "/api/visits/{v}/plan", "/api/visits/{v}/home", "/api/library/options", "/api/versions/1/sheet")  # fmt: skip


@pytest.mark.parametrize("path", READS)
def test_every_read_answers_staff_and_nobody_else(world: World, client: Client, path: str) -> None:
    address = path.format(v=world.visit("Marta").pk)
    assert client.get(address).status_code == 401
    client.force_login(world.users["jo"], backend="django.contrib.auth.backends.ModelBackend")
    assert client.get(address).status_code == 200


def test_a_change_without_the_token_of_the_page_is_refused(world: World) -> None:
    strict = Client(enforce_csrf_checks=True)
    strict.force_login(world.users["hanne"], backend="django.contrib.auth.backends.ModelBackend")
    path = f"/api/visits/{world.visit('Marta').pk}/hand-over"
    assert body(strict.post(path, {"of_version": 1}, JSON))["type"] == "easepath:page-too-old"
    sign_in = {"username": "hanne", "password": PASSWORD}
    assert body(strict.post("/api/session", sign_in, JSON))["type"] == "easepath:page-too-old"


def test_bad_input_names_its_field(world: World, staff: Client) -> None:
    path = f"/api/visits/{world.visit('Marta').pk}/story"
    found = body(
        staff.put(
            path,
            {"revision": 1, "person_revision": 1, "story": {"pain_now": 11, "words": "x" * 301, "colour": "red"}},
            JSON,
        )
    )
    assert found["fields"] == {
        "story.pain_now": "is not possible: at most 10",
        "story.words": "is too long: at most 300 characters",
        "story.colour": "is not known here",
    }


def test_an_old_revision_gets_both_values(world: World, staff: Client) -> None:
    path = f"/api/visits/{world.visit('Marta').pk}/story"
    read = staff.get(path).json()
    story, on = read["story"], {"revision": 0, "person_revision": read["person_revision"]}
    assert staff.put(path, {**on, "story": {**story, "goal_activity": "hers"}}, JSON).status_code == 200
    found = staff.put(path, {**on, "story": {**story, "words": "mine"}}, JSON)
    assert found.status_code == 409
    conflict = body(found)["conflict"]
    assert conflict["revision"] == 1
    assert conflict["yours"]["words"] == "mine"
    assert conflict["theirs"]["words"] == story["words"]


def test_a_refusal_says_why(world: World, staff: Client) -> None:
    found = body(staff.post(f"/api/visits/{world.visit('Piet').pk}/hand-over", {"of_version": 0}, JSON))
    assert found["type"] == "easepath:refused"
    path = f"/api/visits/{world.visit('Marta').pk}/plan"
    wrong = {"revision": 0, "drills": [{"drill": "adductor-plank-long", "side": "left"}]}
    assert "refused" in body(staff.put(path, wrong, JSON))["type"]


def test_what_is_not_there(world: World, staff: Client) -> None:
    assert body(staff.get("/api/visits/999"))["type"] == "easepath:not-found"
    gone = {"key": "drill:lunge-rock:left:ready:progress:", "decision": "accept"}
    assert body(staff.post(f"/api/visits/{world.visit('Tom').pk}/decisions", gone, JSON))["status"] == 404


def test_the_walk_over_http(world: World, staff: Client) -> None:
    """Take in, story, screen, tick, hand over, session and morning by the private link."""
    visit = staff.post(
        "/api/clients", {"first_name": "Nell", "last_name": "Quay", "birth_date": "1990-01-02"}, JSON
    ).json()["visit"]
    story = {"condition": "adductor-strain", "side": "left", "since": "2026-11-01", "pain_now": 1, "pain_rest": 0, "pain_worst": 3,
             "pain_usual": 1, "settle_minutes": 20, "wakes": "no", "birth_date": "1990-01-02", "places": ["floor", "chair"], "minutes": 10, "days_per_week": 5}  # fmt: skip
    assert (
        staff.put(f"/api/visits/{visit}/story", {"revision": 0, "person_revision": 0, "story": story}, JSON).json()[
            "revision"
        ]
        == 1
    )
    answers: dict[str, bool] = {}
    for revision in range(4):
        sent = {"revision": revision, "person_revision": 1, "answers": answers}
        screening = staff.put(f"/api/visits/{visit}/screening", sent, JSON).json()
        answers |= dict.fromkeys(screening["unanswered"], False)
    assert screening["unanswered"] == []
    first = staff.get(f"/api/visits/{visit}/plan/others").json()["drills"][0]
    ticked = {"revision": 0, "drills": [{"drill": first["drill"], "side": first["side"]}], "stage": 1}
    assert staff.put(f"/api/visits/{visit}/plan", ticked, JSON).status_code == 200
    handed = staff.post(f"/api/visits/{visit}/hand-over", {"of_version": 0}, JSON).json()
    token = handed["link"].removeprefix("/h/")
    sheet = staff.get(f"/home/api/{token}/sheet").json()
    assert [d["drill"] for d in sheet["drills"]] == [first["drill"]]
    session = {"id": str(uuid.uuid4()), "version": 1, "date": str(TODAY), "before": 1, "after": 1,
               "drills": [{"drill": first["drill"], "side": sheet["drills"][0]["side"], "done_pct": 100, "during": 1, "symptom": "pull", "felt": "target"}]}  # fmt: skip
    for _ in range(2):
        assert staff.post(f"/home/api/{token}/sessions", session, JSON).json() == {"id": session["id"]}
    assert SessionLog.objects.filter(pk=session["id"]).count() == 1
    early = staff.post(
        f"/home/api/{token}/mornings", {"id": str(uuid.uuid4()), "session": session["id"], "pain": 1}, JSON
    )
    assert "tomorrow" in body(early)["fields"]["session"]
    review = staff.get(f"/api/visits/{visit}/review").json()
    assert review["proposals"][0]["rule"] == "waiting"
    staff.delete(f"/api/visits/{visit}/links")
    assert body(staff.get(f"/home/api/{token}/sheet"))["type"] == "easepath:dead-link"


def test_a_link_nobody_made_is_dead(client: Client, db: None) -> None:
    assert body(client.get("/home/api/nothing/sheet"))["status"] == 410


def test_every_error_of_the_clinic_has_its_response() -> None:
    source = (errors.__file__ and open(errors.__file__).read()) or ""  # noqa: SIM115
    named = {name for name in vars(errors) if name.endswith("Error") and name != "ClinicError"}
    mapped = open("easepath/api/errors.py").read()  # noqa: SIM115
    assert named
    assert all(f"errors.{name}" in mapped for name in named)
    assert all(name in source.split('"""')[1] for name in named)


def test_pages_and_their_protection(client: Client, db: None) -> None:
    page = client.get("/visit/1/story")
    assert page.status_code == 200
    assert "script-src 'self'" in page["Content-Security-Policy"]
    home = client.get("/h/whatever")
    assert home["Cache-Control"] == "private, no-store"
    assert home["X-Robots-Tag"] == "noindex"
