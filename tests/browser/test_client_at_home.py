"""A client's whole journey for a program of another region: the sheet, the session beat by beat, the morning after."""

from __future__ import annotations

import datetime as dt
import re
from collections.abc import Callable
from typing import Any

from playwright.sync_api import Page, expect

from easepath.clinic.actions.home_links import new_link
from easepath.clinic.models import MorningReport, SessionLog
from easepath.standins.practice_life import live_through
from easepath.standins.practice_people import PEOPLE
from tests.browser.conftest import (
    A_BIT,
    begin,
    go,
    held_back,
    play_through,
    press_strip,
    until_asked,
    until_end,
)
from tests.browser.whole import faults
from tests.conftest import TODAY, World

SignIn = Callable[..., None]


def test_a_clients_days_with_a_desk_program(live: World, page: Page, live_server: Any, settings: Any) -> None:
    person, troubles = next((p, t) for p, t in PEOPLE if p.first_name == "Levi")
    complaint = live_through(live.users["hanne"], person, troubles[:1], TODAY)[0]
    known = SessionLog.objects.filter(complaint=complaint).count()
    version = complaint.versions.get()
    page.set_viewport_size({"width": 390, "height": 844})
    page.clock.install()
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}")
    expect(page.get_by_role("heading", name="Levi")).to_be_visible()
    page.get_by_role("button", name="Drills").click()
    expect(page.get_by_text("Breaks at work")).to_be_visible()
    assert version.desk
    expect(page.get_by_text(version.desk[0]["at"])).to_be_visible()

    first = version.drills.first()
    assert first is not None
    said = first.prescription
    page.get_by_role("button", name=said["title"]).click()
    for words in (said["do"][0], said["feel"], said["easier"]):
        expect(page.get_by_text(words).first).to_be_visible()

    page.get_by_role("button", name="Today").click()
    breaks = page.get_by_role("region", name="Breaks at work")
    breaks.get_by_role("button", name=re.compile("Start the break at")).first.click()
    press_strip(page, "How is the pain now?", 1)
    play_through(page)
    expect(breaks.get_by_role("listitem").first).to_contain_text("done")
    at_work = SessionLog.objects.filter(complaint=complaint).latest("received_at")
    assert at_work.at_break == version.desk[0]["at"]
    assert {row.drill for row in at_work.drills.all()} == {one["drill"] for one in version.desk[0]["drills"]}
    expect(page.get_by_role("button", name="Start", exact=True)).to_be_visible()  # the session of the day is still due

    count_taps(page)
    begin(page)
    expect(page.get_by_text("Get ready")).to_be_visible()
    page.clock.run_for(15_400)
    word = said["sides"][0]["pace"][0]["word"]
    expect(page.get_by_role("timer")).to_contain_text(re.compile(word, re.IGNORECASE))
    page.get_by_role("button", name="Pause").click()
    page.get_by_role("button", name="Go on").click()
    play_through(page)
    expect(page.get_by_role("heading", name="Done for today")).to_be_visible()
    assert page.evaluate("window.taps") <= 10 + version.drills.count()
    assert SessionLog.objects.filter(complaint=complaint).count() == known + 2

    settings.FROZEN_TODAY = TODAY + dt.timedelta(days=1)
    page.reload()
    expect(page.get_by_role("heading", name="How is the pain on getting up?")).to_be_visible()
    count_taps(page)
    with page.expect_response(lambda answer: answer.url.endswith("/mornings") and answer.ok):
        press_strip(page, "How is the pain on getting up?", 0)
    page.get_by_role("button", name="To today").click()
    expect(page.get_by_text("on getting up?")).to_be_hidden()
    assert page.evaluate("window.taps") == 2
    latest = SessionLog.objects.filter(complaint=complaint).latest("date")
    assert MorningReport.objects.get(session=latest).pain == 0


def count_taps(page: Page) -> None:
    """Count every tap on the page from now on."""
    page.evaluate("() => { window.taps = 0; addEventListener('click', () => { window.taps += 1 }, true) }")


