"""The API of the clinic, assembled."""

from __future__ import annotations

from easepath.api.auth import StaffAuth
from easepath.api.description import DescribedAPI
from easepath.api.errors import register_errors
from easepath.api.routers import (
    adjust,
    audit,
    caseload,
    choices,
    course,
    documents,
    exchange,
    home,
    house,
    library,
    measure,
    messages,
    person,
    pictures,
    plan,
    records,
    screening,
    session,
    story,
    templates,
    trace,
    visits,
)

api = DescribedAPI(
    title="Ease Path", version="1", urls_namespace="api", auth=StaffAuth(), docs_url=None, openapi_url="/openapi.json"
)
register_errors(api)
api.add_router("/session", session.router)
for module in (
    caseload,
    person,
    course,
    documents,
    exchange,
    house,
    visits,
    story,
    screening,
    measure,
    trace,
    plan,
    choices,
    templates,
    home,
    messages,
    adjust,
    library,
    pictures,
    records,
    audit,
):
    api.add_router("", module.router)
