"""The client's calendar, read by another library's eyes: sessions on their days, mornings after them, alarms, a visit."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from typing import Any

import pytest
from django.test import Client
from icalendar import Calendar

from easepath.clinic.actions.home_links import new_link, revoke_links
from easepath.clinic.actions.next_visit import agree_visit
from easepath.clinic.sheet import sessions_on, sheet_of
from easepath.interchange.calendar import AHEAD, calendar_of
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

LAST = TODAY + dt.timedelta(days=20)


def events(data: bytes) -> list[Any]:
    return list(Calendar.from_ical(data).walk("VEVENT"))


def kind(event: Any) -> str:
    return (
        str(event["UID"]).split("@")[0].split("-", 4)[-1].rsplit("-", 1)[0]
        if "session" in event["UID"]
        else (str(event["UID"]).split("@")[0].rsplit("-", 1)[-1])
    )


def test_every_due_day_has_its_sessions_and_the_day_after_its_morning(world: World) -> None:
    sheet = sheet_of(world.complaints["Marta"].versions.get())
    found = events(calendar_of(sheet, TODAY, LAST))
    days = [TODAY + dt.timedelta(days=n) for n in range(21)]
    due = {day for day in days if sessions_on(sheet, day)}
    starts = Counter((kind(event), event.decoded("DTSTART").date()) for event in found if kind(event) != "visit")
    assert {day for what, day in starts if what == "session"} == due
    assert {day for what, day in starts if what == "morning"} == {day + dt.timedelta(days=1) for day in due} & set(days)
    assert set(starts.values()) == {1}
    assert len({str(event["UID"]) for event in found}) == len(found)
    assert all(event.decoded("DTSTART").tzinfo is None for event in found)
    assert all(len(event.walk("VALARM")) == 1 for event in found)


def test_a_session_three_times_a_day_has_three_hours(world: World) -> None:
    version = world.complaints["Marta"].versions.get()
    sheet = sheet_of(version)
    often = tuple(one.model_copy(update={"per_day": 3, "due": ()}) for one in sheet.drills)
    found = events(calendar_of(sheet.model_copy(update={"drills": often}), TODAY, TODAY))
    assert [f"{event.decoded('DTSTART'):%H:%M}" for event in found] == ["08:00", "13:00", "18:00"]
    assert [str(event["SUMMARY"])[:14] for event in found] == [f"Session {n} of 3"[:14] for n in (1, 2, 3)]
    more = tuple(one.model_copy(update={"per_day": 5}) for one in often)
    hours = [
        event.decoded("DTSTART").hour
        for event in events(calendar_of(sheet.model_copy(update={"drills": more}), TODAY, TODAY))
    ]
    assert hours == [8, 11, 14, 17, 20]


def test_the_agreed_day_and_the_breaks_at_work_are_in_it(world: World) -> None:
    version = world.complaints["Marta"].versions.get()
    agreed = TODAY + dt.timedelta(days=9)
    agree_visit(world.users["hanne"], version.complaint, agreed, None)
    version = fresh(world, "Marta").versions.get()
    title = version.counted[0].prescription["title"]
    version.desk = [{"at": at, "drills": [{"title": title, "side": "both"}]} for at in ("10:00", "14:30")]
    sheet = sheet_of(version)
    found = events(calendar_of(sheet, TODAY, LAST))
    visit = next(event for event in found if kind(event) == "visit")
    assert visit.decoded("DTSTART") == agreed
    breaks = [event for event in found if str(event["SUMMARY"]).startswith("Break: ")]
    assert [f"{event.decoded('DTSTART'):%H:%M}" for event in breaks] == [one.at for one in sheet.desk]
    assert all(event["RRULE"]["BYDAY"] == ["MO", "TU", "WE", "TH", "FR"] for event in breaks)
    assert all(event.decoded("DTSTART").weekday() < 5 for event in breaks)


def test_an_agreed_hour_is_an_hour_in_it(world: World) -> None:
    complaint, agreed = world.complaints["Marta"], TODAY + dt.timedelta(days=9)
    agree_visit(world.users["hanne"], complaint, agreed, dt.time(10, 30))
    found = events(calendar_of(sheet_of(fresh(world, "Marta").versions.get()), TODAY, LAST))
    visit = next(event for event in found if kind(event) == "visit")
    assert visit.decoded("DTSTART") == dt.datetime.combine(agreed, dt.time(10, 30))
    assert visit.walk("VALARM")[0].decoded("TRIGGER") == dt.timedelta(days=-1)


def test_it_ends_with_the_plan_and_is_bounded(world: World) -> None:
    sheet = sheet_of(world.complaints["Marta"].versions.get())
    ends = [max(event.decoded("DTSTART").date() for event in events(calendar_of(sheet, TODAY, TODAY + dt.timedelta(days=n)))) for n in (3, 400)]  # fmt: skip
    assert ends[0] <= TODAY + dt.timedelta(days=3)
    assert ends[1] <= TODAY + dt.timedelta(days=AHEAD)


@pytest.mark.parametrize("alive", [True, False])
def test_the_link_gives_it_as_long_as_it_lives(world: World, client: Client, *, alive: bool) -> None:
    complaint, hanne = world.complaints["Marta"], world.users["hanne"]
    token = new_link(hanne, complaint)
    if not alive:
        revoke_links(hanne, complaint)
    answer = client.get(f"/home/api/{token}/calendar.ics")
    assert answer.status_code == (200 if alive else 410)
    if alive:
        assert answer["Content-Type"] == "text/calendar"
        assert events(answer.content)