def test_chest_pain_on_the_phone_stops_the_plan_until_a_clinician_answers(
    live: World, page: Page, live_server: Any, sign_in: SignIn
) -> None:
    complaint = live.complaints["Marta"]
    page.set_viewport_size({"width": 390, "height": 844})
    page.clock.install()
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}")
    begin(page)
    until_asked(page)
    page.get_by_role("button", name=A_BIT).click()
    press_strip(page, "Worst pain during it", 2)
    page.get_by_role("button", name="pain or pressure in the chest, arm or jaw").click()
    expect(page.get_by_role("alert")).to_contain_text("Stop and call the emergency number now.")
    expect(page.get_by_role("group", name="Where?")).to_be_hidden()
    with page.expect_response(lambda answer: answer.url.endswith("/sessions") and answer.ok):
        page.get_by_role("button", name="Stop here").click()
    expect(page.get_by_role("heading", name="Stopped.")).to_be_visible()
    expect(page.get_by_role("alert")).to_contain_text("Stop and call the emergency number now.")
    page.get_by_role("button", name="That is all for today").click()
    expect(page.get_by_role("alert")).to_contain_text("No drill for now")
    expect(page.get_by_role("button", name="Start", exact=True)).to_be_hidden()

    page.set_viewport_size({"width": 1280, "height": 800})
    sign_in()
    row = page.get_by_role("region", name="Caseload").get_by_role("row").filter(has_text="Marta")
    expect(row).to_contain_text("Body sign")
    row.get_by_role("button", name="Marta Lind").click()
    go(page, "Respond")
    signs = page.get_by_role("region", name="Signs to answer")
    expect(signs).to_contain_text("No drill goes on at home until it is answered.")
    signs.get_by_role("button", name="Answer").click()
    signs.get_by_role("textbox").fill("seen by her doctor today, heart in order")
    signs.get_by_role("button", name="Record the answer").click()
    expect(signs).to_be_hidden()
    go(page, "Adjust")
    expect(page.get_by_text("Suspend the plan")).to_have_count(0)


def test_a_rest_that_a_clinician_orders_is_read_on_the_phone_and_ends_by_an_act(
    live: World, page: Page, live_server: Any, sign_in: SignIn
) -> None:
    complaint, visit = live.complaints["Marta"], live.visit("Marta").pk
    link = f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}"
    sign_in(at=f"visit/{visit}/adjust")
    rests = page.get_by_role("region", name="Rest at home")
    rests.get_by_role("button", name="Order rest at home").click()
    rests.get_by_placeholder("Walk as you like").fill("Walk as you like. We talk on Monday.")
    assert faults(page) == []
    rests.get_by_role("button", name="Order rest from today").click()
    expect(rests).to_contain_text("The whole program rests until it is ended: ordered by Hanne Ostrow.")
    assert faults(page) == []
    page.goto(link)
    expect(page.get_by_role("heading", name="Rest until the clinic tells you to go on")).to_be_visible()
    expect(page.get_by_text("Walk as you like. We talk on Monday.")).to_be_visible()
    expect(page.get_by_role("button", name="Start", exact=True)).to_have_count(0)
    page.get_by_role("button", name="The clinic told me I may start").click()
    expect(page.get_by_text("Begin only if they told you to go on.")).to_be_visible()
    page.get_by_role("button", name="I rest today").click()
    assert faults(page) == []
    page.goto(f"{live_server.url}/visit/{visit}/respond")
    rests.get_by_role("button", name="End it").click()
    rests.get_by_label("Why it ends before its day").fill("calm since yesterday")
    rests.get_by_role("button", name="End the rest").click()
    expect(rests).to_have_count(0)
    page.goto(link)
    expect(page.get_by_role("button", name="Start", exact=True)).to_be_visible()


