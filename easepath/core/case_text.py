"""A situation as a case file that names nobody: the same facts on other days, without anybody's words."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from typing import Any, Final

import yaml

from easepath.core.assessment import Assessment
from easepath.core.case import COMPUTED_KEYS, OWN_CHOICES
from easepath.core.facts import Log, Situation

TODAY: Final = dt.date(2031, 1, 6)
"""The day of every case that names nobody: a Monday of no year that anybody has lived through."""
WORDS: Final[Mapping[str, str]] = {
    "reason": "not told here", "stopped": "broken off", "name": "elsewhere",
}  # fmt: skip
"""Whatever a person wrote, and what stands there instead."""
DOCTOR: Final = "a doctor"
DROPPED: Final = frozenset({*OWN_CHOICES, "names"})
"""Choices that bind one client alone, and a drill's directions in somebody's words."""


def case_text(assessment: Assessment, name: str) -> str:
    """The case file (YAML) of an assessed complaint; `name` is what the case is called.

    Days are moved together, so that every distance stays; sessions are counted through. What was chosen by hand beyond
    the facts is not in a case file: its results are those of the rules alone.
    """
    situation = _told_drill_by_drill(assessment)
    facts = situation.model_dump(mode="python", exclude_defaults=True, exclude=set(DROPPED))
    moved = _plain(facts, "", TODAY - situation.today, {})
    told = {"case": name, "why": "a case from practice that names nobody", **moved}
    return yaml.safe_dump(told, sort_keys=False, allow_unicode=True, width=120)


def _told_drill_by_drill(assessment: Assessment) -> Situation:
    """The facts with each morning at the drills that earned it, as a case file tells them; the others told none."""
    log = (
        entry.model_copy(update={"next": None, "after": None}) if entry.held else entry for entry in assessment.log
    )  # fmt: skip
    return assessment.facts.model_copy(update={"log": Log.of(log)})


def _plain(value: Any, key: str, by: dt.timedelta, sessions: dict[str, str]) -> Any:
    """Facts as a case file writes them; `by` is how far days are moved, `sessions` the new name of each."""
    if isinstance(value, Mapping):
        return _row(value, key, by, sessions)
    if isinstance(value, tuple | list):
        return [_plain(one, key, by, sessions) for one in value]
    if isinstance(value, dt.date):
        return str(value + by)
    if key == "session":
        return sessions.setdefault(str(value), f"session {len(sessions) + 1}")
    if isinstance(value, str) and key in WORDS:
        return WORDS[key]
    return int(value) if isinstance(value, float) and value.is_integer() else value


def _row(row: Mapping[str, Any], key: str, by: dt.timedelta, sessions: dict[str, str]) -> dict[str, Any]:
    computed = {*COMPUTED_KEYS.get(key, ()), "names"}
    told = {
        name: _plain(value, str(name), by, sessions) for name, value in row.items()
        if name not in computed or name == "parameters"
    }  # fmt: skip
    if key == "factors":  # parameters of a factor stand beside its other keys
        told |= told.pop("parameters", {})
    if "by" in told and "date" in told and "reason" in told:
        told["by"] = DOCTOR
    return told
