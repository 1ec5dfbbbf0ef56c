"""The knowledge files as a JSON schema, made from the models: an editor completes and checks a row as it is typed."""

from __future__ import annotations

import json
from typing import Any

from pydantic.json_schema import models_json_schema

from easepath.core.knowledge.loader import KINDS, PROVENANCE

TEMPLATE = "#/$defs/{model}"


def knowledge_schema() -> dict[str, Any]:
    """One schema for every file: what it says of itself, and a list of rows for each kind it holds."""
    rows = [(model, "validation") for model in dict.fromkeys(KINDS.values())]
    named, found = models_json_schema(rows, ref_template=TEMPLATE)  # type: ignore[arg-type]
    lists = {kind: {"type": "array", "items": named[model, "validation"]} for kind, model in KINDS.items()}
    told: dict[str, Any] = {name: {"type": ["string", "null"]} for name in PROVENANCE}
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "A file of the knowledge",
        "type": "object",
        "additionalProperties": False,
        "required": list(PROVENANCE[:1]),
        "properties": told | {"source": {"type": "string", "minLength": 1}} | lists,
        "$defs": found["$defs"],
    }


def schema_text() -> str:
    """The schema as the file that is committed."""
    return json.dumps(knowledge_schema(), indent=1, sort_keys=True) + "\n"
