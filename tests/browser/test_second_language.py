"""A client who reads best in German: the whole way from today's card to the thanks without a word of English."""

from __future__ import annotations

import re
from typing import Any

from playwright.sync_api import Page, expect

from easepath.clinic.actions.home_links import new_link
from easepath.clinic.models import SessionLog
from easepath.standins.practice_life import live_through
from easepath.standins.practice_people import PEOPLE
from tests.conftest import TODAY, World

ENGLISH = re.compile(r"\b(the|you|your|with|and|to|is|not|pain|side|times|breath|hold|today|stop)\b", re.IGNORECASE)


def english(page: Page, *, but: str = "\0") -> list[str]:
    """The English words that a page shows, without what the clinic wrote itself."""
    return ENGLISH.findall(page.locator("body").inner_text().replace(but, ""))


def test_from_todays_card_to_the_thanks_in_german(live: World, page: Page, live_server: Any) -> None:
    hanne = live.users["hanne"]
    person, troubles = next((p, t) for p, t in PEOPLE if p.first_name == "Greta")
    complaint = live_through(hanne, person, [one for one in troubles if "wrist" in one.condition], TODAY)[0]
    clinic = complaint.client.clinic
    clinic.second_language, complaint.client.language = "de", "Deutsch"
    clinic.save(update_fields=["second_language"])
    complaint.client.save(update_fields=["language"])
    told = SessionLog.objects.filter(complaint=complaint).count()
    page.set_viewport_size({"width": 390, "height": 844})
    page.clock.install()
    page.goto(f"{live_server.url}/h/{new_link(hanne, complaint)}")
    while not page.get_by_role("button", name="Anfangen", exact=True).is_visible():
        if page.get_by_role("button", name="Der Praxis sagen").is_visible():
            page.get_by_role("button", name="nein").first.click()
            page.get_by_role("button", name="Der Praxis sagen").click()
        elif page.get_by_role("button", name="Nicht jetzt, zu heute").is_visible():
            page.get_by_role("button", name="Nicht jetzt, zu heute").click()
        page.wait_for_timeout(100)
    expect(page.locator("html")).to_have_attribute("lang", "de-DE")
    for tab in ("Übungen", "Mein Verlauf", "Anrufen", "Heute"):
        page.get_by_role("button", name=tab, exact=True).click()
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        assert english(page, but=clinic.emergency_note) == []
    page.get_by_role("button", name="Anfangen", exact=True).click()
    page.get_by_role("button", name="Wie ist der Schmerz jetzt? 1 von 10").click()
    page.get_by_role("button", name="Ich bin so weit").click()
    assert english(page) == []
    done = page.get_by_role("heading", name=re.compile("^Geschafft, "))
    for _ in range(120):
        if page.get_by_role("heading", name="Weiter?").is_visible():
            page.get_by_role("button", name=re.compile("^Weiter ab")).click()
        elif page.get_by_role("button", name=re.compile("^Gut ")).is_visible():
            assert english(page) == []
            page.get_by_role("button", name=re.compile("^Gut ")).click()
        elif done.is_visible():
            break
        page.clock.run_for(10_000)
    assert english(page, but=clinic.emergency_note) == []
    for strip in ("Stärkster Schmerz dabei", "Und jetzt"):
        page.get_by_role("button", name=f"{strip} 1 von 10").click()
    page.get_by_role("button", name="Der Praxis sagen").click()
    expect(page.get_by_text("Die Praxis hat es.")).to_be_visible()
    assert english(page, but=clinic.emergency_note) == []
    assert SessionLog.objects.filter(complaint=complaint).count() == told + 1
