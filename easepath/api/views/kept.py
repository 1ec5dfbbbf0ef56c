"""A decision as it stood: the facts the rules read, what they told that day, and what today's rules tell of them."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from pydantic import ValidationError

from easepath.clinic import models
from easepath.clinic.moments import OUTCOMES, flag_words
from easepath.clinic.path import OUTCOME_WORDS
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.code_version import code_version
from easepath.core.errors import CaseError, UnknownIdError
from easepath.core.facts import Situation
from easepath.core.knowledge import shipped_library
from easepath.core.screening.consequences import drill_verdicts
from easepath.core.vocabulary import Verdict, one_of

OF = {"screening": "the screen", "hand-over": "the hand-over", "review": "the review"}


class RulesTold(View):
    """What the rules tell of facts; `fault` says why they cannot."""

    outcome: str
    irritability: str
    flags: tuple[str, ...]
    unanswered: int | None
    refused: int | None
    fault: str = ""


class KeptFact(View):
    """One fact as a person reads it."""

    name: str
    value: str


class KeptOut(View):
    """A decision as it stood; `then` is None where the rules' answer of that day was not kept with it.

    `same_rules` says whether knowledge and rules are today's.
    """

    of: str
    date: str
    same_rules: bool
    knowledge_version: str
    code_version: str
    facts: list[KeptFact]
    then: RulesTold | None
    now: RulesTold


def kept_view(kept: models.KeptFacts) -> KeptOut:
    """Kept facts, as they were read and as they would be read now."""
    library = shipped_library()
    return KeptOut(
        of=OF[kept.of], date=f"{kept.kept_at:%Y-%m-%d}", facts=list(_read(kept.facts)),
        same_rules=(kept.knowledge_version, kept.code_version) == (library.version, code_version()),
        knowledge_version=kept.knowledge_version, code_version=kept.code_version,
        then=_then(kept), now=_now(kept.facts),
    )  # fmt: skip


def _then(kept: models.KeptFacts) -> RulesTold | None:
    row = models.ScreeningResult.objects.filter(facts=kept).order_by("pk").last()
    if row is None:
        return None
    return RulesTold(
        outcome=OUTCOME_WORDS[one_of(OUTCOMES, row.outcome)], irritability=row.irritability,
        flags=tuple(flag_words(one["id"], kept.facts) for one in row.flags), unanswered=row.unanswered, refused=None,
    )  # fmt: skip


def _now(facts: dict[str, Any]) -> RulesTold:
    """What today's rules tell of the facts of another day, as of that day."""
    try:
        assessment = Assessment(shipped_library(), Situation.model_validate(facts, strict=False))
        screen = assessment.screen
        refused = sum(verdict is Verdict.EXCLUDE for verdict in drill_verdicts(screen).values())
        return RulesTold(
            outcome=OUTCOME_WORDS[screen.outcome], irritability=screen.irritability.level,
            flags=tuple(flag_words(flag.id, facts) for flag in screen.flags.raised), refused=refused,
            unanswered=len(screen.flags.unanswered),
        )  # fmt: skip
    except (CaseError, UnknownIdError, ValidationError) as fault:
        why = "these facts do not fit the rules of today" if isinstance(fault, ValidationError) else str(fault)
        return RulesTold(outcome="", irritability="", flags=(), unanswered=None, refused=None, fault=why)


def _read(facts: dict[str, Any]) -> Iterator[KeptFact]:
    """The facts in the order of the work; lists by what is in them, what is empty left out."""
    client, complaint = facts.get("client", {}), facts.get("complaint", {})
    answers = {**complaint.get("context", {}), **complaint.get("answers", {})}
    plan, library = facts.get("plan", {}), shipped_library()
    told: list[tuple[str, Any]] = [
        ("day", facts.get("today")), ("age", client.get("age")), ("sex", client.get("sex")),
        ("condition", _name(library.conditions, complaint.get("condition"))), ("side", complaint.get("side")),
        *((f"pain {name.replace('_', ' ')}", value) for name, value in complaint.get("pain", {}).items()),
        ("answered yes", _words(word for word, yes in answers.items() if yes)),
        ("questions answered no", sum(yes is False for yes in answers.values())),
        ("background", _words(_name(library.factors, one.get("id")) for one in client.get("factors", []))),
        ("limits", _words(map(_limit, client.get("limits", [])))),
        ("readings", len(facts.get("measures", []))),
        ("drills of the plan", _words(_name(library.drills, one.get("drill")) for one in plan.get("drills", []))),
        ("sessions told", len({(one.get("date"), one.get("session")) for one in facts.get("log", [])})),
    ]  # fmt: skip
    yield from (KeptFact(name=name, value=_plain(value)) for name, value in told if value not in (None, "", 0))


def _plain(value: Any) -> str:
    return f"{value:g}" if isinstance(value, float) else str(value)


def _limit(one: dict[str, Any]) -> str:
    return f"{one.get('movement')} {one.get('side') or ''} up to {one.get('degrees'):g}°"


def _name(rows: Any, identifier: Any) -> str:
    row = rows.get(identifier)
    return row.name if row else str(identifier or "").replace("-", " ")


def _words(found: Any) -> str:
    return ", ".join(str(one).replace("-", " ").strip() for one in found)
