"""The plan: each version handed over (CarePlan) with an activity a drill, and what is wanted (Goal)."""

from __future__ import annotations

from collections.abc import Iterator

from easepath.clinic import models
from easepath.clinic.repository import Record
from easepath.clinic.sheet import HomeDrill, sheet_of
from easepath.core.knowledge import shipped_library
from easepath.interchange.fhir.codes import (
    Resource,
    concept,
    measure_concept,
    measured,
    name_of,
    own_part,
    quantity,
    refer,
)  # fmt: skip
from easepath.interchange.fhir.observations import Fits
from easepath.interchange.fhir.who import complaint_address, patient_address

DOSE_UNITS = {"_s": "s", "_pct": "%", "_min": "min", "_kg": "kg", "_cm": "cm"}
"""How the name of a part of a dose ends where it has a unit; the others are counted."""


def care_plans(record: Record, fits: Fits) -> Iterator[tuple[str, Resource]]:
    """Every version handed over, the one in force active and those before it replaced."""
    in_force = record.version.number if record.version else 0
    rows = record.complaint.versions.select_related("handed_over_by", "complaint__client__clinic")
    before = None
    for version in rows.prefetch_related("drills"):
        if fits(version.start):
            yield name_of("version", version.pk), _plan(record, version, before, in_force=version.number == in_force)
        before = name_of("version", version.pk)


def _plan(record: Record, version: models.PlanVersion, before: str | None, *, in_force: bool) -> Resource:
    ended = record.complaint.closed_at is not None
    held = "on-hold" if record.withheld else "active"
    told: Resource = {
        "resourceType": "CarePlan", "intent": "plan", "title": f"Home program, version {version.number}",
        "status": ("completed" if ended else held) if in_force else "revoked",
        "subject": refer(patient_address(record.complaint.client)),
        "period": {"start": str(version.start), "end": str(version.ends_on)},
        "created": version.handed_over_at.isoformat(),
        "author": refer(name_of("staff", version.handed_over_by_id), version.handed_over_by.name),
        "addresses": [refer(complaint_address(record.complaint))],
    }  # fmt: skip
    if before and before != name_of("version", version.pk):
        told["replaces"] = [refer(before)]
    if version.difference:
        told["note"] = [{"text": line} for line in version.difference]
    activities = [_activity(drill, in_force=in_force) for drill in sheet_of(version).drills if not drill.rest]
    if activities:
        told.update(activity=activities)
    return told


def _activity(drill: HomeDrill, *, in_force: bool) -> Resource:
    """One drill: how often, and per side its dose in parts; the words a person reads stand beside."""
    repeat: Resource = {"frequency": drill.per_day, "period": 1, "periodUnit": "d"}
    if drill.days_per_week < 7:
        repeat = {"frequency": drill.days_per_week * drill.per_day, "period": 1, "periodUnit": "wk"}
    words = "; ".join(f"{one.side}: {one.words}" if len(drill.sides) > 1 else one.words for one in drill.sides)
    detail: Resource = {
        "code": concept("drills", drill.drill, drill.title), "status": "in-progress" if in_force else "stopped",
        "description": words, "scheduledTiming": {"repeat": repeat},
        "extension": [_dose(drill, n) for n in range(len(drill.sides))],
    }  # fmt: skip
    return {"detail": detail}


def _dose(drill: HomeDrill, n: int) -> Resource:
    """The dose of one side: its side, place, method, step on the ladder, and every part with its unit."""
    side = drill.sides[n]
    parts = [
        own_part("side", valueCode=side.side), own_part("place", valueCode=drill.place),
        own_part("method", valueCode=drill.method), own_part("step", valueInteger=drill.step),
        own_part("seconds", valueQuantity=quantity(side.seconds, "s")),
    ]  # fmt: skip
    for name, value in side.dose.items():
        values = value if isinstance(value, tuple | list) else (value,)
        parts += [own_part(name.replace("_", "-"), valueQuantity=quantity(one, _unit(name))) for one in values]
    return own_part("dose", extension=parts)  # a part of a dose that has several values stands several times


def _unit(name: str) -> str:
    return next((unit for end, unit in DOSE_UNITS.items() if name.endswith(end)), "{count}")


def goals(record: Record) -> Iterator[tuple[str, Resource]]:
    """What the client wants back, and the ranges that a clinician set as goals."""
    complaint, library = record.complaint, shipped_library()
    shared: Resource = {
        "resourceType": "Goal", "lifecycleStatus": "completed" if complaint.closed_at else "active",
        "subject": refer(patient_address(complaint.client)), "addresses": [refer(complaint_address(complaint))],
    }  # fmt: skip
    if complaint.goal_activity:
        yield name_of("goal", complaint.pk), {**shared, "description": {"text": complaint.goal_activity}}
    for row in record.goals:
        if row.measure in library.measures:
            name, code = library.measures[row.measure].name, measure_concept(row.measure)
            yield name_of("range-goal", row.id), {
                **shared, "description": {"text": f"{name}, {row.side}" if row.side else name},
                "target": [{"measure": code, "detailQuantity": measured(row.value, row.measure)}],
            }  # fmt: skip
