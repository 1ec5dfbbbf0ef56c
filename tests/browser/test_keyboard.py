"""A first visit by the keyboard alone, from the sign-in to the hand-over."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Page, expect

from easepath.clinic.models import Complaint, Sitting
from easepath.standins.practice_clinic import PASSWORD
from tests.browser.conftest import gate, saved, tab_and_press, tab_to
from tests.conftest import World


def test_from_sign_in_to_hand_over_by_keyboard(live: World, page: Page, live_server: Any) -> None:
    page.goto(live_server.url)
    expect(page.locator("input[name=username]")).to_be_focused()
    page.keyboard.type("hanne")
    page.keyboard.press("Tab")
    page.keyboard.type(PASSWORD)
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="Caseload")).to_be_visible()
    tab_and_press(page, "Take in a client")
    tab_to(page, page.locator("input[name=first_name]"))
    page.keyboard.type("Ada")
    page.keyboard.press("Tab")
    page.keyboard.type("Weir")
    tab_to(page, page.locator("input#birth_date"))
    page.keyboard.type("02031984")
    tab_and_press(page, "Begin with the story")
    expect(page.get_by_role("heading", level=1, name="Story")).to_be_visible()

    tab_to(page, page.get_by_role("checkbox", name="left front of the hip"))
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_role("checkbox", name="left groin")).to_be_focused()
    page.keyboard.press("Space")
    tab_to(page, page.locator("input[name=words]"))
    page.keyboard.type("pulled the groin on the quay")
    tab_to(page, page.get_by_role("button", name="Groin (adductor) strain").first)
    page.keyboard.press("Enter")
    tab_to(page, page.locator("input#since"))
    page.keyboard.type("11112026")
    tab_and_press(page, "half an hour")
    tab_and_press(page, "never")
    for label, digit in (("Pain now", "1"), ("At rest", "0"), ("Worst", "4"), ("Usual", "2")):
        tab_to(page, page.get_by_role("button", name=f"{label} 0 of 10"))
        page.keyboard.press(digit)
    saved(page)
    expect(page.get_by_text("Irritability low.")).to_be_visible()
    complaint = Complaint.objects.get(client__first_name="Ada")
    assert (complaint.condition, complaint.side, complaint.pain_worst) == ("adductor-strain", "left", 4)
    assert complaint.since is not None

    tab_to(page, gate(page, "Screen"))
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Yes here is an emergency")).to_be_visible()
    questions = page.get_by_label("Questions", exact=True)
    tab_to(page, questions)
    for _ in range(90):
        if page.get_by_text("all answered", exact=True).is_visible():
            break
        page.keyboard.press("n")
    expect(page.get_by_text("all answered", exact=True)).to_be_visible()
    saved(page)

    tab_to(page, gate(page, "Measure"))
    page.keyboard.press("Enter")
    bench = page.get_by_label("The bench", exact=True)
    expect(bench).to_be_visible()
    tab_to(page, bench)
    page.keyboard.press("ArrowDown")
    expect(page.get_by_label("Left, degrees", exact=True)).to_be_focused()
    page.keyboard.type("31")
    page.keyboard.press("Enter")
    page.keyboard.type("32")
    page.keyboard.press("Enter")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Right, degrees", exact=True)).to_be_focused()
    page.keyboard.type("44")
    page.keyboard.press("Enter")
    saved(page)
    sittings = {s.side: s.trials for s in Sitting.objects.filter(client__first_name="Ada")}
    assert sittings == {"left": [31, 32], "right": [44]}

    tab_to(page, gate(page, "Plan"))
    page.keyboard.press("Enter")
    tab_to(page, page.locator("input[name=stage]").first)
    page.keyboard.press("Space")
    expect(page.get_by_role("button", name="Hand over version 1")).to_be_enabled()
    page.keyboard.press("Control+Enter")
    expect(page.get_by_text("private link, shown once")).to_be_visible()
    assert complaint.versions.get().drills.exists()
