"""What leaves the house: links, reminders in their minute, lines both ways, quiet hours, and a carrier that fails."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from django.core import mail
from django.test import Client as Browser
from django.test import override_settings
from hypothesis import given
from hypothesis import strategies as st

from easepath.api.views.home_sheet import home_sheet
from easepath.clinic import clock
from easepath.clinic.actions.dispatches import MOST_TRIES, send_again, send_due, send_link
from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.actions.home_links import new_link
from easepath.clinic.actions.messages import MOST_A_DAY, read_messages, write_to_client, write_to_clinic
from easepath.clinic.actions.next_visit import agree_visit
from easepath.clinic.actions.open_client import Newcomer, open_client
from easepath.clinic.actions.record_home_check import record_home_check
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.reminders import agree_reminders
from easepath.clinic.actions.rest_orders import order_rest
from easepath.clinic.actions.session_bounds import DrillDone
from easepath.clinic.carriers import CarrierError
from easepath.clinic.errors import FieldError, NotFoundError, RefusedError
from easepath.clinic.models import Clinic, Complaint, Dispatch, HomeLink, Message
from easepath.clinic.quiet_hours import after_quiet
from easepath.clinic.reminders import remind
from easepath.clinic.repository import read_complaint
from easepath.clinic.selectors.caseload import caseload
from easepath.core.screening.home_check import home_questions
from tests.clinic.test_walk import done, fresh
from tests.conftest import TODAY, World

JSON = "application/json"
DUE_DAY = TODAY + dt.timedelta(days=1)
"""A day on which Marta has a session; today she has none."""


class Broken:
    """A carrier that is never there."""

    def carry(self, address: str, title: str, words: str) -> None:
        """Fail."""
        raise CarrierError("the line is dead")


BROKEN = f"{__name__}.Broken"


@pytest.fixture(autouse=True)
def box(tmp_path: Path) -> Iterator[Path]:
    """The stand-in's folder of this test alone."""
    with override_settings(MESSAGE_BOX=tmp_path / "box"):
        yield tmp_path / "box"


def at(hour: int, minute: int = 0, day: dt.date = TODAY) -> dt.datetime:
    """A moment at the clinic, which stands where the clock is universal time in November."""
    return dt.datetime.combine(day, dt.time(hour, minute), tzinfo=dt.UTC)


def marta(world: World) -> Complaint:
    complaint = fresh(world, "Marta")
    client = complaint.client
    client.telephone, client.email = "01555 010 262", "marta@example.org"
    client.save(update_fields=["telephone", "email"])
    return complaint


def carried(box: Path) -> list[str]:
    return [one.read_text(encoding="utf-8") for one in sorted(box.glob("*.txt"))]


def waiting() -> list[tuple[str, str]]:
    return [(one.kind, one.words) for one in Dispatch.objects.filter(sent_at=None)]


def test_a_link_is_sent_at_once_and_its_row_does_not_hold_it(world: World, box: Path) -> None:
    complaint = marta(world)
    made: list[str] = []
    send_link(world.users["hanne"], complaint, "text", lambda token: made.append(token) or f"https://here/h/{token}")
    (text,) = carried(box)
    assert f"https://here/h/{made[0]}" in text
    assert text.startswith("To: 01555 010 262\n")
    row = Dispatch.objects.get(kind="link")
    assert row.sent_at is not None
    assert made[0] not in row.words
    assert fresh(world, "Marta").told_by == "text"
    assert Browser().get(f"/home/api/{made[0]}/sheet").status_code == 200


@override_settings(TEXT_CARRIER=BROKEN)
def test_a_link_that_could_not_be_sent_is_closed_and_says_why(world: World) -> None:
    made: list[str] = []
    send_link(world.users["hanne"], marta(world), "text", lambda token: made.append(token) or token)
    row = Dispatch.objects.get(kind="link")
    assert (row.sent_at, row.fault) == (None, "the line is dead")
    assert Browser().get(f"/home/api/{made[0]}/sheet").status_code == 410
    send_due(at(12))
    assert Dispatch.objects.get(kind="link").tries == 1
    with pytest.raises(RefusedError):
        send_again(world.users["hanne"], row.pk)


def test_without_an_address_nothing_is_made(world: World) -> None:
    complaint, hanne, links = fresh(world, "Marta"), world.users["hanne"], HomeLink.objects.count()
    complaint.client.telephone = ""
    complaint.client.save(update_fields=["telephone"])
    with pytest.raises(FieldError, match="way"):
        send_link(hanne, complaint, "text", str)
    for way, times, field in (("text", [], "told_by"), ("", [dt.time(8)], "remind_at"),
                              ("mail", [dt.time(n) for n in range(7, 15)], "remind_at")):  # fmt: skip
        with pytest.raises(FieldError, match=field):
            agree_reminders(hanne, complaint, way, times)  # type: ignore[arg-type]
    assert (HomeLink.objects.count(), Dispatch.objects.count()) == (links, 0)


