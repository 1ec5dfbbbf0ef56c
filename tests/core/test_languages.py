"""A second language: what it says, what it leaves in English, and one complaint that it says from end to end."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.__main__ import main
from easepath.core.compose import Chosen, assemble
from easepath.core.compose.sheet import SheetEntry, sheet_entry
from easepath.core.errors import Problem
from easepath.core.knowledge.client_checks import check_client_words
from easepath.core.languages import Spoken, client_texts, language_called, spoken
from easepath.core.phrases import Phrases
from tests.core.build import LIBRARY, client, complaint, matched
from tests.core.test_choices_by_hand import PLACES, no_picture

GERMAN = spoken(LIBRARY, "de")
SAID = {
    "Towel": "Handtuch",
    "3 sets of 8 times, hold 5 s": "3 Sätze zu je 8-mal, 5 s halten",
    "6 times: press 10 s, ease 5 s": "6-mal: 10 s drücken, 5 s locker lassen",
    "3 times, 1 breath each, lightly, about a third of your strength": "3-mal, je 1 Atemzug, leicht, etwa ein Drittel Ihrer Kraft",
    "hold 1 min 30 s, 2 times": "1 min 30 s halten, 2-mal",
    "Do not bend your left hand back past 30 degrees.": "Beugen Sie Ihre linke Hand nicht weiter als 30 Grad nach hinten.",
    "Never push harder than half of your strength.": "Drücken Sie nie stärker als mit der Hälfte Ihrer Kraft.",
    "Towel squeeze, more: 5 times becomes 8 times": "Ein Handtuch drücken, mehr: statt 5-mal jetzt 8-mal",
    "Chair without wheels (or bed edge)": "Stuhl ohne Rollen (oder Bettkante)",
}  # fmt: skip


@pytest.mark.parametrize(("text", "said"), SAID.items(), ids=SAID.keys())
def test_a_text_is_said_with_what_is_filled_into_it(text: str, said: str) -> None:
    assert GERMAN.say(text) == said
    assert spoken(LIBRARY, "en").say(text) == text


@pytest.mark.parametrize("text", [
    "A sentence that nobody translated.", "Towel, and something unknown", "Unknown drill taken out", "hold many s", "",
])  # fmt: skip
def test_what_it_does_not_know_stays_in_english_as_a_whole(text: str) -> None:
    assert GERMAN.say(text) == text
    assert GERMAN.missing([text, text]) == ([text] if text else [])


@given(st.integers(1, 99), st.integers(1, 90))
def test_no_figure_is_lost_or_changed(times: int, seconds: int) -> None:
    said = GERMAN.say(f"{times} times, hold {seconds} s")
    assert said == f"{'1-mal' if times == 1 else f'{times}-mal'}, {seconds} s halten"


def entries(condition: str) -> list[SheetEntry]:
    """Every drill of the hand as a sheet says it for somebody with this complaint, the refused ones left out."""
    people = client(equipment=tuple(LIBRARY.standins), places=PLACES)
    matcher = matched(client=people, complaint=complaint(condition=condition, side="left", days_since=90))
    found = []
    for drill in LIBRARY.drills.values():
        if "wrist-and-forearm" in LIBRARY.files[f"drills.{drill.id}"]:
            session = assemble(matcher, (Chosen(drill.id, "left" if drill.sides == "each" else "both"),))
            found += [sheet_entry(matcher, item, no_picture) for item in session.drills]
    return found


@pytest.mark.parametrize("condition", ["wrist-sprain", "wrist-stiff-after-cast"])
def test_a_complaint_of_the_hand_is_said_from_end_to_end(condition: str) -> None:
    told = entries(condition)
    assert len(told) > 5
    texts = [
        text for one in told
        for text in (one.title, *one.do, *one.watch, one.feel, *one.stop, one.easier, one.harder, *one.changed, one.pain_line,
                     *one.explained, *one.care, *one.ways,
                     *(text for side in one.sides for text in (side.words, *(side.count.lines if side.count else ()))))
    ]  # fmt: skip
    assert GERMAN.missing(texts) == []
    assert GERMAN.missing(LIBRARY.conditions[condition].avoid) == []


def test_every_phrase_sign_and_precaution_is_said() -> None:
    texts = [row.text for row in LIBRARY.emergencies.values()] + [row.text for row in LIBRARY.symptoms.values()]
    texts += [row.phone for row in LIBRARY.symptoms.values()] + [row.line for row in LIBRARY.precautions.values()]
    texts += [row.line for row in LIBRARY.home_rules.values()] + [row.text for row in LIBRARY.stop_reasons.values()]
    texts += [text for row in LIBRARY.phrases.values() for text in (row.text, row.one or "")]
    assert GERMAN.missing(texts) == []
    assert Phrases(LIBRARY, GERMAN).say("times-a-day", n=3) == "3-mal am Tag"


@pytest.mark.parametrize("word", ["German", " deutsch ", "de"])
def test_a_record_names_it_in_a_word_of_its_own(word: str) -> None:
    found = language_called(LIBRARY, word)
    assert found is not None
    assert found.id == "de"
    assert language_called(LIBRARY, "English") is None


def test_the_check_counts_what_is_missing_and_lists_it_when_asked(capsys: pytest.CaptureFixture[str]) -> None:
    texts = list(dict.fromkeys(text for text in client_texts(LIBRARY) if text))
    missing = GERMAN.missing(texts)
    assert main(["check"]) == 0
    assert f"language de: {len(texts) - len(missing)} of {len(texts)} texts" in capsys.readouterr().out
    assert main(["check", "--language", "de"]) == 0
    assert capsys.readouterr().out.splitlines()[-len(missing) :] == missing
    assert main(["check", "--language", "xx"]) == 2
    assert "'xx' is not one of de" in capsys.readouterr().err


def test_the_check_finds_a_figure_that_a_translation_loses() -> None:
    was = LIBRARY.languages["de"]
    broken = was.model_copy(update={"says": {**was.says, "{n} times": "oft"}})
    problems: list[Problem] = []
    check_client_words(replace(LIBRARY, languages={"de": broken}), problems)
    assert [(one.key, one.reason) for one in problems] == [
        ("languages.de.says.{n} times", "has other places to fill than the English")
    ]
    assert Spoken(None).unread == ""
    assert "Muttersprache" in GERMAN.unread
