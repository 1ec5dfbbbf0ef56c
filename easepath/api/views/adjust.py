"""What Adjust shows: proposals with their rule, their sessions, and what each would become."""

from __future__ import annotations

from typing import Any, Literal, get_args

from easepath.api.views.base import NoSide
from easepath.api.views.home import SessionOut, ToldSymptom, VersionLine, session_lines
from easepath.api.views.next_plan import NextPlanOut, next_plan_view
from easepath.api.views.rests import RestLine, rest_lines
from easepath.api.views.signs import HomeSign, sign_lines
from easepath.clinic import models
from easepath.clinic.errors import NotFoundError
from easepath.clinic.facts.proposals import ActionWord, ProposalToday, decisions_of, offered_instead, proposals_of
from easepath.clinic.facts.situation import dose_facts
from easepath.clinic.repository import Record
from easepath.clinic.sheet import picture_of
from easepath.clinic.shown import View
from easepath.core.adjust.at_home import HomeAction, at_home
from easepath.core.assessment import Assessment
from easepath.core.compose.weekly import ladder_for
from easepath.core.dose.words import dose_words
from easepath.core.vocabulary import ResponseClass, SideWord, one_of, side_word

DecisionWord = Literal["open", "accept", "change", "refuse"]
DECISIONS: tuple[DecisionWord, ...] = get_args(DecisionWord)


class Target(View):
    """A drill in a method at a dose step."""

    drill: str
    method: str
    step: int
    try_first: bool = False


class Choice(Target):
    """A dose step in words."""

    words: str


class Instead(Choice):
    """A drill offered in the place of one that a sign ends, with its name and pictures."""

    title: str
    picture: str


class ProposalSession(View):
    """A session as it stands behind a proposal."""

    id: str
    date: str
    kind: ResponseClass
    before: int | None
    during: int | None
    after: int | None
    morning: int | None
    symptom: ToldSymptom
    felt: str
    felt_side: NoSide
    felt_words: str
    why: str
    done_pct: int | None


class MissingOut(View):
    """What a gate still misses; a word can be confirmed by a clinician."""

    text: str
    word: str | None


class ProposalOut(View):
    """What a rule proposes, the facts, and the decision; `waits` says that a clinician has still to decide it.

    `words` is what it does, `grave` and `stop_sign` how it is shown, `decided_here` whether a clinician decides it at
    all.
    """

    key: str
    about: Literal["drill", "plan"]
    drill: str
    side: NoSide
    title: str
    response: Literal["", "calm", "stirred", "flared", "waiting"]
    rule: str
    rule_name: str
    rule_text: str
    threshold: str
    action: ActionWord
    words: str
    grave: bool
    decided_here: bool
    stop_sign: bool
    detail: str
    source: str | None
    differs: str
    by_hand: list[str]
    waits: bool
    to: Target | None
    to_words: str
    present: Choice | None
    opens: bool | None
    missing: list[MissingOut]
    decision: DecisionWord
    reason: str
    changed_to: Target | None
    changed_words: str
    decided_by: str | None
    sessions: list[ProposalSession]
    choices: list[Choice]
    instead: list[Instead]
    picture: str
    side_shown: NoSide
    to_picture: str
    name: str


class AtHomeOut(View):
    """What a drill turned into at home by itself, in words."""

    title: str
    words: str
    grave: bool


class ReviewOut(View):
    """The Adjust step.

    `next` is what the decisions so far come to, `at_home` what is not done as it was handed over.
    """

    version: int
    first_name: str
    adherence: float | None
    knowledge_version: str
    signs: list[HomeSign]
    rests: list[RestLine]
    proposals: list[ProposalOut]
    at_home: list[AtHomeOut]
    next: NextPlanOut


class ClosedReview(View):
    """What closing a review made."""

    version: VersionLine | None


def review_view(record: Record) -> ReviewOut:
    """Today's proposals with the sessions behind each, what each would become, and what was decided so far."""
    version = record.version
    if version is None:
        raise NotFoundError("there is no plan to review yet")
    assessment = record.assessment
    sessions = session_lines(record)
    planned = {row.drill: row for row in version.counted}
    decided = decisions_of(record.visit, version)
    today = proposals_of(assessment)
    return ReviewOut(
        version=version.number,
        first_name=record.complaint.client.first_name,
        adherence=assessment.review.share_done,
        knowledge_version=assessment.library.version,
        signs=sign_lines(record),
        rests=rest_lines(record),
        proposals=[_proposal(assessment, one, planned.get(one.drill), sessions, decided.get(one.key)) for one in today],
        at_home=_at_home(assessment),
        next=next_plan_view(record, version, [(one, decided.get(one.key)) for one in today]),
    )


