"""Write the OpenAPI description of both interfaces, from which the front end's types are made."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand

from easepath.api.api import api
from easepath.home.api import home_api


def documents() -> dict[Path, str]:
    """The committed snapshots: path and content."""
    docs = Path(settings.BASE_DIR) / "docs"
    return {
        docs / "openapi.json": _text(api.get_openapi_schema(path_prefix="/api/")),
        docs / "openapi-home.json": _text(home_api.get_openapi_schema(path_prefix="/home/api/")),
    }


def _text(schema: Any) -> str:
    return json.dumps(schema, indent=1, sort_keys=True, default=str) + "\n"


class Command(BaseCommand):
    """Writes docs/openapi.json and docs/openapi-home.json."""

    help = "Write the OpenAPI description of both interfaces."

    def handle(self, *_: Any, **__: Any) -> None:
        """Write both files."""
        for path, text in documents().items():
            path.write_text(text, encoding="utf-8")
            self.stdout.write(str(path.name))
