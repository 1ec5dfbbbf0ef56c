"""The sheet on paper: everything it must say, in black and white, on both sizes, in the shipped letters only."""

from __future__ import annotations

import datetime as dt
import re
import subprocess
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.clinic.sheet import sheet_of
from easepath.core.knowledge import shipped_library
from easepath.core.phrases import Phrases
from easepath.interchange.paper_drill import drills_on_paper
from easepath.interchange.paper_week import week_of
from easepath.interchange.sheet_pdf import sheet_context, sheet_pdf
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


@pytest.mark.parametrize("size", ["usual", "large"])
def test_everything_a_sheet_must_say_is_on_it(tmp_path: Path, sheet: dict[str, Any], size: Any) -> None:
    sheet |= {
        "overridden": ["Pelvic tilts, both: exclude overridden by Ruth Adeyemi: seen in the room"],
        "desk": [{"at": "10:30", "drills": [{"title": "Seated breath", "side": "left"}]}],
        "difference": ["Pelvic tilts, more: 6 times"],
        "precautions": ["You take a blood thinner: call us after a fall."],
        "limits": ["Do not bend your left hip past 70 degrees."],
    }
    sheet["drills"][0] |= {"watch": ["slow enough to notice each spot"], "changed": ["Use only the middle."]}
    said = text_of(written(tmp_path, sheet, size=size))
    for drill in sheet["drills"]:
        for words in (*drill["do"], drill["feel"], drill["easier"], drill["harder"], *drill["stop"], *drill["care"]):
            assert words.split()[0] in said
        assert all(word in said for word in drill["title"].split())
    for words in (
        "For Marta, at home", "version 1", sheet["clinic"]["phone"], "You need", "Too hard:", "Too easy:", "You should",
        "Stop for", "Leave out for now", "Watch: slow", "Breaks at work", "10:30", "Seated breath LEFT",
        "allowed for you by a decision", "New in this version:", "no diagnosis", "On the next morning", "blood thinner",
        "your left hip past 70", "Use only the middle", sheet["emergencies"][1], "Pain at its", "How much it may hurt",
    ):  # fmt: skip
        assert words in said, words
    for rule_words in ("exclude", "overridden", "Ruth", "iso-adduction"):
        assert rule_words not in said


def test_the_page_for_the_fridge_is_one_page_with_every_drill_and_every_stop(
    tmp_path: Path, sheet: dict[str, Any]
) -> None:
    sheet |= {"precautions": ["You take a blood thinner: call us after a fall."], "limits": ["Not past 70 degrees."]}
    sheet["drills"] = (sheet["drills"] * 3)[:12]
    sheet["drills"][1] = {**sheet["drills"][1], "pain_line": "Fine: effort. Not fine: any pain."}
    path = written(tmp_path, sheet, size="fridge")
    assert re.search(r"Pages:\s+1\n", run("pdfinfo", path))
    said = text_of(path)
    for words in (
        sheet["clinic"]["phone"], "Stop and call us for", "blood thinner", "Not past 70", sheet["emergencies"][1],
        "Not fine: any", *(drill["title"].split()[0] for drill in sheet["drills"]),
        *(drill["sides"][0]["words"][0] for drill in sheet["drills"]),
    ):  # fmt: skip
        assert words in said, words


def test_two_drills_stand_on_a_page_and_one_in_large_print(tmp_path: Path, sheet: dict[str, Any]) -> None:
    def pages(size: Any) -> int:
        found = re.search(r"Pages:\s+(\d+)", run("pdfinfo", written(tmp_path, sheet, size=size)))
        assert found is not None
        return int(found[1])

    drills = len(sheet["drills"])
    assert pages("usual") < drills + 2 <= pages("large")


def test_a_sheet_that_is_no_longer_in_use_says_so(tmp_path: Path, sheet: dict[str, Any]) -> None:
    for size in ("usual", "fridge"):
        old = text_of(written(tmp_path, sheet, size=size, in_use=False))
        assert "no longer in use" in old
        assert "tick each time" not in old
        assert "no longer in use" not in text_of(written(tmp_path, sheet, size=size))


def test_a_drill_that_rests_and_a_whole_rest_are_said(tmp_path: Path, sheet: dict[str, Any]) -> None:
    sheet["drills"][0] |= {"paused": True, "at_home": "It rests, because it was too much last time."}
    sheet["rests"] = [{"drill": "", "until": "2026-11-27", "words": "Call me on Friday.", "cause": "clinician"}]
    said = text_of(written(tmp_path, sheet | {"today": str(TODAY)}))
    assert "Leave this one out for now. It rests, because" in said
    assert "Rest up to and with Friday, 27 November. Call me on Friday." in said


