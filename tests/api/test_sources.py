"""Every "why" sends the source of its rule; no page makes one up."""

from __future__ import annotations

from pathlib import Path

import pytest
from django.test import Client

from easepath.core.knowledge import shipped_library
from tests.conftest import World

PAGES = Path(__file__).parents[2] / "frontend" / "src"
SOURCES = {f"{kind}: {words}" for kind, words in shipped_library().sources.items()}


@pytest.fixture
def staff(client: Client, world: World) -> Client:
    client.force_login(world.users["hanne"])
    return client


def test_what_adjust_respond_match_and_measure_explain_names_its_source(staff: Client, world: World) -> None:
    visit = world.visit("Ines").pk
    review = staff.get(f"/api/visits/{visit}/review").json()
    told = [one["source"] for one in review["proposals"]]
    told += [one["source"] for one in staff.get(f"/api/visits/{visit}/respond").json()["drills"]]
    others = staff.get(f"/api/visits/{visit}/plan/others").json()["drills"]
    told += [one["source"] for one in others]
    told += [r["source"] for one in others for r in one["reasons"]]
    measure = staff.get(f"/api/visits/{visit}/measure").json()
    told += [measure["source"]]
    told += [r["source"] for test in measure["tests"] for side in test["sides"] for r in side["reasons"]]
    assert len(told) > 100
    assert set(told) <= SOURCES
    assert len(set(told)) > 3


def test_no_page_has_a_source_of_its_own() -> None:
    pages = [path for path in PAGES.rglob("*") if path.suffix in (".vue", ".ts") and "generated" not in path.parts]
    assert len(pages) > 50
    assert [path.name for path in pages if "not yet reviewed" in path.read_text(encoding="utf-8")] == []
