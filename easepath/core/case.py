"""Case files: one client situation as YAML, computed and printed as plain data."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from pathlib import Path
from typing import Any, Literal

import yaml
from pydantic import ValidationError

from easepath.core.errors import CaseError
from easepath.core.facts import Fact, Situation
from easepath.core.facts.checks import check_situation
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.loader import load_strict_yaml

Ask = Literal["screen", "measure", "match", "compose", "adjust", "home"]
ALL_ASKS: tuple[Ask, ...] = ("screen", "measure", "match", "compose", "adjust")
OWN_CHOICES = ("overrides", "barred", "pinned", "errors", "house_needs")
"""Choices recorded in the product with the name of who made them; a case file has no such keys."""
COMPUTED_KEYS = {
    "log": ("held", "unexplained", "stands_for"),
    "factors": ("assumed", "parameters", "unconfirmed"),
    "drills": ("kept",),
}
"""Keys of the facts that the core fills itself; in a case file they are unknown."""
EMPTY_LISTS = frozenset({"factors", "limits", "equipment", "places", "observed", "measures", "tryouts", "drills",
                         "log", "goals", "confirmed", "faults", "before", "after", "answered", "groups"})  # fmt: skip
EMPTY_MAPS = frozenset({"stages", "answers", "context", "methods", "needs", "clearance", "check", "pain", "plan"})
DEFAULTED = frozenset({"rounds", "moved", "unusual", "train", "first", "phase_order", "step", "rest", "extra_set"})


class CaseFile(Fact):
    """What stands in a case file beside the situation."""

    case: str | None
    why: str | None
    ask: tuple[Ask, ...]
    expect: tuple[dict[str, Any], ...]
    situation: Situation


def read_case(library: Library, path: Path) -> CaseFile:
    """The checked case of a file; raises CaseError with the key and the reason."""
    try:
        text = path.read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as fault:
        raise CaseError("file", f"cannot be read: {fault}") from fault
    return case_of(library, text)


def case_of(library: Library, text: str) -> CaseFile:
    """The checked case of a YAML text; raises CaseError with the key and the reason."""
    try:
        if any(isinstance(event, yaml.AliasEvent) for event in yaml.parse(text, Loader=yaml.CSafeLoader)):
            raise CaseError("file", "refers to a part of itself by a mark: write the part out")
        data = load_strict_yaml(text)
    except (yaml.YAMLError, ValueError, RecursionError) as fault:
        raise CaseError("file", f"is not YAML: {' '.join(str(fault).split())}") from fault
    return parse_case(library, data)


def moved_to(situation: Situation, today: dt.date) -> Situation:
    """The same situation as if its day were `today`: every date moves along, every distance stays.

    Raises CaseError where a date would lie before the first year or after the last.
    """
    try:
        return Situation.model_validate(_moved(situation.model_dump(), today - situation.today))
    except OverflowError as fault:
        raise CaseError("today", f"cannot be moved to {today}: a date leaves the calendar") from fault


def _moved(value: Any, by: dt.timedelta) -> Any:
    if isinstance(value, Mapping):
        return {key: _moved(one, by) for key, one in value.items()}
    if isinstance(value, tuple):
        return tuple(_moved(one, by) for one in value)
    return value + by if isinstance(value, dt.date) else value


def parse_case(library: Library, data: Any) -> CaseFile:
    """The checked case of plain data; raises CaseError with the key and the reason."""
    if not isinstance(data, Mapping):
        raise CaseError("file", "must be a mapping")
    raw = dict(data)
    head = {key: raw.pop(key, None) for key in ("case", "why", "ask", "expect")}
    try:
        situation = Situation.model_validate(_prepare(library, raw))
        head["ask"] = tuple(head["ask"] or ALL_ASKS) if not isinstance(head["ask"], str) else (head["ask"],)
        head["expect"] = tuple(head["expect"] or ())
        case = CaseFile.model_validate({**head, "situation": situation})
    except ValidationError as fault:
        first = fault.errors()[0]
        raise CaseError(".".join(map(str, first["loc"])) or "file", _words(first)) from fault
    check_situation(library, situation)
    return case


def _words(error: Any) -> str:
    if error["type"] == "extra_forbidden":
        return "unknown key"
    if error["type"] == "missing":
        return "must be there"
    return f"{error['msg']} (found {str(error['input'])[:60]})"


def _prepare(library: Library, raw: dict[str, Any]) -> Any:
    for key in ("today", "client", "complaint"):
        if raw.get(key) is None:
            raise CaseError(key, "must be there")
    for key in OWN_CHOICES:
        if key in raw:
            raise CaseError(key, "unknown key")
    _refuse_computed("log", raw.get("log"))
    if isinstance(raw["client"], dict):
        _refuse_computed("factors", raw["client"].get("factors"))
    if isinstance(raw.get("plan"), dict):
        _refuse_computed("drills", raw["plan"].get("drills"))
    plain = _plain(raw, "")
    client = plain["client"]
    if isinstance(client, dict) and isinstance(client.get("factors"), tuple):
        client["factors"] = tuple(_factor(library, factor) for factor in client["factors"])
    if isinstance(client, dict) and client.get("floor") is False:
        client["floor"] = "no"
    complaint = plain["complaint"]
    if isinstance(complaint, dict):
        complaint["wakes"] = _wakes(complaint.get("wakes"))
        if complaint.get("answers_default") is False:
            complaint["answers_default"] = "no"
    return plain


def _refuse_computed(name: str, rows: Any) -> None:
    for index, row in enumerate(rows if isinstance(rows, list) else []):
        for key in COMPUTED_KEYS[name]:
            if isinstance(row, dict) and key in row:
                raise CaseError(f"{name}.{index}.{key}", "unknown key")


def _plain(value: Any, key: str) -> Any:
    """Lists to tuples, empty for null lists, ISO dates to dates; left-out words keep their defaults."""
    if isinstance(value, dict):
        return {
            k: _plain(v, str(k)) for k, v in value.items()
            if not (v is None and (k in EMPTY_LISTS | EMPTY_MAPS | DEFAULTED))
        }  # fmt: skip
    if isinstance(value, list):
        return tuple(_plain(item, key) for item in value)
    if key in ("date", "since", "start", "stage_since", "today"):
        return _date(value, key)
    if key in ("moved", "unusual") and value is False:
        return "none"
    return value


def _date(value: Any, key: str) -> Any:
    if isinstance(value, dt.datetime):
        raise CaseError(key, f"{value} is not a date (YYYY-MM-DD)")
    if isinstance(value, str):
        try:
            return dt.date.fromisoformat(value)
        except ValueError as fault:
            raise CaseError(key, f"{value!r} is not a date (YYYY-MM-DD)") from fault
    return value


def _factor(library: Library, factor: Any) -> Any:
    """Parameters stand beside the other keys of a factor; gather those its knowledge names."""
    if not isinstance(factor, dict):
        return factor
    known = library.factors.get(str(factor.get("id")))
    names = set(known.parameters) if known else set()
    parameters = {k: v for k, v in factor.items() if k in names and v is not None}
    rest = {k: v for k, v in factor.items() if k not in names}
    return {**rest, "parameters": parameters} if parameters else rest


def _wakes(value: Any) -> Any:
    return {False: "no", True: "sometimes", "yes": "sometimes"}.get(value, value) if value is not None else None
