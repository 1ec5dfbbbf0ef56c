"""Every error the core can raise.

EasePathError
├── KnowledgeError   the knowledge files are damaged (all faults of one run)
├── CaseError        a case file, or a situation built from rows, is not acceptable
└── UnknownIdError   an id that the knowledge does not have
"""

from __future__ import annotations

from dataclasses import dataclass


class EasePathError(Exception):
    """Root of everything the core raises on purpose."""


@dataclass(frozen=True)
class Problem:
    """One fault in the knowledge: which file, which key, and why it cannot stay."""

    file: str
    key: str
    reason: str

    def __str__(self) -> str:
        return f"{self.file}: {self.key}: {self.reason}"


class KnowledgeError(EasePathError):
    """The knowledge cannot be used; `problems` lists every fault found in one run."""

    def __init__(self, problems: list[Problem]) -> None:
        self.problems = tuple(problems)
        super().__init__("\n".join(str(problem) for problem in problems))


class CaseError(EasePathError):
    """A client situation names something impossible; `path` is the dotted key, `reason` what to mend."""

    def __init__(self, path: str, reason: str) -> None:
        self.path = path
        self.reason = reason
        super().__init__(f"{path}: {reason}")


class UnknownIdError(EasePathError):
    """`kind` has no entry `identifier`."""

    def __init__(self, kind: str, identifier: str) -> None:
        self.kind = kind
        self.identifier = identifier
        super().__init__(f"there is no {kind} called {identifier!r}")
