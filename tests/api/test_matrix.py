"""Who may do what, for every operation and every field of the description: a new one has to be classified here."""

from __future__ import annotations

import copy
import json
import uuid
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from django.db import connection, transaction
from django.test import Client, override_settings

from easepath.api.views.home_sheet import home_sheet
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.house import set_house
from easepath.clinic.actions.keep_document import Passage, Written, keep_document
from easepath.clinic.actions.keep_template import keep_template
from easepath.clinic.actions.save_measure import GoalEntry, Measuring, SittingEntry, save_measure
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_tryouts import Trying, TryoutEntry, save_tryouts
from easepath.clinic.actions.screening_rows import FactorEntry, LimitEntry
from easepath.clinic.models import Clinic, Override, PlanVersion, Role, SessionCount, User, Visit
from easepath.clinic.repository import read_again, read_complaint
from easepath.core.knowledge.row_version import shipped_row_version
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World, world_of_rows

JSON = "application/json"
DOCS = Path(__file__).parents[2] / "docs"
CLINIC = json.loads((DOCS / "openapi.json").read_text(encoding="utf-8"))

STAFF, CLINICAL, LEAD, OPEN = "everybody of the clinic", "clinicians and leads", "leads", "anybody"
WHO = {
    **dict.fromkeys((
        "read_caseload", "known_clients", "read_visit", "read_story", "read_screening", "read_measure", "read_plan",
        "read_lengths", "read_templates", "try_template", "try_plan_beside", "read_others", "read_by_hand", "read_elsewhere", "read_tryouts", "read_home", "read_respond", "read_review", "read_sheet", "compare_methods", "print_sheet",
        "suggest_conditions", "read_options", "read_drills", "read_drill", "read_row_review", "read_conditions",
        "read_condition", "read_reach", "read_course", "record_outcome", "read_house", "read_kept", "read_person_course", "read_document", "take_document", "read_outbox", "write_message", "read_messages", "send_again", "agree_visit",
        "take_in_client", "read_person", "edit_client", "open_visit", "close_visit", "open_complaint", "save_story", "save_screening", "save_measure",
        "save_pressure", "stream_inclinometer", "read_trace",
        "save_tryouts", "enter_session", "enter_morning", "lock_session", "change_password", "begin_second_factor",
        "confirm_second_factor", "new_recovery_codes", "second_factor_off",
    ), STAFF),
    **dict.fromkeys((
        "confirm_screening", "record_clearance", "save_plan", "save_choices", "override_verdict", "withdraw_override",
        "hand_over", "take_back", "new_link", "revoke_link", "revoke_links", "count_session", "decide_proposal", "close_review",
        "confirm_gate_word", "archive_client", "end_care", "take_up_again", "keep_template", "put_template_away", "answer_signs", "order_rest", "end_rest", "review_row", "send_link", "draft_document", "keep_document", "preview_import", "take_in_bundle", "preview_list", "take_in_list", "preview_case", "take_in_case", "agree_reminders",
    ), CLINICAL),
    **dict.fromkeys(("export_client", "export_bundle", "export_day", "export_list", "export_case", "set_house", "end_house", "take_on_staff", "set_role", "erase_client", "merge_clients", "read_audit", "export_audit"), LEAD),
    **dict.fromkeys(("who_am_i", "sign_in", "unlock_session", "sign_out", "read_picture", "read_motion"), OPEN),
}  # fmt: skip
ROLES = {STAFF: {"jo", "hanne", "ruth"}, CLINICAL: {"hanne", "ruth"}, LEAD: {"ruth"}}
OPERATIONS = {
    operation["operationId"]: (method, path, operation)
    for path, methods in CLINIC["paths"].items() for method, operation in methods.items()
}  # fmt: skip


@pytest.fixture(scope="module")
def prepared(django_db_setup: None, django_db_blocker: Any) -> Iterator[dict[str, Any]]:
    """What every test of this module begins with, made once."""
    with django_db_blocker.unblock(), override_settings(FROZEN_TODAY=TODAY), transaction.atomic():
        yield full_record(world_of_rows())
        transaction.set_rollback(True)


