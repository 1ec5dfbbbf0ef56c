"""Which code stands behind a stored or cached result: a hash of the sources of a package."""

from __future__ import annotations

import hashlib
from functools import cache
from pathlib import Path

CORE = Path(__file__).resolve().parent


@cache
def code_version(package: Path = CORE) -> str:
    """Eight hexadecimal digits that change with any source file of a package; of the core where none is named."""
    digest = hashlib.sha256()
    for path in sorted(package.rglob("*.py")):
        digest.update(str(path.relative_to(package)).encode())
        digest.update(path.read_bytes())
    return digest.hexdigest()[:8]