@override_settings(MAIL_CARRIER="easepath.clinic.carriers.Smtp")
def test_mail_goes_through_the_mail_server_of_the_settings(world: World) -> None:
    send_link(world.users["hanne"], marta(world), "mail", lambda token: f"https://here/h/{token}")
    (sent,) = mail.outbox
    assert sent.to == ["marta@example.org"]
    assert sent.subject == "Lockmere Movement Clinic"
    assert "https://here/h/" in sent.body


DUE = [(7, 29, 0), (7, 30, 1), (7, 39, 1), (7, 40, 0), (12, 0, 0), (18, 0, 0)]


@pytest.mark.parametrize(("hour", "minute", "expected"), DUE)
def test_a_due_session_is_called_to_mind_in_its_minutes_and_once(
    world: World, hour: int, minute: int, expected: int
) -> None:
    agree_reminders(world.users["hanne"], marta(world), "text", [dt.time(7, 30)])
    with clock.on(DUE_DAY):
        assert remind(at(hour, minute, DUE_DAY)) == expected
        assert remind(at(hour, minute, DUE_DAY)) == 0
    assert len(waiting()) == expected


def test_a_day_without_a_session_calls_nothing_to_mind(world: World) -> None:
    agree_reminders(world.users["hanne"], marta(world), "text", [dt.time(7, 30)])
    with clock.on(TODAY):
        assert remind(at(7, 30)) == 0


def test_a_second_reminder_comes_only_where_a_second_session_is_due(world: World) -> None:
    complaint = marta(world)
    agree_reminders(world.users["hanne"], complaint, "mail", [dt.time(7, 30), dt.time(18)])
    once = max(one.prescription["per_day"] for one in complaint.versions.get().counted) == 1
    assert once
    with clock.on(DUE_DAY):
        record_session(complaint, done(complaint, DUE_DAY))
        assert remind(at(18, day=DUE_DAY)) == 0


def rested(world: World) -> None:
    order_rest(world.users["hanne"], world.visit("Marta"), until=DUE_DAY)


def stopped(world: World) -> None:
    told(world, symptom="sharp")


def ended(world: World) -> None:
    told(world, symptom="chest-pain")


def silent(world: World) -> None:
    agree_reminders(world.users["hanne"], fresh(world, "Marta"), "", [])


def told(world: World, **changes: Any) -> None:
    complaint, today = fresh(world, "Marta"), clock.today()
    first, *others = done(complaint, today).drills
    drills = (DrillDone(**{**vars(first), **changes}), *others)
    record_session(complaint, done(complaint, today, drills=drills))


@pytest.mark.parametrize("what", [rested, stopped, ended, silent])
def test_nobody_is_called_to_a_session_that_rests(world: World, what: Any) -> None:
    agree_reminders(world.users["hanne"], marta(world), "text", [dt.time(7, 30)])
    with clock.on(DUE_DAY):
        what(world)
        assert remind(at(7, 30, DUE_DAY)) == 0


@pytest.mark.parametrize("time", [None, dt.time(10, 30)])
def test_the_visit_of_tomorrow_is_called_to_mind_in_the_afternoon(world: World, time: dt.time | None) -> None:
    complaint, hanne = marta(world), world.users["hanne"]
    agree_reminders(hanne, complaint, "text", [])
    agree_visit(hanne, complaint, TODAY + dt.timedelta(days=1), time)
    with clock.on(TODAY):
        assert [remind(at(hour)) for hour in (14, 15, 16)] == [0, 1, 0]
    ((_, words),) = waiting()
    assert ("at 10:30" in words) == (time is not None)
    assert "01555" in words


@pytest.mark.parametrize(
    ("day", "time", "field"),
    [(TODAY - dt.timedelta(days=1), None, "visit_on"), (TODAY + dt.timedelta(days=400), None, "visit_on"),
     (None, dt.time(9), "visit_at")],
)  # fmt: skip
def test_a_visit_lies_ahead_and_an_hour_has_a_day(
    world: World, day: dt.date | None, time: dt.time | None, field: str
) -> None:
    with pytest.raises(FieldError, match=field):
        agree_visit(world.users["hanne"], fresh(world, "Marta"), day, time)


def test_a_line_of_the_clinic_stands_on_the_phone_and_is_told_after_the_quiet_hours(world: World, box: Path) -> None:
    complaint, hanne, line = marta(world), world.users["hanne"], uuid.uuid4()
    agree_reminders(hanne, complaint, "text", [])
    for _ in range(2):
        write_to_client(hanne, complaint, line, "  Begin gently.  ")
    assert [(one.by, one.words) for one in home_sheet(read_complaint(complaint.pk)).messages] == [
        ("Hanne Ostrow", "Begin gently.")
    ]
    row = Dispatch.objects.get(kind="message")
    assert "gently" not in row.words
    Dispatch.objects.update(due_at=at(7))
    assert [send_due(at(6, 59)), send_due(at(7)), send_due(at(8))] == [0, 1, 0]
    assert len(carried(box)) == 1
    assert Message.objects.get().read_at is None
    token = new_link(hanne, complaint)
    Browser().get(f"/home/api/{token}/sheet")
    assert Message.objects.get().read_at is not None


