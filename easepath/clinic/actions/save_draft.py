"""Save the drills ticked in a visit, in order; what the rules refuse is refused here too."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import differing, fresh, record, take_revision
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.facts import Assessment, assess
from easepath.clinic.policies import require
from easepath.core.compose.session import Chosen, refusal
from easepath.core.knowledge import shipped_library
from easepath.core.match import allowed_methods


@dataclass(frozen=True)
class Ticked:
    """One ticked drill; an empty method and a None step leave the choice to the rules. A dose wins over its step."""

    drill: str
    side: str
    method: str = ""
    step: int | None = None
    place: str = ""
    dose: dict[str, Any] | None = None


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
    require(actor, "compose", visit.complaint.client.clinic)
    _check(ticked)
    with transaction.atomic():
        complaint = fresh(visit)
        before = _present(visit)
        yours = {"drills": [vars(one) for one in ticked], "stage": stage, "arranged": arranged}
        draft = take_revision(visit, "match", revision, actor, lambda: before, yours)
        _set_first_stage(complaint, stage)
        _refuse(assess(complaint, clock.today_of(complaint)), ticked)
        _replace(visit, _with_doses(visit, ticked), arranged=arranged)
        record("save-draft", complaint, actor, {"visit": visit.number, **differing(before, _present(visit))})
    return draft.revision


def draft_from_version(visit: models.Visit, version: models.PlanVersion | None) -> None:
    """Start a visit's draft from the running version."""
    rows = list(version.drills.all()) if version else []
    ticked = tuple(Ticked(r.drill, r.side, r.method, r.step, r.place, r.dose) for r in rows)
    _replace(visit, ticked, arranged=bool(rows))


def _with_doses(visit: models.Visit, ticked: tuple[Ticked, ...]) -> tuple[Ticked, ...]:
    """A drill whose method and step were not touched goes on with the dose it had."""
    present = {(r.drill, r.method, r.step): r.dose for r in visit.draft_drills.all()}
    return tuple(replace(one, dose=present.get((one.drill, one.method, one.step))) for one in ticked)


def _present(visit: models.Visit) -> dict[str, Any]:
    rows = visit.draft_drills.all()
    drills = [{"drill": r.drill, "side": r.side, "method": r.method, "step": r.step, "place": r.place} for r in rows]
    return {"drills": drills, "stage": visit.complaint.stage, "arranged": visit.arranged}


def _replace(visit: models.Visit, ticked: tuple[Ticked, ...], *, arranged: bool) -> None:
    visit.arranged = arranged
    visit.save(update_fields=["arranged"])
    visit.draft_drills.all().delete()
    models.DraftDrill.objects.bulk_create(
        models.DraftDrill(
            visit=visit,
            position=n,
            drill=one.drill,
            side=one.side,
            method=one.method,
            step=one.step,
            place=one.place,
            dose=one.dose,
        )
        for n, one in enumerate(ticked)
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
        if one.place and one.place not in drill.places:
            fields[f"drills.{index}.place"] = f"{drill.name} is not done there"
    if len({one.drill for one in ticked}) != len(ticked):
        fields["drills"] = "the same drill stands twice"
    if fields:
        raise FieldError(fields)


def _set_first_stage(complaint: models.Complaint, stage: int | None) -> None:
    """The clinician names the stage a client starts in; afterwards only a gate opens the next."""
    if stage is None or stage == complaint.stage:
        return
    condition = shipped_library().conditions.get(complaint.condition)
    if condition is None or condition.stage(stage) is None:
        raise FieldError({"stage": f"this condition has no stage {stage}"})
    if complaint.versions.exists():
        raise FieldError({"stage": "a running plan changes its stage only through its gate"})
    complaint.stage = stage
    complaint.stage_since = clock.today_of(complaint)
    complaint.save(update_fields=["stage", "stage_since"])


def _refuse(assessment: Assessment, ticked: tuple[Ticked, ...]) -> None:
    matcher, library = assessment.matcher, assessment.library
    reasons = []
    for one in ticked:
        drill = library.drills[one.drill]
        planned = Chosen(drill=one.drill, side=one.side)  # type: ignore[arg-type]
        reason = refusal(matcher, drill, planned.sides)
        sides = drill.sides_done(planned.side)
        if reason is not None:
            reasons.append(f"{drill.name}: {reason.text(library)}")
        elif one.method and one.method not in allowed_methods(matcher, drill, sides):
            reasons.append(f"{drill.name}: not as {library.methods[one.method].name.lower()} for this client")
    if reasons:
        raise RefusedError("the rules refuse this", reasons)