@pytest.fixture
def rows(prepared: dict[str, Any], world: World) -> dict[str, Any]:
    """By name what the paths of the operations reach."""
    return dict(prepared)


def full_record(world: World) -> dict[str, Any]:
    """Marta's record with everything an assistant may not touch: a withheld sheet, confirmed rows, a goal, an override."""
    hanne, visit = world.users["hanne"], world.visit("Marta")
    version, _ = hand_over(hanne, visit)
    now = Screening.of(read_complaint(fresh(world, "Marta").pk))
    factors = (FactorEntry("vertigo"), FactorEntry("hip-impingement", "left"))
    limits = (LimitEntry("hip-flexion", "left", 70.0, "surgeon"),)
    save_screening(hanne, visit, 0, Screening({**now.answers, "fever": True}, factors, limits))
    sittings = (SittingEntry("hip-ir", "left", (30.0, 31.0)), SittingEntry("hip-ir", "right", (40.0, 41.0)))
    save_measure(hanne, visit, 0, Measuring(sittings, (), (GoalEntry("hip-ir", "left", 35.0),)))
    save_tryouts(hanne, visit, 0, Trying((TryoutEntry("iso-adduction", "both", symptom="pull"),)))
    complaint = fresh(world, "Marta")
    override = Override.objects.create(
        complaint=complaint, drill="lunge-rock", side="left", was="modify", reason="seen", recorded_by=hanne,
        recorded_at=visit.opened_at,
    )  # fmt: skip
    session = complaint.sessions.all()[0]
    note = keep_document(hanne, complaint, Written(uuid.uuid4(), "note", "", [Passage("Next", "x")]))
    off = set_house(world.users["ruth"], "profile", "wrist-sprain", "", "x")
    template = keep_template(hanne, visit, "the groin in two weeks", own=False)
    return {
        "visit": visit.pk, "complaint": complaint.pk, "client": complaint.client_id, "version": version.pk, "number": version.number,
        "template": template.pk, "document": note.pk, "kept": complaint.kept_facts.all()[0].pk, "form": "txt", "listed": "people", "user": 1, "set_row": off.pk, "date": str(TODAY), "of": "note", "override": override.pk, "link": complaint.links.all()[0].pk, "rest": 1, "session": session.pk, "drill": "lunge-rock",
        "shelf": "drills", "row": "lunge-rock", "condition": "adductor-strain",
        "kind": "json", "side": "left", "name": "x.svg", "tag": "x", "size": "small", "pose": "start",
    }  # fmt: skip


def signed_in(user: User) -> Client:
    browser = Client()
    browser.raise_request_exception = False
    browser.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    return browser


def send(browser: Client, operation: str, rows: dict[str, Any], body: Any = None) -> Any:
    """One call of an operation; its path reaches the rows."""
    method, path, described = OPERATIONS[operation]
    address = path
    for parameter in described.get("parameters", []):
        if parameter["in"] == "path":
            address = address.replace(f"{{{parameter['name']}}}", str(rows.get(parameter["name"], "x")))
    address += QUERIES.get(operation, "")
    data = {} if body is None and method != "get" else body
    return getattr(browser, method)(address, **({} if method == "get" else {"data": data, "content_type": JSON}))


