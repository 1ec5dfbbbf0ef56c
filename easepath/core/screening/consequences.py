"""What the screen does to a client's drills, by what causes it: to act on, to know, or only noted."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace
from typing import Literal, get_args

from easepath.core.ids import Factors
from easepath.core.reasons import Reason
from easepath.core.screening.screen import ScreenResult
from easepath.core.vocabulary import Verdict

Kind = Literal["act", "know", "noted"]
KINDS: tuple[Kind, ...] = get_args(Kind)
Todo = Literal["measure", "limit", "falls", "clearance"]
NO_CHANGE = frozenset({"other-method", "other-place"})
"""Reasons that say how a drill is done: another method or place alone is no consequence of what was found."""
TODOS: Mapping[str, Todo] = {
    "range-measure-first": "measure", "range-unmeasured-refused": "measure", "no-limit": "limit",
    "falls-unanswered": "falls", "surgery-uncleared": "clearance",
}  # fmt: skip
"""By what a reason says, what a clinician can do about it now."""
SHARED: Mapping[str, str] = {
    "range-measure-first": "measure-first-for-all", "range-unmeasured-refused": "unmeasured-refused-for-all",
}  # fmt: skip
"""Reasons that name the degrees one drill needs, and what is said of them for many drills."""


@dataclass(frozen=True)
class Part:
    """One sentence of a cause, how grave it is, and the drills it speaks about."""

    verdict: Verdict
    text: str
    drills: tuple[str, ...]


@dataclass(frozen=True)
class Consequence:
    """What one cause does: `verdicts` are the drills it decides, `needed` and `on_sheet` those of them that matter.

    A drill is decided by every cause that speaks as gravely as its verdict. `todo` is what can be done about it now.
    """

    cause: str
    kind: Kind
    todo: Todo | None
    parts: tuple[Part, ...]
    verdicts: Mapping[str, Verdict]
    needed: tuple[str, ...]
    on_sheet: tuple[str, ...]

    def count(self, verdict: Verdict) -> int:
        """How many drills it decides with a verdict."""
        return sum(1 for given in self.verdicts.values() if given is verdict)


def drill_verdicts(screen: ScreenResult) -> Mapping[str, Verdict]:
    """The verdict of every drill, the worse of the affected sides; another method alone is no change."""
    return {drill: _gravest(_reasons(screen, drill)) for drill in screen.drills}


def consequences(screen: ScreenResult, needed: Collection[str], on_sheet: Collection[str]) -> tuple[Consequence, ...]:
    """Every cause, what can be acted on first, then what decides most; `needed` and `on_sheet` are ids of drills."""
    said_of = {drill: _reasons(screen, drill) for drill in screen.drills}
    verdicts = {drill: _gravest(reasons) for drill, reasons in said_of.items()}
    spoken: dict[str, dict[str, list[Reason]]] = {}
    for drill, reasons in said_of.items():
        for reason in reasons:
            if reason.verdict > Verdict.CLEAR:
                spoken.setdefault(cause_of(reason), {}).setdefault(drill, []).append(reason)
    decided = {
        cause: {drill: verdicts[drill] for drill, said in by_drill.items() if _gravest(said) is verdicts[drill]}
        for cause, by_drill in spoken.items()
    }  # fmt: skip
    deciding = Counter(drill for drills in decided.values() for drill in drills)
    found = []
    for cause, by_drill in spoken.items():
        own = decided[cause]
        todo = next((TODOS[r.code] for reasons in by_drill.values() for r in reasons if r.code in TODOS), None)
        here = tuple(drill for drill in own if drill in needed), tuple(drill for drill in own if drill in on_sheet)
        matters = frozenset(here[0] + here[1])
        alone = frozenset(drill for drill in matters if deciding[drill] == 1)
        kind = _kind({drill: own[drill] for drill in matters}, can_help=todo is not None and bool(alone))
        found.append(Consequence(cause, kind, todo, _parts(screen, by_drill), own, *here))
    return tuple(sorted(found, key=_order))


def _gravest(reasons: Collection[Reason]) -> Verdict:
    return max((reason.verdict for reason in reasons), default=Verdict.CLEAR)


def _kind(matters: Mapping[str, Verdict], *, can_help: bool) -> Kind:
    """To act on where that alone opens a drill that matters; to know where one is refused or changed; else noted."""
    if can_help:
        return "act"
    return "know" if any(verdict >= Verdict.MODIFY for verdict in matters.values()) else "noted"


def _order(one: Consequence) -> tuple[int, int, int, int, str]:
    return KINDS.index(one.kind), -len(one.on_sheet), -len(one.needed), -len(one.verdicts), one.cause


def _parts(screen: ScreenResult, by_drill: Mapping[str, list[Reason]]) -> tuple[Part, ...]:
    """The sentences of one cause, the gravest first; what many drills share is one."""
    found: dict[tuple[Verdict, str], dict[str, None]] = {}
    for drill, reasons in by_drill.items():
        for reason in reasons:
            found.setdefault((reason.verdict, _sentence(screen, reason)), {})[drill] = None
    ordered = sorted(found.items(), key=lambda item: (-item[0][0], -len(item[1]), item[0][1]))
    return tuple(Part(verdict, text, tuple(drills)) for (verdict, text), drills in ordered)


def _sentence(screen: ScreenResult, reason: Reason) -> str:
    """The reason in words that many drills share: what is not measured yet is so whatever a drill needs of it."""
    return replace(reason, rule=SHARED.get(reason.code, reason.rule)).text(screen.library)


def cause_of(reason: Reason) -> str:
    """What a reason comes from: a factor, a movement on a side, or the rule itself."""
    facts = reason.facts
    if reason.code == "surgery-uncleared":
        return f"factor:{Factors.SURGERY_UNCLEARED}"
    if "factor_id" in facts:
        return f"factor:{facts['factor_id']}"
    if "movement" in facts:
        return f"movement:{facts['movement']}:{facts.get('side', 'both')}"
    return reason.code


def _reasons(screen: ScreenResult, drill: str) -> list[Reason]:
    affected = screen.situation.complaint.affected
    return [
        reason
        for side, verdict in screen.drills[drill].items() if side == "both" or side in affected
        for reason in verdict.reasons if reason.code not in NO_CHANGE
    ]  # fmt: skip
