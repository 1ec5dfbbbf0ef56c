"""Save the answers of the screen, the factors and the limits; an assistant's entries wait for a clinician."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping
from copy import copy
from dataclasses import dataclass, field, replace
from functools import partial
from typing import Any

from easepath.clinic import models
from easepath.clinic.acting import Act, Saved, act
from easepath.clinic.actions.keep_result import keep_result, screened
from easepath.clinic.actions.revisions import differing, keep_revision, move_person, next_revision, person_moves
from easepath.clinic.actions.screening_rows import (
    FactorEntry,
    LimitEntry,
    answers_after,
    factors_after,
    limits_after,
    write_answers,
    write_factors,
    write_limits,
)
from easepath.clinic.actions.story_answers import STORY
from easepath.clinic.actions.withheld_sheet import is_withheld_after
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_again
from easepath.clinic.rows import StepRow
from easepath.core.knowledge import shipped_library

SIDE_WORDS = ("", "left", "right", "both")


@dataclass(frozen=True)
class Screening:
    """Every answer given (a word left out is unanswered) and every factor listed.

    `asked_as` names the group of what was read out with others and answered no as one. `noted` is background that no
    factor stands for: nothing is judged by it.
    """

    answers: Mapping[str, bool]
    factors: tuple[FactorEntry, ...]
    limits: tuple[LimitEntry, ...] = ()
    asked_as: Mapping[str, str] = field(default_factory=dict)
    noted: str = ""

    @classmethod
    def of(cls, record: Record) -> Screening:
        """The screening as it stands in the rows."""
        return cls(
            {row.word: row.value for row in record.answers},
            tuple(FactorEntry.of(row) for row in record.factors),
            tuple(LimitEntry.of(row) for row in record.limits),
            noted=record.complaint.noted,
        )

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message."""
        return {
            "answers": dict(self.answers),
            "factors": [
                {
                    "factor": f.factor,
                    "side": f.side,
                    "since": str(f.since or ""),
                    "trimester": f.trimester,
                    "region": f.region,
                    **dict(f.parameters),
                }
                for f in self.factors
            ],
            "limits": [vars(limit) for limit in self.limits],
            **({"noted": self.noted} if self.noted else {}),
        }

    def of_the_person(self) -> dict[str, Any]:
        """What belongs to the person, whatever the complaint."""
        data = self.as_data()
        return {"factors": data["factors"], "limits": data["limits"]}


def save_screening(
    actor: models.User, visit: models.Visit, revision: int, screening: Screening, *, person: int | None = None
) -> Saved:
    """Save the whole step on its revision, and on that of the person, and keep what the screen now tells."""
    read = partial(read_again, visit)
    return act(actor, "answer-screen", read, lambda record: _decide(actor, record, revision, screening, person))


def _decide(actor: models.User, record: Record, revision: int, screening: Screening, person: int | None) -> Act[Saved]:
    _check(screening, record.today)
    before = Screening.of(record)
    number = next_revision(record, "screening", revision, before.as_data(), screening.as_data())
    moves = person_moves(record, "screening", person, before.of_the_person(), screening.of_the_person())
    answers = answers_after(actor, record.answers, screening.answers, screening.asked_as)
    factors = factors_after(actor, record.factors, screening.factors)
    limits = limits_after(actor, record.limits, screening.limits)
    complaint = copy(record.complaint)
    complaint.noted = screening.noted
    after = replace(
        record, complaint=complaint, answers=answers.rows, factors=factors.rows, limits=limits.rows,
        steps=(*(row for row in record.steps if row.step != "screening"), _step(actor, number)),
    )  # fmt: skip
    complaint.sheet_withheld = is_withheld_after(actor, record, after)
    result = screened(after)

    def write() -> Saved:
        write_answers(actor, complaint, answers)
        write_factors(actor, complaint.client, factors)
        write_limits(actor, complaint.client, limits)
        if moves:
            move_person(after, actor)
        if complaint.sheet_withheld != record.complaint.sheet_withheld or complaint.noted != record.complaint.noted:
            complaint.save(update_fields=["sheet_withheld", "noted"])
        keep_revision(actor, record, "screening", number)
        keep_result(result, after)
        return Saved(number, after)

    stands = Screening.of(after)
    details = {"visit": record.visit.number, **differing(before.as_data(), stands.as_data())}
    if stands.as_data() != screening.as_data():  # what somebody who may not confirm asked for
        details["asked"] = differing(stands.as_data(), screening.as_data())["new"]
    return Act(write, "save-screening", lambda _: details)


def _step(actor: models.User, number: int) -> StepRow:
    return StepRow(
        step="screening", revision=number, by_first=actor.first_name, by_last=actor.last_name, by_login=actor.username
    )


def _check(screening: Screening, today: dt.date) -> None:
    library = shipped_library()
    known = library.flag_items.keys() | library.profile_words | library.contexts
    fields = {f"answers.{w}": "is not a question of the screen" for w in screening.answers if w not in known}
    for word, group in screening.asked_as.items():
        said = group == STORY and screening.answers.get(word) is True
        if not said and (library.group_of.get(word) != group or screening.answers.get(word) is not False):
            fields[f"asked_as.{word}"] = "is neither answered no with this group nor yes by the story"
    for index, entry in enumerate(screening.factors):
        fields |= {f"factors.{index}{key}": words for key, words in _factor_faults(entry, today)}
    for index, limit in enumerate(screening.limits):
        fields |= {f"limits.{index}{key}": words for key, words in _limit_faults(limit)}
    if fields:
        raise FieldError(fields)


def _factor_faults(entry: FactorEntry, today: dt.date) -> Iterator[tuple[str, str]]:
    library = shipped_library()
    factor = library.factors.get(entry.factor)
    if factor is None:
        yield "", f"{entry.factor!r} is not a factor this product knows"
        return
    for name, value in entry.parameters:
        if value not in factor.parameters.get(name, ()):
            yield f".{name}", f"{value!r} is not an answer to it"
    if entry.trimester not in (None, 1, 2, 3):
        yield ".trimester", "is 1, 2 or 3"
    if entry.region and entry.region not in library.regions:
        yield ".region", "is not a region this product knows"
    if entry.side not in SIDE_WORDS:
        yield ".side", "is left, right or both"
    if entry.since is not None and entry.since > today:
        yield ".since", f"lies after today, {today}: check the date"


def _limit_faults(limit: LimitEntry) -> Iterator[tuple[str, str]]:
    if limit.movement not in shipped_library().movements:
        yield ".movement", f"{limit.movement!r} is not a movement this product measures"
    if not -60 <= limit.degrees <= 180:
        yield ".degrees", f"{limit.degrees:g} is not possible: -60 to 180 degrees"
    if limit.by not in ("surgeon", "clinician"):
        yield ".by", "is set by a surgeon or a clinician"
    if limit.side not in SIDE_WORDS:
        yield ".side", "is left, right or both"
