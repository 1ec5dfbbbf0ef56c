"""The description of an interface: what every operation can answer besides what it is for, as problem+json."""

from __future__ import annotations

from http import HTTPStatus
from typing import Any, Final

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema

PROBLEM: Final = "application/problem+json"
ANY: Final = (400, 404, 405, 500, 503)
WITH_BODY: Final = (409, 413, 415, 422)
INSIDE: Final = (401, 403)
"""Answers to somebody who has to be signed in."""
GUESSED: Final = (429,)


class DescribedAPI(NinjaAPI):
    """An API whose description names the problems of every operation."""

    def get_openapi_schema(self, **options: Any) -> OpenAPISchema:
        """The OpenAPI description with the problems in it."""
        schema = super().get_openapi_schema(**options)
        schema["components"]["schemas"].setdefault("Problem", {})
        for operations in schema["paths"].values():
            for method, operation in operations.items():
                _describe(method, operation, inside=bool(self.auth))
        return schema


def _describe(method: str, operation: dict[str, Any], *, inside: bool) -> None:
    statuses = [*ANY, 422, *(WITH_BODY if method != "get" else ()), *(INSIDE if inside else (410,))]
    if operation["operationId"] in ("sign_in", "unlock_session"):
        statuses += GUESSED
    responses = operation["responses"]
    for status in sorted(set(statuses)):
        responses.setdefault(status, {"description": HTTPStatus(status).phrase})
    for status, response in responses.items():
        if int(status) >= 400:
            response["content"] = {PROBLEM: {"schema": {"$ref": "#/components/schemas/Problem"}}}
