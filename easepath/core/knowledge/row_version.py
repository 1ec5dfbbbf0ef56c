"""What names the row of a drill exactly: whoever reviews it signs these facts, words and angles and no later ones."""

from __future__ import annotations

import hashlib
import json
from functools import cache

from easepath.core.knowledge.library import Library
from easepath.core.knowledge.loader import shipped_library


def drill_row_version(library: Library, drill: str) -> str:
    """Twelve hexadecimal digits of a drill's facts, coaching, words and picture; raises UnknownIdError."""
    parts = [library.drill(drill), library.coaching.get(drill), library.wording.get(drill), library.figures.get(drill)]
    plain = [None if part is None else part.model_dump(mode="json") for part in parts]
    return hashlib.sha256(json.dumps(plain, sort_keys=True).encode()).hexdigest()[:12]


@cache
def shipped_row_version(drill: str) -> str:
    """The version of a shipped drill's row, worked out once; raises UnknownIdError."""
    return drill_row_version(shipped_library(), drill)
