"""Save the drills ticked in a visit, in order; what the rules refuse is refused here too."""

from __future__ import annotations

from copy import copy
from dataclasses import dataclass, replace
from functools import partial
from typing import Any

from easepath.clinic import models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.revisions import differing, keep_revision, next_revision
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.facts.situation import dose_facts
from easepath.clinic.repository import Record, read_again
from easepath.core.assessment import Assessment
from easepath.core.compose.session import Chosen, refusal
from easepath.core.errors import CaseError
from easepath.core.facts import PlannedDrill
from easepath.core.facts.checks import check_own_dose
from easepath.core.knowledge import shipped_library
from easepath.core.match import allowed_methods
from easepath.core.vocabulary import side_word


@dataclass(frozen=True)
class Ticked:
    """One ticked drill; an empty method and a None step leave the choice to the rules.

    A dose wins over its step; one that is `own` was set by hand, in the parts that were set.
    """

    drill: str
    side: str
    method: str = ""
    step: int | None = None
    place: str = ""
    dose: dict[str, Any] | None = None
    own: bool = False


@dataclass(frozen=True)
class Draft:
    """The ticked drills of a visit in order, the stage, and whether the order was chosen by hand."""

    ticked: tuple[Ticked, ...]
    stage: int | None
    arranged: bool

    @classmethod
    def of(cls, record: Record) -> Draft:
        """The draft as it stands in the rows."""
        ticked = tuple(
            Ticked(r.drill, r.side, r.method, r.step, r.place, r.dose if r.own else None, r.own) for r in record.draft
        )
        return cls(ticked, record.complaint.stage, record.visit.arranged)

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message and the audit row."""
        drills = [_as_data(one) for one in self.ticked]
        return {"drills": drills, "stage": self.stage, "arranged": self.arranged}


def _as_data(one: Ticked) -> dict[str, Any]:
    """A ticked drill as it was chosen: a dose is told where it was set by hand."""
    told = {name: value for name, value in vars(one).items() if name not in ("dose", "own")}
    return told | {"dose": one.dose} if one.own else told


def save_draft(
    actor: models.User,
    visit: models.Visit,
    revision: int,
    ticked: tuple[Ticked, ...],
    stage: int | None = None,
    *,
    arranged: bool = False,
) -> int:
    """Replace the draft of a visit; a drill that is excluded or closed is refused with its reason.

    `arranged` keeps the order given inside each phase.
    """
    wanted = Draft(ticked, stage, arranged)
    return act(actor, "compose", partial(read_again, visit), lambda record: _decide(actor, record, revision, wanted))


def _decide(actor: models.User, record: Record, revision: int, wanted: Draft) -> Act[int]:
    _check(wanted.ticked)
    before = Draft.of(record).as_data()
    number = next_revision(record, "match", revision, before, wanted.as_data())
    after = replace(record, complaint=_staged(record, wanted.stage))
    _refuse(after.assessment, wanted.ticked)
    ticked = _with_doses(record, wanted.ticked)

    def write() -> int:
        after.complaint.save(update_fields=["stage", "stage_since"])
        replace_draft(record.visit, ticked, arranged=wanted.arranged)
        keep_revision(actor, record, "match", number)
        return number

    stands = Draft(ticked, after.complaint.stage, wanted.arranged).as_data()
    details = {"visit": record.visit.number, **differing(before, stands)}
    return Act(write, "save-draft", lambda _: details)


def draft_from_version(visit: models.Visit, version: models.PlanVersion | None) -> None:
    """Start a visit's draft from the running version."""
    rows = list(version.drills.all()) if version else []
    ticked = tuple(Ticked(r.drill, r.side, r.method, r.step, r.place, r.dose) for r in rows)
    replace_draft(visit, ticked, arranged=bool(rows))


def _with_doses(record: Record, ticked: tuple[Ticked, ...]) -> tuple[Ticked, ...]:
    """A drill whose method and step were not touched goes on with the dose it had."""
    present = {(r.drill, r.method, r.step): r.dose for r in record.draft if not r.own}
    return tuple(
        one if one.own else replace(one, dose=present.get((one.drill, one.method, one.step))) for one in ticked
    )


def replace_draft(visit: models.Visit, ticked: tuple[Ticked, ...], *, arranged: bool) -> None:
    """Write the draft of a visit anew."""
    visit.arranged = arranged
    visit.save(update_fields=["arranged"])
    visit.draft_drills.all().delete()
    models.DraftDrill.objects.bulk_create(
        models.DraftDrill(visit=visit, position=n, **vars(one)) for n, one in enumerate(ticked)
    )


def _check(ticked: tuple[Ticked, ...]) -> None:
    library, fields = shipped_library(), {}
    for index, one in enumerate(ticked):
        drill = library.drills.get(one.drill)
        if drill is None:
            fields[f"drills.{index}.drill"] = f"there is no drill {one.drill!r}"
            continue
        if one.side not in ("left", "right", "both") or (drill.sides == "both" and one.side != "both"):
            fields[f"drills.{index}.side"] = "is left, right or both; this drill is done on both at once"
        if one.method and one.method not in drill.methods:
            fields[f"drills.{index}.method"] = f"{drill.name} is not done as {one.method!r}"
        if one.own and (fault := _dose_fault(one)) is not None:
            fields[f"drills.{index}.{fault.path}"] = fault.reason
        if one.place and one.place not in drill.places:
            fields[f"drills.{index}.place"] = f"{drill.name} is not done there"
    if len({one.drill for one in ticked}) != len(ticked):
        fields["drills"] = "the same drill stands twice"
    if fields:
        raise FieldError(fields)


def _dose_fault(one: Ticked) -> CaseError | None:
    """What is wrong with a dose set by hand, at its part; None where nothing is."""
    library = shipped_library()
    method = one.method if one.method in library.drills[one.drill].methods else None
    try:
        check_own_dose(library, "dose", PlannedDrill(drill=one.drill, method=method), dose_facts(one.dose or {}))
    except CaseError as fault:
        return fault
    return None


def _staged(record: Record, stage: int | None) -> models.Complaint:
    """The complaint in its stage, not written yet.

    The clinician names the stage a client starts in, once; afterwards only a gate opens the next.
    """
    complaint = copy(record.complaint)
    if stage is None or stage == complaint.stage:
        return complaint
    condition = shipped_library().conditions.get(complaint.condition)
    if condition is None or condition.stage(stage) is None:
        raise FieldError({"stage": f"this condition has no stage {stage}"})
    if record.stage_is_fixed:
        raise FieldError({"stage": "a running plan changes its stage only through its gate"})
    complaint.stage, complaint.stage_since = stage, record.today
    return complaint


def _refuse(assessment: Assessment, ticked: tuple[Ticked, ...]) -> None:
    matcher, library = assessment.matcher, assessment.library
    reasons = []
    for one in ticked:
        drill = library.drills[one.drill]
        planned = Chosen(drill=one.drill, side=side_word(one.side))
        reason = refusal(matcher, drill, planned.sides)
        sides = drill.sides_done(planned.side)
        if reason is not None:
            reasons.append(f"{drill.name}: {reason.text(library)}")
        elif one.method and one.method not in allowed_methods(matcher, drill, sides):
            reasons.append(f"{drill.name}: not as {library.methods[one.method].name.lower()} for this client")
    if reasons:
        raise RefusedError("the rules refuse this", reasons)