def test_a_line_of_the_client_stands_in_the_caseload_until_it_is_read(world: World) -> None:
    complaint, hanne = fresh(world, "Marta"), world.users["hanne"]
    Clinic.objects.update(told_at="desk@example.org")
    token, line = new_link(hanne, complaint), str(uuid.uuid4())
    for _ in range(2):
        sent = Browser().post(
            f"/home/api/{token}/messages", {"id": line, "words": "May I swim? It is numb at night."}, JSON
        )
        assert sent.json() == {"id": line}
    known = Message.objects.get()
    assert known.written_by is None
    assert known.speaks_of
    assert [kind for kind, _ in waiting()] == ["wrote"]
    assert all("Marta" not in words and "swim" not in words for _, words in waiting())

    def what() -> tuple[str, str]:
        found = caseload(hanne, [], 30)["lines"]
        (mine,) = [one for one in found if one["complaint"] == complaint.pk]
        return mine["what"], mine["kind"]

    assert what() == ("has written", "look")
    assert read_messages(hanne, complaint) == 1
    assert read_messages(hanne, complaint) == 0
    assert what()[0] != "has written"
    assert Message.objects.get().read_by == hanne


def test_lines_have_words_and_an_end(world: World) -> None:
    complaint = fresh(world, "Marta")
    for words in ("   ", "x" * 601):
        with pytest.raises(FieldError, match="words"):
            write_to_clinic(complaint, uuid.uuid4(), words)
    first = uuid.uuid4()
    for n in range(MOST_A_DAY):
        write_to_clinic(complaint, uuid.uuid4() if n else first, "again")
    with pytest.raises(FieldError, match="call the clinic"):
        write_to_clinic(complaint, uuid.uuid4(), "once more")
    with pytest.raises(NotFoundError):
        write_to_client(world.users["hanne"], complaint, first, "under another's name")
    visit = open_client(world.users["hanne"], Newcomer("Nell", "Quay"))
    with pytest.raises(RefusedError):
        write_to_client(world.users["hanne"], visit.complaint, uuid.uuid4(), "no page yet")


def test_a_sign_told_at_home_is_told_to_the_clinic_without_a_name(world: World) -> None:
    hanne, complaint = world.users["hanne"], fresh(world, "Marta")
    hanne.email = "hanne@example.org"
    hanne.save(update_fields=["email"])
    with clock.on(TODAY):
        told(world, during=2)
        assert waiting() == []
        told(world, symptom="numbness")
    asked = home_questions(read_complaint(complaint.pk).assessment.screen)[0].item
    with clock.on(TODAY):
        record_home_check(complaint, uuid.uuid4(), TODAY, {asked: True})
    assert [kind for kind, _ in waiting()] == ["stop", "stop"]
    assert {one.address for one in Dispatch.objects.all()} == {"hanne@example.org"}
    assert all("Marta" not in words and "numb" not in words for _, words in waiting())


@override_settings(MAIL_CARRIER=BROKEN)
def test_what_cannot_be_sent_is_tried_a_few_times_and_stays_with_its_reason(world: World, box: Path) -> None:
    Clinic.objects.update(told_at="desk@example.org")
    write_to_clinic(fresh(world, "Marta"), uuid.uuid4(), "hello")
    now = dt.datetime.now(dt.UTC) + dt.timedelta(days=400)
    assert [send_due(now) for _ in range(MOST_TRIES + 2)] == [0] * (MOST_TRIES + 2)
    row = Dispatch.objects.get()
    assert (row.tries, row.fault, row.sent_at) == (MOST_TRIES, "the line is dead", None)
    with override_settings(MAIL_CARRIER="easepath.standins.message_box.MessageBox"):
        assert send_again(world.users["hanne"], row.pk).sent_at is not None
    assert len(carried(box)) == 1
    stranger = world.users["hanne"]
    stranger.clinic = Clinic.objects.create(name="Other", phone="1")
    stranger.save(update_fields=["clinic"])
    with pytest.raises(NotFoundError):
        send_again(stranger, row.pk)


def test_an_erasure_blanks_what_was_written_and_where_it_went(world: World) -> None:
    complaint, ruth = marta(world), world.users["ruth"]
    agree_reminders(ruth, complaint, "mail", [])
    write_to_client(ruth, complaint, uuid.uuid4(), "private words")
    erase_client(ruth, complaint.client, name=str(complaint.client))
    assert Message.objects.get().words == ""
    assert set(Dispatch.objects.values_list("address", "words")) == {("", "")}


CLINICS = st.builds(
    Clinic, quiet_from=st.times(), quiet_until=st.times(),
    time_zone=st.sampled_from(["Europe/London", "America/New_York", "Asia/Kolkata"]),
)  # fmt: skip
MOMENTS = st.datetimes(timezones=st.just(dt.UTC))


@given(clinic=CLINICS, moment=MOMENTS)
def test_nothing_leaves_in_the_quiet_hours_and_nothing_waits_longer_than_they_last(
    clinic: Clinic, moment: dt.datetime
) -> None:
    after = after_quiet(clinic, moment)
    assert after >= moment
    assert after - moment <= dt.timedelta(hours=25)
    assert after_quiet(clinic, after) == after
    assert after.utcoffset() is not None
