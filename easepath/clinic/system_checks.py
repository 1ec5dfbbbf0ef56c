"""Start-up checks: the knowledge must be sound before anybody is screened with it."""

from __future__ import annotations

from typing import Any

from django.core.checks import CheckMessage, Error, register

from easepath.core.errors import KnowledgeError
from easepath.core.knowledge import shipped_library


@register()
def knowledge_is_sound(**_: Any) -> list[CheckMessage]:
    """Every fault of the knowledge as a numbered start-up error."""
    try:
        shipped_library()
    except KnowledgeError as fault:
        return [Error(str(problem), id="easepath.E001") for problem in fault.problems]
    return []
