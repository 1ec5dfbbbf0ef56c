"""Who may not confirm may only add: a yes, a factor and a limit stay in force beside what is asked for."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import Any

import pytest

from easepath.api.views.home_sheet import home_sheet
from easepath.api.views.screening import screening_view
from easepath.clinic.actions.confirm_screening import confirm_screening
from easepath.clinic.actions.record_clearance import record_clearance
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.screening_rows import FactorEntry, LimitEntry
from easepath.clinic.errors import NotAllowedError
from easepath.clinic.facts.assessment import assess
from easepath.clinic.facts.story import Story
from easepath.clinic.models import Complaint, Visit
from easepath.clinic.repository import read_again, read_complaint
from easepath.clinic.selectors.access import get_visit
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

HIP = FactorEntry("hip-replacement-unknown", "left", TODAY - dt.timedelta(days=30))
LIMIT = LimitEntry("hip-flexion", "left", 70.0, "surgeon")


class Desk:
    """Marta's open visit, saved by whoever stands at it."""

    def __init__(self, world: World) -> None:
        self.world = world
        self.pk = world.visit("Marta").pk
        self.revision = 0

    @property
    def visit(self) -> Visit:
        return get_visit(self.world.users["hanne"], self.pk)

    def save(self, who: str, answers: Mapping[str, bool | None] | None = None, **changes: Any) -> None:
        """Save the whole step with some answers changed; None takes one back."""
        now = Screening.of(read_complaint(fresh(self.world, "Marta").pk))
        given = {word: value for word, value in {**now.answers, **(answers or {})}.items() if value is not None}
        changed = replace(now, answers=given, **changes)
        self.revision = save_screening(self.world.users[who], self.visit, self.revision, changed).revision

    def withheld(self) -> bool:
        return bool(home_sheet(read_complaint(fresh(self.world, "Marta").pk)).model_dump(mode="json")["withheld"])

    def question(self, word: str) -> dict[str, Any]:
        view = screening_view(read_again(self.visit)).model_dump(mode="json")
        return next(q for group in view["groups"] for q in group["questions"] if q["word"] == word)


@pytest.fixture
def desk(world: World) -> Desk:
    return Desk(world)


LIFTS: dict[str, Callable[[Desk], None]] = {
    "takes-the-yes-back": lambda desk: desk.save("jo", {"fever": None}),
    "answers-no": lambda desk: desk.save("jo", {"fever": False}),
    "takes-it-back-and-answers-no": lambda desk: (desk.save("jo", {"fever": None}), desk.save("jo", {"fever": False}))[
        0
    ],
}


@pytest.mark.parametrize("lift", LIFTS.values(), ids=LIFTS.keys())
@pytest.mark.parametrize("who", ["hanne", "jo"])
def test_an_assistant_lifts_no_red_flag(desk: Desk, lift: Callable[[Desk], None], who: str) -> None:
    desk.save(who, {"fever": True})
    assert desk.withheld()
    lift(desk)
    assert desk.withheld()
    shown = desk.question("fever")
    assert (shown["value"], shown["pending"] != "") == (True, True)
    desk.save("jo", {"fever": True})
    assert desk.question("fever")["pending"] == shown["pending"]
    confirm_screening(desk.world.users["callum"], desk.visit)
    assert not desk.withheld()


def test_a_clinician_keeps_what_stands(desk: Desk) -> None:
    desk.save("hanne", {"fever": True}, limits=(LIMIT,))
    desk.save("jo", {"fever": False}, limits=())
    confirm_screening(desk.world.users["hanne"], desk.visit, accept=False)
    assert desk.withheld()
    assert desk.question("fever")["pending"] == ""
    assert [
        one["withdrawal_asked"] for one in screening_view(read_again(desk.visit)).model_dump(mode="json")["limits"]
    ] == [False]


def test_a_clinicians_own_no_and_a_clearance_bring_the_sheet_back(desk: Desk) -> None:
    desk.save("hanne", {"fever": True})
    desk.save("hanne", {"fever": False})
    assert not desk.withheld()
    desk.save("hanne", {"fever": True})
    flag = assess(fresh(desk.world, "Marta"), TODAY).screen.flags.raised[0].id
    record_clearance(desk.world.users["hanne"], desk.visit, flag=flag, doctor="Dr M", date=TODAY, reason="seen")
    assert not desk.withheld()


def test_the_sheet_stays_withheld_when_an_assistant_moves_the_complaint_elsewhere(desk: Desk) -> None:
    """A flag of the groin is not asked of a wrist: naming another complaint lifts nothing."""
    desk.save("hanne", {"groin-lump-stuck": True})
    assert desk.withheld()
    story = replace(Story.of(fresh(desk.world, "Marta")), condition="wrist-sprain")
    save_story(desk.world.users["jo"], desk.visit, 0, story)
    assert not assess(fresh(desk.world, "Marta"), TODAY).screen.flags.blocking
    assert desk.withheld()
    save_story(desk.world.users["hanne"], desk.visit, 1, replace(story, words="her wrist, not her groin"))
    assert not desk.withheld()


@pytest.mark.parametrize(
    ("kind", "entry", "other"),
    [
        ("factors", HIP, replace(HIP, since=TODAY - dt.timedelta(days=400))),
        ("limits", LIMIT, replace(LIMIT, degrees=110.0)),
    ],
)
def test_an_assistant_withdraws_and_eases_nothing(desk: Desk, kind: str, entry: Any, other: Any) -> None:
    desk.save("hanne", **{kind: (entry,)})
    before = assess(fresh(desk.world, "Marta"), TODAY).screen
    for wanted in ((), (other,)):
        desk.save("jo", **{kind: wanted})
        after = assess(fresh(desk.world, "Marta"), TODAY).screen
        for drill, by_side in before.drills.items():
            for side, verdict in by_side.items():
                assert after.drills[drill][side].verdict >= verdict.verdict, (wanted, drill, side)
    rows = screening_view(read_again(desk.visit)).model_dump(mode="json")[kind]
    assert [(row["withdrawal_asked"], row["to_confirm"]) for row in rows] == [(True, False), (False, True)]
    confirm_screening(desk.world.users["hanne"], desk.visit)
    assert getattr(Screening.of(read_complaint(fresh(desk.world, "Marta").pk)), kind) == (other,)
    stored = getattr(fresh(desk.world, "Marta").client, kind).exclude(withdrawn_at=None)
    assert stored.count() == 1


def test_an_assistant_takes_back_what_nobody_confirmed(desk: Desk) -> None:
    desk.save("jo", factors=(HIP,), limits=(LIMIT,))
    desk.save("jo", factors=(), limits=())
    view = screening_view(read_again(desk.visit)).model_dump(mode="json")
    assert (view["factors"], view["limits"]) == ([], [])


def test_an_unconfirmed_factor_takes_no_assumed_factors_place(desk: Desk) -> None:
    """A milder factor of an assistant stands beside the one the complaint assumes, until it is confirmed."""
    Complaint.objects.filter(pk=desk.world.complaints["Marta"].pk).update(condition="after-hip-replacement", stage=None)
    for who, assumed in (("jo", True), ("hanne", False)):
        desk.save(who, factors=())
        desk.save(who, factors=(FactorEntry("hip-replacement-anterior", "left"),))
        found = assess(fresh(desk.world, "Marta"), TODAY).screen.factors
        assert any(f.id == "hip-replacement-unknown" for f in found) is assumed, who


def test_only_who_may_confirm_confirms(desk: Desk) -> None:
    with pytest.raises(NotAllowedError):
        confirm_screening(desk.world.users["jo"], desk.visit)
