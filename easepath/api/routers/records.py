"""A client's rights over the record: exported, archived, erased."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router

from easepath.api.auth import staff
from easepath.api.files import file_answer
from easepath.api.schemas.common import Problem
from easepath.api.schemas.records import ArchiveIn, EraseIn, RecordState
from easepath.clinic.actions.archive_client import archive_client
from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.audit import record_event
from easepath.clinic.models import Client
from easepath.clinic.policies import require
from easepath.clinic.selectors.access import get_client
from easepath.interchange.client_export import FORMATS, export_client

router = Router(tags=["records"])


@router.post("/clients/{client}/export/{kind}", response={200: None, 404: Problem}, operation_id="export_client")
def post_export(request: HttpRequest, client: int, kind: Literal["json", "csv", "pdf"]) -> HttpResponse:
    """Everything that is kept of a client, as a file."""
    found = get_client(staff(request), client)
    require(staff(request), "export-client", found.clinic)
    data = export_client(found, kind)
    record_event("export-client", clinic=found.clinic, client=found, actor=staff(request), details={"kind": kind})
    name = f"client-{found.pk}.{'zip' if kind == 'csv' else kind}"
    return file_answer(data, FORMATS[kind], name)


@router.post("/clients/{client}/archive", response={200: RecordState, 404: Problem}, operation_id="archive_client")
def post_archive(request: HttpRequest, client: int, payload: ArchiveIn) -> RecordState:
    """Archive a client and revoke every private link, or bring the client back."""
    return _state(archive_client(staff(request), get_client(staff(request), client), archived=payload.archived))


@router.post("/clients/{client}/erase", response={200: RecordState, 422: Problem}, operation_id="erase_client")
def post_erase(request: HttpRequest, client: int, payload: EraseIn) -> RecordState:
    """Erase a client for ever; the full name is typed to confirm."""
    return _state(erase_client(staff(request), get_client(staff(request), client), name=payload.name))


def _state(client: Client) -> RecordState:
    return RecordState(client=client.pk, archived=client.archived, erased=client.erased_at is not None)
