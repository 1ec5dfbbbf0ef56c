"""In and out: a person or a clinic's day as a bundle, and a bundle that somebody brings, seen before it is kept."""

from __future__ import annotations

import datetime as dt

from django.http import HttpRequest, HttpResponse
from ninja import Router

from easepath.api.auth import staff
from easepath.api.files import file_answer
from easepath.api.schemas.common import Problem
from easepath.api.schemas.exchange import BundleIn, CaseIn, TableIn, TakeInIn, TakenIn
from easepath.api.views.exchange import (
    BroughtOut,
    CaseOut,
    ImportPreview,
    brought_view,
    case_view,
    foreign_preview,
    record_preview,
)
from easepath.clinic.actions.restore_record import restore_record
from easepath.clinic.actions.take_in_case import take_in_case
from easepath.clinic.actions.take_in_foreign import take_in_foreign
from easepath.clinic.audit import record_event
from easepath.clinic.policies import require
from easepath.clinic.repository import read_complaint
from easepath.clinic.selectors.access import get_client, get_complaint
from easepath.core.case_text import case_text
from easepath.interchange.fhir.bundle import day_bundle, person_bundle
from easepath.interchange.fhir.foreign import told_of
from easepath.interchange.fhir.reading import own_record, resources_of, sender_of
from easepath.interchange.lists_in import bring_table
from easepath.interchange.lists_out import List, list_table

router = Router(tags=["exchange"])
JSON = "application/fhir+json"


@router.post("/clients/{client}/bundle", response={200: None, 404: Problem}, operation_id="export_bundle")
def post_bundle(request: HttpRequest, client: int) -> HttpResponse:
    """Everything of a client as a bundle (FHIR R4B) that another clinic reads."""
    user = staff(request)
    found = get_client(user, client)
    require(user, "export-client", found.clinic)
    data = person_bundle(found, user)
    record_event("export-client", clinic=found.clinic, client=found, actor=user, details={"kind": "bundle"})
    return file_answer(data, JSON, f"client-{found.pk}.json")


@router.post("/complaints/{complaint}/case", response={200: None, 404: Problem}, operation_id="export_case")
def post_case(request: HttpRequest, complaint: int) -> HttpResponse:
    """A complaint as a case file of the core (YAML) that names nobody."""
    user = staff(request)
    found = get_complaint(user, complaint)
    require(user, "export-client", found.client.clinic)
    record_event(
        "export-case", clinic=found.client.clinic, client=found.client, actor=user, details={"complaint": complaint}
    )
    name = f"{found.condition or 'complaint'}-case"
    text = case_text(read_complaint(found.pk).assessment, name)
    return file_answer(text, "application/yaml; charset=utf-8", f"{name}.yaml")


@router.post("/days/{date}/bundle", response={200: None}, operation_id="export_day")
def post_day(request: HttpRequest, date: dt.date) -> HttpResponse:
    """What happened in the clinic on a day as a bundle (FHIR R4B)."""
    user = staff(request)
    assert user.clinic is not None
    require(user, "export-client", user.clinic)
    data = day_bundle(user.clinic, date, user)
    record_event("export-day", clinic=user.clinic, client=None, actor=user, details={"date": str(date)})
    return file_answer(data, JSON, f"day-{date}.json")


@router.post("/imports/preview", response={200: ImportPreview, 422: Problem}, operation_id="preview_import")
def post_preview(request: HttpRequest, payload: BundleIn) -> ImportPreview:
    """What a bundle holds and what each part of it would become; nothing is kept."""
    user = staff(request)
    assert user.clinic is not None
    require(user, "import-foreign", user.clinic)
    resources = resources_of(payload.bundle)
    tables = own_record(resources)
    return foreign_preview(user, resources) if tables is None else record_preview(user, tables)


@router.post("/imports", response={200: TakenIn, 422: Problem}, operation_id="take_in_bundle")
def post_import(request: HttpRequest, payload: TakeInIn) -> TakenIn:
    """Take in a record of our own whole, or what was chosen of a foreign bundle."""
    user = staff(request)
    assert user.clinic is not None
    require(user, "import-foreign", user.clinic)
    resources = resources_of(payload.bundle)
    tables = own_record(resources)
    if tables is not None:
        return TakenIn(client=restore_record(user, tables, sender=sender_of(resources)).pk, visit=None)
    visit = take_in_foreign(user, told_of(resources, set(payload.take), somebody_else=payload.somebody_else))
    return TakenIn(client=visit.complaint.client_id, visit=visit.pk)


@router.post("/lists/{listed}", response={200: None}, operation_id="export_list")
def post_list(request: HttpRequest, listed: List) -> HttpResponse:
    """A list of the clinic as a table (CSV): its people, every reading, every session."""
    user = staff(request)
    assert user.clinic is not None
    require(user, "export-client", user.clinic)
    record_event("export-list", clinic=user.clinic, client=None, actor=user, details={"of": listed})
    return file_answer(list_table(user.clinic, listed), "text/csv; charset=utf-8", f"{listed}.csv")


@router.post("/imports/lists/{listed}/preview", response={200: BroughtOut, 422: Problem}, operation_id="preview_list")
def post_list_preview(request: HttpRequest, listed: List, payload: TableIn) -> BroughtOut:
    """What would become of every line of a table; nothing is kept."""
    return brought_view(bring_table(staff(request), listed, payload.table, keep=False))


@router.post("/imports/lists/{listed}", response={200: BroughtOut, 422: Problem}, operation_id="take_in_list")
def post_brought_list(request: HttpRequest, listed: List, payload: TableIn) -> BroughtOut:
    """Take in every line of a table that can be; the others are told with what is wrong."""
    return brought_view(bring_table(staff(request), listed, payload.table, keep=True))


@router.post("/imports/cases/preview", response={200: CaseOut, 422: Problem}, operation_id="preview_case")
def post_case_preview(request: HttpRequest, payload: CaseIn) -> CaseOut:
    """Whom a case would become in this practice clinic; nothing is kept."""
    return case_view(take_in_case(staff(request), payload.case, keep=False), kept=False)


@router.post("/imports/cases", response={200: CaseOut, 422: Problem}, operation_id="take_in_case")
def post_brought_case(request: HttpRequest, payload: CaseIn) -> CaseOut:
    """A case as a client of this practice clinic."""
    return case_view(take_in_case(staff(request), payload.case, keep=True), kept=True)
