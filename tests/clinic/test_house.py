"""What a lead sets for a clinic: in force for everybody from then on, with a reason, and nothing of it overwritten."""

from __future__ import annotations

from typing import Any

import pytest

from easepath.api.views.house import house_view
from easepath.api.views.plan import plan_view
from easepath.clinic import clock
from easepath.clinic.actions.house import end_house, set_house
from easepath.clinic.actions.open_visit import open_visit
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.staff import set_role, take_on
from easepath.clinic.errors import FieldError, NotAllowedError, NotFoundError, RefusedError
from easepath.clinic.facts.story import Story
from easepath.clinic.house_words import said_to_client
from easepath.clinic.models import AuditEntry, Client, Clinic, Complaint, HouseRow, User
from easepath.clinic.repository import read_again, read_complaint
from easepath.clinic.selectors.house import switched_off
from easepath.core.knowledge import shipped_library
from easepath.standins.practice_life import live_through
from easepath.standins.practice_people import PEOPLE
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World


def offered(world: World, name: str = "Marta") -> set[str]:
    matcher = read_complaint(fresh(world, name).pk).assessment.matcher
    return {one.drill.id for one in matcher.result.ranked}


def any_offered(world: World) -> str:
    return sorted(offered(world) & offered(world, "Tom"))[0]


def test_a_drill_that_is_switched_off_is_offered_to_nobody_until_it_is_back(world: World) -> None:
    ruth, drill = world.users["ruth"], any_offered(world)
    row = set_house(ruth, "drill", drill, "", "the strap broke twice")
    assert drill not in offered(world) | offered(world, "Tom")
    left = read_complaint(fresh(world, "Marta").pk).assessment.matcher.result.left_out
    assert any("the strap broke twice" in one.reason.text(shipped_library()) for one in left)
    end_house(ruth, row.pk)
    assert drill in offered(world) & offered(world, "Tom")


def test_a_plan_that_has_it_goes_on(world: World) -> None:
    complaint = fresh(world, "Marta")
    planned = [row.drill for row in complaint.versions.get().counted]
    set_house(world.users["ruth"], "drill", planned[0], "", "we do another one")
    after = read_complaint(complaint.pk)
    assert [one.drill for one in after.facts.plan.drills] == planned
    assert [one.drill.id for one in after.assessment.review.drills] == planned


def test_a_method_of_the_house_stands_where_none_is_chosen_by_hand(world: World) -> None:
    record = read_complaint(fresh(world, "Marta").pk)
    need, method = next(iter(record.assessment.matcher.needs.weights)), "slow-heavy"
    method = method if method in shipped_library().methods else sorted(shipped_library().methods)[0]
    set_house(world.users["ruth"], "method", need, method, "we all trained in it")
    assert read_complaint(record.complaint.pk).facts.methods == {need: method}
    own = sorted(set(shipped_library().methods) - {method})[0]
    Complaint.objects.filter(pk=record.complaint.pk).update(methods={need: own})
    assert read_complaint(record.complaint.pk).facts.methods == {need: own}


def prior(world: World) -> tuple[str, float]:
    """Who weighs what Marta's condition expects, and how heavy."""
    needs = read_complaint(fresh(world, "Marta").pk).assessment.matcher.needs.affected
    source = next(one for one in needs["mobilise:adductor"].sources if one.is_prior)
    return source.kind, source.weight


def test_what_a_condition_expects_is_weighed_by_the_house_and_what_is_found_is_not(world: World) -> None:
    shipped = prior(world)
    key = f"{fresh(world, 'Marta').condition} mobilise:adductor"
    row = set_house(world.users["ruth"], "need", key, "0.35", "few of ours need it")
    assert prior(world) == ("house", 0.35)
    shown = house_view(fresh(world, "Marta").client.clinic).rows[0]
    assert (shown.value, shown.shipped) == ("35 of 100", f"{shipped[1] * 100:.0f} of 100")
    end_house(world.users["ruth"], row.pk)
    assert prior(world) == shipped == ("condition", shipped[1])


def test_hours_of_the_house_stand_where_a_client_has_none(world: World) -> None:
    person, troubles = next((p, t) for p, t in PEOPLE if p.first_name == "Levi")
    complaint = live_through(world.users["hanne"], person, troubles[:1], TODAY)[0]
    visit = open_visit(world.users["hanne"], complaint)

    def begun_with() -> dict[str, int]:
        return plan_view(read_again(visit)).hours_of_a_set

    def hours() -> tuple[int, int, int]:
        desk = plan_view(read_again(visit)).desk
        assert desk is not None
        return desk.start, desk.end, desk.every

    handed = complaint.versions.get().desk
    row = set_house(world.users["ruth"], "hours", "work", "07:30 15:30 120", "the yard starts early")
    assert hours() == (450, 930, 120)
    assert begun_with() == {"start": 450, "end": 930, "every": 120, "pieces": 20}
    assert house_view(complaint.client.clinic).rows[0].value == "07:30 to 15:30, a break every 120 minutes"
    assert Complaint.objects.get(pk=complaint.pk).versions.get().desk == handed
    Complaint.objects.filter(pk=complaint.pk).update(work_hours={"start": 600, "end": 1000, "every": 60})
    assert hours() == (600, 1000, 60)
    Complaint.objects.filter(pk=complaint.pk).update(work_hours={})
    end_house(world.users["ruth"], row.pk)
    assert hours() == (540, 1020, 90)
    assert begun_with() == {"start": 540, "end": 1020, "every": 120, "pieces": 20}


