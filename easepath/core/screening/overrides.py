"""Overrides: a verdict made milder by a named person with a reason; the rule that spoke stays visible."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace

from easepath.core.facts import Override
from easepath.core.reasons import Reason
from easepath.core.screening.verdicts import DrillVerdict
from easepath.core.vocabulary import SideWord, Verdict

OVERRIDDEN = "overridden"
NEVER = frozenset({"surgery-uncleared", "falls-unanswered", "no-limit"})
"""Rules nobody overrides: what they ask for is recorded, not argued with. Nor does anybody a surgeon's limit."""
MILDER = {Verdict.CAUTION: Verdict.CAUTION, Verdict.MODIFY: Verdict.CAUTION, Verdict.EXCLUDE: Verdict.MODIFY}
Verdicts = Mapping[SideWord, DrillVerdict]
"""The verdicts of one drill by side."""


def may_be_overridden(verdict: DrillVerdict, *, by_lead: bool) -> Reason | None:
    """Why this verdict may not be overridden by that person; None when it may."""
    if verdict.verdict is Verdict.CLEAR:
        return Reason("override-nothing")
    if any(reason.rule == OVERRIDDEN for reason in verdict.reasons):
        return Reason("override-stands", verdict.verdict)
    for reason in verdict.reasons:
        surgeons = reason.verdict >= Verdict.MODIFY and reason.facts.get("by") == "surgeon"
        if surgeons or (reason.verdict is Verdict.EXCLUDE and reason.code in NEVER):
            return Reason("override-never", Verdict.EXCLUDE, {"why": reason})
    if verdict.verdict is Verdict.EXCLUDE and not by_lead:
        return Reason("override-needs-lead", Verdict.EXCLUDE)
    return None


def with_overrides(by_side: Verdicts, overrides: Iterable[Override]) -> Verdicts:
    """The verdicts of a drill under each of its overrides that still fits: a refusal becomes changed, a change care.

    Overrides never stack: a verdict that one of them made milder is made no milder by the next.
    """
    found = dict(by_side)
    for override in overrides:
        for side in [s for s in found if override.side in (None, "both", s) or s == "both"]:
            if may_be_overridden(found[side], by_lead=override.by_lead) is None:
                found[side] = _milder(found[side], override)
    return found


def _milder(verdict: DrillVerdict, override: Override) -> DrillVerdict:
    ceiling = MILDER[verdict.verdict]
    said = Reason(
        OVERRIDDEN, ceiling,
        {"by": override.by, "reason": override.reason, "was": verdict.verdict.word, "why": verdict.reasons[0]},
    )  # fmt: skip
    return verdict._replace(
        verdict=ceiling,
        reasons=(said, *_capped(verdict.reasons, ceiling)),
        by_mode={mode: min(found, ceiling) for mode, found in verdict.by_mode.items()},
    )


def _capped(reasons: tuple[Reason, ...], ceiling: Verdict) -> tuple[Reason, ...]:
    """Reasons no graver than the override leaves them, each with what it was."""
    return tuple(
        replace(r, verdict=ceiling, facts={**r.facts, "was": r.verdict.word}) if r.verdict > ceiling else r
        for r in reasons
    )


def with_override(verdict: DrillVerdict, reasons: tuple[Reason, ...]) -> tuple[Reason, ...]:
    """Reasons of another method or place of a drill, under the override its verdict carries."""
    said = next((reason for reason in verdict.reasons if reason.rule == OVERRIDDEN), None)
    return reasons if said is None else (said, *_capped(reasons, said.verdict))
