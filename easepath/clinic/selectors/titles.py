"""How a drill is called on every screen."""

from __future__ import annotations

from easepath.core.assessment import Assessment


def title_of(assessment: Assessment, drill: str) -> str:
    """The client's title of a drill, else its name in the knowledge."""
    return assessment.library.title(drill)
