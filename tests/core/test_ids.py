"""Every id the code relies on is named in one place, and loading fails where the knowledge has none of that name."""

from __future__ import annotations

import ast
import re
import shutil
from functools import cache
from pathlib import Path

import pytest

from easepath.core.adjust.drill_rules import RULES
from easepath.core.errors import KnowledgeError
from easepath.core.ids import RELIED_ON
from easepath.core.knowledge import KNOWLEDGE_DIR, load_library, shipped_library
from easepath.core.measure.patterns import GRAVEST_FIRST

ROOMS = Path(__file__).parents[2] / "easepath"
LIBRARY = shipped_library()
NAMED_ONCE = {
    "factor": LIBRARY.factors, "exposure": LIBRARY.exposures, "measure": LIBRARY.measures, "need": {
        need for row in (*LIBRARY.drills.values(), *LIBRARY.conditions.values()) for need in row.needs
    },
    "observation": LIBRARY.observations, "flag item": LIBRARY.flag_items, "context": LIBRARY.contexts,
    "answer": LIBRARY.profile_words, "drill": LIBRARY.drills, "condition": LIBRARY.conditions,
    "method": {name for name in LIBRARY.methods if "-" in name}, "target": {t for t in LIBRARY.targets if "-" in t},
    "movement": LIBRARY.movements,
}  # fmt: skip
EVERYDAY = {"floor", "balance", "step", "toe-reach"}
"""Ids that are also a place, a word of the interface or the name of a pattern."""


@cache
def _literals(path: Path) -> set[str]:
    """Every string of a file but its docstrings."""
    tree = ast.parse(path.read_text(encoding="utf-8"))
    spoken = {id(node.value) for node in ast.walk(tree) if isinstance(node, ast.Expr)}
    return {
        node.value
        for node in ast.walk(tree)
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in spoken
    }


@pytest.mark.parametrize("room", ["core", "clinic", "api", "home", "interchange"])
def test_no_room_names_an_id_of_its_own(room: str) -> None:
    found = {}
    for path in (ROOMS / room).rglob("*.py"):
        if path.name == "ids.py" or {"figure", "migrations", "models"} & set(path.parts):
            continue
        for kind, known in NAMED_ONCE.items():
            strange = _literals(path) & set(known) - EVERYDAY - {"prone", "supine"}
            if strange:
                found[f"{path.name}: {kind}"] = strange
    assert found == {}


RENAMED = (
    "nerve-root-hot",
    "slow-strength",
    "neural-sciatic",
    "pain-usual",
    "front-pinch",
    "pressure-180",
    "falls-risk",
)


@pytest.mark.parametrize("name", RENAMED)
def test_a_renamed_id_stops_the_load(name: str, tmp_path: Path) -> None:
    folder = tmp_path / "knowledge"
    shutil.copytree(KNOWLEDGE_DIR, folder)
    for path in folder.rglob("*.yaml"):
        text = path.read_text(encoding="utf-8")
        path.write_text(re.sub(rf"(?<![a-z0-9-]){name}(?![a-z0-9-])", f"{name}-new", text), encoding="utf-8")
    with pytest.raises(KnowledgeError) as caught:
        load_library(folder)
    assert {str(problem).split(": ")[0] for problem in caught.value.problems} == {"the rules"}
    assert any(f".{name}: a rule relies on it" in str(problem) for problem in caught.value.problems)


NUMBERS = {
    "one that is read and missing": ("eases_after_days: 7, ", "", "missing: the rule reads it"),
    "one that nothing reads": ("eases_after_days: 7", "eases_after_days: 7, weekly: 3", "nothing reads it"),
    "one of a response": ("severe_irritable: 7, ", "", "missing: the rule reads it"),
}


@pytest.mark.parametrize(("old", "new", "why"), NUMBERS.values(), ids=NUMBERS.keys())
def test_a_number_of_a_rule_stops_the_load(old: str, new: str, why: str, tmp_path: Path) -> None:
    folder = tmp_path / "knowledge"
    shutil.copytree(KNOWLEDGE_DIR, folder)
    path = folder / "rules.yaml"
    text = path.read_text(encoding="utf-8")
    assert old in text
    path.write_text(text.replace(old, new), encoding="utf-8")
    with pytest.raises(KnowledgeError) as caught:
        load_library(folder)
    assert [problem.reason for problem in caught.value.problems] == [why]


def test_the_rules_and_patterns_that_run_are_among_them() -> None:
    assert set(RULES) <= RELIED_ON["rule"]
    assert [name for name in LIBRARY.rules if name in RULES][-1] == "steady"
    assert set(GRAVEST_FIRST) == RELIED_ON["pattern"]
    for pattern, results in GRAVEST_FIRST.items():
        assert set(results) == set(LIBRARY.patterns[pattern].results)
