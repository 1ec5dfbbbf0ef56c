"""The blood pressure of a visit is two numbers: what they answer, what a high one stops, what is refused."""

from __future__ import annotations

import datetime as dt
from typing import Any

import pytest

from easepath.api.views.screening import ScreeningOut, screening_view
from easepath.clinic.actions.save_pressure import save_pressure
from easepath.clinic.errors import FieldError
from easepath.clinic.models import Answer, Visit
from easepath.clinic.repository import read_again
from easepath.core.screening.pressure import Pressure
from tests.conftest import TODAY, World

pytestmark = pytest.mark.django_db
WORDS = ("blood-pressure-measured", "pressure-180", "pressure-180-symptoms")


@pytest.fixture
def visit(world: World) -> Visit:
    """A visit in which nobody said anything about a blood pressure."""
    Answer.objects.filter(complaint=world.complaints["Marta"], word__in=WORDS).delete()
    return world.visit("Marta")


def save(world: World, visit: Visit, pressure: Pressure, who: str = "hanne") -> ScreeningOut:
    return screening_view(save_pressure(world.users[who], Visit.objects.get(pk=visit.pk), pressure).after)


def pressures(visit: Visit) -> dict[str, list[float]]:
    return dict(visit.sittings.filter(measure__startswith="blood-pressure").values_list("measure", "trials"))


def test_two_numbers_answer_what_would_be_asked(world: World, visit: Visit) -> None:
    before = screening_view(read_again(visit))
    assert "blood-pressure-measured" in before.unanswered
    assert before.pressure.upper is None
    others = visit.sittings.count()
    found = save(world, visit, Pressure(128, 82), "jo")
    assert not set(WORDS) & set(found.unanswered)
    assert (found.pressure.upper, found.pressure.lower, found.pressure.high) == (128, 82, False)
    assert not {"pressure-crisis", "pressure-high"} & {group.id for group in found.groups}
    assert pressures(visit) == {"blood-pressure": [128.0], "blood-pressure-low": [82.0]}
    assert visit.sittings.count() == others + 2
    revision = read_again(visit).revision_of("measure")
    save(world, visit, Pressure(128, 82))
    assert read_again(visit).revision_of("measure") == revision


def test_a_high_one_stops_and_its_symptoms_are_asked(world: World, visit: Visit) -> None:
    found = save(world, visit, Pressure(184, 95))
    assert {flag.id: flag.why for flag in found.raised}["pressure-high"] == "measured today: 184 over 95 mmHg"
    assert "pressure-180-symptoms" in found.unanswered
    crisis = next(group for group in found.groups if group.id == "pressure-crisis")
    assert [question.word for question in crisis.questions] == ["pressure-180-symptoms"]
    calm = save(world, visit, Pressure(None, None))
    assert not calm.raised
    assert pressures(visit) == {}
    assert "blood-pressure-measured" in calm.unanswered


def test_the_numbers_of_another_day_answer_nothing(world: World, visit: Visit, settings: Any) -> None:
    save(world, visit, Pressure(128, 82))
    settings.FROZEN_TODAY = TODAY + dt.timedelta(days=1)
    later = screening_view(read_again(visit))
    assert later.pressure.upper is None
    assert "blood-pressure-measured" in later.unanswered


@pytest.mark.parametrize(
    ("upper", "lower", "field"),
    [
        (40, 30, "upper"),
        (310, 90, "upper"),
        (128, 10, "lower"),
        (82, 128, "lower"),
        (90, 90, "lower"),
        (128, None, "lower"),
        (None, 82, "upper"),
    ],
)
def test_what_no_pressure_can_be_is_refused_at_its_number(
    world: World, visit: Visit, upper: float | None, lower: float | None, field: str
) -> None:
    with pytest.raises(FieldError) as caught:
        save(world, visit, Pressure(upper, lower))
    assert list(caught.value.fields) == [field]
    assert pressures(visit) == {}
