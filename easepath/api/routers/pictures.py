"""The drill pictures and films: files drawn once, the same for everybody, kept by browsers for ever."""

from __future__ import annotations

from pathlib import Path
from typing import Final

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.gzip import gzip_page
from ninja import Router
from ninja.decorators import decorate_view

from easepath.api.schemas.common import Problem
from easepath.api.schemas.pictures import Motion
from easepath.core.knowledge import shipped_library
from easepath.core.languages import ENGLISH
from easepath.core.vocabulary import Place, SideWord
from easepath.figure.album import Wanted
from easepath.figure.files import PictureFiles

router = Router(tags=["pictures"])

FOR_EVER: Final = "public, max-age=31536000, immutable"
"""The name of a file changes with what it shows."""


@router.get(
    "/pictures/{name}/{side}/{pose}.svg", auth=None, response={200: None, 404: Problem}, operation_id="read_picture"
)
@decorate_view(gzip_page)
def read_picture(
    request: HttpRequest,
    name: str,
    side: SideWord,
    pose: str,
    place: Place | None = None,
    size: str = "medium",
    style: str = "screen",
    language: str = ENGLISH,
) -> HttpResponse:
    """A drill's picture as SVG: position start, end or one between; size small to large; style screen or print."""
    wanted = Wanted(drill=_drill(name), side=side, pose=pose, place=place, size=size, style=style, language=language)
    return _sent(_files().still(name, wanted), "image/svg+xml")


@router.get(
    "/pictures/{name}/{side}/motion", auth=None, response={200: Motion, 404: Problem}, operation_id="read_motion"
)
@decorate_view(gzip_page)
def read_motion(
    request: HttpRequest, name: str, side: SideWord, place: Place | None = None, language: str = ENGLISH
) -> HttpResponse:
    """A drill's moving picture: its steps, the beats at the drill's tempo, and what it shows in words."""
    wanted = Wanted(drill=_drill(name), side=side, place=place, language=language)
    return _sent(_files().film(name, wanted), "application/json; charset=utf-8")


def _drill(name: str) -> str:
    return name.rpartition(".")[0]


def _files() -> PictureFiles:
    return PictureFiles(shipped_library(), settings.PICTURES)


def _sent(path: Path, content_type: str) -> HttpResponse:
    return HttpResponse(path.read_bytes(), content_type=content_type, headers={"Cache-Control": FOR_EVER})