def test_paper_and_phone_say_the_minutes_of_what_does_not_rest(sheet: dict[str, Any]) -> None:
    def takes() -> str:
        return str(sheet_context(sheet, paper="a4", size="usual", link=None)["takes"])

    assert sum(one["seconds"] for one in sheet["timeline"]) == pytest.approx(sheet["seconds"])
    whole = takes()
    for drill in sheet["drills"][1:]:
        drill["paused"] = True
    left = sum(one["seconds"] for one in sheet["timeline"] if one["index"] in (None, 0))
    assert takes() == f"It takes {max(1, round(left / 60))} minute{'s' * (round(left / 60) > 1)}, once a day."
    assert takes() != whole


WORDS = Phrases(shipped_library())


def drill_of(**told: Any) -> dict[str, Any]:
    """A drill of a sheet as far as a week reads it."""
    return {"due": (True,) * 7, "per_day": 1, "beside": False, **told}


WEEKS = {
    "every day": ([drill_of()], None, "1111111", ("Done",)),
    "two days between": ([drill_of(due=(True, False, False) * 2 + (False,))], None, "1001000", ("Done",)),
    "twice a day, one of them": ([drill_of(), drill_of(per_day=2)], None, "1111111", ("Morning", "Evening")),
    "five times a day": ([drill_of(per_day=5)], None, "1111111", ("Time 1", "Time 2", "Time 3", "Time 4", "Time 5")),
    "beside the session": ([drill_of(), drill_of(per_day=3, beside=True)], None, "1111111", ("Done",)),
    "a rest": ([drill_of()], TODAY + dt.timedelta(days=1), "0011111", ("Done",)),
    "a rest without an end": ([drill_of()], dt.date.max, "0000000", ("Done",)),
}


@pytest.mark.parametrize(("drills", "rest", "due", "times"), WEEKS.values(), ids=WEEKS.keys())
def test_a_week_has_a_box_where_something_is_due(
    drills: list[dict[str, Any]], rest: dt.date | None, due: str, times: tuple[str, ...]
) -> None:
    week = week_of(WORDS, drills, TODAY, TODAY, rest)
    assert "".join(str(int(day.due)) for day in week.days) == due
    assert week.times == times
    assert week.title == "25 November to 1 December"
    later = week_of(WORDS, drills, TODAY, TODAY + dt.timedelta(days=2), rest)
    assert [day.due for day in later.days][:5] == [day.due for day in week.days][2:]


PAINS = {
    "as on the first page": ("Fine: pain up to 3 of 10. Not fine: more.", ""),
    "another figure": ("Fine: pain up to 1 of 10. Not fine: more.", "Here pain may reach 1 of 10, not more."),
    "another rule": ("Fine: effort. Not fine: any pain.", "Fine: effort. Not fine: any pain."),
    "nothing": ("", ""),
}


@pytest.mark.parametrize(("line", "said"), PAINS.values(), ids=PAINS.keys())
def test_a_drill_says_how_much_it_may_hurt_where_the_first_page_does_not(
    sheet: dict[str, Any], line: str, said: str
) -> None:
    first = "Fine: pain up to 3 of 10. Not fine: more."
    assert drills_on_paper(WORDS, [{**sheet["drills"][0], "pain_line": line}], TODAY, first)[0].pain == said


def test_the_count_and_the_side_are_read_from_afar(sheet: dict[str, Any]) -> None:
    one = sheet["drills"][0]
    side = one["sides"][0]
    left, right = ({**side, "side": name} for name in ("left", "right"))
    other = {**right, "words": "3 times", "count": {"number": "3", "unit": "times", "lines": ["hold 5 s"]}}
    old = {**side, "side": "both", "count": None}

    def told(sides: list[dict[str, Any]], **more: Any) -> tuple[Any, ...]:
        drill = drills_on_paper(WORDS, [{**one, "sides": sides, "better_first": False, **more}], TODAY)[0]
        return drill.side, [(count.side, count.number, count.lines) for count in drill.counts]

    number, lines = side["count"]["number"], tuple(side["count"]["lines"])
    assert told([left]) == ("LEFT side", [("", number, lines)])
    assert told([right, left]) == ("BOTH sides, RIGHT first", [("", number, lines)])
    assert told([right, left], better_first=True)[0] == "BOTH sides, the better one first"
    assert told([left, other])[1] == [("LEFT", number, lines), ("RIGHT", "3", ("hold 5 s",))]
    assert told([old]) == ("", [("", "", (side["words"],))])


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
    def height(size: Any) -> float:
        path = written(tmp_path, sheet, size=size)
        boxes = subprocess.run(
            ["pdftotext", "-bbox", str(path), "-"], check=True, capture_output=True, text=True
        ).stdout
        found = re.search(r'yMin="([\d.]+)" xMax="[\d.]+" yMax="([\d.]+)">need<', boxes)
        assert found is not None
        return float(found.group(2)) - float(found.group(1))

    assert height("large") > 1.25 * height("usual")


def test_a_sheet_without_a_link_has_no_code(tmp_path: Path, sheet: dict[str, Any]) -> None:
    assert "the same on a phone" in text_of(written(tmp_path, sheet, link="http://127.0.0.1/h/abc"))
    assert "the same on a phone" not in text_of(written(tmp_path, sheet))


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
