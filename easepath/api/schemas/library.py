"""What a clinician says of a drill of the library."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from easepath.api.schemas.common import In


class ReviewedIn(In):
    """The version of the row that was read."""

    version: Annotated[str, Field(pattern=r"^[0-9a-f]{12}$")]
