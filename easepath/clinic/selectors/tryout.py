"""What Try shows: drills worth trying, what each did in the room, and the gain against its error."""

from __future__ import annotations

from typing import Any

from easepath.clinic.actions.save_tryouts import Trying
from easepath.clinic.repository import Record
from easepath.clinic.selectors.titles import title_of
from easepath.core.assessment import Assessment
from easepath.core.ids import Measures
from easepath.core.knowledge.models import Drill
from easepath.core.match.relief import dropped_drills
from easepath.core.tryout import gain_of
from easepath.core.vocabulary import SYMPTOMS


def tryout_view(record: Record) -> dict[str, Any]:
    """The drills of the draft and the ranking to pick from, the re-tests on offer, and every try-out so far."""
    visit, assessment = record.visit, record.assessment
    library, profile = assessment.library, assessment.screen.profile
    dropped = dropped_drills(library, assessment.screen.situation)
    retests = dict.fromkeys(
        (*(profile.retest if profile else ()), *(row.measure for row in assessment.screen.measured.rows.values()),
         Measures.PAIN_MOVEMENT)
    )  # fmt: skip
    rows = Trying.of(record)
    return {
        "choices": _choices(record),
        "retests": [
            {
                "id": m, "name": library.measures[m].name, "unit": library.measures[m].unit,
                "sided": library.measures[m].both_sides, "valid": list(library.measures[m].valid),
            }
            for m in retests
        ],
        "symptoms": list(SYMPTOMS),
        "step": rows.as_data(),
        "tried": [_tried(assessment, library.drills[one.drill], one, one.drill in dropped) for one in rows.tryouts],
        "earlier": [
            {"drill": row.drill, "title": title_of(assessment, row.drill), "side": row.side, "visit": row.visit_number}
            for row in record.tryouts if row.visit != visit.pk
        ],
    }  # fmt: skip


def _choices(record: Record) -> list[dict[str, Any]]:
    """Ticked drills first, then the ranking on the affected side."""
    assessment = record.assessment
    affected = assessment.screen.situation.complaint.affected
    ticked = [row.drill for row in record.draft]
    ranked = [c.drill.id for c in assessment.matcher.result.ranked if c.side == "both" or c.side in affected]
    return [
        {
            "drill": drill, "title": title_of(assessment, drill), "ticked": drill in ticked,
            "sides": ["both"] if assessment.library.drills[drill].sides == "both" else ["left", "right"],
        }
        for drill in dict.fromkeys((*ticked, *ranked))
    ]  # fmt: skip


def _tried(assessment: Assessment, drill: Drill, one: Any, dropped: bool) -> dict[str, Any]:
    library = assessment.library
    coaching = library.coaching.get(drill.id)
    gain = gain_of(library, assessment.screen.situation, one.measure, one.before, one.after)
    return {
        "drill": drill.id, "title": title_of(assessment, drill.id), "side": one.side,
        "faults": [{"id": f, "cue": cue} for f, cue in (coaching.faults.items() if coaching else ())],
        "setup": coaching.setup if coaching and coaching.setup else "",
        "lighter": list(coaching.lighter) if coaching else [], "deeper": list(coaching.deeper) if coaching else [],
        "felt": drill.felt, "dropped": dropped,
        "gain": None if gain is None else {"amount": round(gain.amount, 2), "error": gain.error, "kind": gain.kind},
    }  # fmt: skip
