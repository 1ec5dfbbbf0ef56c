"""Screen in the browser: the blood pressure as two numbers, what it does, and what the screen's causes lead to."""

from __future__ import annotations

import re
from collections.abc import Callable

from playwright.sync_api import Page, expect

from easepath.clinic.models import Answer, ClientFactor, Complaint
from tests.browser.conftest import AtStep, answer_no, go, saved
from tests.conftest import World

SignIn = Callable[..., None]
WORDS = ("blood-pressure-measured", "pressure-180", "pressure-180-symptoms")


def test_a_blood_pressure_is_two_numbers_and_a_high_one_stops(live: World, at_step: AtStep, page: Page) -> None:
    Answer.objects.filter(complaint=live.complaints["Marta"], word__in=WORDS).delete()
    at_step("Marta", "Screen")
    pressure = page.locator('[data-word="pressure"]')
    expect(page.get_by_role("region", name="Screen").get_by_text("1 to answer")).to_be_visible()
    pressure.get_by_label("upper").fill("82")
    pressure.get_by_label("lower").fill("128")
    pressure.get_by_label("lower").press("Tab")
    expect(pressure.get_by_text("the upper value comes first")).to_be_visible()
    pressure.get_by_label("upper").fill("128")
    pressure.get_by_label("lower").fill("82")
    pressure.get_by_label("lower").press("Tab")
    expect(page.get_by_text("all answered", exact=True).first).to_be_visible()
    pressure.get_by_label("upper").fill("186")
    pressure.get_by_label("upper").press("Tab")
    expect(page.get_by_text("To a doctor today").first).to_be_visible()
    expect(pressure.get_by_text("nobody exercises before a doctor has looked")).to_be_visible()
    expect(page.get_by_text(re.compile("180 over 110 or more: is there a headache")).first).to_be_visible()
    page.reload()
    expect(pressure.get_by_label("upper")).to_have_value("186")


def test_a_cause_leads_to_what_can_be_done_about_it(live: World, at_step: AtStep, page: Page) -> None:
    at_step("Marta", "Screen")
    causes = page.get_by_role("region", name="What this does to the drills")
    causes.get_by_role("button", name="Hip flexion, left: not measured").click()
    expect(causes.get_by_text("hip flexion left is not measured: measure first")).to_be_visible()
    causes.get_by_role("link", name="Measure it now").first.click()
    expect(page.get_by_role("heading", name="Measure", level=1)).to_be_visible()


def test_the_stage_is_asked_before_the_sheet_is_handed_over(live: World, at_step: AtStep, page: Page) -> None:
    Complaint.objects.filter(pk=live.complaints["Marta"].pk).update(stage=None)
    at_step("Marta", "Plan")
    expect(page.get_by_role("button", name="Hand over version 2")).to_be_disabled()
    expect(page.get_by_text("nobody said which stage is reached")).to_be_visible()
    page.get_by_role("radio", name=re.compile("stage 2")).check()
    expect(page.get_by_text("nobody said which stage is reached")).to_be_hidden()


def test_a_condition_is_read_and_signed(live: World, sign_in: SignIn, page: Page) -> None:
    sign_in()
    page.get_by_role("link", name="The drills").click()
    page.get_by_role("link", name="The conditions").click()
    page.get_by_label("Find by part of a name").fill("groin")
    page.get_by_role("link", name="Groin (adductor) strain").click()
    expect(page.get_by_role("heading", name="Stages")).to_be_visible()
    page.get_by_role("button", name="I have reviewed it").click()
    page.get_by_role("button", name="Sign the review").click()
    expect(page.get_by_text("Reviewed by Hanne Ostrow")).to_be_visible()


def test_a_medicine_leads_to_its_factor_and_what_nothing_stands_for_is_noted(
    live: World, at_step: AtStep, page: Page
) -> None:
    at_step("Marta", "Screen")
    background = page.get_by_role("region", name="Background factors")
    field = background.get_by_label("Add a factor by name")
    field.fill("warfar")
    background.get_by_role("button", name="+ warfarin: Blood thinner").click()
    expect(background.get_by_role("button", name="Take out Blood thinner")).to_be_visible()
    field.fill("night brace")
    expect(background.get_by_text("Nothing here is called “night brace”.")).to_be_visible()
    background.get_by_role("button", name="Keep “night brace” as a note").click()
    saved(page)
    page.get_by_role("button", name=re.compile("^The sheet: ")).click()  # folded beside the questions
    expect(page.get_by_text("Noted, judged by no rule: night brace")).to_be_visible()
    go(page, "Plan")
    expect(page.get_by_text("Noted in Screen, judged by no rule: night brace")).to_be_visible()
    marta = live.complaints["Marta"]
    assert ClientFactor.objects.filter(client=marta.client, factor="blood-thinner", withdrawn_at=None).exists()
    assert Complaint.objects.get(pk=marta.pk).noted == "night brace"


def test_a_screen_that_waits_for_the_age_says_so_and_leads_there(sign_in: SignIn, live: World, page: Page) -> None:
    sign_in()
    page.get_by_role("button", name="Take in a client").click()
    page.locator("input[name=first_name]").fill("Ada")
    page.locator("input[name=last_name]").fill("Weir")
    page.get_by_role("button", name="Begin with the story").click()
    page.locator("input[name=words]").fill("pulled the groin on the quay")
    page.get_by_role("button", name="Groin (adductor) strain").first.click()
    saved(page)
    go(page, "Screen")
    answer_no(page)
    expect(page.get_by_text("all answered but the age", exact=True)).to_be_visible()
    outcome = page.get_by_role("region", name="Outcome")
    expect(outcome).to_contain_text("The age is not known")
    outcome.get_by_role("link", name="tell the day of birth in Story").click()
    expect(page.get_by_role("heading", level=1, name="Story")).to_be_visible()
