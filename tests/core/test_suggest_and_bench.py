"""Which conditions the words point to, and which tests stand on the bench in which order."""

from __future__ import annotations

from typing import Any

import pytest

from easepath.core.facts import OwnError, Sitting, Tryout
from easepath.core.measure.bench import POSITIONS, bench, position_changes
from easepath.core.measure.error import MDC_FACTOR, blend, own_error
from easepath.core.measure.values import mdc_in_use
from easepath.core.suggest import suggest
from easepath.core.tryout import gain_of
from tests.core.build import LIBRARY, client, complaint, day, factor, matched, screened, situation

WORDS = [
    ("pulled my groin stepping off a truss", "adductor-strain"),
    ("cannot reach my toes", "toe-reach-limited"),
    ("stiff at the desk", "desk-stiff"),
    ("fell on the hand, wrist sore", "wrist-sprain"),
    ("new knee, stiff after the operation", "after-knee-replacement"),
    ("outer hip pain at night lying on the side", "lateral-hip"),
    ("pulld hamstrng sprinting", "hamstring-strain"),
]


@pytest.mark.parametrize(("words", "condition"), WORDS)
def test_words_point_to_a_condition(words: str, condition: str) -> None:
    found = [s.condition.id for s in suggest(LIBRARY, words)]
    assert condition in found[:3]


def test_a_suggestion_says_why_and_more_evidence_ranks_higher() -> None:
    alone = {s.condition.id: s for s in suggest(LIBRARY, "hip pinches in front")}
    placed = {s.condition.id: s for s in suggest(LIBRARY, "hip pinches in front", regions=("hip",))}
    assert placed["hip-impingement"].points > alone["hip-impingement"].points
    assert any(why.startswith("the place") for why in placed["hip-impingement"].why)
    assert any(why.startswith("the words") for why in placed["hip-impingement"].why)


def test_clues_count_with_their_weight() -> None:
    condition = next(c for c in LIBRARY.conditions.values() if c.clues)
    clue, weight = next(iter(condition.clues.items()))
    found = {s.condition.id: s for s in suggest(LIBRARY, "", clues=(clue,))}
    assert found[condition.id].points == pytest.approx(weight)


@pytest.mark.parametrize("words", ["", "zzz qqq", "the and of"])
def test_nothing_told_suggests_nothing(words: str) -> None:
    assert suggest(LIBRARY, words) == ()


@pytest.mark.parametrize("condition", sorted(LIBRARY.conditions))
def test_every_condition_is_found_by_its_own_words(condition: str) -> None:
    for phrase in LIBRARY.conditions[condition].words:
        assert condition in [s.condition.id for s in suggest(LIBRARY, phrase)], phrase


@pytest.mark.parametrize("condition", sorted(LIBRARY.conditions))
def test_the_bench_of_every_condition_saves_changes_of_position(condition: str) -> None:
    screen = screened(complaint=complaint(condition=condition, side="left"), plan={})
    tests = bench(screen)
    names = [test.measure for test in tests]
    assert len(set(names)) == len(names)
    positions = [LIBRARY.measures[name].position for name in names]
    assert positions == sorted(positions, key=POSITIONS.index)
    assert position_changes(screen, tests) == max(0, len(set(positions)) - 1)
    profile = LIBRARY.conditions[condition]
    assert set(profile.measure) <= set(names)


WHY: list[tuple[str, dict[str, Any], str, str]] = [
    ("what the complaint asks", {}, "hip-abduction", "complaint"),
    ("what was measured before", {"measures": (Sitting(measure="grip", side="left", date=day(3), trials=(30,)),)},
     "grip", "before"),
    ("what a factor asks", {"client": client(factors=(factor("high-blood-pressure"),))}, "blood-pressure", "factor"),
]  # fmt: skip


@pytest.mark.parametrize(("name", "changes", "measure", "why"), WHY, ids=[w[0] for w in WHY])
def test_why_a_test_stands_on_the_bench(name: str, changes: dict[str, Any], measure: str, why: str) -> None:
    assert {test.measure: test.why for test in bench(screened(**changes))}[measure] == why


def test_an_added_test_stands_once_at_its_position() -> None:
    tests = bench(screened(), ["slr", "hip-abduction"])
    assert [t.why for t in tests if t.measure == "slr"] == ["added"]
    assert [t.why for t in tests if t.measure == "hip-abduction"] == ["complaint"]


