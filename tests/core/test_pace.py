"""The client is led through exactly the seconds that were counted."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.dose.pace import pace_of
from easepath.core.dose.time import side_seconds
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.models import Dose

LIBRARY = shipped_library()


@given(
    drill=st.sampled_from(sorted(LIBRARY.drills)),
    method=st.sampled_from(sorted(LIBRARY.methods)),
    breath=st.sampled_from([4.0, 6.0, 10.0]),
    top=st.booleans(),
)
def test_the_beats_of_every_dose_add_up_to_its_side(drill, method, breath, top):
    drill = LIBRARY.drills[drill]
    dose = drill.dose.top if top else drill.dose.start
    beats = pace_of(dose, drill, method, breath)
    assert sum(beat.seconds for beat in beats) == pytest.approx(side_seconds(dose, drill, method, breath))
    assert all(1 <= beat.number <= beat.of for beat in beats)


@pytest.mark.parametrize(
    ("dose", "method", "words"),
    [
        ({"reps": 2, "contract_s": 5, "relax_s": 10}, "contract-relax", ["press", "ease", "press", "ease"]),
        ({"sets": 2, "hold_s": 30}, "hold-moderate", ["hold", "let go", "rest", "hold", "let go"]),
        ({"reps": 1, "tempo_s": (2, 0, 4)}, "slow-strength", ["up", "down"]),
        ({"reps": 2, "breaths": 1}, "isometric-breath", ["breathe in, let go", "breathe out, press"] * 2),
        ({"hold_breaths": 1}, "hold-gentle", ["breathe in", "breathe out"]),
        ({"seconds": 30}, "explore", ["keep moving"]),
        ({"reps": 2}, "on-off", ["move", "move"]),
        ({"reps": 1, "hold_s": 2}, "flow", ["move", "stay"]),
    ],
)
def test_each_shape_has_its_words(dose, method, words):
    drill = LIBRARY.drills["half-kneel"]
    assert [beat.word for beat in pace_of(Dose.model_validate(dose), drill, method, 6.0)] == words


def test_a_drill_that_begins_by_going_down_says_so():
    dose = Dose.model_validate({"reps": 1, "tempo_s": (3, 1, 2)})
    said = [pace_of(dose, LIBRARY.drills[name], "slow-strength", 6.0) for name in ("squat-chair", "half-kneel")]
    assert [[beat.word for beat in beats] for beats in said] == [["down", "hold", "up"], ["up", "hold", "down"]]


def test_directions_are_gone_through_in_turn_each_for_the_breaths_of_one_repetition():
    dose = Dose.model_validate({"reps": 2, "directions": 3, "breaths": 2})
    ways = [beat.way for beat in pace_of(dose, LIBRARY.drills["half-kneel"], "hold-gentle", 6.0)]
    assert ways == [0, 0, 0, 0, 1, 1, 1, 1, 2, 2, 2, 2] * 2


def test_the_stages_of_a_hold_lead_through_it():
    drill = LIBRARY.drills["half-kneel"]
    stages = (("settle in", 30.0), ("press lightly", 30.0), ("sink further", 30.0))
    beats = pace_of(Dose.model_validate({"sets": 1, "hold_s": 90}), drill, "hold-long", 6.0, stages)
    assert [(beat.word, beat.seconds) for beat in beats] == [*stages, ("let go", 2)]
