"""The drill pictures: drawn by the core, the same for everybody, kept by browsers."""

from __future__ import annotations

from dataclasses import astuple
from typing import Any

from django.http import HttpRequest, HttpResponse, HttpResponseNotModified
from django.views.decorators.gzip import gzip_page
from ninja import Router
from ninja.decorators import decorate_view

from easepath.api.schemas.common import Problem
from easepath.api.schemas.pictures import Motion
from easepath.core.code_version import code_version
from easepath.core.figure.album import Wanted, album_of
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import Place, SideWord

router = Router(tags=["pictures"])

KEPT = "public, max-age=3600, stale-while-revalidate=604800, stale-if-error=604800"
"""A browser asks again after an hour and shows what it has meanwhile, without a network for a week."""


def drawing_version() -> str:
    """What a picture is drawn with: the knowledge and the drawing code."""
    return f"{shipped_library().version}-{code_version('figure')}"


@router.get(
    "/pictures/{drill}/{side}/{pose}.svg", auth=None, response={200: None, 404: Problem}, operation_id="read_picture"
)
@decorate_view(gzip_page)
def read_picture(
    request: HttpRequest,
    drill: str,
    side: SideWord,
    pose: str,
    place: Place | None = None,
    size: str = "medium",
    style: str = "screen",
) -> HttpResponse:
    """A drill's picture as SVG: position start, end or one between; size small to large; style screen or print."""
    wanted = Wanted(drill=drill, side=side, pose=pose, place=place, size=size, style=style)
    tag = f'"{drawing_version()}-{"-".join(map(str, astuple(wanted)))}"'
    if request.headers.get("If-None-Match") == tag:
        answer: HttpResponse = HttpResponseNotModified()
    else:
        answer = HttpResponse(album_of(shipped_library()).svg(wanted), content_type="image/svg+xml")
    answer["ETag"] = tag
    answer["Cache-Control"] = KEPT
    return answer


@router.get(
    "/pictures/{drill}/{side}/motion", auth=None, response={200: Motion, 404: Problem}, operation_id="read_motion"
)
@decorate_view(gzip_page)
def read_motion(
    request: HttpRequest, response: HttpResponse, drill: str, side: SideWord, place: Place | None = None
) -> dict[str, Any]:
    """A drill's moving picture: its steps, the beats at the drill's tempo, and what it shows in words."""
    response["Cache-Control"] = KEPT
    return album_of(shipped_library()).motion(Wanted(drill=drill, side=side, place=place))
