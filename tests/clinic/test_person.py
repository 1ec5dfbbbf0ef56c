"""The person page: put right, ended, taken up again, merged."""

from __future__ import annotations

import datetime as dt
from typing import Any

import pytest

from easepath.api.views.person import person_view
from easepath.clinic.actions.edit_client import edit_client
from easepath.clinic.actions.end_care import end_care, take_up_again
from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.actions.home_links import new_link
from easepath.clinic.actions.merge_clients import merge_clients
from easepath.clinic.actions.open_client import Newcomer, open_client
from easepath.clinic.errors import FieldError, NotAllowedError, RefusedError, StaleRevisionError
from easepath.clinic.models import AuditEntry, Client, Clinic, Complaint, PlanVersion, Sitting
from easepath.clinic.selectors.caseload import caseload
from easepath.clinic.sheet import sheet_of
from easepath.core.knowledge import shipped_library
from easepath.core.phrases import Phrases
from easepath.figure.album import Wanted, album_of
from easepath.interchange.paper_drill import drills_on_paper
from tests.clinic.test_signs import tell
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World


def marta(world: World) -> Client:
    return fresh(world, "Marta").client


def told(client: Client, **changes: Any) -> Newcomer:
    names = ("first_name", "last_name", "birth_date", "sex", "trade", "telephone", "email", "language", "figure")
    return Newcomer(**{**{name: getattr(client, name) for name in names}, **changes})


def test_a_wrong_name_is_put_right_once_and_its_old_value_stays_in_the_trail(world: World) -> None:
    client, jo = marta(world), world.users["jo"]
    after = edit_client(jo, client, client.revision, told(client, last_name="Lindt", telephone="01555 010 262"), TODAY)
    assert (str(after), after.telephone, after.consent_on) == ("Marta Lindt", "01555 010 262", TODAY)
    assert after.revision == client.revision + 1
    entry = AuditEntry.objects.filter(action="edit-client").latest("number")
    assert entry.details is not None
    assert (entry.details["old"]["last_name"], entry.details["new"]["last_name"]) == ("Lind", "Lindt")
    same = edit_client(jo, after, 0, told(after), TODAY)
    assert same.revision == after.revision
    with pytest.raises(StaleRevisionError):
        edit_client(jo, after, client.revision, told(after, trade="diver"), TODAY)
    shown = [line["name"] for line in caseload(world.users["hanne"])["lines"]]
    assert "Marta Lindt" in shown


@pytest.mark.parametrize(("changes", "consent", "field"), [
    ({"first_name": " "}, None, "first_name"), ({"birth_date": TODAY + dt.timedelta(days=1)}, None, "birth_date"),
    ({"email": "marta"}, None, "email"), ({"figure": "tall"}, None, "figure"), ({"telephone": "call me"}, None, "telephone"),
    ({}, TODAY + dt.timedelta(days=1), "consent_on"),
])  # fmt: skip
def test_what_cannot_be_is_named_at_its_field_and_nothing_is_kept(
    world: World, changes: dict[str, Any], consent: dt.date | None, field: str
) -> None:
    client = marta(world)
    with pytest.raises(FieldError) as fault:
        edit_client(world.users["hanne"], client, client.revision, told(client, **changes), consent)
    assert list(fault.value.fields) == [field]
    assert marta(world).revision == client.revision


@pytest.mark.parametrize("keeps", [True, False])
def test_care_ends_with_its_outcome_and_is_taken_up_again(world: World, keeps: bool) -> None:
    hanne, complaint = world.users["hanne"], fresh(world, "Marta")
    new_link(hanne, complaint)
    visit = world.visit("Marta")
    end_care(hanne, complaint, "better", "two drills, twice a week", keep_sheet=keeps)
    page = person_view(marta(world)).complaints[0]
    assert (page.closed, page.ended_as, page.ended_note, page.ended_by) == (
        str(TODAY), "better", "two drills, twice a week", "Hanne Ostrow",
    )  # fmt: skip
    assert (page.links > 0) is keeps
    visit.refresh_from_db()
    assert visit.closed_at is not None
    assert "Marta Lind" not in [line["name"] for line in caseload(hanne)["lines"]]
    assert end_care(hanne, fresh(world, "Marta"), "worse", "", keep_sheet=True).ended_as == "better"
    take_up_again(hanne, fresh(world, "Marta"))
    assert person_view(marta(world)).complaints[0].closed is None
    assert "Marta Lind" in [line["name"] for line in caseload(hanne)["lines"]]
    entry = AuditEntry.objects.filter(action="take-up-again").latest("number")
    assert entry.details is not None
    assert entry.details["old"] == {"as": "better", "note": "two drills, twice a week"}


