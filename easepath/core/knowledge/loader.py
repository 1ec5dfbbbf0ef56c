"""Reads the knowledge folder: every YAML file, strictly, naming each fault with file, key and reason."""

from __future__ import annotations

import gc
import hashlib
from collections.abc import Hashable
from functools import cache
from pathlib import Path
from typing import Any

import yaml
from pydantic import ValidationError

from easepath.core.errors import KnowledgeError, Problem
from easepath.core.knowledge import models
from easepath.core.knowledge.checks import cross_check
from easepath.core.knowledge.library import LABELS, Library

KNOWLEDGE_DIR = Path(__file__).resolve().parents[3] / "knowledge"

KINDS: dict[str, type[models.Entry]] = {
    "drills": models.Drill,
    "coaching": models.Coaching,
    "conditions": models.Condition,
    "gates": models.Gates,
    "factors": models.Factor,
    "red_flags": models.RedFlag,
    "groups": models.QuestionGroup,
    "questions": models.AskedAloud,
    "story_words": models.StoryWords,
    "measures": models.Measure,
    "set_ups": models.SetUp,
    "methods": models.Method,
    "findings": models.Finding,
    "exposures": models.Exposure,
    "regions": models.Region,
    "sites": models.Site,
    "targets": models.Target,
    "standins": models.StandIn,
    "reasons": models.ReasonText,
    "rules": models.Rule,
    "actions": models.Action,
    "responses": models.ResponseRule,
    "answers": models.AnswerWord,
    "areas": models.Area,
    "told": models.ToldWord,
    "clues": models.ClueName,
    "signs": models.AnswerWord,
    "symptoms": models.SymptomWords,
    "stop_reasons": models.SymptomWords,
    "patterns": models.PatternWords,
    "wording": models.Wording,
    "changes": models.Change,
    "stops": models.StopSigns,
    "wider_signs": models.WiderSign,
    "emergencies": models.Emergency,
    "home_rules": models.HomeRule,
    "glossary": models.GlossaryWord,
    "gear_care": models.GearCare,
    "precautions": models.Precaution,
    "limit_lines": models.LimitLine,
    "phrases": models.Phrase,
    "languages": models.Language,
    "client_lines": models.ClientLine,
    "stances": models.Stance,
    "figures": models.Figure,
    "outcomes": models.OutcomeScale,
    "units": models.ExchangeUnit,
    "public_codes": models.PublicCode,
    "foreign_codes": models.ForeignCode,
}


PROVENANCE = ("source", "reviewed_by", "reviewed_on")
"""What a file says of itself, once, before its rows."""


class _DuplicateKey(yaml.YAMLError):
    """A mapping names the same key twice."""


class _StrictLoader(yaml.CSafeLoader):
    """YAML's safe loader, refusing duplicate keys."""

    def construct_mapping(self, node: yaml.MappingNode, deep: bool = False) -> dict[Hashable, Any]:
        seen: set[Any] = set()
        for key_node, _ in node.value:
            key = self.construct_object(key_node, deep=True)
            if key in seen:
                raise _DuplicateKey(f"key {key!r} stands twice, line {key_node.start_mark.line + 1}")
            seen.add(key)
        return super().construct_mapping(node, deep)


def load_strict_yaml(text: str) -> Any:
    """The plain data of a YAML text; raises yaml.YAMLError for bad syntax and duplicate keys."""
    return yaml.load(text, Loader=_StrictLoader)


def load_library(folder: Path = KNOWLEDGE_DIR) -> Library:
    """The checked, indexed, frozen library of `folder`; raises KnowledgeError with every fault found."""
    problems: list[Problem] = []
    entries: dict[str, list[tuple[str, models.Entry]]] = {kind: [] for kind in KINDS}
    sources: dict[str, set[str]] = {}
    digest = hashlib.sha256()
    for path in sorted(folder.rglob("*.yaml")):
        text = path.read_text(encoding="utf-8")
        digest.update(text.encode())
        name = str(path.relative_to(folder))
        source, rows = _read_file(name, text, problems)
        for kind, raw in rows:
            sources.setdefault(kind, set()).add(source)
            _validate(name, kind, raw, entries, problems)
    named = {kind: "; ".join(sorted(words)) for kind, words in sources.items()}
    library = Library.index(entries, digest.hexdigest()[:12], problems, named)
    cross_check(library, entries, problems)
    if problems:
        raise KnowledgeError(problems)
    return library


@cache
def shipped_library() -> Library:
    """The shipped knowledge, loaded once per process, and no longer walked by the garbage collector."""
    library = load_library()
    gc.collect()
    gc.freeze()
    return library


def _read_file(name: str, text: str, problems: list[Problem]) -> tuple[str, list[tuple[str, Any]]]:
    """The source a file names, and its rows by kind."""
    try:
        data = load_strict_yaml(text)
    except _DuplicateKey as fault:
        problems.append(Problem(name, "duplicate key", str(fault)))
        return "", []
    except yaml.YAMLError as fault:
        problems.append(Problem(name, "syntax", " ".join(str(fault).split())))
        return "", []
    if not isinstance(data, dict):
        problems.append(Problem(name, "file", "must be a mapping of kinds to lists"))
        return "", []
    if not data.get("source"):
        problems.append(Problem(name, "source", "missing: every file names its source once"))
    found: list[tuple[str, Any]] = []
    _check_provenance(name, data, problems)
    for kind, rows in data.items():
        if kind in PROVENANCE:
            continue
        if kind not in KINDS:
            problems.append(Problem(name, str(kind), "unknown key: no such kind of entry"))
        elif not isinstance(rows, list):
            problems.append(Problem(name, kind, "must be a list"))
        else:
            found.extend((kind, row) for row in rows)
    return str(data.get("source", "")), found


def _check_provenance(name: str, data: dict[str, Any], problems: list[Problem]) -> None:
    """Nothing says reviewed that no named clinician reviewed on a day that can be told."""
    by, on = data.get("reviewed_by"), data.get("reviewed_on")
    claims = "reviewed" in str(data.get("source", "")).replace("not yet reviewed", "")
    if bool(by) != bool(on):
        problems.append(Problem(name, "reviewed_by", "a review has a name and a day: reviewed_by and reviewed_on"))
    elif claims and not by:
        problems.append(Problem(name, "source", "says reviewed without reviewed_by and reviewed_on"))


def _validate(
    name: str,
    kind: str,
    raw: Any,
    entries: dict[str, list[tuple[str, models.Entry]]],
    problems: list[Problem],
) -> None:
    label = entry_label(kind, raw)
    try:
        entries[kind].append((name, KINDS[kind].model_validate(_freeze(raw))))
    except ValidationError as fault:
        for error in fault.errors():
            where = ".".join(str(part) for part in error["loc"])
            unknown = error["type"] == "extra_forbidden"
            reason = "unknown key" if unknown else f"{error['msg']} (found {str(error['input'])[:60]})"
            problems.append(Problem(name, f"{label}.{where}", reason))


def entry_label(kind: str, raw: Any) -> str:
    """How a fault names the entry it was found in."""
    if isinstance(raw, dict):
        for key in LABELS:
            if key in raw:
                return f"{kind}.{raw[key]}"
    return kind


def _freeze(value: Any) -> Any:
    """Lists become tuples, so that what is validated can no longer change."""
    if isinstance(value, list):
        return tuple(_freeze(item) for item in value)
    if isinstance(value, dict):
        return {key: _freeze(item) for key, item in value.items()}
    return value
