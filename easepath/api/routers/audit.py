"""The audit trail, for leads: filtered, page by page, and as a table."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from easepath.api.auth import staff
from easepath.api.files import file_answer
from easepath.api.schemas.audit import AuditFilter, AuditPage
from easepath.clinic.audit import record_event
from easepath.clinic.selectors.audit import COLUMNS, audit_page, audit_rows
from easepath.interchange.table import table_of

router = Router(tags=["audit"])


@router.get("/audit", response=AuditPage, operation_id="read_audit")
def read_audit(request: HttpRequest, chosen: Query[AuditFilter]) -> AuditPage:
    """The newest entries that fit, a hundred at a time; `before` is the number to go on from."""
    return AuditPage(**audit_page(staff(request), chosen.dict()))


@router.post("/audit/table", response={200: None}, operation_id="export_audit")
def export_audit(request: HttpRequest, chosen: Query[AuditFilter]) -> HttpResponse:
    """Every entry that fits, as a table (CSV)."""
    user = staff(request)
    table = table_of(audit_rows(user, chosen.dict()), COLUMNS)
    asked = {key: str(value) for key, value in chosen.dict().items() if value is not None}
    record_event("export-audit", clinic=user.clinic, actor=user, details=asked)
    return file_answer(table, "text/csv; charset=utf-8", "audit.csv")
