"""The client's voice: nothing a clinician reads reaches a client, and nothing a client must know is left out."""

from __future__ import annotations

import re
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from easepath.core.compose import Chosen, assemble, compose
from easepath.core.compose.client_words import ALWAYS_STOP, changes_for_client, client_sentence, pain_line, stops_of
from easepath.core.compose.sheet import sheet_entry
from easepath.core.dose.words import EFFORTS, effort_words, share_words
from easepath.core.facts import ClientFactor, Limit, PainReport, Plan
from tests.core.build import LIBRARY, client, complaint, factor, matched
from tests.core.test_choices_by_hand import PLACES, no_picture

LINES = [
    *(re.escape(row.text) for row in LIBRARY.client_lines.values()),
    *(re.escape(row.line) for row in LIBRARY.limit_lines.values()),
]
SENTENCES = [re.escape(text) for row in LIBRARY.changes.values() for text in (row.client, *row.in_drill.values())]
SAID = re.compile("|".join(re.sub(r"\\\{[a-z_]+\\\}", ".+", words) for words in [*LINES, *SENTENCES]))
"""Everything that may be said to a client of a change, with anything in place of a figure."""


def matcher_of(*factors: ClientFactor, condition: str = "low-back-stiff", **changes: Any) -> Any:
    people = client(factors=factors, equipment=tuple(LIBRARY.standins), places=PLACES, **changes)
    return matched(client=people, complaint=complaint(condition=condition, days_since=90), plan=Plan())


@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(st.sampled_from(sorted(LIBRARY.factors)), st.sampled_from(sorted(LIBRARY.conditions)))
def test_a_client_reads_only_sentences_written_for_clients(factor: str, condition: str) -> None:
    matcher = matcher_of(ClientFactor(id=factor), condition=condition, age=70)
    for item in compose(matcher, 15).drills:
        entry = sheet_entry(matcher, item, no_picture)
        assert all(SAID.fullmatch(sentence) for sentence in entry.changed), entry.changed
        said = " ".join((*entry.changed, entry.pain_line, *entry.stop, *(side.words for side in entry.sides)))
        assert not re.search(r"surgeon|tenth|%|\{|exclude|modify|None", said), said
        assert set(entry.stop) >= set(ALWAYS_STOP)


LIMITED = Limit(movement="hip-flexion", degrees=70, by="surgeon", side="left")
CHANGES = {
    "a limit is said in degrees": (
        {"limits": (LIMITED,)}, "strap-hamstring",
        "Do not lift your left leg with a straight knee past 70 degrees.",
    ),
    "a capped effort in parts of the strength": (
        {"factors": (ClientFactor(id="osteoporosis"),)}, "belt-block",
        "Never push harder than a bit more than half of your strength.",
    ),
}  # fmt: skip


@pytest.mark.parametrize(("facts", "drill", "sentence"), CHANGES.values(), ids=CHANGES.keys())
def test_a_change_is_said_in_the_clients_words(facts: dict[str, Any], drill: str, sentence: str) -> None:
    people = client(equipment=tuple(LIBRARY.standins), places=PLACES, **facts)
    matcher = matched(client=people, complaint=complaint(condition="low-back-stiff"), plan=Plan())
    session = assemble(matcher, (Chosen(drill, "left"),))
    assert sentence in changes_for_client(LIBRARY, session.drills[0])


def test_stop_signs_follow_from_what_a_drill_does_to_the_body_each_said_once() -> None:
    matcher = matcher_of()
    (item,) = assemble(matcher, (Chosen("hang-forward", "both"),)).drills
    stops = stops_of(matcher, item)
    assert any("dizziness" in sign for sign in stops), "the head hangs below the heart"
    assert len(stops) == len(set(stops))
    assert not [a for a in stops for b in stops if a != b and a in b]


