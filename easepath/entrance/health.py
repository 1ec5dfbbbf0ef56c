"""Whether this server can work: its database answers, and its knowledge is loaded."""

from __future__ import annotations

from django.db import DatabaseError, connection
from django.http import HttpRequest, JsonResponse

from easepath.core.errors import KnowledgeError
from easepath.core.knowledge import shipped_library


def health(request: HttpRequest) -> JsonResponse:
    """200 when every part answers, else 503; says which part, and nothing about anybody."""
    parts = {"database": _database(), "knowledge": _knowledge()}
    well = all(parts.values())
    words = {name: "ok" if good else "fault" for name, good in parts.items()}
    return JsonResponse({"status": "ok" if well else "fault", **words}, status=200 if well else 503)


def _database() -> bool:
    try:
        with connection.cursor() as cursor:
            cursor.execute("select count(*) from django_migrations")
    except DatabaseError:
        return False
    return True


def _knowledge() -> bool:
    try:
        return bool(shipped_library().drills)
    except KnowledgeError:
        return False
