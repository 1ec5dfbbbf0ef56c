"""What a client reads in place of a rule's own words, and beside every drill."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id, Words
from easepath.core.vocabulary import PainRule

Said = Annotated[str, Field(min_length=1)]


class Change(Entry):
    """What a factor changes in a drill, as a clinician reads it, and the one sentence the client reads instead.

    `{limit}` in the client's sentence is the recorded figure. `in_drill` has the sentence of a drill that is done in
    another way. `pain_at_most` is the pain (0-10) it allows: the line on pain says it, never the sentence.
    """

    text: Said
    client: Said
    in_drill: dict[str, Said] = {}
    pain_at_most: Annotated[int, Field(ge=0, le=10)] | None = None

    def said_in(self, drill: str) -> str:
        """The sentence a client reads at a drill."""
        return self.in_drill.get(drill, self.client)


class StopSigns(Entry):
    """The signs that end a drill because of what it does to the body."""

    exposure: Id
    stop: Words


class WiderSign(Entry):
    """A stop sign that says narrower ones with it: where it stands, those that only follow from a load are left out."""

    text: Said
    says: Annotated[Words, Field(min_length=1)]


class Emergency(Entry):
    """A sign with which a client calls the emergency number, whatever the drill."""

    text: Said


class HomeRule(Entry):
    """How much a drill may hurt at home under one pain rule; `{n}` is pain from 0 to 10."""

    pain_rule: PainRule
    line: Said


class GlossaryWord(Entry):
    """A word of the drills that not everybody knows, and what it means."""

    word: Said
    means: Said


class GearCare(Entry):
    """What to look at before a piece of equipment is used."""

    equip: Id
    line: Said


class Precaution(Entry):
    """What a client with a factor minds whatever the drill."""

    factor: Id
    line: Said


class LimitLine(Entry):
    """What a limit on a movement means to a client; `{whose}` side it is of, `{degrees}` is the recorded figure."""

    movement: Id
    line: Said


class Phrase(Entry):
    """A phrase that a client reads beside what the rules say; `one` where it is said of a single thing."""

    id: Id
    text: Said
    one: Said | None = None


class Language(Entry):
    """A second language of the client's side: English as it is said, and how it is said in it.

    `called` is how a record names it, `unread` says in it that nobody whose language it is has read it.
    """

    id: Id
    name: Said
    called: Annotated[Words, Field(min_length=1)]
    unread: Said
    says: dict[Said, Said]


class ClientLine(Entry):
    """A sentence for clients by its id: in place of a reason of that rule, or one that stands on every sheet."""

    id: Id
    text: Said
