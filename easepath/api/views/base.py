"""What every view is made of: frozen, closed, typed by the words of the core."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, Literal, get_args

from easepath.clinic.shown import View
from easepath.core.knowledge import Library
from easepath.core.reasons import Reason
from easepath.core.vocabulary import ResponseClass, VerdictWord

NoSide = Literal["", "left", "right", "both"]
NO_SIDES: tuple[NoSide, ...] = get_args(NoSide)


class Named(View):
    """An id with its name."""

    id: str
    name: str


class Ripple(View):
    """The response of one date."""

    date: str
    kind: ResponseClass
    morning: int | None


class ReasonOut(View):
    """One reason of a verdict: the rule, the facts it read, the sentence, and where the rule comes from."""

    rule: str
    verdict: VerdictWord
    text: str
    facts: Mapping[str, Any]
    source: str | None

    @classmethod
    def of(cls, reason: Reason, library: Library) -> ReasonOut:
        """A reason as it is shown."""
        return cls(**reason.as_data(library))
