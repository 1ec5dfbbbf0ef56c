"""Keep a document: what a clinician has read and edited becomes a version that nobody changes any more."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial
from typing import Final, Literal

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act, stored_already
from easepath.clinic.errors import FieldError, NotFoundError
from easepath.clinic.repository import Record, read_complaint
from easepath.core.code_version import code_version
from easepath.core.knowledge import shipped_library

Kind = Literal["note", "letter", "urgent", "summary"]
LONGEST_HEADING: Final = 80
LONGEST_TEXT: Final = 6000
"""Letters of one passage: more than a page, so that nothing a clinician types is cut."""
MOST_PASSAGES: Final = 20
LONGEST_ADDRESSEE: Final = 300


@dataclass(frozen=True)
class Passage:
    """A heading with its text; lines are kept as they were typed."""

    heading: str
    text: str


@dataclass(frozen=True)
class Written:
    """A document as it was written; `replaces` is the version it is a new version of."""

    id: uuid.UUID
    kind: Kind
    addressee: str
    passages: Sequence[Passage]
    visit: int | None = None
    replaces: uuid.UUID | None = None


def keep_document(actor: models.User, complaint: models.Complaint, written: Written) -> models.Document:
    """Store a version once; a passage without text is left out."""
    return act(
        actor, "write-document", partial(read_complaint, complaint.pk), lambda record: _decide(record, actor, written)
    )


def _decide(record: Record, actor: models.User, written: Written) -> Act[models.Document] | Unchanged[models.Document]:
    known = stored_already(models.Document, written.id, record.complaint, "document")
    if known is not None:
        return Unchanged(known)
    before = _replaced(record, written)
    passages = [
        {"heading": one.heading.strip(), "text": one.text.strip()} for one in written.passages if one.text.strip()
    ]
    fields = _faults(record, written, passages)
    if fields:
        raise FieldError(fields)

    def write() -> models.Document:
        return models.Document.objects.create(
            id=written.id, complaint=record.complaint, visit_id=written.visit, kind=written.kind,
            sheaf=before.sheaf if before else written.id, number=before.number + 1 if before else 1,
            addressee=written.addressee.strip(), passages=passages, knowledge_version=shipped_library().version,
            code_version=code_version(), kept_by=actor, kept_at=clock.now(),
        )  # fmt: skip

    details = {"document": str(written.id), "kind": written.kind, "number": before.number + 1 if before else 1}
    return Act(write, "keep-document", lambda _: details)


def _replaced(record: Record, written: Written) -> models.Document | None:
    """The latest version of the document that is written anew."""
    if written.replaces is None:
        return None
    mine = models.Document.objects.filter(complaint=record.complaint.pk)
    named = mine.filter(pk=written.replaces, kind=written.kind).first()
    if named is None:
        raise NotFoundError("no such document of this complaint")
    return mine.filter(sheaf=named.sheaf).order_by("-number").first()


def _faults(record: Record, written: Written, passages: Sequence[dict[str, str]]) -> dict[str, str]:
    fields = {}
    if not passages:
        fields["passages"] = "hold no text: there is nothing to keep"
    if len(passages) > MOST_PASSAGES:
        fields["passages"] = f"are {len(passages)}: {MOST_PASSAGES} at the most"
    for n, one in enumerate(passages):
        if len(one["text"]) > LONGEST_TEXT or len(one["heading"]) > LONGEST_HEADING:
            fields[f"passages.{n}"] = f"is longer than {LONGEST_TEXT} letters, or its heading than {LONGEST_HEADING}"
    if len(written.addressee.strip()) > LONGEST_ADDRESSEE:
        fields["addressee"] = f"is longer than {LONGEST_ADDRESSEE} letters"
    if written.kind in ("letter", "urgent") and not written.addressee.strip():
        fields["addressee"] = "says whom the letter is for"
    if written.visit is not None and all(row.id != written.visit for row in record.visits):
        fields["visit"] = "is no visit of this complaint"
    return fields
