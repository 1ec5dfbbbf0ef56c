"""Story."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import PersonRevision, Problem
from easepath.api.schemas.story import SaveStory
from easepath.api.views.story import StoryOut, SuggestionOut, story_view, suggestion_lines
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.facts.story import LISTS, Story
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_visit
from easepath.clinic.selectors.house import switched_off

router = Router(tags=["story"])


@router.get("/visits/{visit}/story", response=StoryOut, operation_id="read_story")
def read_story(request: HttpRequest, visit: int) -> StoryOut:
    """The story as it stands."""
    return story_view(read_visit(staff(request), visit))


@router.put(
    "/visits/{visit}/story", response={200: PersonRevision, 409: Problem, 422: Problem}, operation_id="save_story"
)
def put_story(request: HttpRequest, visit: int, payload: SaveStory) -> PersonRevision:
    """Save the whole story on the revision it was made on."""
    values = payload.story.dict()
    values |= {name: tuple(values[name]) for name in LISTS}
    found = get_visit(staff(request), visit)
    saved = save_story(staff(request), found, payload.revision, Story(**values), person=payload.person_revision)
    return PersonRevision(revision=saved.revision, person_revision=saved.after.complaint.client.revision)


@router.get("/suggestions", response=list[SuggestionOut], operation_id="suggest_conditions")
def read_suggestions(
    request: HttpRequest, words: str = "", areas: str = "", clues: str = "", ticked: str = ""
) -> list[SuggestionOut]:
    """Conditions that words, marked places and clues point to; lists are joined by commas."""
    user = staff(request)
    assert user.clinic is not None
    off = dict(switched_off(user.clinic, "profile"))
    found = suggestion_lines(words[:300], areas.split(","), clues.split(","), ticked.split(","))
    return [one for one in found if one.id not in off]
