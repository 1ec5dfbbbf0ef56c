"""Red flags: which are asked, what is unanswered, which are raised, and what that means."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from easepath.core.facts import ClientFactor, Situation
from easepath.core.ids import Answers, Factors, FlagItems
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition, RedFlag
from easepath.core.measure.values import Measurements
from easepath.core.reasons import Reason
from easepath.core.screening.contexts import contexts_told
from easepath.core.screening.falls import falls_unanswered
from easepath.core.screening.home_signs import told_at_home
from easepath.core.screening.pressure import pressure_on
from easepath.core.signs import open_checks
from easepath.core.story import answer, complaint_regions, context
from easepath.core.vocabulary import FlagAction, Outcome

STRONG_PAIN = 8
"""Pain now, of 10, with which nobody is simply clear."""
OTTAWA_AGE = 55
"""Years from which on a knee that was hurt is looked at by a doctor whatever else is found."""
ACTION_OUTCOME: dict[FlagAction, Outcome] = {
    "emergency": "emergency", "same-day": "refer", "within-days": "hold", "discuss": "hold",
}  # fmt: skip
GRAVEST: tuple[Outcome, ...] = ("emergency", "refer", "hold", "incomplete", "careful", "clear")
ACTION_ORDER: tuple[FlagAction, ...] = ("emergency", "same-day", "within-days", "discuss")


@dataclass(frozen=True)
class RaisedFlag:
    """A red flag that is raised: what must happen, whether it blocks a program, and why."""

    id: str
    action: FlagAction
    blocks: bool
    reason: Reason


@dataclass(frozen=True)
class AskedFlag:
    """A red flag asked for this client and the words still unanswered in it."""

    flag: RedFlag
    unanswered: tuple[str, ...]


@dataclass(frozen=True)
class FlagResult:
    """The whole of the red-flag questions."""

    asked: tuple[AskedFlag, ...]
    raised: tuple[RaisedFlag, ...]
    unanswered: tuple[str, ...]
    ruled_out: tuple[RedFlag, ...]
    """Flags of the region that are not asked because their context was answered no."""
    contexts: Mapping[str, bool | None]
    """Every context question as it counts: answered, told by a factor, a measurement or a session, or not known."""

    @property
    def blocking(self) -> bool:
        """Whether any raised flag blocks a program."""
        return any(flag.blocks for flag in self.raised)


class _Answers:
    """Answers, contexts, age and factors as the flag rules read them."""

    def __init__(self, library: Library, situation: Situation, factors: tuple[ClientFactor, ...]) -> None:
        self.complaint = situation.complaint
        self.age = situation.client.age
        self._contexts = contexts_told(library, situation, factors)
        self.factors = frozenset(factor.id for factor in factors)
        self._told = told_at_home(library, situation, factors)
        self._pressure = pressure_on(situation.today, situation.sittings_anywhere)
        self._raised_items = {
            finding.raises
            for finding in library.findings
            if finding.raises and finding.observed in situation.complaint.observed
        } | self._told

    def item(self, word: str) -> bool | None:
        """The answer to an item; ticked observations, sessions at home and today's blood pressure included."""
        if word in self._raised_items or (word == FlagItems.PRESSURE_180 and self._pressure.high):
            return True
        return answer(self.complaint, word)

    def context(self, word: str) -> bool | None:
        """The answer to a context question."""
        if word in self._told:
            return True
        if word == Answers.BLOOD_PRESSURE_MEASURED and (
            self._pressure.taken or Factors.HIGH_BLOOD_PRESSURE in self.factors
        ):
            return True
        if self._contexts.get(word):
            return True
        told = context(self.complaint, word)
        return self._contexts.get(word) if told is None else told

    def raises_any(self, flag: RedFlag) -> bool:
        """Whether a ticked observation, or a session at home, answers one of the flag's items or its context."""
        return bool(self._raised_items & {*flag.items, flag.only_if})

    def member(self, word: str) -> bool:
        """Whether one member of a raising group is positive: an item, a factor, or an age."""
        if word.startswith("factor:"):
            return word.removeprefix("factor:") in self.factors
        if word.startswith("age>="):
            return self.age is not None and self.age >= int(word[5:])
        if word.startswith("age<"):
            return self.age is not None and self.age < int(word[4:])
        return self.item(word) is True


def _is_cleared(situation: Situation, flag: RedFlag) -> bool:
    """Whether a doctor cleared a flag, and nothing of it was told at home since."""
    cleared = situation.clearance.get(flag.id)
    if cleared is None:
        return False
    since = [check.date for check in open_checks(situation) if check.item in flag.home_check]
    return cleared.date is None or all(date <= cleared.date for date in since)


