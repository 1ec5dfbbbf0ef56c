"""Documents as they are shown: in a line, whole, and as the draft that is edited before it is kept."""

from __future__ import annotations

from typing import Literal, get_args

from easepath.clinic import models
from easepath.clinic.actions.keep_document import Kind
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.vocabulary import one_of
from easepath.interchange.documents.draft import TITLES, TO_WHOM, draft_passages

KINDS: tuple[Kind, ...] = get_args(Kind)


class PassageOut(View):
    """A heading with its text."""

    heading: str
    text: str


class DocumentLine(View):
    """A document in a line: its latest version, and how many there were."""

    id: str
    kind: Kind
    title: str
    addressee: str
    number: int
    date: str
    by: str


class DocumentHead(View):
    """Whose paper it is, and whom it is about."""

    clinic: str
    town: str
    phone: str
    client: int
    name: str
    born: str | None
    complaint: int


class DocumentOut(View):
    """A document whole: as it is kept, or a draft (no id), with every version there is."""

    id: str
    kind: Kind
    title: str
    head: DocumentHead
    addressee: str
    passages: list[PassageOut]
    number: int
    visit: int | None
    date: str
    by: str
    versions: list[DocumentLine]
    state: Literal["draft", "kept"]


def document_lines(complaint: models.Complaint) -> list[DocumentLine]:
    """The latest version of every document of a complaint, the newest first."""
    kept = models.Document.objects.filter(complaint=complaint).select_related("kept_by").order_by("number")
    latest = {one.sheaf: one for one in kept}
    return [document_line(one) for one in sorted(latest.values(), key=lambda one: one.kept_at, reverse=True)]


def document_line(one: models.Document) -> DocumentLine:
    """A version in a line."""
    kind = one_of(KINDS, one.kind)
    return DocumentLine(
        id=str(one.pk), kind=kind, title=TITLES[kind], addressee=one.addressee.partition("\n")[0], number=one.number,
        date=f"{one.kept_at:%Y-%m-%d}", by=one.kept_by.name,
    )  # fmt: skip


def document_draft(record: Record, kind: Kind, visit: models.Visit | None, by: str) -> DocumentOut:
    """A document as the record fills it today; nothing is kept."""
    passages = draft_passages(record, kind, visit)
    return DocumentOut(
        id="", kind=kind, title=TITLES[kind], head=_head(record.complaint), number=1,
        addressee=TO_WHOM if kind == "urgent" else "",
        passages=[PassageOut(heading=one.heading, text=one.text) for one in passages],
        visit=visit.pk if visit else None, date=str(record.today), by=by, versions=[], state="draft",
    )  # fmt: skip


def document_view(document: models.Document) -> DocumentOut:
    """A version as it was kept."""
    line = document_line(document)
    sheaf = models.Document.objects.filter(sheaf=document.sheaf).select_related("kept_by").order_by("-number")
    return DocumentOut(
        id=line.id, kind=line.kind, title=line.title, head=_head(document.complaint), addressee=document.addressee,
        passages=[PassageOut(**one) for one in document.passages], number=line.number, visit=document.visit_id,
        date=line.date, by=line.by, versions=[document_line(one) for one in sheaf], state="kept",
    )  # fmt: skip


def _head(complaint: models.Complaint) -> DocumentHead:
    client = complaint.client
    return DocumentHead(
        clinic=client.clinic.name, town=client.clinic.town, phone=client.clinic.phone, client=client.pk,
        name=str(client), born=client.birth_date and str(client.birth_date), complaint=complaint.pk,
    )  # fmt: skip
