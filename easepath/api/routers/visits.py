"""The frame of a visit: the path and the sheet in progress."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.visit import Frame, Sheet
from easepath.clinic.actions.open_visit import close_visit
from easepath.clinic.selectors.access import get_version, get_visit
from easepath.clinic.selectors.frame import frame
from easepath.clinic.selectors.home_sheet import sheet_of

router = Router(tags=["visits"])


@router.get("/visits/{visit}", response=Frame, operation_id="read_visit")
def read_visit(request: HttpRequest, visit: int) -> dict[str, Any]:
    """The path with its gates and the sheet in progress."""
    return frame(get_visit(staff(request), visit))


@router.post("/visits/{visit}/close", response=Frame, operation_id="close_visit")
def close(request: HttpRequest, visit: int) -> dict[str, Any]:
    """Close a visit."""
    found = get_visit(staff(request), visit)
    close_visit(staff(request), found)
    return frame(found)


@router.get("/versions/{version}/sheet", response=Sheet, operation_id="read_sheet")
def read_sheet(request: HttpRequest, version: int) -> dict[str, Any]:
    """A version's sheet as it was handed over, for print."""
    return sheet_of(get_version(staff(request), version))
