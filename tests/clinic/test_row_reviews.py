"""Nothing says reviewed that no named clinician reviewed: whose name, which day, and which version of the row."""

from __future__ import annotations

import dataclasses
from collections.abc import Callable

import pytest

from easepath.api.views.frame import frame
from easepath.api.views.library import row_standing
from easepath.clinic.actions.review_row import review_row
from easepath.clinic.errors import ClinicError, FieldError, NotAllowedError
from easepath.clinic.models import AuditEntry, Clinic, RowReview, User
from easepath.clinic.repository import read_again
from easepath.core.errors import UnknownIdError
from easepath.core.knowledge import Library, shipped_library
from easepath.core.knowledge.row_version import row_version, shipped_row_version
from tests.conftest import TODAY, World

DRILL = "lunge-rock"
NOW = shipped_row_version("drill", DRILL)

pytestmark = pytest.mark.django_db


def test_a_review_has_a_name_and_a_day_and_is_said_once(world: World) -> None:
    hanne = world.users["hanne"]
    assert row_standing(hanne, "drill", DRILL).review is None
    first, again = review_row(hanne, "drill", DRILL, NOW), review_row(hanne, "drill", DRILL, NOW)
    assert first == again
    review = row_standing(world.users["jo"], "drill", DRILL).review
    assert review is not None
    assert (review.name, review.on, review.current) == ("Hanne Ostrow", str(TODAY), True)
    entry = AuditEntry.objects.get(action="review-drill")
    assert NOW in entry.values.text


def test_a_review_is_of_the_row_that_was_read(world: World) -> None:
    hanne = world.users["hanne"]
    kept = review_row(hanne, "drill", DRILL, NOW)
    RowReview.objects.filter(pk=kept.pk).update(version="0" * 12)
    review = row_standing(hanne, "drill", DRILL).review
    assert review is not None
    assert not review.current
    with pytest.raises(FieldError, match="read it again"):
        review_row(hanne, "drill", DRILL, "0" * 12)


@pytest.mark.parametrize("part", ["drills", "coaching", "wording", "figures"])
def test_a_change_of_any_part_is_another_row(part: str) -> None:
    library = shipped_library()
    rows = dict(getattr(library, part))
    field = {"drills": "note", "coaching": "setup", "wording": "easier", "figures": "view"}[part]
    value = "front" if part == "figures" else "Another word."
    rows[DRILL] = rows[DRILL].model_copy(update={field: value})
    other: Library = dataclasses.replace(library, **{part: rows})
    assert row_version(other, "drill", DRILL) != row_version(library, "drill", DRILL) == NOW


def nameless(user: User) -> None:
    User.objects.filter(pk=user.pk).update(first_name="", last_name="")


@pytest.mark.parametrize(
    ("who", "drill", "prepare", "refusal"),
    [
        ("jo", DRILL, lambda _: None, NotAllowedError),
        ("hanne", "no-such-drill", lambda _: None, UnknownIdError),
        ("hanne", DRILL, nameless, FieldError),
    ],
)
def test_who_may_not(
    world: World, who: str, drill: str, prepare: Callable[[User], None], refusal: type[ClinicError | UnknownIdError]
) -> None:
    prepare(world.users[who])
    with pytest.raises(refusal):
        review_row(User.objects.get(pk=world.users[who].pk), "drill", drill, NOW)
    assert not RowReview.objects.exists()


def test_a_sheet_counts_what_nobody_of_the_clinic_reviewed(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    before = frame(read_again(visit)).sheet
    assert before.unreviewed == len(before.drills) > 1
    review_row(hanne, "drill", before.drills[0].drill, shipped_row_version("drill", before.drills[0].drill))
    assert frame(read_again(visit)).sheet.unreviewed == before.unreviewed - 1
    RowReview.objects.update(clinic=Clinic.objects.create(name="Elsewhere", phone="0"))
    assert frame(read_again(visit)).sheet.unreviewed == before.unreviewed


def test_a_condition_is_reviewed_as_it_is_with_its_gates(world: World) -> None:
    hanne, now = world.users["hanne"], shipped_row_version("condition", "adductor-strain")
    review_row(hanne, "condition", "adductor-strain", now)
    found = row_standing(hanne, "condition", "adductor-strain").review
    assert found is not None
    assert (found.name, found.current) == ("Hanne Ostrow", True)
    assert row_standing(hanne, "condition", "low-back-stiff").review is None
    library = shipped_library()
    gates = library.gates["adductor-strain"]
    fewer = gates.model_copy(update={"stages": {1: gates.stages[1]}})
    other: Library = dataclasses.replace(library, gates={**library.gates, "adductor-strain": fewer})
    assert row_version(other, "condition", "adductor-strain") != now
    assert frame(read_again(world.visit("Marta"))).sheet.unreviewed > 1
