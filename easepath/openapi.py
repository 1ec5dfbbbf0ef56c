"""`python -m easepath.openapi`: write the OpenAPI description of both interfaces, from which types are made."""

from __future__ import annotations

import json
import os
from pathlib import Path
from typing import Any

import django
from django.conf import settings


def documents() -> dict[Path, str]:
    """The committed snapshots: path and content."""
    from easepath.api.api import api
    from easepath.home.api import home_api

    docs = Path(settings.BASE_DIR) / "docs"
    return {
        docs / "openapi.json": _text(api.get_openapi_schema(path_prefix="/api/")),
        docs / "openapi-home.json": _text(home_api.get_openapi_schema(path_prefix="/home/api/")),
    }


def _text(schema: Any) -> str:
    return json.dumps(schema, indent=1, sort_keys=True, default=str) + "\n"


if __name__ == "__main__":
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "easepath.settings")
    django.setup()
    for path, text in documents().items():
        path.write_text(text, encoding="utf-8")
