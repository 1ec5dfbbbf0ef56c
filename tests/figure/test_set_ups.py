"""How tests are taken: every picture of one could be a body, and each ring stands for a step."""

from __future__ import annotations

import re

import pytest

from easepath.core.errors import KnowledgeError, UnknownIdError
from easepath.core.knowledge import KNOWLEDGE_DIR, load_library, shipped_library
from easepath.figure.album import TEST, Wanted, album_of

LIBRARY = shipped_library()
DRAWN = [row for row in LIBRARY.set_ups.values() if row.drawing or row.like]


@pytest.mark.parametrize("measure", [row.measure for row in DRAWN])
def test_a_test_has_a_picture_with_a_ring_for_each_mark(measure: str) -> None:
    row, album = LIBRARY.set_ups[measure], album_of(LIBRARY)
    found = album.of_test(measure)
    assert found is not None
    wanted = Wanted(f"{TEST}{measure}", "left", pose=found[1])
    rings = re.findall(r">(\d)</text>", album.svg(wanted))
    marks = row.drawing.marks if row.drawing else row.marks
    assert rings == [str(n) for n in range(1, len(marks) + 1)]
    assert len(rings) <= len(row.steps)
    assert album.alt(wanted)


def test_what_is_only_asked_has_no_picture_and_no_test_has_a_film() -> None:
    album = album_of(LIBRARY)
    assert album.of_test("pain-usual") is None
    with pytest.raises(UnknownIdError):
        album.motion(Wanted(f"{TEST}slr", "left"))
    with pytest.raises(UnknownIdError):
        album.svg(Wanted(f"{TEST}nothing", "left"))


def test_a_measure_that_nobody_says_how_to_take_is_refused(tmp_path) -> None:  # type: ignore[no-untyped-def]
    for path in KNOWLEDGE_DIR.rglob("*.yaml"):
        target = tmp_path / path.relative_to(KNOWLEDGE_DIR)
        target.parent.mkdir(parents=True, exist_ok=True)
        text = path.read_text(encoding="utf-8")
        if path.name == "set_ups.yaml":
            start = text.index("- measure: grip\n")
            text = text[:start] + text[text.index("- measure:", start + 5) :]
            text = text.replace("[low-back, {at: ankle, by: [-6, -4, 0]}, knee]", "[knee, knee, knee, knee]", 1)
        target.write_text(text, encoding="utf-8")
    with pytest.raises(KnowledgeError) as fault:
        load_library(tmp_path)
    told = {problem.key for problem in fault.value.problems}
    assert {"measures.grip.set_up", "set_ups.slr.marks"} <= told
