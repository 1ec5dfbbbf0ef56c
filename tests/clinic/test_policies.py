"""Who may do what: a matrix of verbs and roles, each asserting the answer, the state and the audit trail."""

from __future__ import annotations

import uuid
from collections.abc import Callable
from typing import Any

import pytest

from easepath.clinic.actions.close_review import close_review
from easepath.clinic.actions.decide_proposal import decide_proposal
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.home_links import new_link, revoke_links
from easepath.clinic.actions.record_clearance import record_clearance
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.errors import NotAllowedError, NotFoundError
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.facts.story import Story
from easepath.clinic.models import AuditEntry, Clinic, Role, User
from easepath.clinic.policies import ALLOWED, may
from easepath.clinic.repository import read_complaint
from easepath.clinic.selectors.access import get_visit
from tests.clinic.test_reviews import proposals
from tests.conftest import TODAY, World

Act = Callable[[World, User], Any]


def _morning(world: World, user: User) -> Any:
    session = world.complaints["Tom"].sessions.order_by("-date").first()
    assert session is not None
    return record_morning(world.complaints["Tom"], MorningDone(uuid.uuid4(), session.pk, 2), user)


def _decide(world: World, user: User) -> Any:
    rising = next(one for one in proposals(world, "Marta") if one.action == "progress")
    return decide_proposal(user, world.visit("Marta"), rising.key, decision="accept")


def _close(world: World, user: User) -> Any:
    visit = world.visit("Marta")
    for one in proposals(world, "Marta"):
        if one.waits(None):
            decide_proposal(world.users["hanne"], visit, one.key, decision="refuse", reason="not now")
    return close_review(user, visit, 1)


def _clear(world: World, user: User) -> Any:
    return record_clearance(
        user, world.visit("Piet"), flag="cancer", doctor="Dr A. Reyl", date=TODAY, reason="scan clear"
    )


def _tick(world: World, user: User) -> Any:
    return save_draft(user, world.visit("Marta"), 0, (Ticked("seated-squeeze", "both"),))


ACTS: dict[str, tuple[Act, str]] = {
    "story": (lambda w, u: save_story(u, w.visit("Marta"), 0, Story.of(w.complaints["Marta"])), "everybody"),
    "screening": (
        lambda w, u: save_screening(u, w.visit("Marta"), 0, Screening.of(read_complaint(w.complaints["Marta"].pk))),
        "everybody",
    ),
    "morning": (_morning, "everybody"),
    "tick": (_tick, "clinical"),
    "hand-over": (lambda w, u: hand_over(u, w.visit("Marta")), "clinical"),
    "new-link": (lambda w, u: new_link(u, w.complaints["Marta"]), "clinical"),
    "revoke-links": (lambda w, u: revoke_links(u, w.complaints["Marta"]), "clinical"),
    "clearance": (_clear, "clinical"),
    "decide": (_decide, "clinical"),
    "close": (_close, "clinical"),
}
STAFF = {"jo": Role.ASSISTANT, "hanne": Role.CLINICIAN, "ruth": Role.LEAD}


@pytest.mark.parametrize("username", STAFF)
@pytest.mark.parametrize("act", ACTS)
def test_permission_matrix(world: World, act: str, username: str) -> None:
    run, who = ACTS[act]
    user = world.users[username]
    actor_rows = AuditEntry.objects.filter(actor=user).count()
    if who == "everybody" or STAFF[username] is not Role.ASSISTANT:
        run(world, user)
        assert AuditEntry.objects.filter(actor=user).count() > actor_rows
    else:
        with pytest.raises(NotAllowedError):
            run(world, user)
        assert AuditEntry.objects.filter(actor=user).count() == actor_rows


def test_another_clinic_sees_nothing(world: World) -> None:
    other = Clinic.objects.create(name="Upriver", phone="0")
    stranger = User.objects.create(username="stranger", clinic=other, role=Role.LEAD)
    with pytest.raises(NotFoundError):
        get_visit(stranger, world.visit("Marta").pk)
    with pytest.raises(NotAllowedError):
        hand_over(stranger, world.visit("Marta"))


def test_every_verb_names_known_roles() -> None:
    assert all(roles <= set(Role) for roles in ALLOWED.values())
    nobody = User(username="x", role=Role.LEAD)
    assert not any(may(nobody, verb) for verb in ALLOWED)
