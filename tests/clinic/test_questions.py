"""The screen as it is asked: what decides the rest first, groups as one, what the story speaks of by itself."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from easepath.api.views.frame import frame
from easepath.api.views.screening import ScreeningOut, screening_view
from easepath.clinic import clock
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.screening_rows import FactorEntry
from easepath.clinic.errors import FieldError, StaleRevisionError
from easepath.clinic.facts.story import Story
from easepath.clinic.models import Answer, Client, Complaint, Visit
from easepath.clinic.repository import read_again, read_complaint
from easepath.core.knowledge import shipped_library
from easepath.core.screening.spoken import Told, answered_yes, spoken_of
from tests.conftest import World

LIBRARY = shipped_library()


def shown(world: World, name: str = "Marta") -> ScreeningOut:
    return screening_view(read_again(world.visit(name)))


def answers_of(world: World) -> dict[str, bool]:
    return dict(Screening.of(read_complaint(world.complaints["Marta"].pk)).answers)


def save(world: World, answers: dict[str, bool], visit: Visit, revision: int = 0, **more: Any) -> None:
    save_screening(world.users["hanne"], visit, revision, Screening(answers, (), **more))


def test_what_a_group_says_no_to_is_stored_item_by_item(world: World) -> None:
    visit, answers = world.visit("Marta"), answers_of(world)
    group = next(one for one in shown(world).read_out if one.id == "call-now")
    assert group.none == "None of these (I read out all five)"
    for word in group.words:
        del answers[word]
    save(world, answers, visit)
    assert set(group.words) <= set(shown(world).unanswered)
    save(
        world,
        answers | dict.fromkeys(group.words, False),
        Visit.objects.get(pk=visit.pk),
        1,
        asked_as=dict.fromkeys(group.words, "call-now"),
    )
    rows = Answer.objects.filter(complaint=world.complaints["Marta"], word__in=group.words)
    assert {(row.value, row.asked_as) for row in rows} == {(False, "call-now")}
    assert shown(world).asked_as == dict.fromkeys(group.words, "call-now")


@pytest.mark.parametrize(
    ("word", "value", "group"),
    [("tearing-pain", True, "call-now"), ("tearing-pain", False, "injury"), ("saddle-numbness", False, "call-now")],
)
def test_a_yes_or_a_strange_question_is_in_no_group(world: World, word: str, value: bool, group: str) -> None:
    with pytest.raises(FieldError) as caught:
        save(world, answers_of(world) | {word: value}, world.visit("Marta"), asked_as={word: group})
    assert list(caught.value.fields) == [f"asked_as.{word}"]


def test_what_the_story_speaks_of_is_asked_by_itself_and_a_no_to_it_comes_first(world: World) -> None:
    told = "A joint that is hot and red overnight; breathless on the ladder, and I fell"
    Complaint.objects.filter(pk=world.complaints["Marta"].pk).update(words=told)
    view = shown(world)
    read_out = {word for one in view.read_out for word in one.words}
    assert "breathless-chest" not in read_out
    assert {"tearing-pain", "collapse-pain"} <= read_out
    said = {one.word: (one.said, one.denied) for one in view.spoken}
    assert said["breathless-chest"] == ("breathless", True)
    assert said["injury-12-weeks"] == ("fell", True)


@pytest.mark.parametrize(
    ("story", "word", "found"),
    [
        ("I SLIPPED on the quay", "injury-12-weeks", "SLIPPED"), ("two falls in March", "minor-fall", "falls"),
        ("operated on in May", "recent-operation", "operated"), ("the snowfall was late", "minor-fall", None),
        ("numbness between the legs", "saddle-numbness", "between the legs"), ("nothing of the kind", "fever", None),
    ],
)  # fmt: skip
def test_a_word_of_the_story_is_a_whole_word(story: str, word: str, found: str | None) -> None:
    assert spoken_of(LIBRARY, Told(story)).get(word) == found


@pytest.mark.parametrize(
    ("told", "spoken", "yes"),
    [
        (Told(areas=("calf:left",)), {"leg-symptoms", "leg-swelling-or-tenderness"}, {"leg-symptoms-below-knee"}),
        (Told(areas=("knee-front:left",)), set(), set()),
        (Told(areas=("knee-front:left",), kinds={"knee-front:left": ["numb"]}), {"leg-symptoms"}, {"leg-symptoms"}),
        (Told(areas=("groin:left",)), set(), set()),
        (Told(areas=("groin:left",), kinds={"groin:left": ["numb"]}), {"saddle-numbness"}, {"leg-symptoms"}),
        (Told(areas=("chest:right",)), {"breathless-chest"}, set()),
        (Told(clues=("fall-on-hand", "stairs")), {"fall-on-hand"}, {"fall-on-hand"}),
        (Told(ticked=("eases-nothing",)), {"night-unrelieved"}, set()),
        (Told("fell on a knee"), {"injury-12-weeks"}, set()),
    ],
)
def test_marks_and_chips_speak_of_questions_and_only_what_is_plain_is_a_yes(
    told: Told, spoken: set[str], yes: set[str]
) -> None:
    assert spoken <= set(spoken_of(LIBRARY, told))
    assert yes <= set(answered_yes(LIBRARY, told))
    assert set(answered_yes(LIBRARY, told)) <= set(spoken_of(LIBRARY, told)) & LIBRARY.answers.keys()
    assert bool(answered_yes(LIBRARY, told)) == bool(yes)


def tell(world: World, user: str, visit: Visit, revision: int, **more: Any) -> None:
    visit = Visit.objects.get(pk=visit.pk)
    complaint = read_again(visit).complaint
    save_story(world.users[user], visit, revision, replace(Story.of(complaint), **more))


def test_a_mark_answers_yes_goes_with_its_answer_and_touches_no_answer_somebody_gave(world: World) -> None:
    visit, word = world.visit("Marta"), "leg-symptoms"
    rows = Answer.objects.filter(complaint=world.complaints["Marta"], word=word)
    rows.delete()

    def kept() -> list[tuple[bool, str, bool, str]]:
        return list(rows.values_list("value", "asked_as", "to_confirm", "pending"))

    before = read_again(visit).revision_of("screening")
    tell(world, "hanne", visit, 0, areas=("calf:left",))
    assert kept() == [(True, "story", False, "")]
    assert read_again(visit).revision_of("screening") == before + 1  # who has the screen open is told
    tell(world, "hanne", visit, 1, areas=("groin:left",))
    assert kept() == []
    rows.create(
        complaint=world.complaints["Marta"], word=word, value=False, is_context=True, answered_by=world.users["hanne"],
        answered_at=clock.now(),
    )  # fmt: skip
    tell(world, "hanne", visit, 2, areas=("calf:left",), condition="low-back-stiff")
    assert kept() == [(False, "", False, "")]
    assert ("left calf", True) in {(one.said, one.denied) for one in shown(world).spoken if one.word == word}


def test_an_assistants_mark_waits_to_be_confirmed_and_cannot_be_taken_back_without(world: World) -> None:
    visit, word = world.visit("Marta"), "leg-symptoms"
    rows = Answer.objects.filter(complaint=world.complaints["Marta"], word=word)
    rows.delete()

    def kept() -> list[tuple[bool, str, bool, str]]:
        return list(rows.values_list("value", "asked_as", "to_confirm", "pending"))

    tell(world, "jo", visit, 0, areas=("calf:left",))
    assert kept() == [(True, "story", True, "")]
    tell(world, "jo", visit, 1, areas=("groin:left",))
    assert kept() == [(True, "story", True, "open")]


@pytest.mark.parametrize(
    ("told", "field"),
    [
        ({"kinds": {"calf:left": ["numb"]}}, "kinds"), ({"areas": ("calf:left",), "kinds": {"calf:left": ["blue"]}}, "kinds"),
        ({"ticked": ("day-night", "day-same")}, "ticked"), ({"ticked": ("on-flying",)}, "ticked"),
    ],
)  # fmt: skip
def test_a_story_that_cannot_be_names_its_field(world: World, told: dict[str, Any], field: str) -> None:
    with pytest.raises(FieldError) as caught:
        tell(world, "hanne", world.visit("Marta"), 0, **told)
    assert list(caught.value.fields) == [field]


def test_what_decides_the_rest_is_asked_first_and_only_where_nobody_knows(world: World) -> None:
    visit = world.visit("Marta")
    save(world, {}, visit)
    first = [question.word for question in shown(world).contexts]
    assert {"pregnant-or-recent", "injury-12-weeks", "bone-risk"} <= set(first)
    assert not any(question.word in first for group in shown(world).groups for question in group.questions)
    save_screening(
        world.users["hanne"], Visit.objects.get(pk=visit.pk), 1, Screening({}, (FactorEntry("osteoporosis"),))
    )
    assert "bone-risk" not in [question.word for question in shown(world).contexts]
    Client.objects.filter(pk=world.complaints["Marta"].client_id).update(sex="m")
    asked = [question.word for question in shown(world).contexts]
    assert "pregnant-or-recent" not in asked
    assert "has-testes" in asked


def test_what_no_factor_stands_for_is_noted_shown_and_judges_nothing(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    record = read_again(visit)
    before = screening_view(record)
    told = replace(Screening.of(record), noted="wears a brace at night")
    saved = save_screening(hanne, visit, record.revision_of("screening"), told)
    after = screening_view(saved.after)
    assert (before.noted, after.noted) == ("", "wears a brace at night")
    assert after.consequences == before.consequences
    assert frame(read_again(visit)).noted == "wears a brace at night"
    with pytest.raises(StaleRevisionError):
        save_screening(hanne, visit, record.revision_of("screening"), replace(told, noted=""))
