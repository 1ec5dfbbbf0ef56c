"""A private link adds to its record, within bounds that keep it readable; staff leave a session out of the count."""

from __future__ import annotations

import datetime as dt
import uuid
from dataclasses import replace
from typing import Any

import pytest

from easepath.api.views.respond import respond_view
from easepath.clinic import clock
from easepath.clinic.actions.count_session import count_session
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.session_bounds import MOST_BREAKS, MOST_SESSIONS, MOST_TELLINGS
from easepath.clinic.errors import FieldError, NotAllowedError, NotFoundError
from easepath.clinic.facts.assessment import assess
from easepath.clinic.models import MorningReport, PlanVersion, SessionLog
from easepath.clinic.repository import read_visit
from tests.clinic.test_sessions_at_home import done
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

DAY = dt.timedelta(days=1)


def refused(world: World, **changes: Any) -> dict[str, str]:
    """The fields a session of today is refused for; empty where it was stored."""
    complaint = fresh(world, "Marta")
    try:
        record_session(complaint, replace(done(complaint, TODAY), **changes))
    except FieldError as fault:
        return fault.fields
    return {}


def test_a_session_has_one_row_for_each_planned_drill(world: World) -> None:
    first, *others = done(fresh(world, "Marta"), TODAY).drills
    other = "right" if first.side == "left" else "left"
    for drills, field in [
        ((first, *others, first), f"drills.{len(others) + 1}.drill"), ((replace(first, side=other),), "drills.0.side"),
        ((first,) * 41, "drills"), ((), "drills"), ((replace(first, drill="heel-raise"),), "drills.0.drill"),
    ]:  # fmt: skip
        assert field in refused(world, drills=drills), field
    assert refused(world) == {}


def test_a_day_takes_six_sessions_and_the_planned_breaks_beside_them(world: World, unsealed: None) -> None:
    complaint = fresh(world, "Marta")
    first, second, *_ = done(complaint, TODAY).drills
    titles = {row.drill: row.prescription["title"] for row in PlanVersion.objects.get(complaint=complaint).drills.all()}
    breaks = [{"at": "10:00", "drills": [{"title": titles[first.drill], "side": first.side}]}]
    PlanVersion.objects.filter(complaint=complaint).update(desk=breaks)
    stored = [refused(world, drills=(first, second)) == {} for _ in range(MOST_SESSIONS + 2)]
    assert stored == [True] * MOST_SESSIONS + [False] * 2
    stored = [refused(world, drills=(first,)) == {} for _ in range(MOST_BREAKS + 2)]
    assert stored == [True] * MOST_BREAKS + [False] * 2
    assert refused(world, date=TODAY - DAY) == {}


def test_the_same_session_sent_again_is_no_other(world: World) -> None:
    complaint = fresh(world, "Marta")
    session = done(complaint, TODAY)
    for _ in range(MOST_SESSIONS + 2):
        record_session(complaint, session)
    assert SessionLog.objects.filter(pk=session.id).count() == 1


def test_a_session_is_told_and_corrected_three_times_at_the_most(world: World) -> None:
    complaint = fresh(world, "Marta")
    session = record_session(complaint, done(complaint, TODAY - DAY))
    told = [MorningDone(uuid.uuid4(), session.pk, pain % 5) for pain in range(MOST_TELLINGS + 1)]
    for morning in told[:-1]:
        record_morning(complaint, morning)
    with pytest.raises(FieldError, match="3 times"):
        record_morning(complaint, told[-1])
    assert record_morning(complaint, told[0]).pk == told[0].id
    assert MorningReport.objects.filter(session=session).count() == MOST_TELLINGS
    corrected = [refused(world, corrects=session.pk) for _ in range(MOST_TELLINGS + 1)]
    assert [list(fields) for fields in corrected] == [[]] * MOST_TELLINGS + [["corrects"]]


def test_a_session_lies_within_the_plan_and_a_phone_may_be_a_day_ahead(world: World) -> None:
    complaint = fresh(world, "Marta")
    began = PlanVersion.objects.get(complaint=complaint).plan_start
    assert "before the plan began" in refused(world, date=began - DAY)["date"]
    ahead = replace(done(complaint, TODAY), date=TODAY + DAY)
    assert record_session(complaint, ahead).date == TODAY
    assert "date" in refused(world, date=TODAY + 2 * DAY)
    with pytest.raises(FieldError):
        record_session(complaint, replace(ahead, id=uuid.uuid4()), world.users["jo"])


def test_a_morning_of_another_complaint_is_refused(world: World) -> None:
    session = fresh(world, "Tom").sessions.order_by("date").first()
    assert session is not None
    with pytest.raises(NotFoundError):
        record_morning(fresh(world, "Marta"), MorningDone(uuid.uuid4(), session.pk, 1))


def test_a_session_left_out_of_the_count_says_nothing_and_stays_in_the_log(world: World) -> None:
    hanne, complaint = world.users["hanne"], fresh(world, "Marta")
    drills = tuple(replace(d, symptom="sharp", during=9) for d in done(complaint, TODAY).drills)
    before = len(assess(complaint, TODAY).screen.situation.log)
    session = record_session(complaint, done(complaint, TODAY, drills=drills))
    assert len(assess(fresh(world, "Marta"), TODAY).screen.situation.log) == before + len(drills)
    for _ in range(2):
        count_session(hanne, complaint, session.pk, counts=False, reason="a child played with the phone")
    assert len(assess(fresh(world, "Marta"), TODAY).screen.situation.log) == before
    shown = respond_view(read_visit(hanne, world.visit("Marta").pk)).model_dump(mode="json")["sessions"][0]
    assert (shown["id"], shown["left_out"]["by"]) == (str(session.pk), hanne.name)
    assert {drill["kind"] for drill in shown["drills"]} == {None}
    count_session(hanne, complaint, session.pk, counts=True, reason="it was the client")
    assert len(assess(fresh(world, "Marta"), TODAY).screen.situation.log) == before + len(drills)
    assert [row.counts for row in session.counts.all()] == [False, True]
    assert complaint.client.audit.filter(action="count-session").count() == 2


def test_who_leaves_a_session_out_says_why_and_may(world: World) -> None:
    complaint = fresh(world, "Marta")
    session = complaint.sessions.order_by("date").first()
    assert session is not None
    with pytest.raises(NotAllowedError):
        count_session(world.users["jo"], complaint, session.pk, counts=False, reason="x")
    with pytest.raises(FieldError):
        count_session(world.users["hanne"], complaint, session.pk, counts=False, reason=" ")
    with pytest.raises(NotFoundError):
        count_session(world.users["hanne"], fresh(world, "Tom"), session.pk, counts=False, reason="x")


def test_yesterdays_today_is_the_clinics(world: World) -> None:
    """The bound of a date is the clinic's date, whatever the server's."""
    with clock.on(TODAY + DAY):
        assert "date" not in refused(world, date=TODAY + DAY)
