"""Templates as they are kept."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from easepath.api.schemas.common import In, Word


class KeepTemplate(In):
    """A name, whether it is one's own or the clinic's, and the conditions it is meant for."""

    name: Annotated[str, Field(max_length=80)]
    own: bool = True
    meant_for: Annotated[list[Word], Field(max_length=40)] = []
