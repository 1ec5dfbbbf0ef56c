"""The session at the second set of places as its sheet says it."""

from __future__ import annotations

from typing import Any

from easepath.core.assessment import Assessment
from easepath.core.compose import Chosen
from easepath.core.compose.elsewhere import session_elsewhere
from easepath.core.compose.session import Order
from easepath.core.compose.sheet import Bands, sheet_entry, timeline
from easepath.core.facts import DrillGroup
from easepath.figure.album import album_of


def sheet_elsewhere(
    assessment: Assessment, chosen: tuple[Chosen, ...], groups: tuple[DrillGroup, ...], order: Order, bands: Bands
) -> dict[str, Any] | None:
    """What a version keeps of it: name, time, things, drills with all they say, and what is left out there."""
    client, there = assessment.facts.client, assessment.elsewhere
    if client.elsewhere is None or there is None:
        return None
    found = session_elsewhere(there.matcher, chosen, groups, order=order)
    names = {row.done.drill: list(row.done.names) for row in found.rows if row.done is not None}
    pictured, session = album_of(assessment.library).words, found.session
    return {
        **client.elsewhere.model_dump(mode="json"),
        "seconds": session.time.total,
        "timeline": [one.model_dump() for one in timeline(session, floor_care=there.screen.rules.floor_care)],
        "have_ready": list(session.have_ready),
        "groups": [group.model_dump(mode="json") for group in session.groups],
        "left_out": [assessment.library.title(drill) for drill in found.left_out],
        "drills": [
            {
                "drill": item.drill.id, "side": item.planned_side, "method": item.method, "step": item.step,
                "place": item.place, "rest": item.rest, "names": names.get(item.drill.id, []),
                "manner": item.manner.model_dump(mode="json", exclude_defaults=True) or None,
                "stands_for": found.stands_for.get(item.drill.id, ""),
                "prescription": sheet_entry(there.matcher, item, pictured, bands).model_dump(mode="json"),
            }
            for item in session.drills
        ],
    }  # fmt: skip
