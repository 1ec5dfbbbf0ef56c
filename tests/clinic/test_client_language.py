"""A client who reads best in the clinic's second language has the phone, the paper and the calendar in it."""

from __future__ import annotations

import subprocess
from pathlib import Path

import pytest
from django.core.exceptions import ValidationError
from django.test import Client as Browser

from easepath.api.views.home_sheet import HomeSheet, home_sheet
from easepath.api.views.spoken_sheet import spoken_sheet
from easepath.clinic.actions.home_links import new_link
from easepath.clinic.actions.rest_orders import order_rest
from easepath.clinic.language import language_of
from easepath.clinic.models import Complaint
from easepath.clinic.repository import read_complaint
from easepath.core.knowledge import shipped_library
from easepath.core.languages import spoken
from easepath.interchange.sheet_pdf import sheet_pdf
from easepath.standins.practice_life import live_through
from easepath.standins.practice_people import PEOPLE
from tests.conftest import TODAY, World

GERMAN = spoken(shipped_library(), "de")


@pytest.fixture
def greta(world: World) -> Complaint:
    """A client with a stiff wrist who reads best in German, in a clinic that speaks it as well."""
    person, troubles = next((p, t) for p, t in PEOPLE if p.first_name == "Greta")
    wrist = [trouble for trouble in troubles if "wrist" in trouble.condition]
    complaint = live_through(world.users["hanne"], person, wrist, TODAY)[0]
    complaint.client.language = "German"
    complaint.client.save(update_fields=["language"])
    complaint.client.clinic.second_language = "de"
    complaint.client.clinic.save(update_fields=["second_language"])
    return complaint


def shown(complaint: Complaint) -> HomeSheet:
    """The sheet as the private link answers it."""
    record = read_complaint(complaint.pk)
    return spoken_sheet(home_sheet(record), language_of(record.complaint))


def test_every_word_of_the_sheet_is_in_the_language(greta: Complaint) -> None:
    english, german = home_sheet(read_complaint(greta.pk)), shown(greta)
    assert (english.language, german.language) == ("en", "de")
    assert "Muttersprache" in german.unread
    assert len(german.drills) > 1
    for was, now in zip(english.drills, german.drills, strict=True):
        assert (now.drill, now.seconds, now.paused) == (was.drill, was.seconds, was.paused)
        for name in ("title", "feel", "do", "stop", "pain_line"):
            assert getattr(now, name) != getattr(was, name)
        assert [(s.side, s.seconds, s.pace) for s in now.sides] == [(s.side, s.seconds, s.pace) for s in was.sides]
        assert all(s.words == GERMAN.say(w.words) != w.words for s, w in zip(now.sides, was.sides, strict=True))
    assert GERMAN.missing([*english.emergencies, *english.have_ready, *english.leave_out, *english.difference]) == []
    assert german.emergency_line == GERMAN.say(english.emergency_line)
    assert {one.id for one in german.symptom_words} == {one.id for one in english.symptom_words}


def test_it_is_off_until_the_clinic_turns_it_on_and_for_everybody_else(greta: Complaint) -> None:
    greta.client.language = "Dutch"
    greta.client.save(update_fields=["language"])
    assert shown(greta).language == "en"
    greta.client.language = "German"
    greta.client.save(update_fields=["language"])
    greta.client.clinic.second_language = ""
    greta.client.clinic.save(update_fields=["second_language"])
    assert shown(greta) == home_sheet(read_complaint(greta.pk))
    greta.client.clinic.second_language = "xx"
    with pytest.raises(ValidationError, match="xx is not one of de"):
        greta.client.clinic.full_clean()


def test_what_a_clinician_wrote_stays_as_it_was_written(world: World, greta: Complaint) -> None:
    visit = greta.visits.order_by("-number").first()
    assert visit is not None
    visit.closed_at = None
    visit.save(update_fields=["closed_at"])
    order_rest(world.users["hanne"], visit, words="Towel squeeze")
    assert [one.words for one in shown(greta).rests if one.cause == "clinician"] == ["Towel squeeze"]


def test_the_link_and_the_calendar_answer_in_it(world: World, greta: Complaint) -> None:
    token, browser = new_link(world.users["hanne"], greta), Browser(headers={"host": "localhost"})
    assert browser.get(f"/home/api/{token}/sheet").json()["language"] == "de"
    assert "Wie ist der Schmerz beim Aufstehen?" in browser.get(f"/home/api/{token}/calendar.ics").content.decode()


def test_paper_is_in_it_and_says_that_nobody_has_read_it(tmp_path: Path, greta: Complaint) -> None:
    path = tmp_path / "sheet.pdf"
    for size in ("usual", "fridge"):
        path.write_bytes(sheet_pdf(shown(greta).model_dump(), size=size, words=GERMAN))  # type: ignore[arg-type]
        told = subprocess.run(["pdftotext", "-layout", str(path), "-"], check=True, capture_output=True, text=True)
        said = " ".join(told.stdout.split())
        for words in (
            "Greta, zu Hause",
            "Hören Sie auf und rufen Sie uns an bei",
            "Muttersprache",
            "Gemacht",
            "Notruf",
        ):
            assert words in said, words
        for phrase in ("You ", "Stop", "side", "call", "times", "Pain"):
            assert phrase not in said.replace(greta.client.clinic.emergency_note, ""), phrase
