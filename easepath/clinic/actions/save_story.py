"""Save the story: the complaint, its pains and times, and what the client has at home."""

from __future__ import annotations

from copy import copy
from dataclasses import asdict, replace
from functools import partial
from typing import Any

from easepath.clinic import models
from easepath.clinic.acting import Act, Saved, act
from easepath.clinic.actions.check_story import check_story
from easepath.clinic.actions.keep_result import keep_result, screened
from easepath.clinic.actions.revisions import differing, keep_revision, move_person, next_revision, person_moves
from easepath.clinic.actions.screening_rows import write_answers
from easepath.clinic.actions.story_answers import answers_of_story
from easepath.clinic.actions.withheld_sheet import is_withheld_after
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.story import CLIENT_FIELDS, COMPLAINT_FIELDS, Story
from easepath.clinic.repository import Record, read_again
from easepath.core.knowledge import shipped_library


def save_story(
    actor: models.User, visit: models.Visit, revision: int, story: Story, *, person: int | None = None
) -> Saved:
    """Save a whole story on the revision it was made on, and on that of the person."""
    return act(actor, "enter-story", partial(read_again, visit), lambda r: _decide(actor, r, revision, story, person))


def _decide(actor: models.User, record: Record, revision: int, story: Story, person: int | None) -> Act[Saved]:
    check_story(story, record.today)
    before = Story.of(record.complaint)
    _refuse_switched_off(record, before, story)
    number = next_revision(record, "story", revision, asdict(before), asdict(story))
    moves = person_moves(record, "story", person, _person(before), _person(story))
    told = _told(record.complaint, story)
    answers = answers_of_story(actor, record, told)
    after = replace(record, complaint=told, answers=answers.rows)
    withheld = is_withheld_after(actor, record, after)
    screening = record.revision_of("screening") + 1
    result = screened(after) if answers.rows != record.answers else None

    def write() -> Saved:
        complaint = after.complaint
        complaint.sheet_withheld = withheld
        complaint.save(update_fields=[*COMPLAINT_FIELDS, "region", "sheet_withheld"])
        if moves:
            complaint.client.save(update_fields=list(CLIENT_FIELDS))
            move_person(after, actor)
        keep_revision(actor, record, "story", number)
        if result is not None:
            write_answers(actor, complaint, answers)
            keep_revision(actor, record, "screening", screening)
            keep_result(result, after)
        return Saved(number, after)

    details = {"visit": record.visit.number, **differing(asdict(before), asdict(story))}
    if result is not None:
        details["answered"] = [row.word for row in answers.written]
    return Act(write, "save-story", lambda _: details)


def _refuse_switched_off(record: Record, before: Story, story: Story) -> None:
    """A condition that the house has switched off is not chosen anew; where it stands already it stays."""
    off = record.set_in_house("profile").get(story.condition)
    if off is not None and story.condition != before.condition:
        raise FieldError({"condition": f"is switched off in this clinic: {off.reason}"})


def _told(complaint: models.Complaint, story: Story) -> models.Complaint:
    """The complaint and its client as the story tells them, not written yet."""
    told, client = copy(complaint), copy(complaint.client)
    told.client = client
    for row, names in ((told, COMPLAINT_FIELDS), (client, CLIENT_FIELDS)):
        for name in names:
            value = getattr(story, name)
            setattr(row, name, list(value) if isinstance(value, tuple) else value)
    told.region = _region(story)
    return told


def _person(story: Story) -> dict[str, Any]:
    """What of a story belongs to the person, whatever the complaint."""
    return {field: getattr(story, field) for field in CLIENT_FIELDS}


def _region(story: Story) -> str:
    """Where the complaint lies: the condition's region, before one is named that of the first marked place."""
    library = shipped_library()
    condition = library.conditions.get(story.condition)
    if condition is not None:
        return condition.region
    return next((r for area in story.areas for r in library.areas[area.partition(":")[0]].regions), "")