def test_what_the_library_lost_is_passed_over(world: World) -> None:
    clinic, ruth = fresh(world, "Marta").client.clinic, world.users["ruth"]
    for kind, key, value in (
        ("method", "gone:gone", "hold-long"),
        ("need", "gone gone:gone", "0.4"),
        ("drill", "gone", ""),
    ):
        HouseRow.objects.create(
            clinic=clinic, kind=kind, key=key, value=value, reason="old", set_by=ruth, set_at=clock.now()
        )
    assert offered(world)
    assert {row.name for row in house_view(clinic).rows} >= {"gone"}


def test_a_condition_that_is_switched_off_is_not_chosen_anew_and_stays_where_it_is(world: World) -> None:
    hanne, marta = world.users["hanne"], world.visit("Marta")
    set_house(world.users["ruth"], "profile", "adductor-strain", "", "we send them to the river clinic")
    assert dict(switched_off(marta.complaint.client.clinic, "profile")) == {
        "adductor-strain": "we send them to the river clinic"
    }
    story = Story.of(fresh(world, "Marta"))
    save_story(hanne, marta, 0, Story(**{**vars(story), "words": "still the groin"}))
    other = save_story(hanne, marta, 1, Story(**{**vars(story), "condition": "hip-impingement"}))
    with pytest.raises(FieldError, match="we send them to the river clinic"):
        save_story(hanne, marta, other.revision, story)


@pytest.mark.parametrize(
    ("words", "why"),
    [
        ("", "is empty"),
        ("x" * 301, "longer than"),
        ("Good day from {clinic}", "lacks {link}, {name}"),
        ("{clinic} {name} {link} {phone}", "may hold {clinic}, {link}, {name}"),
        ("{clinic.name} {name} {link}", "may hold"),
        ("{clinic!r} {name} {link}", "may hold"),
        ("{clinic} {name} {link", "brace"),
        ("{clinic} {name} {link} }", "brace"),
        ("{} {clinic} {name} {link}", "may hold"),
    ],
)
def test_own_words_say_everything_that_is_filled_in(world: World, words: str, why: str) -> None:
    with pytest.raises(FieldError) as refused:
        set_house(world.users["ruth"], "text", "message-link", words, "warmer")
    assert why in refused.value.fields["value"]
    assert not HouseRow.objects.filter(kind="text").exists()


def test_a_message_is_sent_in_the_houses_words(world: World) -> None:
    complaint = fresh(world, "Marta")
    filled = {"clinic": "Lockmere", "name": "Marta", "link": "L"}
    shipped = said_to_client(complaint, "message-link", **filled)
    row = set_house(world.users["ruth"], "text", "message-link", "Dear {name}, from {clinic}: {link}", "warmer")
    assert said_to_client(complaint, "message-link", **filled) == "Dear Marta, from Lockmere: L"
    Client.objects.filter(pk=complaint.client_id).update(language="Deutsch")
    Clinic.objects.update(second_language="de")
    assert "Ihre Seite" in said_to_client(fresh(world, "Marta"), "message-link", **filled)
    Client.objects.filter(pk=complaint.client_id).update(language="")
    end_house(world.users["ruth"], row.pk)
    assert said_to_client(fresh(world, "Marta"), "message-link", **filled) == shipped


def test_what_is_set_anew_ends_what_was_set_before_and_every_line_is_old(world: World) -> None:
    ruth, clinic, drill = world.users["ruth"], fresh(world, "Marta").client.clinic, any_offered(world)
    Complaint.objects.update(status_on="2026-11-25")
    for reason in ("first", "second"):
        set_house(ruth, "drill", drill, "", reason)
    shown = house_view(clinic)
    assert [(row.reason, row.by, row.ended is None) for row in (*shown.rows, *shown.before)] == [
        ("second", "Ruth Adeyemi", True), ("first", "Ruth Adeyemi", False),
    ]  # fmt: skip
    assert shown.rows[0].shipped == "in the library"
    assert not Complaint.objects.exclude(status_on=None).exists()
    assert AuditEntry.objects.filter(action="set-house", clinic=clinic).count() == 2


