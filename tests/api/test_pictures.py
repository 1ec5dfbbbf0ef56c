"""Pictures over HTTP: for everybody, kept by browsers, named when they are not there; and the library of drills."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path
from typing import Any

import pytest
from django.test import Client

from easepath.core.code_version import code_version
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import PLACES
from easepath.figure import album
from easepath.figure.album import Album, Wanted, album_of
from tests.api.test_api import body, staff
from tests.conftest import World

__all__ = ["staff"]
ALBUM = album_of(shipped_library())
NAME = ALBUM.name("half-kneel")
HALF_KNEEL = f"/api/pictures/{NAME}/left/end.svg"


@pytest.fixture(autouse=True)
def drawn(settings: Any, tmp_path: Path) -> Path:
    """An empty folder for what is drawn."""
    settings.PICTURES = tmp_path / "pictures"
    return tmp_path / "pictures"


def test_a_picture_needs_no_signing_in_and_is_kept_for_ever(client: Client) -> None:
    first = client.get(HALF_KNEEL)
    assert first["Content-Type"] == "image/svg+xml"
    assert first.content.decode() == ALBUM.svg(Wanted("half-kneel", "left"))
    assert "immutable" in first["Cache-Control"]
    others = [client.get(HALF_KNEEL + change).content for change in ("?size=small", "?style=print")]
    assert first.content not in others


def test_a_picture_and_a_film_are_drawn_once(client: Client, drawn: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    urls = (HALF_KNEEL, f"/api/pictures/{NAME}/left/motion")
    first = [client.get(url).content for url in urls]
    assert sorted(path.name for path in (drawn / NAME).iterdir()) == ["left_any.json", "left_end_any_medium_screen.svg"]
    for name in ("svg", "motion"):
        monkeypatch.setattr(ALBUM, name, lambda *_: 1 / 0)
    assert [client.get(url).content for url in urls] == first


def test_the_side_is_told_in_the_language_that_is_asked_for(client: Client) -> None:
    for url in (HALF_KNEEL, f"/api/pictures/{NAME}/left/motion"):
        english, german = (client.get(url + language).content.decode() for language in ("", "?language=de"))
        assert (">left<" in english, ">links<" in english) == (True, False)
        assert german == english.replace(">left<", ">links<")
        assert client.get(f"{url}?language=xx").status_code == 404


def test_another_drawing_has_another_name(monkeypatch: pytest.MonkeyPatch) -> None:
    library = shipped_library()
    drill = library.drills["half-kneel"].model_copy(update={"note": "otherwise"})
    edited = replace(library, version="edited", drills={**library.drills, "half-kneel": drill})
    assert Album(edited).name("half-kneel") != NAME
    assert Album(edited).name("lunge-rock") == ALBUM.name("lunge-rock")
    monkeypatch.setattr(album, "code_version", lambda _: "other")
    assert Album(library).name("lunge-rock") != ALBUM.name("lunge-rock")


def test_an_old_name_is_sent_and_never_drawn(client: Client, drawn: Path) -> None:
    old = f"/api/pictures/half-kneel.{'0' * 12}/left/end.svg"
    assert client.get(old).status_code == 404
    assert not drawn.exists()
    kept = drawn / f"half-kneel.{'0' * 12}" / "left_end_any_medium_screen.svg"
    kept.parent.mkdir(parents=True)
    kept.write_text("<svg/>")
    assert client.get(old).content == b"<svg/>"


def test_the_version_of_the_code_is_that_of_its_sources(tmp_path: Path) -> None:
    found = []
    for words in ("LENGTH = 1", "LENGTH = 2", "LENGTH = 1"):
        (tmp_path / "arm.py").write_text(words)
        found.append(code_version.__wrapped__(tmp_path))
    assert (found[0] == found[2], found[0] == found[1]) == (True, False)


MISSING = [
    (f"/api/pictures/half-knel.{'0' * 12}/left/end.svg", 404, "half-knel"), (HALF_KNEEL.replace("end", "mid"), 404, "mid"),
    (HALF_KNEEL + "?place=bed", 404, "bed"), (HALF_KNEEL + "?size=huge", 404, "huge"),
    (HALF_KNEEL + "?style=neon", 404, "neon"), (HALF_KNEEL + "?size=..", 404, "half-kneel"),
    ("/api/pictures/half-kneel/left/motion", 404, "half-kneel"), ("/api/pictures/.../left/motion", 404, "..."),
    (f"/api/pictures/{NAME}/up/end.svg", 422, ""), (HALF_KNEEL + "?place=moon", 422, ""),
]  # fmt: skip


@pytest.mark.parametrize(("url", "status", "named"), MISSING)
def test_what_is_not_there_is_named_and_not_drawn(
    client: Client, drawn: Path, url: str, status: int, named: str
) -> None:
    answer = client.get(url)
    assert not [path for path in drawn.rglob("*") if path.is_file()]
    assert answer.status_code == status
    assert named in body(answer)["title"]


def test_a_moving_picture_says_how_it_is_played(client: Client) -> None:
    found = client.get(f"/api/pictures/{NAME}/left/motion").json()
    last = len(found["steps"]) - 1
    assert [(beat["start"], beat["stop"]) for beat in found["beats"]] == [(0, last), (last, last), (last, 0), (0, 0)]
    assert found["beats"][1]["held"] == shipped_library().drills["half-kneel"].dose.start.hold_s
    assert found["alt"].startswith("Left side. Kneeling on the left knee")


def test_every_drill_of_the_library_can_be_read(staff: Client) -> None:
    cards = staff.get("/api/library/drills").json()
    assert {card["id"] for card in cards} == set(shipped_library().drills)
    for card in cards:
        page = staff.get(f"/api/library/drills/{card['id']}").json()
        assert page["stop"], card["id"]
        assert page["methods"]
        for pose in page["poses"]:
            assert staff.get(f"/api/pictures/{card['picture']}/right/{pose}.svg?size=small").status_code == 200


def test_the_library_is_laid_out_by_region_and_position_and_has_words_of_its_own(staff: Client) -> None:
    cards = staff.get("/api/library/drills").json()
    regions, places = [*shipped_library().regions, "whole body"], list(PLACES)
    stands = [(regions.index(card["region"]), places.index(card["places"][0]), card["title"]) for card in cards]
    assert stands == sorted(stands)
    assert len({region for region, _, _ in stands}) >= 6
    assert {(card["phase"], card["phase_word"]) for card in cards} == {
        ("settle", "calm"), ("release", "soften"), ("mobilise", "free"), ("lengthen", "lengthen"),
        ("activate", "wake"), ("strengthen", "build"), ("integrate", "use"),
    }  # fmt: skip


def test_the_library_is_for_staff(world: World, client: Client) -> None:
    assert body(client.get("/api/library/drills"))["type"] == "easepath:signed-out"


def test_a_drill_that_is_not_there(staff: Client) -> None:
    answer = staff.get("/api/library/drills/half-knel")
    assert (answer.status_code, body(answer)["title"]) == (404, "there is no drill called 'half-knel'")


def test_a_ladder_leads_to_its_neighbours(staff: Client) -> None:
    ladder = staff.get("/api/library/drills/bridge-half").json()["ladder"]
    assert ladder
    assert "bridge-half" not in {one["id"] for one in ladder}


def test_ranked_and_planned_drills_say_what_their_pictures_show(staff: Client, world: World) -> None:
    visit = world.visit("Marta").pk
    ranked = staff.get(f"/api/visits/{visit}/plan/others").json()["drills"]
    assert all(one["alt"] for one in ranked)
    sides = [side for drill in staff.get(f"/api/visits/{visit}").json()["sheet"]["drills"] for side in drill["sides"]]
    assert sides
    for side in sides:
        assert side["alt"].startswith(f"{side['side'].capitalize()} side. ") == (side["side"] != "both")
