"""The sheet on paper: everything it must say, in black and white, on both sizes, in the shipped letters only."""

from __future__ import annotations

import re
import subprocess
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.clinic.sheet import sheet_of
from easepath.interchange.sheet_pdf import GRID_DAYS, GRID_ROWS, sheet_pdf
from easepath.interchange.tape import MARGIN, WIDTH, tape_svg
from easepath.standins.practice_life import live_through
from easepath.standins.practice_people import PEOPLE
from tests.conftest import TODAY, World


@pytest.fixture
def sheet(world: World) -> dict[str, Any]:
    """Marta's sheet."""
    return sheet_of(world.complaints["Marta"].versions.get()).model_dump(mode="json")


def run(command: str, path: Path, *arguments: str) -> str:
    """What a PDF tool says of a file."""
    return subprocess.run([command, *arguments, str(path)], check=True, capture_output=True, text=True).stdout


def written(tmp_path: Path, sheet: dict[str, Any], **how: Any) -> Path:
    """The PDF in a file."""
    path = tmp_path / "sheet.pdf"
    path.write_bytes(sheet_pdf(sheet, **how))
    return path


def text_of(path: Path) -> str:
    """The words of a PDF in reading order, on one line."""
    return " ".join(
        subprocess.run(
            ["pdftotext", "-layout", str(path), "-"], check=True, capture_output=True, text=True
        ).stdout.split()
    )


def test_everything_a_sheet_must_say_is_on_it(tmp_path: Path, sheet: dict[str, Any]) -> None:
    sheet |= {
        "overridden": ["Pelvic tilts, both: exclude overridden by Ruth Adeyemi: seen in the room"],
        "desk": [{"at": "10:30", "drills": [{"title": "Seated breath", "side": "both"}]}],
        "difference": ["Pelvic tilts, more: 6 times"],
    }
    sheet["drills"][0]["watch"] = ["slow enough to notice each spot"]
    said = text_of(written(tmp_path, sheet))
    for drill in sheet["drills"]:
        for words in (drill["title"], drill["feel"], drill["easier"], drill["harder"], *drill["stop"]):
            assert words.split()[0] in said
        assert drill["title"] in said
    for words in (
        "For Marta, at home", "version 1", sheet["clinic"]["phone"], "Have ready:", "Too hard:", "Too easy:",
        "Stop this drill for:", "Leave out for now:", "Watch: slow enough", "Breaks at work", "10:30",
        "Allowed by decision:", "New in this version:", "no diagnosis", "next morning", *GRID_ROWS,
    ):  # fmt: skip
        assert words in said, words
    assert str(GRID_DAYS) in said


@pytest.mark.parametrize(("paper", "points"), [("a4", (595, 842)), ("letter", (612, 792))])
def test_the_paper_is_the_one_asked_for(
    tmp_path: Path, sheet: dict[str, Any], paper: Any, points: tuple[int, int]
) -> None:
    size = re.search(r"Page size:\s+([\d.]+) x ([\d.]+)", run("pdfinfo", written(tmp_path, sheet, paper=paper)))
    assert size is not None
    assert tuple(round(float(side)) for side in size.groups()) == points


def test_only_the_shipped_letters_are_used(tmp_path: Path, sheet: dict[str, Any]) -> None:
    fonts = run("pdffonts", written(tmp_path, sheet, link="http://127.0.0.1/h/abc")).splitlines()[2:]
    assert fonts
    assert all("Ease-" in line for line in fonts)


def test_it_is_black_and_white_safe(tmp_path: Path, sheet: dict[str, Any]) -> None:
    path = written(tmp_path, sheet, link="http://127.0.0.1/h/abc")
    subprocess.run(["pdftoppm", "-r", "40", str(path), str(tmp_path / "page")], check=True)
    pages = sorted(tmp_path.glob("page*.ppm"))
    assert pages
    for page in pages:
        pixels = page.read_bytes().split(b"255\n", 1)[1]
        assert all(pixels[n] == pixels[n + 1] == pixels[n + 2] for n in range(0, len(pixels) - 2, 3))


def test_large_print_is_larger(tmp_path: Path, sheet: dict[str, Any]) -> None:
    def height(**how: Any) -> float:
        path = written(tmp_path, sheet, **how)
        boxes = subprocess.run(
            ["pdftotext", "-bbox", str(path), "-"], check=True, capture_output=True, text=True
        ).stdout
        found = re.search(r'yMin="([\d.]+)" xMax="[\d.]+" yMax="([\d.]+)">ready:', boxes)
        assert found is not None
        return float(found.group(2)) - float(found.group(1))

    assert height(large=True) > 1.3 * height()


def test_a_sheet_without_a_link_has_no_code(tmp_path: Path, sheet: dict[str, Any]) -> None:
    assert "your private page" in text_of(written(tmp_path, sheet, link="http://127.0.0.1/h/abc"))
    assert "your private page" not in text_of(written(tmp_path, sheet))


STRETCH = st.fixed_dictionaries({
    "index": st.one_of(st.none(), st.integers(0, 6)), "kind": st.sampled_from(["set-up", "side", "change", "move"]),
    "side": st.none(), "seconds": st.floats(1, 300),
})  # fmt: skip


@given(stretches=st.lists(STRETCH, max_size=12), available=st.one_of(st.none(), st.floats(60, 1800)))
def test_the_tape_never_leaves_its_paper(stretches: list[dict[str, Any]], available: float | None) -> None:
    svg = tape_svg(stretches, ["settle", "lengthen", "strengthen"] * 3, available)
    xs = [float(x) for x in re.findall(r'(?:x|cx)="([\d.]+)"', svg)] + [float(x) for x in re.findall(r"M([\d.]+)", svg)]
    assert all(-1 <= x <= WIDTH - MARGIN for x in xs)


def test_the_practice_clinic_shows_every_condition_and_every_outcome(world: World) -> None:
    from easepath.clinic.selectors.caseload import caseload
    from easepath.core.knowledge import shipped_library
    from easepath.standins.practice_life import live_on
    from easepath.standins.practice_people import MORE_TROUBLES

    hanne = world.users["hanne"]
    for name, trouble in MORE_TROUBLES.items():
        live_on(hanne, world.complaints[name].client, trouble, TODAY)
    for person, troubles in PEOPLE:
        live_through(hanne, person, troubles, TODAY)
    lines = caseload(hanne)["lines"]
    assert len({line["name"] for line in lines}) == 12
    conditions = {c.name for c in shipped_library().conditions.values()}
    assert {line["condition"] for line in lines} == conditions
    assert {line["kind"] for line in lines} == {"held", "look", "answer", "ask", "step-up", "steady"}
    said = {line["what"] for line in lines}
    assert {"flared", "flared again", "refused", "plateau", "too little done", "ask for the morning"} <= said
    kinds = {ripple["kind"] for line in lines for ripple in line["ripples"]}
    assert kinds == {"calm", "stirred", "flared", "waiting"}
    assert [line["urgency"] for line in lines] == sorted(line["urgency"] for line in lines)
