"""A clinician's own choices for a client: method per need, needs by hand, pinned and barred drills, hours of work."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import partial
from typing import Any

from easepath.clinic import models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.revisions import differing, keep_revision, next_revision
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.desk import hours_fault
from easepath.clinic.repository import Record, read_again
from easepath.core.knowledge import shipped_library

FIELDS = ("methods", "needs_set", "pinned", "barred", "work_hours")
MOST_NEEDS = 8
"""Needs set by hand; more would no longer be a plan, and composing could not look at every session."""
SAY_WHY = "say why, so that it can be explained later"


@dataclass(frozen=True)
class Choices:
    """`methods` need to method; `needs_set` need to weight and reason; `barred` drill to reason; `work_hours` start,
    end and every, in minutes of the day.
    """

    methods: Mapping[str, str]
    needs_set: Mapping[str, Mapping[str, Any]]
    pinned: tuple[str, ...]
    barred: Mapping[str, str]
    work_hours: Mapping[str, int]

    @classmethod
    def of(cls, complaint: models.Complaint) -> Choices:
        """The choices as they stand in the rows."""
        return cls(
            dict(complaint.methods), dict(complaint.needs_set), tuple(complaint.pinned), dict(complaint.barred),
            dict(complaint.work_hours),
        )  # fmt: skip

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message and the audit row."""
        return {
            "methods": dict(self.methods), "needs_set": {k: dict(v) for k, v in self.needs_set.items()},
            "pinned": list(self.pinned), "barred": dict(self.barred), "work_hours": dict(self.work_hours),
        }  # fmt: skip


def save_choices(actor: models.User, visit: models.Visit, revision: int, choices: Choices) -> int:
    """Save every choice on the revision it was made on."""
    return act(actor, "compose", partial(read_again, visit), lambda record: _decide(actor, record, revision, choices))


def _decide(actor: models.User, record: Record, revision: int, choices: Choices) -> Act[int]:
    _check(choices)
    before, data = Choices.of(record.complaint), choices.as_data()
    number = next_revision(record, "choices", revision, before.as_data(), data)
    for need, given in data["needs_set"].items():
        old = before.needs_set.get(need, {})
        same = (old.get("weight"), old.get("reason")) == (given["weight"], given["reason"])
        given["by"] = old.get("by", actor.name) if same else actor.name

    def write() -> int:
        for field in FIELDS:
            setattr(record.complaint, field, data[field])
        record.complaint.save(update_fields=list(FIELDS))
        keep_revision(actor, record, "choices", number)
        return number

    details = {"visit": record.visit.number, **differing(before.as_data(), data)}
    return Act(write, "save-choices", lambda _: details)


def _check(choices: Choices) -> None:
    fields = {
        **_need_faults(choices), **_drill_faults(choices), **_hours_faults(choices.work_hours),
    }  # fmt: skip
    if fields:
        raise FieldError(fields)


def _need_faults(choices: Choices) -> dict[str, str]:
    library, fields = shipped_library(), {}
    if len(choices.needs_set) > MOST_NEEDS:
        fields["needs_set"] = f"{len(choices.needs_set)} needs by hand: at most {MOST_NEEDS}"
    for need, method in choices.methods.items():
        if need not in library.needs:
            fields[f"methods.{need}"] = "is not a need this product knows"
        elif method not in library.methods:
            fields[f"methods.{need}"] = f"there is no method {method!r}"
    for need, given in choices.needs_set.items():
        if need not in library.needs:
            fields[f"needs_set.{need}"] = "is not a need this product knows"
        elif not 0 <= given["weight"] <= 1:
            fields[f"needs_set.{need}"] = "the weight lies between 0 and 1"
        elif not str(given["reason"]).strip():
            fields[f"needs_set.{need}"] = SAY_WHY
    return fields


def _drill_faults(choices: Choices) -> dict[str, str]:
    library, fields = shipped_library(), {}
    for name, drills in (("pinned", choices.pinned), ("barred", choices.barred)):
        for drill in drills:
            if drill not in library.drills:
                fields[f"{name}.{drill}"] = f"there is no drill {drill!r}"
    for drill, reason in choices.barred.items():
        if not reason.strip():
            fields[f"barred.{drill}"] = SAY_WHY
        if drill in choices.pinned:
            fields[f"pinned.{drill}"] = "is barred for this client: bring it back first"
    return fields


def _hours_faults(hours: Mapping[str, int]) -> dict[str, str]:
    fault = hours_fault(hours) if hours else None
    return {"work_hours": fault} if fault else {}
