"""A document as it is kept."""

from __future__ import annotations

import uuid
from typing import Annotated

from pydantic import Field

from easepath.api.schemas.common import In
from easepath.clinic.actions.keep_document import (
    LONGEST_ADDRESSEE,
    LONGEST_HEADING,
    LONGEST_TEXT,
    MOST_PASSAGES,
    Kind,
    Passage,
    Written,
)  # fmt: skip


class PassageIn(In):
    """A heading with its text."""

    heading: Annotated[str, Field(max_length=LONGEST_HEADING)]
    text: Annotated[str, Field(max_length=LONGEST_TEXT)]


class DocumentIn(In):
    """A document as it was written, with the id its page made; `replaces` is the version it is a new version of."""

    id: uuid.UUID
    kind: Kind
    addressee: Annotated[str, Field(max_length=LONGEST_ADDRESSEE)] = ""
    passages: Annotated[list[PassageIn], Field(max_length=MOST_PASSAGES)]
    visit: int | None = None
    replaces: uuid.UUID | None = None

    def written(self) -> Written:
        """The document as the action takes it."""
        passages = [Passage(one.heading, one.text) for one in self.passages]
        return Written(self.id, self.kind, self.addressee, passages, self.visit, self.replaces)