QUERIES = {"stream_inclinometer": "?measure=slr"}
CASE = {"case": "today: 2031-01-06\nclient: {}\ncomplaint: {answers_default: no}"}
BODIES: dict[str, Any] = {
    "take_in_client": {"first_name": "Nell", "last_name": "Quay"},
    "save_plan": {"revision": 0, "drills": []},
    "save_choices": {"revision": 0},
    "keep_template": {"name": "x"},
    "override_verdict": {"drill": "lunge-rock", "side": "left", "reason": "x"},
    "hand_over": {"of_version": 1},
    "count_session": {"counts": False, "reason": "x"},
    "review_row": {"version": shipped_row_version("drill", "lunge-rock")},
    "send_link": {"way": "text"}, "agree_reminders": {"told_by": "", "remind_at": []},
    "agree_visit": {"visit_on": None, "visit_at": None},
    "write_message": {"id": str(uuid.UUID(int=7)), "words": "x"},
    "order_rest": {"until": "2026-11-25"}, "end_rest": {"reason": "x"},
    "answer_signs": {"drill": "x", "until": "2026-11-25", "reason": "x"},
    "decide_proposal": {"key": "x", "decision": "accept"},
    "close_review": {"version": 2},
    "edit_client": {"first_name": "Nell", "last_name": "Quay", "revision": 0},
    "end_care": {"ended_as": "better"},
    "set_house": {"kind": "drill", "key": "lunge-rock", "reason": "x"}, "set_role": {"role": "lead", "reason": "x"},
    "take_on_staff": {"username": "nell", "first_name": "Nell", "last_name": "Quay", "role": "assistant", "reason": "x"},
    "preview_case": CASE, "take_in_case": CASE,
    "preview_list": {"table": "first_name,last_name"}, "take_in_list": {"table": "first_name,last_name"},
    "preview_import": {"bundle": {"resourceType": "Bundle"}}, "take_in_bundle": {"bundle": {"resourceType": "Bundle"}},
    "keep_document": {"id": str(uuid.UUID(int=9)), "kind": "note", "passages": [{"heading": "Next", "text": "x"}]},
    "record_outcome": {"id": str(uuid.UUID(int=8)), "date": str(TODAY), "occasion": "course", "pain": 3},
    "merge_clients": {"other": 1},
    "confirm_gate_word": {"word": "x", "confirmed": True},
    "archive_client": {"archived": True},
    "erase_client": {"name": "x"},
    "save_pressure": {"upper": 128.0, "lower": 82.0},
    "record_clearance": {"flag": "x", "doctor": "x", "date": "2026-11-01", "reason": "x"},
    "print_sheet": {"paper": "a4"},
    "read_trace": {"samples": [[0, 1, None], [1, 2, None]]},
    "enter_session": {"id": str(uuid.uuid4()), "version": 1, "date": "2026-11-25", "drills": []},
    "enter_morning": {"id": str(uuid.uuid4()), "session": str(uuid.uuid4()), "pain": 1},
    "change_password": {"old": "x", "new": "x"},
    "begin_second_factor": {"password": "x"},
    "confirm_second_factor": {"code": "x"},
    "new_recovery_codes": {"password": "x"},
    "second_factor_off": {"password": "x"},
    "unlock_session": {"password": "x"},
    "sign_in": {"username": "x", "password": "x"},
}  # fmt: skip


def body_of(browser: Client, operation: str, rows: dict[str, Any]) -> Any:
    """A body the operation takes; a step that is saved whole is sent as it was read."""
    read = {"save_story": "story", "save_screening": "screening", "save_measure": "measure", "save_tryouts": "tryouts"}
    if operation not in read:
        return BODIES.get(operation)
    found = browser.get(f"/api/visits/{rows['visit']}/{read[operation]}").json()
    if operation == "save_measure":
        found |= Measuring.of(read_again(Visit.objects.get(pk=rows["visit"]))).as_data()
    schema = resolve(CLINIC, OPERATIONS[operation][2]["requestBody"]["content"][JSON]["schema"])
    return strip(CLINIC, schema, found)


def resolve(document: dict[str, Any], schema: dict[str, Any]) -> dict[str, Any]:
    """A schema without its reference."""
    found = schema
    while "$ref" in found:
        found = document["components"]["schemas"][found["$ref"].rsplit("/", 1)[1]]
    return found


def strip(document: dict[str, Any], schema: dict[str, Any], value: Any) -> Any:
    """What was read, as it is sent: without what the input does not know."""
    schema = resolve(document, schema)
    if isinstance(value, dict) and "properties" in schema:
        return {k: strip(document, schema["properties"][k], v) for k, v in value.items() if k in schema["properties"]}
    if isinstance(value, list) and "items" in schema:
        return [strip(document, schema["items"], one) for one in value]
    return value