def test_a_wider_sign_says_the_narrower_ones_and_no_drill_loses_its_own() -> None:
    matcher = matcher_of(age=74)
    fewer = 0
    for item in assemble(matcher, tuple(Chosen(drill) for drill in LIBRARY.drills)).drills:
        stops, mode = stops_of(matcher, item), matcher.screen.rules.mode(item.drill, item.method, item.place)
        wanted = {sign for exposure in mode.exposures for sign in LIBRARY.stops[exposure].stop}
        missing = {sign for sign in wanted - set(stops) if not any(sign in told for told in stops)}
        for sign in missing:
            assert any(sign in LIBRARY.wider_signs[told].says for told in stops if told in LIBRARY.wider_signs), sign
        own = {sign.replace(" above {n} of 10", "") for sign in LIBRARY.wording[item.drill.id].stop}
        assert not {sign for sign in own if not any(sign in told for told in stops)}, item.drill.id
        fewer += len(missing)
    assert fewer > 50


@pytest.mark.parametrize(
    ("method", "words"),
    [("hold-moderate", "up to 3 of 10"), ("on-off", "up to 4 of 10"), ("oscillation", "at most 1 of 10")],
)
def test_every_drill_says_how_much_it_may_hurt(method: str, words: str) -> None:
    matcher = matcher_of()
    drill = next(
        d.id for d in LIBRARY.drills.values() if method in d.methods and not LIBRARY.wording[d.id].pain_at_most
    )
    (item,) = assemble(matcher, (Chosen(drill, "both", method),)).drills
    assert item.method == method
    assert words in pain_line(matcher, item)


BOUNDED = sorted(drill for drill, words in LIBRARY.wording.items() if words.pain_at_most)


@pytest.mark.parametrize("drill", BOUNDED)
@pytest.mark.parametrize("pain", [1, 4, 8])
def test_a_stop_sign_and_the_line_on_pain_never_say_different_figures(drill: str, pain: int) -> None:
    people = client(equipment=tuple(LIBRARY.standins), places=PLACES)
    told = complaint(
        condition="low-back-stiff", days_since=90, pain=PainReport(now=pain, rest=pain, worst=pain, usual=pain)
    )
    matcher = matched(client=people, complaint=told, plan=Plan())
    for method in LIBRARY.drills[drill].methods:
        (item,) = assemble(matcher, (Chosen(drill, "left", method),)).drills
        line, signs = pain_line(matcher, item), " ".join(stops_of(matcher, item))
        figures = {int(found) for found in re.findall(r"(\d+) of 10", line)}
        assert {int(found) for found in re.findall(r"above (\d+) of 10", signs)} == figures
        assert "{" not in signs
        assert max(figures, default=0) <= (LIBRARY.wording[drill].pain_at_most or 0)


@pytest.mark.parametrize("listed", sorted(LIBRARY.factors))
def test_what_is_changed_and_what_may_hurt_agree_for_every_factor(listed: str) -> None:
    """No drill that is done is said to be left out, and no change speaks of another pain than the line on pain."""
    matcher = matcher_of(factor(listed), age=74)
    chosen = tuple(Chosen(drill) for drill in LIBRARY.drills)
    for item in assemble(matcher, chosen).drills:
        entry = sheet_entry(matcher, item, no_picture)
        assert "left out" not in entry.modified, (entry.title, entry.modified)
        changed, line = " ".join(entry.changed), entry.pain_line
        assert not re.search(r"\d+ of 10", changed), (entry.title, changed)
        if "worktop" in changed and "on the thighs" in " ".join(entry.do):
            assert "instead of the thighs" in changed, (entry.title, changed)
        assert "worktop" not in changed or item.drill.id != "walk-graded", changed
        bounds = [row.pain_at_most for row in LIBRARY.changes.values() if row.client in entry.changed]
        figures = [int(found) for found in re.findall(r"(\d+) of 10", line)]
        assert max(figures, default=0) <= min((b for b in bounds if b is not None), default=10), (entry.title, line)


@pytest.mark.parametrize("percent", [5, 10, 20, 25, 30, 45, 50, 60, 75, 80, 95, 100])
def test_effort_is_said_as_people_can_judge_it(percent: int) -> None:
    said = effort_words(percent), share_words(percent)
    assert said[0] in [row[1] for row in EFFORTS]
    assert not re.search(r"\d|tenth|percent|%", " ".join(said))


def test_a_change_that_was_handed_over_before_is_said_in_the_clients_words_too() -> None:
    assert client_sentence(LIBRARY, "mid range") == "Use only the middle of the movement. Stop before it feels tight."
    assert client_sentence(LIBRARY, "as an older release said it") == "as an older release said it"
