"""Which code stands behind a stored or cached result: a hash of the sources of a package."""

from __future__ import annotations

import hashlib
from functools import cache
from pathlib import Path

CORE = Path(__file__).resolve().parent


@cache
def code_version(room: str = "") -> str:
    """Eight hexadecimal digits that change with any source file of a room of the core, or of the whole core."""
    digest = hashlib.sha256()
    for path in sorted((CORE / room).rglob("*.py")):
        digest.update(str(path.relative_to(CORE)).encode())
        digest.update(path.read_bytes())
    return digest.hexdigest()[:8]
