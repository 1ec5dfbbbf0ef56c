"""Reasons are data: which rule, which facts it read, which threshold; the catalogue turns them into words."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from easepath.core.knowledge.library import Library
from easepath.core.vocabulary import Verdict


class _Missing(dict[str, Any]):
    def __missing__(self, key: str) -> str:
        return "unknown"


@dataclass(frozen=True)
class Reason:
    """One rule that spoke: its id, how grave it is, and the facts it read (degrees, days, ids)."""

    rule: str
    verdict: Verdict = Verdict.CLEAR
    facts: Mapping[str, Any] = field(default_factory=dict)

    @property
    def code(self) -> str:
        """The rule without what it is about: what the catalogue has a sentence for."""
        return self.rule.partition("/")[0]

    def text(self, library: Library) -> str:
        """The sentence of the catalogue for this reason; the rule id where it has none."""
        entry = library.reasons.get(self.code)
        shown = {name: _shown(value, library) for name, value in self.facts.items()}
        if self.facts.get("symptom") in library.symptoms:
            shown["symptom"] = library.symptoms[self.facts["symptom"]].text
        return entry.text.format_map(_Missing(shown)) if entry else self.rule

    def source(self, library: Library) -> str | None:
        """Where the rule comes from, as its knowledge file says; None for a code without a sentence."""
        entry = library.reasons.get(self.code)
        return None if entry is None else f"{entry.of}: {library.sources.get(entry.of)}"

    def as_data(self, library: Library) -> dict[str, Any]:
        """Plain data for files and for the wire."""
        return {
            "rule": self.rule,
            "verdict": self.verdict.word,
            "facts": {name: v.rule if isinstance(v, Reason) else v for name, v in self.facts.items()},
            "text": self.text(library),
            "source": self.source(library),
        }


def _shown(value: Any, library: Library) -> Any:
    """A fact as a sentence shows it: whole numbers without a point, lists joined, another reason in its words."""
    if isinstance(value, Reason):
        return value.text(library)
    if value is None:
        return "unknown"
    if isinstance(value, float):
        return f"{value:g}"
    return "; ".join(map(str, value)) if isinstance(value, list | tuple) else value
