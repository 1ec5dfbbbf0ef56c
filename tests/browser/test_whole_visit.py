"""A clinician's whole visit through all nine steps, the next one that starts from it, and a lead's override."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Locator, Page, expect

from easepath.clinic.models import Complaint, Override, PlanVersion, Tryout
from tests.browser.conftest import (
    AtStep,
    answer_no,
    fill_day,
    fill_sign_in,
    gate,
    go,
    pick,
    press_strip,
    saved,
    session_titles,
)
from tests.conftest import World

SignIn = Callable[..., None]


def take_in(page: Page, first: str, last: str) -> None:
    """Take in a client."""
    page.get_by_role("button", name="Take in a client").click()
    page.locator("input[name=first_name]").fill(first)
    page.locator("input[name=last_name]").fill(last)
    fill_day(page, "birth_date", "1984-03-02")
    page.get_by_role("button", name="Begin with the story").click()
    expect(page.get_by_role("heading", level=1, name="Story")).to_be_visible()


def tell(page: Page, words: str, condition: str, side: str, since: str) -> None:
    """Both pages of the story."""
    page.locator("input[name=words]").fill(words)
    page.get_by_role("button", name=condition).first.click()
    chosen = page.get_by_role("group", name="Side, from the client’s view").get_by_role("button", name=side, exact=True)
    expect(chosen).to_have_attribute("aria-pressed", "true")  # the body chart told it
    fill_day(page, "since", since)
    for label, value in (("Pain now", 2), ("At rest", 0), ("Worst", 4), ("Usual", 2)):
        press_strip(page, label, value)
    page.get_by_role("button", name="half an hour").click()
    page.get_by_role("button", name="never", exact=True).click()
    page.get_by_role("button", name="the person, at home").click()
    expect(page.get_by_role("button", name="floor", exact=True)).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="room to stand", exact=True).click()
    page.get_by_label("Minutes", exact=True).fill("12")
    page.get_by_label("Days a week").fill("5")
    saved(page)


def answer_screen_no(page: Page) -> None:
    """No to everything the screen asks."""
    go(page, "Screen")
    expect(page.get_by_role("heading", name="Yes here is an emergency")).to_be_visible()
    answer_no(page)
    saved(page)


def read(page: Page, test: str, left: tuple[int, ...], right: tuple[int, ...]) -> None:
    """Take readings of both sides of a test."""
    page.get_by_role("button", name=test).first.click()
    for side, values in (("Left, degrees", left), ("Right, degrees", right)):
        field = page.get_by_label(side, exact=True)
        for value in values:
            field.fill(str(value))
            field.press("Enter")


def drills(page: Page) -> Locator:
    """The titles of the session in Plan."""
    return session_titles(page)


def refused(page: Page, title: str) -> None:
    """Open why a drill is refused."""
    others = page.get_by_role("region", name="Others")
    others.get_by_label("Find a drill by name, place or what it is for").fill(title)
    others.get_by_text(re.compile("refused$")).click()
    others.get_by_role("button", name=title).click()


def test_a_visit_from_greeting_to_hand_over_and_the_next(sign_in: SignIn, live: World, page: Page) -> None:
    sign_in(by_form=True)
    take_in(page, "Wim", "Sluys")
    page.get_by_role("checkbox", name="left front of the hip").first.click()
    tell(page, "left hip pinches in front getting into the boat", "Hip impingement", "left", "2026-10-01")
    answer_screen_no(page)
    expect(page.get_by_role("region", name="Outcome").get_by_role("heading")).to_have_text("Careful")

    go(page, "Measure")
    read(page, "Hip internal rotation", (22, 24), (39, 40))
    expect(page.get_by_text("16.5° short of the other side, 39.5°")).to_be_visible()
    read(page, "Hip flexion", (102, 103), (118, 119))
    saved(page)
    expect(page.get_by_text("Turning the hip in:")).to_be_visible()

    go(page, "Plan")
    expect(drills(page)).not_to_have_count(0)
    others = page.get_by_role("region", name="Others")
    title = others.locator("li .name strong").first.inner_text()
    others.get_by_role("button", name=title).first.click()
    page.get_by_role("button", name="Keep it in every session").click()
    expect(page.get_by_role("button", name="No longer keep it in every session")).to_be_visible()
    page.get_by_role("button", name="Close", exact=True).click()
    barred = others.locator("li .name strong").nth(3).inner_text()
    others.locator("li .name").nth(3).click()
    page.get_by_label("Why it is barred").fill("no room for it in the cabin")
    page.get_by_role("button", name="Bar it").click()
    expect(others.locator("li .name strong").filter(has_text=barred)).to_have_count(0)
    page.get_by_text("needs, methods, choices").click()
    expect(page.get_by_role("region", name="Chosen by hand")).to_contain_text("no room for it in the cabin")
    expect(page.get_by_role("region", name="Chosen by hand")).to_contain_text(f"Pinned: {title}")
    page.get_by_text("the session", exact=True).click()

    expect(drills(page).filter(has_text=title)).to_have_count(1)
    assert barred not in drills(page).all_inner_texts()
    before = drills(page).all_inner_texts()
    page.locator(".grip").first.focus()
    page.keyboard.press("ArrowDown")
    expect(drills(page)).to_have_text([before[1], before[0], *before[2:]])
    expect(page.get_by_text("in your own order")).to_be_visible()
    page.get_by_role("button", name="undo").click()
    expect(drills(page)).to_have_text(before)
    page.get_by_role("list", name="The session").locator(".name").first.click()
    dose = page.get_by_role("group", name=f"Dose of {before[0]}")
    dose.get_by_role("button", name="heavier").click()
    expect(dose).to_contain_text("step 1 of")
    saved(page)

    go(page, "Try")
    page.locator(".pick button").first.click()
    pick(page, "what is tested", "Hip internal rotation")
    for label, value in (("readings before", "23"), ("readings after", "33")):
        page.get_by_label(label).fill(value)
        page.get_by_label(label).press("Enter")
    expect(page.get_by_text("10° better, a real change: the error is").first).to_be_visible()
    assert Tryout.objects.get(complaint__client__first_name="Wim").after == [33]

    page.get_by_role("button", name="Hand over version 1").click()
    expect(page.get_by_text("private link, shown once")).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("button", name="Sheet as PDF, with the link as a code").click()
    assert Path(download.value.path()).read_bytes().startswith(b"%PDF")

    page.get_by_role("button", name="Close the visit").click()
    page.get_by_role("button", name="Close visit 1").click()
    page.get_by_role("searchbox").fill("Sluys")
    page.get_by_role("button", name="Wim Sluys").click()
    go(page, "Story")
    expect(page.get_by_text("As told on")).to_be_visible()
    expect(page.locator("input[name=words]")).to_have_value("left hip pinches in front getting into the boat")
    expect(page.get_by_role("button", name="Version 1 is in use, nothing changed")).to_be_disabled()
    page.get_by_role("button", name="another complaint").click()
    expect(page.locator("input[name=words]")).to_have_value("")
    assert Complaint.objects.filter(client__first_name="Wim").count() == 2


def test_what_was_seen_while_trying_is_on_the_sheet(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Marta", "Try")
    page.get_by_role("button", name="try left Rocking in a deep step, hands on a chair").click()
    page.get_by_role("button", name="rushes").click()
    expect(page.get_by_text("slow enough to notice each spot")).to_be_visible()
    page.get_by_role("button", name="a pinch in the joint").click()
    expect(page.get_by_text("Dropped for this client:")).to_be_visible()
    sheet = page.get_by_role("complementary", name="The sheet in progress")
    expect(sheet.get_by_text("taken off")).to_be_visible()
    page.get_by_role("button", name="bring it back").click()
    expect(sheet.get_by_text("taken off")).to_be_hidden()


def test_a_lead_overrides_a_refusal_and_it_stands_on_the_sheet(
    sign_in: SignIn, at_step: AtStep, live: World, page: Page
) -> None:
    at_step("Marta", "Screen")
    page.get_by_label("Add a factor by name").fill("inflammatory")
    page.get_by_role("button", name="Inflammatory joint disease in flare").first.click()
    saved(page)
    address = page.url
    sheet = page.get_by_role("complementary", name="The sheet in progress")
    page.get_by_role("button", name=re.compile(r"^The sheet: .* refused")).click()
    expect(sheet.get_by_text("taken off").first).to_be_visible()
    go(page, "Plan")
    refused(page, "Rocking in a deep step, hands on a chair")
    expect(page.get_by_text("Only a lead overrides a refusal.")).to_be_visible()

    page.context.clear_cookies(name="sessionid")
    page.goto(address)
    fill_sign_in(page, "ruth")
    go(page, "Plan")
    refused(page, "Rocking in a deep step, hands on a chair")
    override = page.get_by_role("button", name="Override with this reason")
    expect(override).to_be_disabled()
    page.get_by_label("Override it: why").fill("done on a raised mat with me beside her")
    override.click()
    expect(override).to_be_hidden()
    assert Override.objects.get().by_lead
    page.get_by_text("needs, methods, choices").click()
    chosen = page.get_by_role("region", name="Chosen by hand")
    expect(chosen).to_contain_text("Overridden: Rocking in a deep step, hands on a chair, left, was refused")
    page.get_by_text("the session", exact=True).click()
    expect(drills(page).filter(has_text="Rocking in a deep step, hands on a chair")).to_have_count(1)
    page.get_by_text("needs, methods, choices").click()
    chosen.get_by_role("button", name="take it back").click()
    expect(chosen).not_to_contain_text("Overridden:")
    assert Override.objects.get().withdrawn_at is not None


def test_two_complaints_share_the_person(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Tom", "Story")
    page.get_by_role("button", name="another complaint").click()
    expect(page.locator("input[name=words]")).to_have_value("")
    page.get_by_role("button", name="the person, at home").click()
    expect(page.get_by_role("button", name="floor", exact=True)).to_have_attribute("aria-pressed", "true")
    expect(page.get_by_label("Minutes", exact=True)).to_have_value("12")


def test_a_closed_visit_is_read_only(sign_in: SignIn, live: World, page: Page) -> None:
    first = live.complaints["Marta"].visits.get(number=1)
    sign_in(at=f"visit/{first.pk}/story")
    expect(page.get_by_text("Visit 1 is closed and stays as it was.")).to_be_visible()
    page.locator("input[name=words]").fill("changed afterwards")
    expect(page.get_by_text("this visit is closed").first).to_be_visible()
    assert Complaint.objects.get(pk=live.complaints["Marta"].pk).words != "changed afterwards"
    page.get_by_role("button", name="Open the next visit").click()
    expect(gate(page, "Story")).to_be_visible()
    expect(page.get_by_text("is closed and stays as it was")).to_be_hidden()
    assert PlanVersion.objects.filter(complaint=live.complaints["Marta"]).count() == 1


def test_a_tried_drill_leads_to_the_next_and_to_its_dose(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Marta", "Try")
    strip = page.get_by_role("list", name="The drills to try")
    strip.get_by_role("button", name=re.compile("^try left")).first.click()
    shown = page.get_by_role("article").get_by_role("heading", level=2)
    first = shown.inner_text()
    page.get_by_role("button", name=re.compile("^Keep; .* next$")).click()
    expect(shown).not_to_have_text(first)
    title = shown.inner_text().split(" (")[0].split(",")[0]
    page.get_by_role("link", name=re.compile("^Lighter")).click()
    row = page.get_by_role("list", name="The session").get_by_role("listitem").filter(has_text=title).first
    expect(row.get_by_role("button", name="Take it off")).to_be_visible()
