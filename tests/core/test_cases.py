"""Every case file: one client situation and what must be true of it, collected under its id."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Any

import pytest

from easepath.core.case import parse_case
from easepath.core.case_output import compute_case
from easepath.core.errors import CaseError
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.loader import load_strict_yaml
from tests.core.expectations import check

CASES = Path(__file__).parent.parent / "cases"


def _read(path: Path) -> list[tuple[str, Path, int, dict[str, Any]]]:
    documents = load_strict_yaml(path.read_text(encoding="utf-8"))
    cases = documents if isinstance(documents, list) else [documents]
    return [(case["case"], path, index, case) for index, case in enumerate(cases)]


ALL = [entry for path in sorted(CASES.rglob("*.yaml")) for entry in _read(path)]


@cache
def _computed(path: Path, index: int) -> dict[str, Any]:
    case = _read(path)[index][3]
    return compute_case(shipped_library(), parse_case(shipped_library(), case))


@pytest.mark.parametrize(("name", "path", "index", "case"), ALL, ids=[entry[0] for entry in ALL])
def test_case(name: str, path: Path, index: int, case: dict[str, Any]) -> None:
    wanted = case["expect"]
    if wanted == [{"exit": 2}]:
        with pytest.raises(CaseError):
            parse_case(shipped_library(), case)
        return
    failures = [text for expectation in wanted if (text := check(_computed(path, index), expectation))]
    assert not failures, f"{name}: {case['why']}\n" + "\n".join(failures)


def test_case_ids_are_unique() -> None:
    names = [entry[0] for entry in ALL]
    assert len(names) == len(set(names))


def test_every_case_says_why() -> None:
    assert all(case["why"] for *_, case in ALL)