def test_every_operation_is_classified() -> None:
    assert set(WHO) == set(OPERATIONS)


@pytest.mark.parametrize("operation", sorted(name for name in WHO if WHO[name] != OPEN))
def test_every_operation_is_refused_to_whoever_may_not(world: World, rows: dict[str, Any], operation: str) -> None:
    other = Clinic.objects.create(name="Upriver", phone="0", practice=True)
    stranger = User.objects.create(username="stranger", clinic=other, role=Role.LEAD)
    outside = User.objects.create(username="outside", clinic=None, role=Role.LEAD)
    for user in (world.users["jo"], world.users["hanne"], world.users["ruth"]):
        with transaction.atomic():
            browser = signed_in(user)
            status = send(browser, operation, rows, body_of(browser, operation, rows)).status_code
            allowed = user.username in ROLES[WHO[operation]]
            assert (status != 403) is allowed, (user.username, status)
            assert status < 500
            transaction.set_rollback(True)
    reaches_rows = "{" in OPERATIONS[operation][1] and not {
        "drill",
        "tag",
        "shelf",
        "condition",
        "date",
        "listed",
    } & set(_path_names(operation))
    if reaches_rows:
        assert send(signed_in(stranger), operation, rows, BODIES.get(operation)).status_code in (404, 422)
    assert send(signed_in(outside), operation, rows, BODIES.get(operation)).status_code == 401
    assert send(Client(), operation, rows, BODIES.get(operation)).status_code == 401


def _path_names(operation: str) -> list[str]:
    return [p["name"] for p in OPERATIONS[operation][2].get("parameters", []) if p["in"] == "path"]


def protected(world: World) -> dict[str, Any]:
    """Everything about Marta that an assistant may not weaken or decide."""
    complaint = fresh(world, "Marta")
    visits = Visit.objects.filter(complaint=complaint)
    return {
        "yes": {a.word for a in complaint.answers.all() if a.value and not a.to_confirm},
        "no": {a.word for a in complaint.answers.all() if not a.value and not a.to_confirm},
        "factors": {(f.factor, f.side) for f in complaint.client.factors.filter(withdrawn_at=None, to_confirm=False)},
        "limits": {(x.movement, x.degrees) for x in complaint.client.limits.filter(withdrawn_at=None, to_confirm=False)},
        "withheld": bool(home_sheet(read_complaint(complaint.pk)).model_dump(mode="json")["withheld"]),
        "goals": {(g.measure, g.side, g.value) for g in complaint.goals.all()},
        "brought back": {(t.drill, t.side) for t in complaint.tryouts.all() if t.brought_back},
        "versions": PlanVersion.objects.filter(complaint=complaint).count(),
        "links": complaint.links.filter(revoked_at=None).count(),
        "overrides": set(complaint.overrides.filter(withdrawn_at=None).values_list("pk", flat=True)),
        "clearances": complaint.clearances.count(),
        "drafts": [(d.drill, d.side, d.method, d.step) for v in visits for d in v.draft_drills.all()],
        "reviews": complaint.reviews.count(),
        "counts": SessionCount.objects.count(),
        "rests": list(complaint.rests.values_list("pk", "ended_on")),
        "signs answered": complaint.sign_answers.count(),
        "choices": [getattr(complaint, name) for name in ("methods", "needs_set", "pinned", "barred", "work_hours")],
        "stage": (complaint.stage, complaint.gate_words),
        "archived": complaint.client.archived,
        "people": sorted(User.objects.values_list("username", "role")),
    }  # fmt: skip


ONLY_GROW = ("yes", "factors", "limits", "overrides")
"""What an assistant leaves as it is; a no may only be joined by a yes, since a yes that waits holds back at once."""


