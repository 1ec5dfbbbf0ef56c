"""Start-up checks: the knowledge must be sound before anybody is screened with it."""

from __future__ import annotations

import os
from typing import Any

from django.conf import settings
from django.core.checks import CheckMessage, Error, Warning, register

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


@register(deploy=True)
def servers_share_a_key(**_: Any) -> list[CheckMessage]:
    """Several machines on one server of records read each other's sessions only with one key."""
    on_server = settings.DATABASES["default"]["ENGINE"].endswith("postgresql")
    if not on_server or os.environ.get("EASEPATH_SECRET_KEY"):
        return []
    hint = "set EASEPATH_SECRET_KEY to the same value on every machine"
    return [Warning("each machine makes a key of its own", hint=hint, id="easepath.W001")]
