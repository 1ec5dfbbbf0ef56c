"""Every number of the rules that stands in the code says why it is what it is."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

CORE = Path(__file__).parents[2] / "easepath" / "core"


def _unexplained(path: Path) -> Iterator[str]:
    """The constants of a file with a number in them that no line below or beside them explains."""
    text = path.read_text(encoding="utf-8")
    lines, body = text.splitlines(), ast.parse(text).body
    for node, after in zip(body, [*body[1:], None], strict=True):
        if not isinstance(node, ast.Assign | ast.AnnAssign) or node.value is None:
            continue
        target = node.targets[0] if isinstance(node, ast.Assign) else node.target
        numbers = [n for n in ast.walk(node.value) if isinstance(n, ast.Constant) and type(n.value) in (int, float)]
        if (
            not isinstance(target, ast.Name)
            or not target.id.isupper()
            or not numbers
            or "__file__" in lines[node.lineno - 1]
        ):
            continue
        below = isinstance(after, ast.Expr) and isinstance(after.value, ast.Constant)
        if not below and "#" not in lines[node.lineno - 1]:
            yield f"{path.name}: {target.id}"


def test_every_number_of_the_rules_says_why() -> None:
    assert [word for path in CORE.rglob("*.py") for word in _unexplained(path)] == []


def test_a_number_without_a_why_is_seen(tmp_path: Path) -> None:
    path = tmp_path / "rule.py"
    path.write_text('MOST = 3\nLEAST = 2\n"""Fewer are none."""\nNAME = "x"\n', encoding="utf-8")
    assert list(_unexplained(path)) == ["rule.py: MOST"]