@pytest.mark.parametrize(
    ("kind", "key", "value", "reason", "field"),
    [
        ("drill", "no-such", "", "x", "key"),
        ("profile", "no-such", "", "x", "key"),
        ("method", "no:such", "hold", "x", "key"),
        ("method", "control:pelvis", "no-such", "x", "value"),
        ("need", "no-such mobilise:adductor", "0.5", "x", "key"),
        ("need", "adductor-strain", "0.5", "x", "key"),
        ("need", "adductor-strain mobilise:hip-capsule-posterior", "0.5", "x", "key"),
        ("need", "adductor-strain mobilise:adductor", "1.2", "x", "value"),
        ("need", "adductor-strain mobilise:adductor", "", "x", "value"),
        ("need", "adductor-strain mobilise:adductor", "nan", "x", "value"),
        ("hours", "week", "09:00 17:00 90", "x", "key"),
        ("hours", "work", "09:00 17:00", "x", "value"),
        ("hours", "work", "17:00 09:00 90", "x", "value"),
        ("hours", "work", "09:00 24:30 90", "x", "value"),
        ("hours", "work", "09:00 17:00 10", "x", "value"),
        ("text", "staff-stop", "x", "x", "key"),
        ("drill", "lunge-rock", "", " ", "reason"),
        ("drill", "lunge-rock", "", "x" * 301, "reason"),
    ],
)
def test_what_cannot_be_set_is_named(world: World, kind: Any, key: str, value: str, reason: str, field: str) -> None:
    with pytest.raises(FieldError) as refused:
        set_house(world.users["ruth"], kind, key, value, reason)
    assert field in refused.value.fields
    assert not HouseRow.objects.exists()


def test_only_a_lead_of_the_clinic_sets_and_ends(world: World) -> None:
    row = set_house(world.users["ruth"], "drill", "lunge-rock", "", "x")
    for name in ("hanne", "jo"):
        with pytest.raises(NotAllowedError):
            set_house(world.users[name], "drill", "lunge-rock", "", "x")
        with pytest.raises(NotAllowedError):
            end_house(world.users[name], row.pk)
    other = Clinic.objects.create(name="Upriver", phone="0", practice=True)
    lena = User.objects.create(username="lena", clinic=other, role="lead")
    with pytest.raises(NotFoundError):
        end_house(lena, row.pk)
    assert not house_view(other).rows


def hired(world: World, **changes: Any) -> tuple[User, str]:
    told = {"username": "nell", "first_name": "Nell", "last_name": "Quay", "role": "clinician", "reason": "new here"}
    return take_on(world.users["ruth"], **{**told, **changes})


def test_somebody_is_taken_on_with_a_first_password_and_a_dated_role(world: World) -> None:
    user, password = hired(world)
    assert User.objects.get(pk=user.pk).check_password(password)
    set_role(world.users["ruth"], user.pk, "assistant", "for the summer")
    set_role(world.users["ruth"], user.pk, "none", "moved away")
    again = User.objects.get(pk=user.pk)
    assert (again.role, again.is_active) == ("assistant", False)
    rows = HouseRow.objects.filter(kind="role", key="nell").values_list("value", "reason")
    assert list(rows) == [("none", "moved away"), ("assistant", "for the summer"), ("clinician", "new here")]
    assert HouseRow.objects.filter(kind="role", key="nell", ended_at=None).count() == 1


def test_a_clinic_keeps_a_lead(world: World) -> None:
    ruth = world.users["ruth"]
    with pytest.raises(RefusedError, match="the only lead"):
        set_role(ruth, ruth.pk, "clinician", "tired")
    set_role(ruth, world.users["hanne"].pk, "lead", "takes over")
    set_role(ruth, ruth.pk, "clinician", "tired")
    assert User.objects.get(pk=ruth.pk).role == "clinician"


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"username": "N"}, "username"),
        ({"username": "Hanne"}, "username"),
        ({"username": "hanne"}, "username"),
        ({"username": "elsewhere-1"}, "username"),
        ({"first_name": " "}, "first_name"),
        ({"role": "none"}, "role"),
        ({"reason": ""}, "reason"),
    ],
)
def test_nobody_is_taken_on_as_what_cannot_be(world: World, changes: dict[str, Any], field: str) -> None:
    before = User.objects.count()
    with pytest.raises(FieldError) as refused:
        hired(world, **changes)
    assert field in refused.value.fields
    assert User.objects.count() == before


def test_names_that_came_with_a_record_are_nobodys_to_change(world: World) -> None:
    clinic = world.users["ruth"].clinic
    came = User.objects.create(username="elsewhere-1", clinic=clinic, is_active=False)
    assert clinic is not None
    assert "elsewhere-1" not in {one.username for one in house_view(clinic).staff}
    with pytest.raises(NotFoundError):
        set_role(world.users["ruth"], came.pk, "lead", "x")
