"""The assertions a case file can make about its computed result."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

Result = dict[str, Any]
PHASES = ("settle", "release", "mobilise", "lengthen", "activate", "strengthen", "integrate")


def _at(result: Result, path: str) -> Any:
    value: Any = result
    for part in path.split("."):
        value = value[int(part)] if isinstance(value, list) else value[part]
    return value


def _ranked(result: Result) -> list[str]:
    return list(dict.fromkeys(row["drill"] for row in result["match"]["ranked"]))


def _adjusted(result: Result, drill: str, side: str) -> dict[str, Any]:
    return next(row for row in result["adjust"]["drills"] if (row["drill"], row["side"]) == (drill, side))


def _row(result: Result, measure: str, side: str) -> dict[str, Any]:
    return next(row for row in result["measure"] if (row["measure"], row["side"]) == (measure, side))


def _same(found: Any, wanted: Any) -> bool:
    return bool(round(found, 6) == round(wanted, 6)) if isinstance(wanted, float) else bool(found == wanted)


def _verdict(result: Result, drill: str, side: str, wanted: str) -> tuple[bool, Any]:
    found = result["screen"]["drills"][drill][side]
    return found["verdict"] == wanted, (found["verdict"], [r["text"] for r in found["reasons"]])


def _adjust(result: Result, drill: str, side: str, rule: str, action: str) -> tuple[bool, Any]:
    found = _adjusted(result, drill, side)
    return (found["rule"], found["action"]) == (rule, action), found


def _count(result: Result, action: str, wanted: Any) -> tuple[bool, Any]:
    found = sum(1 for row in result["adjust"]["drills"] if row["action"] == action)
    low, high = wanted if isinstance(wanted, list) else (wanted, wanted)
    return low <= found <= high, found


def _pattern(result: Result, pattern: str, wanted: str) -> tuple[bool, Any]:
    found = {row["id"]: row["result"] for row in result["patterns"]}
    return found.get(pattern) == wanted, found


def _composed(result: Result) -> list[str]:
    return [row["drill"] for row in result["compose"]["drills"]]


def _drill(result: Result, drill: str, key: str, wanted: Any) -> tuple[bool, Any]:
    row = next(row for row in result["compose"]["drills"] if row["drill"] == drill)
    return _same(row[key], wanted), row


def _in_order(result: Result) -> tuple[bool, Any]:
    phases = [PHASES.index(row["phase"]) for row in result["compose"]["drills"]]
    return phases == sorted(phases), [row["phase"] for row in result["compose"]["drills"]]


CHECKS: dict[str, Callable[[Result, Any], tuple[bool, Any]]] = {
    "equal": lambda r, w: (_same(_at(r, w[0]), w[1]), _at(r, w[0])),
    "one_of": lambda r, w: (_at(r, w[0]) in w[1], _at(r, w[0])),
    "ranked": lambda r, w: (set(w) <= set(_ranked(r)), _ranked(r)),
    "not_ranked": lambda r, w: (not set(w) & set(_ranked(r)), _ranked(r)),
    "above": lambda r, w: (_ranked(r).index(w[0]) < _ranked(r).index(w[1]), _ranked(r)),
    "top": lambda r, w: (set(w[1]) <= set(_ranked(r)[: w[0]]), _ranked(r)[: w[0]]),
    "verdict": lambda r, w: _verdict(r, *w),
    "adjust": lambda r, w: _adjust(r, *w),
    "plan_rule": lambda r, w: (w in [p["rule"] for p in r["adjust"]["plan"]], r["adjust"]["plan"]),
    "count_action": lambda r, w: _count(r, *w),
    "pattern": lambda r, w: _pattern(r, *w),
    "needs_at_least": lambda r, w: (r["needs"].get(w[0], 0) >= w[1] - 1e-9, r["needs"].get(w[0], 0)),
    "needs_at_most": lambda r, w: (r["needs"].get(w[0], 0) <= w[1] + 1e-9, r["needs"].get(w[0], 0)),
    "composed": lambda r, w: (set(w) <= set(_composed(r)), _composed(r)),
    "not_composed": lambda r, w: (not set(w) & set(_composed(r)), _composed(r)),
    "drill": lambda r, w: _drill(r, *w),
    "drills_at_most": lambda r, w: (len(_composed(r)) <= w, _composed(r)),
    "minutes_at_most": lambda r, w: (r["compose"]["minutes"] <= w, r["compose"]["minutes"]),
    "phases_in_order": lambda r, w: _in_order(r),
    "grade": lambda r, w: (_row(r, w[0], w[1])["grade"] == w[2], _row(r, w[0], w[1])),
    "change": lambda r, w: (_row(r, w[0], w[1])["change"] == w[2], _row(r, w[0], w[1])),
}


def check(result: Result, expectation: dict[str, Any]) -> str | None:
    """None when the expectation holds; else what was expected and what was found."""
    assert len(expectation) == 1, f"one assertion per entry: {expectation}"
    kind, wanted = next(iter(expectation.items()))
    holds, found = CHECKS[kind](result, wanted)
    return None if holds else f"expected {kind}: {wanted}\n   found {found}"
