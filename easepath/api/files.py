"""A file as an answer: kept by the browser under its name."""

from __future__ import annotations

from django.http import HttpResponse


def file_answer(data: bytes | str, kind: str, name: str) -> HttpResponse:
    """Data of a kind, such as `text/csv`, to be kept under a name."""
    head = {"Content-Disposition": f'attachment; filename="{name}"'}
    return HttpResponse(data, content_type=kind, headers=head)
