"""The library: what the forms offer, and the drills with their pictures."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.library import DrillCard, DrillPage, Options
from easepath.clinic.selectors.library import drill_cards, drill_page
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import PLACES

router = Router(tags=["library"])


@router.get("/library/options", response=Options, operation_id="read_options")
def read_options(request: HttpRequest) -> dict[str, Any]:
    """Conditions, factors, equipment, places, and the names of rules and exposures."""
    staff(request)
    library = shipped_library()
    return {
        "conditions": [
            {"id": c.id, "name": c.name, "region": c.region, "words": list(c.words), "staged": bool(c.gates)}
            for c in library.conditions.values()
        ],
        "factors": [
            {
                "id": f.id, "name": f.name, "sided": f.side == "same",
                "dated": f.needs in ("weeks_since", "days_since"), "note": f.note or "", "asks": f.needs or "",
                "parameters": {name: list(answers) for name, answers in f.parameters.items()},
            }
            for f in library.factors.values()
        ],
        "equipment": [
            {"id": s.id, "name": s.name} for s in library.standins.values() if s.place is None
        ],
        "places": list(PLACES),
        "exposures": [{"id": e.id, "name": e.means} for e in library.exposures.values()],
        "rules": [{"id": r.id, "name": r.name} for r in library.rules.values()],
        "methods": [{"id": m.id, "name": m.name} for m in library.methods.values()],
        "movements": sorted(library.movements),
        "regions": list(library.regions),
        "areas": [{"id": a.id, "view": a.view, "name": a.name} for a in library.areas.values()],
        "knowledge_version": library.version,
    }  # fmt: skip


@router.get("/library/drills", response=list[DrillCard], operation_id="read_drills")
def read_drills(request: HttpRequest) -> list[dict[str, Any]]:
    """Every drill of the library, in the order of the phases."""
    staff(request)
    return drill_cards()


@router.get("/library/drills/{drill}", response={200: DrillPage, 404: Problem}, operation_id="read_drill")
def read_drill(request: HttpRequest, drill: str) -> dict[str, Any]:
    """One drill whole: its wording, doses, loads and neighbours on the ladder."""
    staff(request)
    return drill_page(drill)
