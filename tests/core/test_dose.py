"""Dose ladders, the time they take, and their words."""

from __future__ import annotations

import pytest

from easepath.core.dose import dose_ladder, session_time, side_seconds
from easepath.core.dose.bounds import tempos
from easepath.core.dose.pace import pace_of
from easepath.core.dose.time import drill_seconds
from easepath.core.dose.words import count_lines, count_of, dose_words
from easepath.core.errors import CaseError
from easepath.core.facts import PlannedDrill
from easepath.core.facts.checks import check_own_dose
from easepath.core.knowledge.models import Dose
from tests.core.build import LIBRARY


def steps(drill: str, method: str | None = None, **options: object) -> list[dict[str, object]]:
    """Every step from -1 up, without the tempo."""
    model = LIBRARY.drills[drill]
    ladder = dose_ladder(model, LIBRARY.methods[method or model.methods[0]], **options)  # type: ignore[arg-type]
    doses = [ladder.at(step) for step in range(-1, ladder.top + 1)]
    return [dose.model_dump(exclude_none=True, exclude={"tempo_s"}) for dose in doses]


LADDERS = {
    "a-missing-part-counts-from-one": (
        ("lunge-rock",), [{"reps": 5}, {"reps": 10}, {"reps": 10, "circuits": 2}, {"reps": 10, "circuits": 3}],
    ),
    "effort-by-ten": (
        ("iso-adduction",),
        [{"reps": 2, "breaths": 1, "effort_pct": e} if e == 10 else {"reps": 3, "breaths": 1, "effort_pct": e} for e in (10, 20, 30, 40, 50)],
    ),
    "reps-by-one-over-a-short-span": (
        ("pelvic-clock",), [{"reps": 2}, {"reps": 3}, {"reps": 4}, {"reps": 5}],
    ),
    "hold-by-one-below-ten": (
        ("pelvic-tilt",),
        [{"reps": 3, "hold_s": 1}, {"reps": 5, "hold_s": 2}, {"reps": 7, "hold_s": 2}, {"reps": 9, "hold_s": 2}, {"reps": 10, "hold_s": 2}, {"reps": 10, "hold_s": 3}],
    ),
    "hold-by-ten-then-thirty": (
        ("prone-rest",), [{"hold_s": h, "sets": 1} for h in (30, 60, 90, 120, 150, 180)],
    ),
    "seconds-by-a-fifth-rounded-up-at-least-two-minutes-from-five": (
        ("walk-graded",),
        [{"seconds": s} for s in (150, 300, 420, 540, 660, 792, 951, 1142, 1371, 1646, 1800)],
    ),
    "another-method-takes-its-shape": (
        ("strap-leg-out", "contract-relax"),
        [{"reps": 2, "effort_pct": 10, "contract_s": 3, "relax_s": 5}],
    ),
}  # fmt: skip


@pytest.mark.parametrize(("drill", "wanted"), LADDERS.values(), ids=LADDERS.keys())
def test_ladder(drill: tuple[str, ...], wanted: list[dict[str, object]]) -> None:
    found = steps(*drill)
    assert found[: len(wanted)] == wanted


def test_a_cap_lowers_start_and_top() -> None:
    assert [s["effort_pct"] for s in steps("belt-block", cap=50)][1:] == [50]


def test_an_easy_isometric_at_high_irritability_keeps_twenty_to_thirty() -> None:
    assert steps("iso-flexion", high_irritability=True)[0]["effort_pct"] == 25
    assert steps("iso-adduction", high_irritability=True)[0]["effort_pct"] == 20
    assert steps("adductor-plank-long", high_irritability=True)[0]["effort_pct"] == 30


TIMES = {
    "flow": (("lunge-rock", "flow", Dose(reps=10)), 40),
    "circuits": (("lunge-rock", "flow", Dose(reps=10, circuits=3)), 120),
    "breaths": (("iso-adduction", "isometric-breath", Dose(reps=3, breaths=1)), 18),
    "hold-and-rests": (("half-kneel", "hold-moderate", Dose(hold_s=30, sets=2)), 2 * 32 + 15),
    "strength-rests-longer": (("side-squeeze-band-standing", "slow-strength", Dose(sets=2, reps=8, tempo_s=(2, 1, 2))), 2 * 40 + 45),
    "contract-and-relax": (("strap-leg-out", "contract-relax", Dose(reps=3, contract_s=5, relax_s=10)), 45),
    "own-rep-time": (("pelvic-clock", "flow", Dose(reps=3)), 36),
    "seconds-as-given": (("walk-graded", "flow", Dose(seconds=300)), 300),
    "settle-has-no-rest": (("breath-90", "flow", Dose(breaths=5, sets=2)), 60),
}  # fmt: skip


@pytest.mark.parametrize(("given", "wanted"), TIMES.values(), ids=TIMES.keys())
def test_time_of_a_side(given: tuple[str, str, Dose], wanted: float) -> None:
    drill, method, dose = given
    assert side_seconds(dose, LIBRARY.drills[drill], method, 6) == wanted


