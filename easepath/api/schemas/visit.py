"""The frame of a visit and the sheet in progress."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.api.schemas.common import In


class PrintIn(In):
    """How a sheet is printed; `token` is the private link that stands on it as a code."""

    paper: Literal["a4", "letter"] = "a4"
    size: Literal["usual", "large", "fridge"] = "usual"
    token: Annotated[str, Field(max_length=60)] = ""
