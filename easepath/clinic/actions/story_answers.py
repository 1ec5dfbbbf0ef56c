"""Answers of the screen that the story gives: a plain yes is filled in, and goes with what said it."""

from __future__ import annotations

from easepath.clinic import models
from easepath.clinic.actions.screening_rows import AnswersAfter, answers_after
from easepath.clinic.facts.story import story_told
from easepath.clinic.repository import Record
from easepath.core.knowledge import shipped_library
from easepath.core.screening.spoken import answered_yes

STORY = "story"
"""How an answer was asked that the story gave."""


def answers_of_story(actor: models.User, record: Record, told: models.Complaint) -> AnswersAfter:
    """What becomes of the answers when a complaint is told so: no answer that somebody gave is touched."""
    yes = answered_yes(shipped_library(), story_told(told))
    new = [word for word in yes if all(row.word != word for row in record.answers)]
    kept = {row.word: row.value for row in record.answers if row.asked_as != STORY or row.word in yes}
    return answers_after(actor, record.answers, kept | dict.fromkeys(new, True), dict.fromkeys(new, STORY))
