"""What Measure shows: the bench in its order, every value with its error, patterns as they form, and goals."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from easepath.clinic.actions.save_measure import Measuring
from easepath.clinic.repository import Record
from easepath.core.assessment import Assessment
from easepath.core.knowledge.models import Measure
from easepath.core.measure.bench import BenchTest, bench, position_changes
from easepath.core.measure.error import blend
from easepath.core.measure.trend import forecast, trend
from easepath.core.measure.values import Row
from easepath.core.vocabulary import SIDES, SideWord

DECIMALS = 2


def measure_view(record: Record, added: Iterable[str] = ()) -> dict[str, Any]:
    """The tests of this visit with what is known of each on each side, and what the values say together."""
    assessment = record.assessment
    library = assessment.library
    known = [measure for measure in added if measure in library.measures]
    tests = bench(assessment.screen, known)
    profile = assessment.screen.profile
    signs = dict.fromkeys((*(profile.observe if profile else ()), *library.signs))
    return {
        "tests": [_test(assessment, test) for test in tests],
        "source": f"rules: {library.sources['rules']}",
        "position_changes": position_changes(assessment.screen, tests),
        "others": [
            {"id": m.id, "name": m.name} for m in library.measures.values() if m.id not in {t.measure for t in tests}
        ],
        "signs": [
            {
                "id": sign, "text": library.signs[sign].text,
                "asked": bool(profile and sign in profile.observe),
                "pattern": next((f.pattern for f in library.findings if f.observed == sign), None),
            }
            for sign in signs
        ],
        "patterns": pattern_lines(assessment),
        "findings": finding_lines(assessment),
        "step": Measuring.of(record).as_data(),
    }  # fmt: skip


def _test(assessment: Assessment, test: BenchTest) -> dict[str, Any]:
    library = assessment.library
    measure = library.measures[test.measure]
    situation = assessment.screen.situation
    error = blend(measure.mdc_at(situation.client.years), situation.errors.get(measure.id))
    sides: tuple[SideWord, ...] = SIDES if measure.both_sides else ("both",)
    return {
        "measure": measure.id, "name": measure.name, "unit": measure.unit, "better": measure.better,
        "position": measure.position or "", "why": test.why, "guard": measure.guard or "", "note": measure.note or "",
        "valid": list(measure.valid), "plausible": list(measure.plausible),
        "norm": measure.norm_at(assessment.screen.situation.client.years), "source": measure.source or measure.basis,
        "error": {
            "default": error.default, "own": None if error.own is None else round(error.own.mdc, DECIMALS),
            "repeats": 0 if error.own is None else error.own.degrees_of_freedom,
            "in_use": round(error.used, DECIMALS),
        },
        "sides": [_side(assessment, measure, side) for side in sides],
    }  # fmt: skip


def _side(assessment: Assessment, measure: Measure, side: SideWord) -> dict[str, Any]:
    screen, library = assessment.screen, assessment.library
    verdict = screen.measures[measure.id][side]
    row = screen.measured.rows.get((measure.id, side))
    series = screen.measured.series(measure.id, side)
    anywhere = screen.measured.latest_anywhere(measure.id, side)
    return {
        "side": side,
        "verdict": verdict.verdict.word,
        "reasons": [reason.as_data(library) for reason in verdict.reasons],
        "row": None if row is None else row_line(row),
        "series": [
            {"date": str(s.date), "value": round(s.value, DECIMALS), "state": s.state or ""} for s in series
        ],
        "trend": _trend_words(assessment, measure, side),
        "elsewhere": None if anywhere is None or not anywhere.elsewhere else {
            "date": str(anywhere.date), "value": round(anywhere.value, DECIMALS), "state": anywhere.state or "",
        },
    }  # fmt: skip


def row_line(row: Row) -> dict[str, Any]:
    """One measured value with everything that is told about it."""
    return {
        "value": round(row.value, DECIMALS), "trials": list(row.trials), "spread": round(row.spread, DECIMALS),
        "single": len(row.trials) == 1, "mdc": round(row.mdc, DECIMALS), "repeat": row.spread > row.mdc,
        "reference": None if row.reference is None else round(row.reference, DECIMALS),
        "reference_from": row.reference_from,
        "deficit": None if row.deficit is None else round(row.deficit, DECIMALS), "grade": row.grade,
        "side_difference": None if row.side_difference is None else round(row.side_difference, DECIMALS),
        "difference_real": row.side_difference is not None and abs(row.side_difference) > row.mdc,
        "change": row.change, "change_from_first": row.change_from_first, "date": str(row.sitting.date),
        "state": row.sitting.state or "",
    }  # fmt: skip


def _trend_words(assessment: Assessment, measure: Measure, side: SideWord) -> str:
    """The trend in words; empty before there is a second sitting."""
    screen = assessment.screen
    series = screen.measured.series(measure.id, side)
    if len(series) < 2:
        return ""
    found = trend([(s.date, s.value) for s in series])
    if found is None:
        return "too early to say: a trend needs 4 sittings over 14 days"
    words = f"{found.per_week:+.1f} {measure.unit} a week ({found.low:+.1f} to {found.high:+.1f})"
    goal = screen.measured.goal(measure.id, side)
    if goal is None:
        return words
    ahead = forecast(found, series[-1].value, goal, measure.better)
    if ahead.kind == "range" and ahead.earliest is not None:
        latest = "not certain" if ahead.latest is None else f"{ahead.latest:.0f} weeks"
        return f"{words}; the goal in {ahead.earliest:.0f} weeks at the earliest, latest {latest}"
    return f"{words}; the goal: {ahead.kind}"


def pattern_lines(assessment: Assessment) -> list[dict[str, Any]]:
    """Every pattern that runs: its result in words, the tests that would settle it, the needs it gives."""
    library = assessment.library
    return [
        {
            "id": pattern.id, "name": library.patterns[pattern.id].name, "result": pattern.result,
            "words": library.patterns[pattern.id].results[pattern.result],
            "missing": [{"id": m, "name": library.measures[m].name} for m in pattern.missing],
            "needs": [{"id": need, "weight": weight} for need, weight in pattern.needs.items()],
            "unwanted": list(pattern.unwanted), "decided": pattern.decided,
        }
        for pattern in assessment.screen.patterns
    ]  # fmt: skip


def finding_lines(assessment: Assessment) -> list[dict[str, Any]]:
    """The needs as they stand, with what asks for each."""
    return [
        {
            "id": need.id, "weight": round(need.weight, 4), "computed": round(need.computed, 4),
            "sources": [{"kind": s.kind, "name": s.name, "weight": s.weight} for s in need.sources],
        }
        for need in assessment.matcher.needs.affected.values()
        if need.weight > 0 or any(s.kind != "condition" for s in need.sources)
    ]  # fmt: skip
