"""Documents of a complaint: a draft from the record, kept as versions, read, and taken away as paper or text."""

from __future__ import annotations

import uuid
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router

from easepath.api.auth import staff
from easepath.api.files import file_answer
from easepath.api.schemas.common import Problem
from easepath.api.schemas.documents import DocumentIn
from easepath.api.views.documents import DocumentOut, document_draft, document_view
from easepath.clinic.actions.keep_document import Kind, keep_document
from easepath.clinic.audit import record_event
from easepath.clinic.policies import require
from easepath.clinic.repository import read_complaint
from easepath.clinic.selectors.access import get_complaint, get_document, get_visit_of
from easepath.interchange.documents.on_paper import document_pdf, document_text

router = Router(tags=["documents"])


@router.get(
    "/complaints/{complaint}/drafts/{of}", response={200: DocumentOut, 404: Problem, 422: Problem},
    operation_id="draft_document",
)  # fmt: skip
def read_draft(request: HttpRequest, complaint: int, of: Kind, visit: int | None = None) -> DocumentOut:
    """A document as the record fills it today; nothing is kept."""
    user = staff(request)
    found = get_complaint(user, complaint)
    require(user, "write-document", found.client.clinic)
    return document_draft(read_complaint(found.pk), of, get_visit_of(found, visit), user.name)


@router.post(
    "/complaints/{complaint}/documents", response={200: DocumentOut, 404: Problem, 422: Problem},
    operation_id="keep_document",
)  # fmt: skip
def post_document(request: HttpRequest, complaint: int, payload: DocumentIn) -> DocumentOut:
    """Keep a document as it was read and edited; keeping it twice stores it once."""
    user = staff(request)
    kept = keep_document(user, get_complaint(user, complaint), payload.written())
    return document_view(get_document(user, kept.pk))


@router.get("/documents/{document}", response={200: DocumentOut, 404: Problem}, operation_id="read_document")
def read_document(request: HttpRequest, document: uuid.UUID) -> DocumentOut:
    """A version of a document as it was kept."""
    return document_view(get_document(staff(request), document))


@router.post("/documents/{document}/{form}", response={200: None, 404: Problem}, operation_id="take_document")
def post_taken(request: HttpRequest, document: uuid.UUID, form: Literal["pdf", "txt"]) -> HttpResponse:
    """A kept document as a file: a PDF, or plain text; that it was taken stands in the trail."""
    found = get_document(staff(request), document)
    client = found.complaint.client
    details = {"document": str(found.pk), "form": form}
    record_event("take-document", clinic=client.clinic, client=client, actor=staff(request), details=details)
    data: bytes | str = document_pdf(found) if form == "pdf" else document_text(found)
    kind = "application/pdf" if form == "pdf" else "text/plain; charset=utf-8"
    return file_answer(data, kind, f"{found.kind}-{found.kept_at:%Y-%m-%d}.{form}")