def test_a_session_adds_up() -> None:
    assert drill_seconds([40.2, 40.2]) == 15 + 81 + 8  # 80.4 rounded up once, at the end
    time = session_time([60, 60, 60], ["floor", "floor", "chair"])
    assert (time.drills, time.position_changes, time.rising) == (180, 15, 25)
    assert session_time([60, 60, 60], ["floor", "chair", "floor"], floor_care=True).rising == 90


WORDS = {
    "2 rounds of 10 times": (Dose(reps=10, circuits=2), "flow"),
    "3 times, 1 breath each, lightly, about a third of your strength": (Dose(reps=3, breaths=1, effort_pct=30), "isometric-breath"),
    "hold 1 min 30 s, 2 times": (Dose(hold_s=90, sets=2), "hold-long"),
    "5 times, hold 5 s, in 2 directions, with half of your strength": (Dose(reps=5, hold_s=5, directions=2, effort_pct=50), "isometric"),
    "3 times: press 5 s, ease 10 s, very lightly": (Dose(reps=3, contract_s=5, relax_s=10, effort_pct=20), "contract-relax"),
    "10 min": (Dose(seconds=600), "flow"),
}  # fmt: skip


@pytest.mark.parametrize(("words", "given"), WORDS.items(), ids=WORDS.keys())
def test_words(words: str, given: tuple[Dose, str]) -> None:
    assert dose_words(*given) == words


COUNTS = {
    "2 rounds of so many times": ((Dose(reps=10, circuits=2), "flow"), ("10", "times", ("2 rounds",))),
    "once": ((Dose(reps=1, hold_s=20), "isometric"), ("1", "time", ("hold 20 s",))),
    "a hold of a minute and a half": ((Dose(hold_s=90, sets=2), "hold-long"), ("90", "seconds", ("hold", "2 times"))),
    "a long hold": ((Dose(hold_s=150), "hold-long"), ("2:30", "minutes", ("hold",))),
    "a hold in seconds": ((Dose(hold_s=45), "hold-long"), ("45", "seconds", ("hold",))),
    "press and ease": (
        (Dose(reps=3, contract_s=5, relax_s=10, effort_pct=20), "contract-relax"),
        ("3", "times", ("press 5 s", "ease 10 s", "very lightly")),
    ),
    "breaths": ((Dose(breaths=8), "breath"), ("8", "breaths", ())),
    "times of breaths": ((Dose(reps=3, hold_breaths=2, sets=2), "hold-breath"), ("3", "times", ("stay for 2 slow breaths each", "2 sets"))),
    "minutes": ((Dose(seconds=600), "flow"), ("10", "minutes", ())),
    "nothing is counted": ((Dose(), "flow"), ("", "", ())),
}  # fmt: skip


@pytest.mark.parametrize(("given", "wanted"), COUNTS.values(), ids=COUNTS.keys())
def test_the_one_large_number_and_how_each_is_done(given: tuple[Dose, str], wanted: tuple[object, ...]) -> None:
    count = count_of(*given)
    assert (count.number, count.unit, count_lines(*given)) == wanted
    assert count.words in dose_words(*given)


@pytest.mark.parametrize("drill", [d.id for d in LIBRARY.drills.values() if "resisted-motion" in d.methods])
def test_a_methods_own_tempo_holds_where_the_dose_has_none(drill: str) -> None:
    """Moving against resistance is 2 seconds out and 4 back, in the time, in the beats and in the words."""
    method = LIBRARY.methods["resisted-motion"]
    dose = dose_ladder(LIBRARY.drills[drill], method).at(0)
    assert dose.tempo_s == (2, 0, 4)
    reps = dose.reps or 1
    assert side_seconds(dose, LIBRARY.drills[drill], method.id, 6) == reps * 6 * (dose.circuits or 1) * (dose.sets or 1)
    beats = pace_of(dose, LIBRARY.drills[drill], method.id, 6)
    assert [(beat.word, beat.seconds) for beat in beats[:2]] == [("up", 2), ("down", 4)]
    assert "2 s up, 4 s down" in dose_words(dose, method.id)


@pytest.mark.parametrize(
    ("tempo", "fault"),
    [
        ((2, 1, 2), None),
        ((3, 1, 3), None),
        ((3, 1, 2), None),
        ((2, 99, 0), "dose.tempo_s"),
        ((2, 1, 4), "dose.tempo_s"),
    ],
)
def test_each_beat_of_a_tempo_lies_between_the_methods_and_the_drills(
    tempo: tuple[int, int, int], fault: str | None
) -> None:
    hinge = PlannedDrill(drill="hinge-light", side="both", method="slow-strength")
    try:
        check_own_dose(LIBRARY, "dose", hinge, Dose(tempo_s=tempo))
        found = None
    except CaseError as refused:
        found = refused.path
    assert found == fault


def test_a_tempo_may_be_chosen_only_where_there_are_two() -> None:
    methods = LIBRARY.methods
    assert tempos(LIBRARY.drills["hinge-light"], methods["slow-strength"]) == ((2, 1, 2), (3, 1, 3))
    assert len(tempos(LIBRARY.drills["side-leg-raise"], methods["slow-strength"])) == 1
