"""Pictures over HTTP: for everybody, kept by browsers, named when they are not there; and the library of drills."""

from __future__ import annotations

from pathlib import Path

import pytest
from django.test import Client

from easepath.api.routers import pictures
from easepath.core import code_version as versions
from easepath.core.code_version import code_version
from easepath.core.knowledge import shipped_library
from tests.api.test_api import body, staff
from tests.conftest import World

__all__ = ["staff"]
HALF_KNEEL = "/api/pictures/half-kneel/left/end.svg"


def test_a_picture_needs_no_signing_in_and_is_kept(client: Client) -> None:
    first = client.get(HALF_KNEEL)
    assert first["Content-Type"] == "image/svg+xml"
    assert first.content.startswith(b"<svg xmlns=")
    assert "max-age" in first["Cache-Control"]
    again = client.get(HALF_KNEEL, headers={"If-None-Match": first["ETag"]})
    assert (again.status_code, again.content) == (304, b"")
    for change in ("?size=small", "?style=print", "?place=floor"):
        assert client.get(HALF_KNEEL + change)["ETag"] != first["ETag"]


def test_a_picture_is_another_when_the_drawing_code_or_the_knowledge_is(
    client: Client, monkeypatch: pytest.MonkeyPatch
) -> None:
    tag = client.get(HALF_KNEEL)["ETag"]
    assert code_version("figure") in tag
    assert shipped_library().version in tag
    monkeypatch.setattr(pictures, "code_version", lambda room: f"other-{room}")
    again = client.get(HALF_KNEEL, headers={"If-None-Match": tag})
    assert (again.status_code, again["ETag"] != tag) == (200, True)


def test_the_version_of_the_code_is_that_of_its_sources(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    room = tmp_path / "figure"
    room.mkdir()
    (room / "arm.py").write_text("LENGTH = 1")
    monkeypatch.setattr(versions, "CORE", tmp_path)
    found = []
    for words in ("LENGTH = 1", "LENGTH = 2", "LENGTH = 1"):
        (room / "arm.py").write_text(words)
        found.append(code_version.__wrapped__("figure"))
    assert (found[0] == found[2], found[0] == found[1]) == (True, False)


MISSING = [
    ("/api/pictures/half-knel/left/end.svg", 404, "half-knel"), ("/api/pictures/half-kneel/left/mid.svg", 404, "mid"),
    (HALF_KNEEL + "?place=bed", 404, "bed"), (HALF_KNEEL + "?size=huge", 404, "huge"), (HALF_KNEEL + "?style=neon", 404, "neon"),
    ("/api/pictures/half-knel/left/motion", 404, "half-knel"), ("/api/pictures/half-kneel/up/end.svg", 422, ""),
    (HALF_KNEEL + "?place=moon", 422, ""),
]  # fmt: skip


@pytest.mark.parametrize(("url", "status", "named"), MISSING)
def test_what_is_not_there_is_named(client: Client, url: str, status: int, named: str) -> None:
    answer = client.get(url)
    assert answer.status_code == status
    assert named in body(answer)["title"]


def test_a_moving_picture_says_how_it_is_played(client: Client) -> None:
    found = client.get("/api/pictures/half-kneel/left/motion").json()
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
            assert staff.get(f"/api/pictures/{card['id']}/right/{pose}.svg?size=small").status_code == 200


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
    ranked = staff.get(f"/api/visits/{visit}/match").json()["ranked"]
    assert all(one["alt"] for one in ranked)
    sides = [side for drill in staff.get(f"/api/visits/{visit}").json()["sheet"]["drills"] for side in drill["sides"]]
    assert sides
    for side in sides:
        assert side["alt"].startswith(f"{side['side'].capitalize()} side. ") == (side["side"] != "both")