def weakened(before: dict[str, Any], after: dict[str, Any]) -> list[str]:
    """The names of what is weaker, or decided, after than before."""
    found = [name for name in ONLY_GROW if not before[name] <= after[name]]
    found += ["withheld"] if before["withheld"] and not after["withheld"] else []
    found += ["no"] if not after["no"] <= before["no"] else []
    same = set(before) - {*ONLY_GROW, "withheld", "no"}
    return found + [name for name in sorted(same) if before[name] != after[name]]


def others(schema: dict[str, Any], value: Any) -> Iterator[Any]:
    """Other values a field can take, by its schema and by what stands in it."""
    schema = resolve(CLINIC, schema)
    if isinstance(value, bool):
        yield not value
    elif isinstance(value, int | float):
        yield value + 1
        yield 0
    elif isinstance(value, list):
        yield value[1:]
        yield value + value[:1]
    elif isinstance(value, dict):
        yield {}
        yield from ({k: v for k, v in value.items() if k != gone} for gone in list(value)[:3])
        yield from ({**value, k: not v} for k, v in value.items() if isinstance(v, bool))
    else:
        yield from schema.get("enum", ["vertigo", None])[:2]


def mutations(schema: dict[str, Any], value: Any, path: str = "") -> Iterator[tuple[str, Any]]:
    """Every field of a body with another value in it, one at a time: its path, and the whole body."""
    schema = resolve(CLINIC, schema)
    if isinstance(value, dict) and "properties" in schema:
        for name, part in schema["properties"].items():
            present = value.get(name, part.get("default"))
            for where, changed in mutations(part, present, f"{path}.{name}" if path else name):
                yield where, {**value, name: changed}
            for other in others(part, present):
                yield f"{path}.{name}" if path else name, {**copy.deepcopy(value), name: other}
    elif isinstance(value, list) and value and "items" in schema:
        for where, changed in mutations(schema["items"], value[0], f"{path}[]"):
            yield where, [changed, *value[1:]]


def rows_written() -> int | None:
    """How many rows were ever written over this connection, where it counts them: as many as before is none."""
    return connection.connection.total_changes if connection.vendor == "sqlite" else None


ASSISTANT = sorted(name for name in WHO if WHO[name] == STAFF and OPERATIONS[name][0] != "get")


@pytest.mark.parametrize("operation", ASSISTANT)
def test_no_field_lets_an_assistant_weaken_or_decide(world: World, rows: dict[str, Any], operation: str) -> None:
    jo, before = signed_in(world.users["jo"]), protected(world)
    described = OPERATIONS[operation][2].get("requestBody")
    schema = described["content"][JSON]["schema"] if described else {}
    present = body_of(jo, operation, rows)
    tried = [("as it stands", present), *(mutations(schema, present) if present else ())]
    answered = set()
    for where, body in tried:
        with transaction.atomic():
            written = rows_written()
            status = send(jo, operation, rows, body).status_code
            assert status < 500, (where, body)
            if written is None or rows_written() != written:
                assert weakened(before, protected(world)) == [], (where, body)
            answered.add(status)
            transaction.set_rollback(True)
    if operation.startswith("save_"):
        fields = {where.partition(".")[0].partition("[")[0] for where, _ in tried}
        assert set(resolve(CLINIC, schema)["properties"]) <= fields
        assert 200 in answered


def test_the_matrix_itself_sees_a_clinician_weaken(world: World, rows: dict[str, Any]) -> None:
    """The same changes by a clinician do show: the measure is no blind one."""
    hanne, before = signed_in(world.users["hanne"]), protected(world)
    present = body_of(hanne, "save_screening", rows)
    schema = OPERATIONS["save_screening"][2]["requestBody"]["content"][JSON]["schema"]
    seen = set()
    for _, body in mutations(schema, present):
        with transaction.atomic():
            send(hanne, "save_screening", rows, body)
            seen |= set(weakened(before, protected(world)))
            transaction.set_rollback(True)
    assert {"yes", "factors", "limits"} <= seen
    measured = body_of(hanne, "save_measure", rows)
    send(hanne, "save_measure", rows, {**measured, "goals": []})
    assert "goals" in weakened(before, protected(world))
