"""A document on paper and as plain text: in the clinic's head, with whom it is about, and who kept it when."""

from __future__ import annotations

from django.template.loader import render_to_string

from easepath.clinic import models
from easepath.interchange.documents.draft import TITLES
from easepath.interchange.documents.passages import day

FOOT = (
    "Composed from the record, read and kept by the undersigned. It supports a licensed professional’s decision and is "
    "no diagnosis; local rules and the surgeon’s protocol win."
)


def document_pdf(document: models.Document) -> bytes:
    """The document as a PDF in the shipped letters."""
    from easepath.interchange.paper import pdf_of  # it takes seconds to load, and few workers print

    return pdf_of(render_to_string("paper/document.html", _told(document)))


def document_text(document: models.Document) -> str:
    """The document as plain text."""
    told = _told(document)
    clinic = document.complaint.client.clinic
    head = [clinic.name, *([clinic.town] if clinic.town else []), f"Telephone {clinic.phone}"]
    body = [f"{one['heading'].upper()}\n{one['text']}" for one in document.passages]
    title = f"{told['title']}\n{told['about']}"
    parts = ["\n".join(head), document.addressee, title, *body, str(told["signed"]), FOOT]
    return "\n\n".join(part for part in parts if part) + "\n"


def _told(document: models.Document) -> dict[str, object]:
    client = document.complaint.client
    born = f", born {day(client.birth_date)}" if client.birth_date else ""
    version = f", version {document.number}" if document.number > 1 else ""
    on = day(f"{document.kept_at:%Y-%m-%d}")
    return {
        "document": document, "clinic": client.clinic, "title": TITLES[document.kind],  # type: ignore[index]
        "about": f"{client}{born}", "urgent": document.kind == "urgent",
        "signed": f"{document.kept_by.name}, {on}{version}", "foot": FOOT,
    }  # fmt: skip
