"""How the drills of a draft stand to the rules: why they would leave one out, and what may change at home."""

from __future__ import annotations

from easepath.api.schemas.plan import StandingOrderIn
from easepath.api.views.base import Named
from easepath.clinic.facts.draft import Draft
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.adjust.by_hand import by_hand, out_of_order
from easepath.core.adjust.standing_order import offered_orders, stand_ins
from easepath.core.adjust.view import Context
from easepath.core.reasons import Reason


class StandingDrill(View):
    """A drill of the draft: why the rules would leave it out, what is offered for home, what may stand in for it."""

    drill: str
    why: list[str]
    offered: StandingOrderIn
    stand_ins: list[Named]


class ByHandOut(View):
    """Every drill of the draft, and the titles of those that stand behind one the usual order puts after them."""

    drills: list[StandingDrill]
    out_of_order: list[str]


MOST_OFFERED = 6


def by_hand_view(record: Record) -> ByHandOut:
    """The draft judged as if it were the running plan."""
    assessment = Draft.in_sight(record).as_plan(record.assessment)
    library, context = assessment.library, Context(assessment.matcher, assessment.log)
    others = {
        planned.drill: [Named(id=one.id, name=library.title(one.id)) for one in list(stand_ins(context, planned))]
        for planned in context.planned
    }
    offered = offered_orders(context)
    return ByHandOut(
        drills=[
            StandingDrill(
                drill=planned.drill,
                why=[Reason(f"by-hand-{word}").text(library) for word in by_hand(context, planned)],
                offered=StandingOrderIn(**offered[planned.drill].model_dump()),
                stand_ins=others[planned.drill][:MOST_OFFERED],
            )
            for planned in context.planned
        ],
        out_of_order=[library.title(drill) for drill in out_of_order(context)],
    )
