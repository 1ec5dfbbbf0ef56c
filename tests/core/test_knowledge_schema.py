"""The JSON schema that editors read is made from the models, and says of every file what the loader says."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import jsonschema_rs
import pytest

from easepath.core.__main__ import SCHEMA
from easepath.core.knowledge import KNOWLEDGE_DIR
from easepath.core.knowledge.loader import load_strict_yaml
from easepath.core.knowledge.schema import schema_text

VALIDATOR = jsonschema_rs.Draft202012Validator(json.loads(schema_text()))
FILES = sorted(KNOWLEDGE_DIR.rglob("*.yaml"))


def plain(path: Path) -> dict[str, Any]:
    """A file as an editor sees it: dates are words."""
    found: dict[str, Any] = json.loads(json.dumps(load_strict_yaml(path.read_text(encoding="utf-8")), default=str))
    return found


def test_the_committed_schema_is_that_of_the_models() -> None:
    assert SCHEMA.read_text(encoding="utf-8") == schema_text(), "run python -m easepath.core schema"


def test_every_file_is_what_the_schema_says() -> None:
    faults = {path.name: str(fault) for path in FILES for fault in VALIDATOR.iter_errors(plain(path))}
    assert len(FILES) > 250
    assert not faults


@pytest.mark.parametrize(
    ("kind", "change"),
    [
        ("drills", {"phase": "warm-up"}), ("drills", {"colour": "red"}), ("wording", {"do": 3}),
        ("coaching", {"for": None}), ("figures", {"start": "standing"}),
    ],
)  # fmt: skip
def test_a_damaged_drill_is_marked_in_the_editor(kind: str, change: dict[str, Any]) -> None:
    file = plain(KNOWLEDGE_DIR / "drills" / "groin" / "lunge-rock.yaml")
    assert VALIDATOR.is_valid(file)
    file[kind][0] |= change
    assert not VALIDATOR.is_valid(file)
