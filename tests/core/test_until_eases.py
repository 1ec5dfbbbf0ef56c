"""A hold that lasts until it lets go: only a quiet one, never over its method's top; planned time is its dose's."""

from __future__ import annotations

import pytest

from easepath.core.compose import Chosen, assemble
from easepath.core.compose.sheet import SheetEntry, sheet_entry
from easepath.core.dose.pace import pace_of
from easepath.core.dose.until_eases import until_eases, waits_after
from easepath.core.facts import Manner
from easepath.core.knowledge.models import Dose
from tests.core.build import LIBRARY, matched

HOLD = "chair-hamstring"

BREATH_S = 5.0
METHOD = {HOLD: "hold-moderate"}

WHICH = [
    ("hold-long", {"hold_s": 60}, (60, 300)), ("hold-long", {"hold_s": 300}, None),
    ("hold-moderate", {"hold_s": 30}, (30, 60)), ("hold-moderate", {"hold_s": 60}, None),
    ("hold-moderate", {"reps": 5}, None), ("pressure", {"hold_s": 30, "spots": 2}, (30, 120)),
    ("hold-breath", {"hold_breaths": 5}, (25, 100)), ("hold-breath", {"hold_breaths": 20}, None),
    ("repeat-short", {"hold_s": 3}, None), ("isometric", {"reps": 3, "hold_s": 10}, None),
    ("contract-relax", {"reps": 3, "contract_s": 5}, None), ("desk-break", {"hold_s": 30}, None),
]  # fmt: skip


@pytest.mark.parametrize(("method", "dose", "bounds"), WHICH)
def test_only_a_quiet_hold_waits_from_its_dose_to_its_methods_top(
    method: str, dose: dict[str, int], bounds: tuple[float, float] | None
) -> None:
    found = until_eases(LIBRARY.methods[method], Dose(**dose), BREATH_S)
    assert (None if found is None else (found.least, found.most)) == bounds


def test_the_words_count_breaths_where_breaths_are_counted() -> None:
    said = [until_eases(LIBRARY.methods[m], Dose(**d), BREATH_S) for m, d, bounds in WHICH if bounds]
    assert [one.words.rpartition("at most ")[2] for one in said if one] == [
        "5 min",
        "1 min",
        "2 min",
        "20 slow breaths",
    ]


PACES = [
    (HOLD, "hold-moderate", {"sets": 2, "hold_s": 20}, ["hold", "hold"]),
    (HOLD, "hold-breath", {"sets": 2, "hold_breaths": 3}, ["breathe out", "breathe out"]),
]


@pytest.mark.parametrize(("drill", "method", "dose", "waits"), PACES)
def test_a_hold_waits_once_in_each_set(drill: str, method: str, dose: dict[str, int], waits: list[str]) -> None:
    beats = pace_of(Dose(**dose), LIBRARY.drills[drill], method, BREATH_S)
    marked = waits_after(beats, Dose(**dose))
    assert [beat.word for beat, wait in zip(beats, marked, strict=True) if wait] == waits
    whole = next(n for n, wait in enumerate(marked) if wait) + 1
    assert sum(beat.seconds for beat in beats[:whole]) == dose.get("hold_s", dose.get("hold_breaths", 0) * BREATH_S)


def entry(manner: Manner | None, drill: str = HOLD) -> tuple[SheetEntry, int]:
    matcher = matched()
    session = assemble(matcher, (Chosen(drill, "both", method=METHOD.get(drill, ""), manner=manner),))
    return sheet_entry(matcher, session.drills[0], lambda *_: ""), session.time.total


def test_the_sheet_says_it_in_words_and_seconds_and_plans_the_time_of_the_dose() -> None:
    (usual, seconds), (waits, planned) = entry(None), entry(Manner(until_eases=True))
    assert planned == seconds
    for before, side in zip(usual.sides, waits.sides, strict=True):
        assert before.eases is None
        assert side.eases is not None
        assert (side.eases.least, side.eases.most) == (side.dose["hold_s"], 60)
        said = "stay until it lets go, at most 1 min"
        assert side.words == f"{before.words}, {said}"
        assert said in side.count.lines
        assert [beat.model_copy(update={"waits": False}) for beat in side.pace] == list(before.pace)
        assert any(beat.waits for beat in side.pace)


def test_a_drill_of_another_method_says_nothing_of_it() -> None:
    told, _ = entry(Manner(until_eases=True), "seated-squeeze")
    assert all(
        side.eases is None and not any(beat.waits for beat in side.pace) and "lets go" not in side.words
        for side in told.sides
    )


def test_letting_go_is_no_other_dose() -> None:
    assert Manner(until_eases=True).work == Manner().work
