"""A client's calendar: sessions on the days they are due, the mornings after, breaks at work and the agreed day.

Times are those of wherever the client is: they carry no zone. Each event has an alarm.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping
from typing import Final

from icalendar import Alarm, Calendar, Event, vRecur

from easepath.clinic.sheet import Sheet, sessions_on
from easepath.core.knowledge import shipped_library
from easepath.core.languages import Spoken
from easepath.core.phrases import Phrases

SESSION_TIMES: Final[Mapping[int, tuple[dt.time, ...]]] = {
    1: (dt.time(18),),
    2: (dt.time(8), dt.time(18)),
    3: (dt.time(8), dt.time(13), dt.time(18)),
}
"""When so many sessions a day are offered; more than three are spread over the waking hours."""
WAKING: Final = (8, 20)
"""The hours between which more than three sessions a day are spread."""
MORNING: Final = dt.time(7, 30)
"""When the question of the morning comes: on getting up, before it is forgotten."""
AHEAD: Final = 42
"""Days that a calendar holds; a longer plan is fetched anew."""
WORKDAYS: Final = ("MO", "TU", "WE", "TH", "FR")
AFTERNOON_BEFORE: Final = dt.timedelta(hours=9)
"""How long before an agreed day without an hour its alarm comes: at three in the afternoon before."""
DAY_BEFORE: Final = dt.timedelta(days=1)
"""How long before an agreed hour its alarm comes."""


def calendar_of(sheet: Sheet, today: dt.date, ends_on: dt.date, words: Spoken | None = None) -> bytes:
    """The calendar of a sheet from today to the end of its plan, at most six weeks, as iCalendar text.

    The sheet is told in the language of `words` already.
    """
    phrases = Phrases(shipped_library(), words or Spoken(None))
    calendar = Calendar()
    calendar.add("prodid", "-//Ease Path//home program//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", phrases.say("calendar-name", clinic=sheet.clinic.name))
    for event in _events(phrases, sheet, today, min(ends_on, today + dt.timedelta(days=AHEAD))):
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def _events(phrases: Phrases, sheet: Sheet, first: dt.date, last: dt.date) -> Iterator[Event]:
    before = 0
    for day in (first + dt.timedelta(days=n) for n in range((last - first).days + 1)):
        if before:
            yield _event(sheet, "morning", day, MORNING, phrases.say("calendar-morning"), minutes=1)
        before = sessions_on(sheet, day)
        for number, at in enumerate(_times(before), start=1):
            minutes = max(1, round(sheet.seconds / 60))
            lasting = phrases.say("minutes", n=minutes)
            said = phrases.say(
                "calendar-session-of" if before > 1 else "calendar-session", n=number, of=before, minutes=lasting
            )
            yield _event(sheet, f"session-{number}", day, at, said, minutes=minutes)
    yield from _breaks(phrases, sheet, first, last)
    if sheet.review_on is not None:
        yield _agreed(phrases, sheet, dt.date.fromisoformat(sheet.review_on), sheet.review_at)


def _times(many: int) -> tuple[dt.time, ...]:
    if many <= max(SESSION_TIMES):
        return SESSION_TIMES.get(many, ())
    first, last = WAKING
    step = (last - first) * 60 / (many - 1)
    return tuple(dt.time(*divmod(first * 60 + round(n * step), 60)) for n in range(many))


def _breaks(phrases: Phrases, sheet: Sheet, first: dt.date, last: dt.date) -> Iterator[Event]:
    """Each break at work once a working day."""
    day = next(
        first + dt.timedelta(days=n) for n in range(7) if (first + dt.timedelta(days=n)).weekday() < len(WORKDAYS)
    )
    for number, one in enumerate(sheet.desk, start=1):
        names = ", ".join(drill.title for drill in one.drills)
        said = phrases.say("calendar-break", drills=names)
        event = _event(sheet, f"break-{number}", day, dt.time.fromisoformat(one.at), said, minutes=3)
        event.add("rrule", vRecur(freq="WEEKLY", byday=list(WORKDAYS), until=dt.datetime.combine(last, dt.time.max)))
        yield event


def _agreed(phrases: Phrases, sheet: Sheet, day: dt.date, at: str) -> Event:
    event = Event()
    event.add("uid", f"{sheet.version}-{day}-visit@easepath")
    event.add("dtstamp", _stamp(sheet))
    event.add("dtstart", dt.datetime.combine(day, dt.time.fromisoformat(at)) if at else day)
    event.add("summary", phrases.say("calendar-visit", clinic=sheet.clinic.name))
    event.add("description", phrases.say("calendar-telephone", phone=sheet.clinic.phone))
    event.add_component(_alarm(phrases.say("calendar-tomorrow"), -(DAY_BEFORE if at else AFTERNOON_BEFORE)))
    return event


def _event(sheet: Sheet, kind: str, day: dt.date, at: dt.time, summary: str, *, minutes: int) -> Event:
    """An event of a few minutes with an alarm at its beginning; its name stays the same while the version does."""
    event = Event()
    event.add("uid", f"{sheet.version}-{day}-{kind}@easepath")
    event.add("dtstamp", _stamp(sheet))
    event.add("dtstart", dt.datetime.combine(day, at))
    event.add("duration", dt.timedelta(minutes=minutes))
    event.add("summary", summary)
    event.add_component(_alarm(summary, dt.timedelta(0)))
    return event


def _alarm(words: str, before: dt.timedelta) -> Alarm:
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", words)
    alarm.add("trigger", before)
    return alarm


def _stamp(sheet: Sheet) -> dt.datetime:
    """The moment an event was made: the day of its version, so that the same sheet gives the same calendar."""
    return dt.datetime.combine(dt.date.fromisoformat(sheet.date), dt.time(12), tzinfo=dt.UTC)
