"""What Compose shows: the draft on the tape, exact sessions for several lengths, what is covered and what is not."""

from __future__ import annotations

from typing import Any

from easepath.clinic.facts.desk import desk_of
from easepath.clinic.facts.draft import draft_drills
from easepath.clinic.repository import Record
from easepath.clinic.selectors.choices import choices_view
from easepath.clinic.selectors.titles import title_of
from easepath.core.assessment import Assessment
from easepath.core.compose import Composed, Prescription, Session, assemble, compose
from easepath.core.compose.coverage import WEEKLY_STRETCH, coverage_of, swaps_for
from easepath.core.compose.prescription import weekly_stretch_seconds
from easepath.core.compose.sheet import timeline
from easepath.core.compose.weekly import ladder_for
from easepath.core.dose.words import dose_words
from easepath.core.match import allowed_methods
from easepath.core.vocabulary import SIDES, Verdict
from easepath.figure.album import Wanted, album_of

LENGTHS = (7, 10, 12, 20)


def compose_view(record: Record) -> dict[str, Any]:
    """The draft, its choices by hand, and the exact sessions side by side."""
    visit, assessment = record.visit, record.assessment
    session = assemble(assessment.matcher, draft_drills(record), keep_order=visit.arranged)
    own = assessment.screen.situation.client.minutes
    lengths = sorted({*LENGTHS, *([int(own)] if own else [])})
    return {
        "lengths": [_option(assessment, minutes, own) for minutes in lengths],
        "drills": [_drill(assessment, item, [d.drill.id for d in session.drills]) for item in session.drills],
        "coverage": _coverage(assessment, session),
        "desk": desk_of(assessment, session, record.complaint),
        "arranged": visit.arranged,
        "issues_program": assessment.screen.issues_program,
        "draft": [
            {"drill": r.drill, "side": r.side, "method": r.method, "step": r.step, "place": r.place}
            for r in record.draft
        ],
        "stage": assessment.matcher.stage.stage if assessment.matcher.stage else None,
        "stage_fixed": record.version is not None,
        "choices": choices_view(record),
        "timeline": timeline(session, floor_care=assessment.screen.rules.floor_care),
    }  # fmt: skip


def _option(assessment: Assessment, minutes: int, own: float | None) -> dict[str, Any]:
    """One exact session: its drills as a draft would hold them, its tape, and what it leaves uncovered."""
    found = compose(assessment.matcher, float(minutes))
    library = assessment.library
    return {
        "minutes": minutes, "own": own == minutes, "seconds": found.time.total,
        "drills": [
            {
                "drill": item.drill.id, "title": title_of(assessment, item.drill.id), "phase": item.drill.phase,
                "place": item.place, "seconds": item.seconds,
                "side": item.sides[0].side if len(item.sides) == 1 else "both",
            }
            for item in found.drills
        ],
        "timeline": _tape(assessment, found),
        "uncovered": [{"need": row.need, "reason": row.reason.text(library)} for row in found.uncovered],
        "reason": None if found.reason is None else found.reason.text(library),
        "minutes_to_cover": found.minutes_to_cover, "proved": found.proved,
    }  # fmt: skip


def _tape(assessment: Assessment, found: Composed) -> list[dict[str, Any]]:
    session = Session(found.drills, found.time, (), False, ())
    return timeline(session, floor_care=assessment.screen.rules.floor_care)


def _drill(assessment: Assessment, item: Prescription, others: list[str]) -> dict[str, Any]:
    """One drill of the draft with everything that may be chosen about it."""
    matcher, library, drill = assessment.matcher, assessment.library, item.drill
    side = item.sides[0].side if len(item.sides) == 1 else "both"
    sides = drill.sides_done(side)
    ladder = ladder_for(matcher, drill, item.method, sides)
    return {
        "drill": drill.id, "title": title_of(assessment, drill.id), "phase": drill.phase, "place": item.place,
        "side": side, "one_sided": drill.sides == "each", "method": item.method, "step": item.step,
        "seconds": item.seconds,
        "words": [{"side": s.side, "words": dose_words(s.dose, item.method)} for s in item.sides],
        "days_per_week": item.days_per_week, "per_day": item.per_day, "verdict": item.verdict.word,
        "needs": sorted(drill.needs, key=lambda need: -matcher.weigh(drill, need)),
        "steps": [
            {"step": step, "words": dose_words(ladder.at(step), item.method)} for step in range(-1, ladder.top + 1)
        ],
        "methods": [{"id": m, "name": library.methods[m].name} for m in allowed_methods(matcher, drill, sides)],
        "places": [p for p in drill.places if _open_at(assessment, item, p)],
        "swaps": [
            {"id": c.drill.id, "name": title_of(assessment, c.drill.id), "score": c.score}
            for c in swaps_for(matcher, drill, side, others)
        ],
        "picture": album_of(library).name(drill.id),
        "alt": album_of(library).alt(Wanted(drill.id, item.sides[0].side, place=item.place)),
    }  # fmt: skip


def _open_at(assessment: Assessment, item: Prescription, place: str) -> bool:
    if place not in assessment.screen.situation.client.places:
        return False
    sides = SIDES if item.drill.sides == "both" else [s.side for s in item.sides]
    verdicts = [assessment.screen.verdict(item.drill, side).by_mode.get((item.method, place)) for side in sides]
    return all(v is not None and v < Verdict.EXCLUDE for v in verdicts)


def _coverage(assessment: Assessment, session: Session) -> list[dict[str, Any]]:
    """Each need: its weight, the best share the draft gives it, and seconds under stretch a week."""
    stretch: dict[str, float] = {}
    for item in session.drills:
        for need, seconds in weekly_stretch_seconds(item).items():
            stretch[need] = stretch.get(need, 0) + seconds
    return [
        {
            "need": row.need, "weight": round(row.weight, 4), "share": round(row.share, 4), "must": row.must,
            "covered": row.covered, "drills": [title_of(assessment, drill) for drill in row.drills],
            "stretch_seconds": round(stretch[row.need]) if row.need in stretch else None,
            "stretch_threshold": WEEKLY_STRETCH if row.need in stretch else None,
        }
        for row in coverage_of(assessment.matcher, session)
    ]  # fmt: skip
