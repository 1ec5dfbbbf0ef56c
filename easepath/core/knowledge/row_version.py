"""What names a row of the knowledge exactly: whoever reviews it signs these facts and words and no later ones."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Callable, Mapping
from functools import cache
from typing import Literal

from pydantic import BaseModel

from easepath.core.knowledge.library import Library
from easepath.core.knowledge.loader import shipped_library

RowKind = Literal["drill", "condition"]


def _drill(library: Library, drill: str) -> list[BaseModel | None]:
    """A drill's facts, coaching, words and picture."""
    return [library.drill(drill), library.coaching.get(drill), library.wording.get(drill), library.figures.get(drill)]


def _condition(library: Library, condition: str) -> list[BaseModel | None]:
    """A condition's profile and the pass rules of its gates."""
    return [library.condition(condition), library.gates.get(condition)]


PARTS: Mapping[RowKind, Callable[[Library, str], list[BaseModel | None]]] = {"drill": _drill, "condition": _condition}


def row_version(library: Library, kind: RowKind, row: str) -> str:
    """Twelve hexadecimal digits of everything a row is; raises UnknownIdError."""
    plain = [None if part is None else part.model_dump(mode="json") for part in PARTS[kind](library, row)]
    return hashlib.sha256(json.dumps(plain, sort_keys=True).encode()).hexdigest()[:12]


@cache
def shipped_row_version(kind: RowKind, row: str) -> str:
    """The version of a shipped row, worked out once; raises UnknownIdError."""
    return row_version(shipped_library(), kind, row)