def ask_flags(
    library: Library,
    situation: Situation,
    measured: Measurements,
    factors: tuple[ClientFactor, ...],
    profile: Condition | None,
) -> FlagResult:
    """Ask every flag of the client's regions; raise what is known, list what is not answered."""
    answers = _Answers(library, situation, factors)
    regions = complaint_regions(library, situation.complaint)
    here = [
        flag
        for flag in library.red_flags.values()
        if _belongs(flag, regions, answers) and not _is_cleared(situation, flag)
    ]
    asked = tuple(AskedFlag(flag, _unanswered(flag, answers)) for flag in here if not _ruled_out(flag, answers))
    ruled_out = tuple(flag for flag in here if _ruled_out(flag, answers))
    raised = [raised for entry in asked if (raised := _raise(library, entry.flag, answers)) is not None]
    raised.sort(key=lambda flag: ACTION_ORDER.index(flag.action))
    words = [word for entry in asked for word in entry.unanswered]
    words += _missing_basics(library, situation, measured, profile)
    if falls_unanswered(library, situation, factors):
        words.append(Answers.FALLS_RISK)
    contexts = {word: answers.context(word) for word in sorted(library.contexts)}
    return FlagResult(asked, tuple(raised), tuple(dict.fromkeys(words)), ruled_out, contexts)


def _belongs(flag: RedFlag, regions: frozenset[str], answers: _Answers) -> bool:
    """Whether a flag is of the client's regions, contexts, observations and age."""
    here = "any" in flag.regions or bool(regions & set(flag.regions))
    also = flag.also_if is not None and answers.context(flag.also_if) is True
    return (here or also or answers.raises_any(flag)) and _age_fits(flag, answers.age)


def _ruled_out(flag: RedFlag, answers: _Answers) -> bool:
    return flag.only_if is not None and answers.context(flag.only_if) is False


def _age_fits(flag: RedFlag, age: float | None) -> bool:
    if age is None:
        return True
    if flag.age_below is not None and age >= flag.age_below:
        return False
    return flag.age_between is None or flag.age_between[0] <= int(age) <= flag.age_between[1]


def _unanswered(flag: RedFlag, answers: _Answers) -> tuple[str, ...]:
    if flag.only_if is not None and answers.context(flag.only_if) is None:
        return (flag.only_if,)
    return tuple(word for word in dict.fromkeys((*flag.items, *flag.all_of)) if answers.item(word) is None)


def _missing_basics(
    library: Library, situation: Situation, measured: Measurements, profile: Condition | None
) -> Iterator[str]:
    if situation.client.age is None:
        yield "age"
    if profile is None and situation.complaint.region is None:
        yield "region"
    for word in profile.ask_first if profile else ():
        if word in library.measures:
            if any(not measured.series(word, measured.key(word, s)) for s in situation.complaint.affected):
                yield word
        elif word not in situation.complaint.observed and answer(situation.complaint, word) is None:
            yield word


def _raise(library: Library, flag: RedFlag, answers: _Answers) -> RaisedFlag | None:
    if flag.only_if is not None and answers.context(flag.only_if) is not True:
        if not answers.raises_any(flag):
            return None
    positive = [item for item in flag.items if answers.item(item) is True]
    facts: dict[str, object] = {"flag": flag.id, "positive": [library.flag_items[item] for item in positive]}
    if flag.rule == "wells-dvt":
        return _raise_clot(flag, positive, answers, facts)
    if _is_raised(flag, positive, answers):
        return RaisedFlag(flag.id, flag.action, flag.blocks, Reason("red-flag", facts=facts))
    return None


def _is_raised(flag: RedFlag, positive: list[str], answers: _Answers) -> bool:
    if flag.raise_when:
        return any(all(answers.member(word) for word in group) for group in flag.raise_when)
    if flag.all_of:
        remaining = [item for item in positive if item not in flag.all_of]
        return all(answers.item(word) is True for word in flag.all_of) and len(remaining) >= flag.count_at_least
    if flag.rule == "ottawa-knee":
        return bool(positive) or (answers.age is not None and answers.age >= OTTAWA_AGE)
    if not flag.items:
        return answers.age is not None
    return bool(positive)


def _raise_clot(flag: RedFlag, positive: list[str], answers: _Answers, facts: dict[str, object]) -> RaisedFlag | None:
    score = sum(flag.points.get(item, 0) for item in positive)
    raised = score >= (flag.raise_at or 0) or any(item in flag.strong for item in positive)
    reason = Reason("red-flag-clot-score", facts=facts | {"score": score, "threshold": flag.raise_at})
    if raised:
        return RaisedFlag(flag.id, flag.action, flag.blocks, reason)
    if flag.otherwise_action is None:
        return None
    return RaisedFlag(flag.id, flag.otherwise_action, flag.blocks, reason)


def outcome_of(flags: FlagResult, factors: tuple[ClientFactor, ...], pain_now: float | None = None) -> Outcome:
    """The gravest of the raised flags, of what is unanswered, of the factors and of very strong pain now."""
    found: list[Outcome] = [ACTION_OUTCOME[flag.action] if flag.blocks else "careful" for flag in flags.raised]
    if flags.unanswered:
        found.append("incomplete")
    if factors or (pain_now is not None and pain_now >= STRONG_PAIN):
        found.append("careful")
    return min(found, key=GRAVEST.index, default="clear")


def issues_program(outcome: Outcome) -> bool:
    """From incomplete upward no program is issued until answered or cleared."""
    return outcome in ("clear", "careful")