def test_a_yes_in_the_home_check_ends_the_program_on_the_phone_and_waits_for_a_clinician(
    live: World, page: Page, live_server: Any, settings: Any
) -> None:
    complaint = live.complaints["Marta"]
    settings.FROZEN_TODAY = TODAY + dt.timedelta(days=9)
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}")
    expect(page.get_by_role("heading", name="Once a week: is any of this new?")).to_be_visible()
    assert faults(page) == []
    questions = page.get_by_role("group").all()
    for question in questions[:-1]:
        question.get_by_role("button", name="no").click()
    expect(page.get_by_role("button", name="Tell the clinic")).to_be_disabled()  # nothing is answered for anybody
    questions[-1].get_by_role("button", name="yes").click()
    expect(page.get_by_role("alert")).to_contain_text("Do no drill until they have talked with you.")
    assert faults(page) == []
    page.context.set_offline(True)
    page.get_by_role("button", name="Tell the clinic").click()
    expect(page.get_by_text("The clinic wants to talk with you")).to_be_visible()  # here at once, without a network
    expect(page.get_by_text("kept on this phone")).to_be_visible()
    page.context.set_offline(False)
    expect(page.get_by_text("kept on this phone")).to_have_count(0)
    page.reload()
    expect(page.get_by_text("The clinic wants to talk with you")).to_be_visible()
    assert [any(check.answers.values()) for check in complaint.checks.order_by("date")][-1]


def test_a_landmark_and_an_unusual_day_are_told_at_the_end_and_hold_for_the_morning(
    live: World, page: Page, live_server: Any, settings: Any
) -> None:
    complaint = live.complaints["Marta"]
    version = complaint.versions.get()
    rock = next(row for row in version.drills.all() if row.prescription["mark"])
    page.set_viewport_size({"width": 390, "height": 844})
    page.clock.install()
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}")
    begin(page)
    until_end(page)
    page.get_by_text("Check how far you get").click()
    check = page.get_by_role("group", name=re.compile(f"^{rock.prescription['title']}: "))
    expect(check.get_by_role("status")).to_have_text("not checked")
    for _ in range(2):
        check.get_by_role("button", name="one more").click()
    expect(check.get_by_role("status")).to_have_text(f"2 {rock.prescription['mark']['unit']}")
    page.get_by_text("Was today an unusual day?").first.click()
    page.get_by_role("button", name="a long journey").click()
    assert faults(page) == []
    press_strip(page, "Worst pain during it", 1)
    press_strip(page, "And now", 1)
    with page.expect_response(lambda answer: answer.url.endswith("/sessions") and answer.ok):
        page.get_by_role("button", name="Tell the clinic").click()
    told = SessionLog.objects.filter(complaint=complaint).latest("received_at")
    assert [row.mark for row in told.drills.filter(drill=rock.drill)] == [2.0]
    assert told.drills.exclude(drill=rock.drill).filter(mark=None).exists()

    settings.FROZEN_TODAY = TODAY + dt.timedelta(days=1)
    page.reload()
    with page.expect_response(lambda answer: answer.url.endswith("/mornings") and answer.ok):
        press_strip(page, "How is the pain on getting up?", 1)
    expect(page.get_by_role("button", name="a long journey")).to_have_attribute("aria-pressed", "true")
    assert MorningReport.objects.get(session=told).unusual == "travel"


def test_what_is_asked_first_does_not_take_back_a_tap_on_start(live: World, page: Page, live_server: Any) -> None:
    complaint = live.complaints["Marta"]
    last = SessionLog.objects.filter(complaint=complaint).latest("date")
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}")
    expect(page.get_by_role("button", name="Start", exact=True)).to_be_visible()
    held = held_back(page, "**/sheet")
    page.reload()
    page.get_by_role("button", name="Start", exact=True).click()
    expect(page.get_by_text("How is the pain now?")).to_be_visible()
    answer = held[0].fetch()
    yesterday = str(TODAY - dt.timedelta(days=1))
    held[0].fulfill(
        response=answer, json=answer.json() | {"mornings_open": [{"session": str(last.pk), "date": yesterday}]}
    )
    page.unroute("**/sheet")
    page.get_by_role("button", name=re.compile("on getting up.* 1 of 10")).click()
    page.get_by_role("button", name="To today").click()
    press_strip(page, "How is the pain now?", 1)
    expect(page.get_by_role("region", name="Session")).to_be_visible()