def _proposal(
    assessment: Assessment,
    one: ProposalToday,
    planned: models.PlanDrill | None,
    sessions: list[SessionOut],
    row: models.Proposal | None,
) -> ProposalOut:
    rule = assessment.library.rules[one.rule]
    drill_sessions = [
        ProposalSession(
            id=s.id,
            date=s.date,
            kind=d.kind,
            before=s.before,
            during=d.during,
            after=s.after,
            morning=s.morning,
            symptom=d.symptom,
            felt=d.felt,
            felt_side=d.felt_side,
            felt_words=d.felt_words,
            why=d.why,
            done_pct=d.done_pct,
        )
        for s in reversed(sessions)
        for d in s.drills
        if s.left_out is None and d.kind is not None and d.drill == one.drill
    ]
    decision = None if row is None or one.waits(row) else row
    changed_to = decision.changed_to if decision else None
    return ProposalOut(
        key=one.key, about=one.about, drill=one.drill, side=one.side,
        title=assessment.library.title(one.drill) if one.drill else rule.name,
        response=one.response, rule=one.rule, rule_name=rule.name, rule_text=rule.text,
        threshold=rule.threshold, action=one.action,
        words=one.does.words if one.does else "", grave=one.does is not None and one.does.grave,
        decided_here=one.does is not None and one.does.decided, stop_sign=one.is_stop,
        detail=one.detail, differs=one.differs, by_hand=list(one.by_hand),
        source=one.source,
        waits=one.waits(row),
        to=_target(one.to), to_words=_target_words(assessment, one.to, one),
        present=None if planned is None else Choice(
            drill=planned.drill, method=planned.method, step=planned.step,
            words=planned.prescription["sides"][0]["words"],
        ),
        opens=one.facts.get("opens"), missing=[MissingOut(**missing) for missing in one.facts.get("missing", [])],
        decision=one_of(DECISIONS, decision.decision if decision else "open"),
        reason=decision.decision_reason if decision else "", changed_to=_target(changed_to),
        changed_words=_target_words(assessment, changed_to, one),
        decided_by=decision.decided_by.name if decision and decision.decided_by else None,
        sessions=drill_sessions[-6:],
        choices=[] if planned is None else _choices(assessment, planned),
        instead=[_instead(assessment, to, one) for to in offered_instead(assessment, one)],
        picture=picture_of(one.drill) if one.drill else "", side_shown=_side_shown(one),
        to_picture=picture_of(one.to["drill"]) if one.to and one.to["drill"] != one.drill else "",
        name=assessment.library.drills[one.drill].name if one.drill else "",
    )  # fmt: skip


def _instead(assessment: Assessment, to: dict[str, Any], one: ProposalToday) -> Instead:
    return Instead(
        drill=to["drill"], method=to["method"], step=to["step"], words=_dose(assessment, to, side_word(one.side)),
        title=assessment.library.title(to["drill"]), picture=picture_of(to["drill"]),
    )  # fmt: skip


def _side_shown(one: ProposalToday) -> NoSide:
    """The side a picture shows: the planned one, the left where both are."""
    return "left" if one.side == "both" else one.side


AT_HOME: dict[HomeAction, str] = {
    "suspend": "not done, and nothing else either", "stop": "not done", "pause": "paused", "rest": "rests",
    "ease": "done at", "instead": "replaced by", "progress": "already up to",
}  # fmt: skip


def _at_home(assessment: Assessment) -> list[AtHomeOut]:
    """Every drill that is not done as it was handed over, and how."""
    shown = []
    for one in at_home(assessment.review):
        library, to = assessment.library, one.to
        words = AT_HOME[one.action]
        if to is not None:
            other = "" if to.drill == one.planned.drill else f" {library.title(to.drill)},"
            words = f"{words}{other} {_dose(assessment, to.as_data(), side_word(one.planned.side or 'both'))}"
        grave = library.actions[one.action].grave if one.action in library.actions else False
        shown.append(AtHomeOut(title=library.title(one.planned.drill), words=words, grave=grave))
    return shown


def _target(to: dict[str, Any] | None) -> Target | None:
    return (
        None
        if to is None
        else Target(drill=to["drill"], method=to["method"], step=to["step"], try_first=to.get("try_first", False))
    )


def _target_words(assessment: Assessment, to: dict[str, Any] | None, one: ProposalToday) -> str:
    """Where a proposal leads, in words: the dose, and the drill where it is another."""
    if not to:
        return ""
    words = _dose(assessment, to, side_word(one.side))
    return words if to["drill"] == one.drill else f"{assessment.library.title(to['drill'])}: {words}"


def _dose(assessment: Assessment, to: dict[str, Any], side: SideWord) -> str:
    """The dose that a change leads to on a side: its own, else that of its step under the lift in force."""
    if to.get("dose"):
        return dose_words(dose_facts(to["dose"]), to["method"])
    drill = assessment.library.drills[to["drill"]]
    lift = assessment.review.cap_lift_of(drill.id)
    ladder = ladder_for(assessment.matcher, drill, to["method"], drill.sides_done(side), lift)
    return dose_words(ladder.at(to["step"]), to["method"])


def _choices(assessment: Assessment, planned: models.PlanDrill) -> list[Choice]:
    """Every dose step of the planned drill in words, for a change by hand."""
    drill = assessment.library.drills[planned.drill]
    sides = drill.sides_done(side_word(planned.side))
    ladder = ladder_for(assessment.matcher, drill, planned.method, sides, assessment.review.cap_lift_of(drill.id))
    return [
        Choice(
            drill=drill.id,
            method=planned.method,
            step=step,
            words=dose_words(ladder.at(step), planned.method),
        )
        for step in range(-1, ladder.top + 1)
    ]
