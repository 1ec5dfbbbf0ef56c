"""What a client needs from the clinic today, and why: one line for the caseload."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from easepath.core.adjust.decision import DrillReview
from easepath.core.adjust.review import Review
from easepath.core.assessment import Assessment
from easepath.core.facts import LogEntry
from easepath.core.knowledge.library import Library
from easepath.core.reasons import Reason

Kind = Literal["unreadable", "stop", "held", "look", "answer", "ask", "step-up", "plan", "steady"]
URGENCY: tuple[Kind, ...] = ("unreadable", "stop", "held", "look", "answer", "ask", "step-up", "plan", "steady")


@dataclass(frozen=True)
class Attention:
    """How urgent a client is, what to do in a few words, and the sentence that says why."""

    kind: Kind
    what: str
    why: str

    @property
    def urgency(self) -> int:
        """Position in the order of urgency, 0 the most urgent."""
        return URGENCY.index(self.kind)


def attention(assessment: Assessment) -> Attention:
    """The most urgent thing about a client today."""
    screen, library = assessment.screen, assessment.library
    if screen.flags.blocking:
        flag = next(flag for flag in screen.flags.raised if flag.blocks)
        kind: Kind = "stop" if flag.action in ("emergency", "same-day") else "held"
        words = {
            "emergency": "emergency now", "same-day": "doctor today", "within-days": "doctor within days",
            "discuss": "discuss with a doctor",
        }  # fmt: skip
        return Attention(kind, words[flag.action], flag.reason.text(library))
    if screen.suspended_by is not None:
        rule = library.rules["body"]
        return Attention("stop", rule.what, _sign_words(library, screen.suspended_by))
    if screen.flags.unanswered:
        count = len(screen.flags.unanswered)
        return Attention("answer", "finish the screen", f"{count} {'question' if count == 1 else 'questions'} open")
    if not screen.situation.plan.drills:
        return Attention("plan", "make a program", "screened, nothing handed over yet")
    return _from_review(assessment.review)


def _sign_words(library: Library, sign: LogEntry) -> str:
    facts = {"symptom": sign.symptom, "date": str(sign.date), "drill": library.title(sign.drill)}
    return Reason("plan-body", facts=facts).text(library)


def _from_review(found: Review) -> Attention:
    library = found.context.library
    speaking = [(library.rules[drill.decision.rule], drill) for drill in found.drills]
    for rule, drill in speaking:
        if rule.attention == "look":
            return Attention("look", rule.what, _why(found, drill))
    for proposal in found.plan:
        rule = library.rules[proposal.rule]
        if rule.attention == "ask":
            return Attention("ask", rule.what, proposal.reason.text(library))
    for rule, drill in speaking:
        if rule.attention == "ask":
            return Attention("ask", rule.what, _why(found, drill))
    rising = [drill for drill in found.drills if drill.decision.action == "progress"]
    if rising:
        return Attention("step-up", "ready to step up", _why(found, rising[0]))
    for proposal in found.plan:
        if proposal.gate is not None and proposal.gate.opens:
            return Attention("step-up", "gate may open", proposal.reason.text(library))
    return Attention("steady", "nothing today", "the program runs as planned")


def _why(found: Review, drill: DrillReview) -> str:
    return f"{drill.drill.name}: {drill.decision.reason.text(found.context.library)}"