ERRORS = [
    ("no repeats", [[10], [12]], None),
    ("one repeat", [[10, 14]], 2.8284271),
    ("pooled over sittings", [[10, 14], [20, 20, 20]], 1.6329932),
]


@pytest.mark.parametrize(("name", "sittings", "sem"), ERRORS, ids=[e[0] for e in ERRORS])
def test_the_clinics_own_error(name: str, sittings: list[list[float]], sem: float | None) -> None:
    found = own_error(sittings)
    assert (None if found is None else round(found.sem, 7)) == sem
    if found is not None:
        assert found.mdc == pytest.approx(MDC_FACTOR * found.sem)


def test_the_error_in_use_never_falls_below_seven_tenths_of_the_shipped() -> None:
    tight = OwnError(sem=0.1, mdc=0.28, degrees_of_freedom=500)
    assert blend(6, tight).used == pytest.approx(4.2)
    assert mdc_in_use(LIBRARY, situation(errors={"hip-ir": tight}), "hip-ir") == pytest.approx(4.2)


def test_the_clinics_own_error_changes_a_grade_and_a_gain() -> None:
    wide = OwnError(sem=6, mdc=16.6, degrees_of_freedom=200)
    sittings = (
        Sitting(measure="hip-abduction", side="left", date=day(0), trials=(30,)),
        Sitting(measure="hip-abduction", side="right", date=day(0), trials=(40,)),
    )
    shipped = screened(measures=sittings).measured.row("hip-abduction", "left")
    own = screened(measures=sittings, errors={"hip-abduction": wide}).measured.row("hip-abduction", "left")
    assert shipped is not None
    assert own is not None
    assert (shipped.grade, own.grade) == ("mild", "none")
    assert own.mdc > shipped.mdc
    gained = gain_of(LIBRARY, situation(), "hip-abduction", (30,), (38,))
    doubted = gain_of(LIBRARY, situation(errors={"hip-abduction": wide}), "hip-abduction", (30,), (38,))
    assert (gained.kind, doubted.kind) == ("better", "no real change")  # type: ignore[union-attr]


GAINS = [
    ("hip-abduction", (28, 30), (36, 37), "better"),
    ("hip-abduction", (30,), (36,), "no real change"),
    ("hip-abduction", (37,), (29,), "worse"),
    ("pain-movement", (6,), (3,), "better"),
    ("pain-movement", (3,), (6,), "worse"),
    ("hip-abduction", (30,), (), None),
    ("hip-abduction", (), (30,), None),
    (None, (1,), (2,), None),
]


@pytest.mark.parametrize(("measure", "before", "after", "kind"), GAINS)
def test_a_gain_is_judged_against_its_error(
    measure: str | None, before: tuple[float, ...], after: tuple[float, ...], kind: str | None
) -> None:
    found = gain_of(LIBRARY, situation(), measure, before, after)
    assert (found.kind if found else None) == kind


TRYOUTS = [
    ("a gain lifts the drill", {"measure": "hip-abduction", "before": (28,), "after": (45,)}, 1),
    (
        "getting worse within the error does not lift it",
        {"measure": "hip-abduction", "before": (45,), "after": (42,)},
        0,
    ),
]


@pytest.mark.parametrize(("name", "facts", "sign"), TRYOUTS, ids=[t[0] for t in TRYOUTS])
def test_a_try_out_moves_the_ranking(name: str, facts: dict[str, Any], sign: int) -> None:
    def relief(**changes: Any) -> float:
        ranked = matched(**changes).result.ranked
        return next(c.relief for c in ranked if c.drill.id == "side-leg-raise" and c.side == "left")

    tried = (Tryout(drill="side-leg-raise", side="left", **facts),)
    change = relief(tryouts=tried) - relief()
    assert (change > 0) - (change < 0) == sign


@pytest.mark.parametrize("symptom", ["pinch", "shooting", "tingling", "numbness", "sharp", "locking", "giving-way"])
def test_a_drill_that_pinches_in_the_room_is_dropped(symptom: str) -> None:
    matcher = matched(tryouts=(Tryout(drill="lunge-rock", side="left", symptom=symptom),))
    assert "lunge-rock" not in {c.drill.id for c in matcher.result.ranked}
    assert any(o.drill.id == "lunge-rock" and o.reason.rule != "excluded" for o in matcher.result.left_out)
