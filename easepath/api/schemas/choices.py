"""A clinician's own choices, and overrides."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.api.schemas.common import In, Word

Why = Annotated[str, Field(max_length=400)]


class NeedByHand(In):
    """A need set by hand; `by` is filled by the server."""

    weight: Annotated[float, Field(ge=0, le=1)]
    reason: Why
    by: str = ""


class ChoicesIn(In):
    """Every choice on the revision it was made on."""

    revision: Annotated[int, Field(ge=0)]
    methods: dict[str, Word] = {}
    needs_set: dict[str, NeedByHand] = {}
    pinned: list[Word] = []
    barred: dict[str, Why] = {}
    work_hours: dict[str, int] = {}


class OverrideIn(In):
    """Which verdict is overridden, and why."""

    drill: Word
    side: Literal["left", "right", "both"]
    reason: Why
