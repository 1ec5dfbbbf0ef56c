"""Turn chosen drills into the next version of a plan, with everything its sheet says."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from easepath.clinic import models
from easepath.clinic.acting import keep_facts
from easepath.clinic.errors import RefusedError
from easepath.clinic.facts.desk import desk_of
from easepath.clinic.facts.draft import stored
from easepath.clinic.facts.elsewhere import sheet_elsewhere
from easepath.clinic.facts.situation import stored_groups
from easepath.clinic.repository import Record
from easepath.core.adjust.difference import VersionDrill, VersionShape, difference, shape_difference
from easepath.core.assessment import Assessment
from easepath.core.compose import Chosen, Session, assemble
from easepath.core.compose.precautions import limits_of, precautions_of
from easepath.core.compose.session import Order
from easepath.core.compose.sheet import sheet_entry, timeline
from easepath.core.facts import DrillGroup, Manner, There
from easepath.figure.album import album_of

DEFAULT_WEEKS = 6


def compose_session(
    assessment: Assessment, chosen: tuple[Chosen, ...], groups: tuple[DrillGroup, ...], order: Order
) -> Session:
    """The assembled session; raises RefusedError when the rules refuse any of it or no program may be issued."""
    screen = assessment.screen
    if not screen.issues_program:
        flags = [flag.reason.text(assessment.library) for flag in screen.flags.raised if flag.blocks]
        count = len(screen.flags.unanswered)
        reasons = flags + ([f"{count} screening questions are open"] if count else [])
        raise RefusedError("no program may be issued yet", reasons)
    session = assemble(assessment.matcher, chosen, groups, order=order)
    if session.refused:
        library = assessment.library
        reasons = [f"{library.drills[p.drill].name}: {r.text(library)}" for p, r in session.refused]
        raise RefusedError("the rules refuse part of this session", reasons)
    return session


@dataclass(frozen=True)
class NewVersion:
    """The next version of a plan and its drills in order, not written yet, and the assessment it rests on."""

    version: models.PlanVersion
    drills: tuple[models.PlanDrill, ...]
    assessment: Assessment


def next_version(
    record: Record, session: Session, chosen: tuple[Chosen, ...], order: Order,
    replaced: Mapping[str, str] | None = None,
) -> NewVersion:  # fmt: skip
    """The next version as it will be; a drill whose dose did not change keeps the day its dose began."""
    complaint, before, assessment, today = record.complaint, record.version, record.assessment, record.today
    profile = assessment.screen.profile
    rules = {r.rule for item in session.drills for r in item.reasons} | {"phase-order", "dose-ladder"}
    rows = _drills(record, session, chosen)
    desk, bands = desk_of(assessment, session, record), complaint.client.clinic.bands
    version = models.PlanVersion(
        complaint=complaint, visit=record.at_visit, number=before.number + 1 if before else 1, stage=complaint.stage,
        stage_since=complaint.stage_since, confirmed=complaint.gate_words, start=today,
        plan_start=before.plan_start if before else today,
        ends_on=today + dt.timedelta(weeks=profile.weeks[0] if profile else DEFAULT_WEEKS),
        minutes_available=complaint.client.minutes, seconds=session.time.total,
        timeline=[one.model_dump() for one in timeline(session, floor_care=assessment.screen.rules.floor_care)],
        have_ready=list(session.have_ready), leave_out=list(profile.avoid if profile else ()),
        precautions=list(precautions_of(assessment.screen)),
        limits=list(limits_of(assessment.library, assessment.facts.client.limits)),
        desk=[one.model_dump() for one in desk.breaks] if desk else [],
        order=order, groups=[group.model_dump(mode="json") for group in session.groups],
        overridden=_overridden(record, session),
        difference=_difference(before, rows, session.groups, replaced) if before else [],
        rule_ids=sorted(rules), elsewhere=sheet_elsewhere(assessment, chosen, session.groups, order, bands),
    )  # fmt: skip
    return NewVersion(version, tuple(rows), assessment)


def write_version(
    actor: models.User, record: Record, new: NewVersion, of: Literal["hand-over", "review"]
) -> models.PlanVersion:
    """Write a version with its drills, and the facts it rests on."""
    version, kept = new.version, keep_facts(new.assessment, record, of)
    version.facts, version.knowledge_version, version.code_version = kept, kept.knowledge_version, kept.code_version
    version.handed_over_by, version.handed_over_at = actor, kept.kept_at
    version.save(force_insert=True)
    for row in new.drills:
        row.version = version
    models.PlanDrill.objects.bulk_create(new.drills)
    version.size = len(new.drills)
    return version


def _overridden(record: Record, session: Session) -> list[str]:
    """Every override that this version rests on, in words."""
    names = {item.drill.id: item.drill.name for item in session.drills}
    return [
        f"{names[row.drill]}, {row.side}: {row.was} overridden by {row.by}: {row.reason}"
        for row in record.overrides
        if row.drill in names
    ]


def version_drills(rows: Iterable[models.PlanDrill]) -> list[VersionDrill]:
    """The drills of a version as the difference compares them."""
    return [
        VersionDrill(
            row.drill, row.prescription["title"], row.side, row.prescription["method_name"],
            side_words(row.prescription["sides"]), row.step,
        )
        for row in rows
    ]  # fmt: skip


def _difference(
    before: models.PlanVersion, rows: list[models.PlanDrill], groups: tuple[DrillGroup, ...],
    replaced: Mapping[str, str] | None,
) -> list[str]:  # fmt: skip
    """What a client and a colleague read about the next version: drills, groups and rests."""
    old = list(before.drills.all())
    titles = {row.drill: row.prescription["title"] for row in (*old, *rows)}
    was = VersionShape(stored_groups(before.groups), tuple(row.drill for row in old if row.rest))
    shape = VersionShape(groups, tuple(row.drill for row in rows if row.rest))
    drills = difference(
        version_drills(before.counted), version_drills(row for row in rows if not row.rest), replaced
    )  # fmt: skip
    return drills + shape_difference(was, shape, titles)


def _order(chosen: Chosen) -> dict[str, Any] | None:
    """What may change at home as it is stored; None where nothing was agreed."""
    return None if chosen.order is None else chosen.order.model_dump(mode="json")


def _plain(chosen: Manner | There | None) -> dict[str, Any] | None:
    """What was chosen by hand as it is stored; None where nothing was."""
    told = {} if chosen is None else chosen.model_dump(mode="json", exclude_defaults=True)
    return told or None


def _work(manner: Manner | None) -> Manner:
    """What of it makes another dose of the drill."""
    return (manner or Manner()).work


def side_words(sides: list[dict[str, str]]) -> str:
    """The dose of all sides in words; told once where both sides do the same."""
    words = {side["words"] for side in sides}
    if len(words) == 1:
        return words.pop()
    return ", ".join(f"{side['side']} {side['words']}" for side in sides)


def _drills(record: Record, session: Session, chosen: tuple[Chosen, ...]) -> list[models.PlanDrill]:
    """The drills of the next version in order, not written yet."""
    before, today = record.version, record.today
    pictured, bands = album_of(record.assessment.library).words, record.complaint.client.clinic.bands
    old = {row.drill: row for row in before.counted} if before else {}
    by_hand = {(one.drill, one.rest): one for one in chosen}
    logged_today = any(row.date == today for row in record.sessions)
    begins = today + dt.timedelta(days=1) if logged_today else today
    rows = []
    for position, item in enumerate(session.drills):
        given = by_hand[item.drill.id, item.rest]
        sides = [side.side for side in item.sides]
        side = sides[0] if len(sides) == 1 else "both"
        row = old.get(item.drill.id)
        dose = item.dose.model_dump(mode="json", exclude_none=True)
        manner = given.manner
        same = row is not None and (row.method, row.dose, row.side) == (item.method, dose, side)
        same = same and row is not None and _work(stored(Manner, row.manner)) == _work(manner)
        rows.append(models.PlanDrill(
            position=position, drill=item.drill.id, side=side, method=item.method, step=item.step,
            since=row.since if row is not None and same else begins, place=item.place,
            rest=item.rest, reason=given.reason, names=list(given.names), order=_order(given), manner=_plain(manner),
            there=_plain(given.there), dose=dose,
            prescription=sheet_entry(record.assessment.matcher, item, pictured, bands).model_dump(mode="json"),
        ))  # fmt: skip
    return rows
