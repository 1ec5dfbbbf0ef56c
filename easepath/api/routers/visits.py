"""The frame of a visit: the path and the sheet in progress."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.visit import PrintIn
from easepath.api.views.frame import Frame, frame
from easepath.api.views.home_sheet import home_sheet
from easepath.api.views.spoken_sheet import spoken_sheet
from easepath.clinic import models, repository
from easepath.clinic.actions.home_links import open_link
from easepath.clinic.actions.note_looks import note_opening
from easepath.clinic.actions.open_visit import close_visit
from easepath.clinic.audit import record_event
from easepath.clinic.errors import RefusedError
from easepath.clinic.language import language_of
from easepath.clinic.selectors.access import get_version, get_visit
from easepath.clinic.sheet import Sheet, sheet_of
from easepath.interchange.sheet_pdf import sheet_pdf

router = Router(tags=["visits"])


@router.get("/visits/{visit}", response=Frame, operation_id="read_visit")
def read_visit(request: HttpRequest, visit: int) -> Frame:
    """The path with its gates and the sheet in progress."""
    record = repository.read_visit(staff(request), visit)
    note_opening(staff(request), record.complaint)
    return frame(record)


@router.post("/visits/{visit}/close", response=Frame, operation_id="close_visit")
def close(request: HttpRequest, visit: int) -> Frame:
    """Close a visit."""
    return frame(close_visit(staff(request), get_visit(staff(request), visit)))


@router.get("/versions/{version}/sheet", response=Sheet, operation_id="read_sheet")
def read_sheet(request: HttpRequest, version: int) -> Sheet:
    """A version's sheet as it was handed over, for print."""
    return sheet_of(get_version(staff(request), version))


@router.post("/versions/{version}/print", operation_id="print_sheet", response={200: None, 410: Problem})
def print_sheet(request: HttpRequest, version: int, payload: PrintIn) -> HttpResponse:
    """A version's sheet as a PDF; a living private link of the same complaint is printed as a code."""
    found = get_version(staff(request), version)
    link = None
    if payload.token and open_link(payload.token).complaint_id == found.complaint_id:
        link = request.build_absolute_uri(f"/h/{payload.token}")
    sheet, in_use = _on_paper(found)
    words = language_of(found.complaint)
    told = spoken_sheet(sheet, words).model_dump()
    data = sheet_pdf(told, paper=payload.paper, size=payload.size, link=link, in_use=in_use, words=words)
    details = {
        "complaint": found.complaint_id,
        "version": found.number,
        "paper": payload.paper,
        "size": payload.size,
        "link": link is not None,
    }
    client = found.complaint.client
    record_event("print-sheet", clinic=client.clinic, client=client, actor=staff(request), details=details)
    name = f"home-sheet-version-{found.number}.pdf"
    return HttpResponse(
        data, content_type="application/pdf", headers={"Content-Disposition": f'inline; filename="{name}"'}
    )


def _on_paper(version: models.PlanVersion) -> tuple[Sheet, bool]:
    """The sheet to print, and whether it is in use: the one in use as it is done today, an older one as it was.

    Raises RefusedError while the sheet in use is withheld from the client or a sign ends every drill.
    """
    record = repository.read_complaint(version.complaint_id)
    if record.version is None or record.version.pk != version.pk:
        return sheet_of(version), False
    sheet = home_sheet(record)
    if sheet.withheld or sheet.suspended:
        raise RefusedError("this sheet is not printed now", ["the client is to do no drill: answer the sign first"])
    return sheet, True
