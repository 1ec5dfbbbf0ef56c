"""A possible emergency or referral: when it is asked and when it is raised."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id, Ids, Words
from easepath.core.vocabulary import FlagAction

GroupMember = Annotated[str, Field(pattern=r"^([a-z0-9-]+|factor:[a-z0-9-]+|age(>=|<)\d+)$")]


class QuestionGroup(Entry):
    """Items of red flags that are read out together and may be answered no as one."""

    id: Id
    text: str


class AskedAloud(Entry):
    """How an item of the red flags is asked aloud; a yes to it is what the item says."""

    id: Id
    ask: Annotated[str, Field(pattern=r"\?( \(.*\))?$")]


class StoryWords(Entry):
    """Words of a client's story, and the items and contexts they speak of."""

    id: Id
    words: Annotated[Words, Field(min_length=1)]
    speaks_of: Annotated[Ids, Field(min_length=1)]


class RedFlag(Entry):
    """One entry of the screen; raised by any positive item unless a rule key says otherwise.

    `group` and `asked_by` say how it is asked, never whether: read out with others as one, or examined by a clinician.
    """

    id: Id
    regions: Ids
    action: FlagAction
    items: dict[Id, str]
    also_if: Id | None = None
    only_if: Id | None = None
    all_of: Ids = ()
    count_at_least: int = 0
    raise_when: tuple[tuple[GroupMember, ...], ...] = ()
    rule: Literal["wells-dvt", "ottawa-knee", "scaphoid"] | None = None
    points: dict[Id, int] = Field(default_factory=dict)
    raise_at: int | None = None
    strong: Ids = ()
    otherwise_action: FlagAction | None = None
    age_below: int | None = None
    age_between: tuple[int, int] | None = None
    blocks: bool = True
    home_check: Ids = ()
    private: bool = False
    group: Id | None = None
    asked_by: Literal["clinician"] | None = None
    note: str | None = None