def test_care_does_not_end_over_a_sign_that_nobody_answered(world: World) -> None:
    tell(world, "sharp", felt="groin")
    with pytest.raises(RefusedError) as refused:
        end_care(world.users["hanne"], fresh(world, "Marta"), "better", "", keep_sheet=False)
    assert "answer it in Respond" in refused.value.reasons[0]
    with pytest.raises(FieldError):
        end_care(world.users["hanne"], fresh(world, "Ines"), "well", "", keep_sheet=False)
    with pytest.raises(NotAllowedError):
        end_care(world.users["jo"], fresh(world, "Ines"), "better", "", keep_sheet=False)


def twin(world: World, **changes: Any) -> Client:
    """Marta taken in a second time, with a complaint of her own."""
    person = told(marta(world), **{"somebody_else": True, "telephone": "01555 9", "birth_date": None, **changes})
    return open_client(world.users["hanne"], person).complaint.client


def test_two_records_of_one_person_become_one_and_nothing_is_lost(world: World) -> None:
    keep, ruth = marta(world), world.users["ruth"]
    other = twin(world)
    Sitting.objects.create(
        client=other, visit=other.complaints.get().visits.get(), measure="toe-reach", date=TODAY, trials=[9.0],
        entered_by=ruth, entered_at=other.created_at,
    )  # fmt: skip
    page = person_view(keep)
    assert [one.client for one in page.same] == [other.pk]
    before = len(page.complaints)
    with pytest.raises(NotAllowedError):
        merge_clients(world.users["hanne"], keep, other)
    after = merge_clients(ruth, keep, other)
    assert (after.telephone, after.birth_date) == (keep.telephone or "01555 9", keep.birth_date)
    assert len(person_view(after).complaints) == before + 1
    assert person_view(after).same == []
    assert Sitting.objects.get(measure="toe-reach", date=TODAY, trials=[9.0]).client == after
    other.refresh_from_db()
    assert (other.archived, other.merged_into, other.complaints.count()) == (True, after, 0)
    merge_clients(ruth, after, other)
    assert AuditEntry.objects.filter(action="merge-clients").count() == 1


def test_two_days_of_birth_stay_apart_and_so_does_what_is_one_already(world: World) -> None:
    ruth = world.users["ruth"]
    assert marta(world).birth_date is not None
    with pytest.raises(RefusedError):
        merge_clients(ruth, marta(world), twin(world, birth_date=dt.date(1970, 1, 1)))
    with pytest.raises(RefusedError):
        merge_clients(ruth, marta(world), marta(world))
    assert Complaint.objects.filter(client=marta(world)).exists()


def test_an_erasure_blanks_the_record_that_was_merged_as_well(world: World) -> None:
    ruth, other = world.users["ruth"], twin(world)
    keep = merge_clients(ruth, marta(world), other)
    end_care(world.users["hanne"], fresh(world, "Marta"), "better", "her own words", keep_sheet=False)
    erase_client(ruth, keep, name="Marta Lind")
    other.refresh_from_db()
    assert (other.first_name, other.telephone) == ("erased", "")
    assert not Complaint.objects.exclude(ended_note="").exists()


def test_the_pictures_show_the_body_of_the_record_else_that_of_the_clinic(world: World) -> None:
    complaint, album = world.complaints["Marta"], album_of(shipped_library())
    version = complaint.versions.get()
    client = complaint.client

    def shown() -> set[str]:
        drills = sheet_of(PlanVersion.objects.get(pk=version.pk)).model_dump(mode="json")["drills"]
        builds = {album.build_of(drill["picture"]) for drill in drills}
        first, side = drills[0], drills[0]["sides"][0]["side"]
        on_paper = drills_on_paper(Phrases(shipped_library()), drills, version.start)[0].pictures[0].svg
        drawn = {
            album.svg(Wanted(first["drill"], side, "start", first["place"], style="print", build=b)) for b in builds
        }
        assert drawn == {on_paper}
        return set(builds)

    assert shown() == {"medium"}
    Clinic.objects.update(figure="broad")
    assert shown() == {"broad"}
    edit_client(world.users["hanne"], client, client.revision, told(client, figure="light"), None)
    assert shown() == {"light"}
