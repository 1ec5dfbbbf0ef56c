"""Rows become facts: one client's complaint as the core's Situation."""

from __future__ import annotations

import datetime as dt
from typing import Any

from pydantic import ValidationError

from easepath.clinic import models
from easepath.clinic.facts.home import log_entries
from easepath.core import facts as core
from easepath.core.compose.own_dose import GivenDose
from easepath.core.errors import CaseError
from easepath.core.facts.checks import check_situation
from easepath.core.knowledge import Library, shipped_library
from easepath.core.knowledge.models import Dose
from easepath.core.measure.error import MDC_FACTOR
from easepath.core.story import profile_in_force


def build_situation(library: Library, complaint: models.Complaint, today: dt.date) -> core.Situation:
    """The checked facts of a complaint today; raises CaseError when a row cannot be read or names something unknown."""
    try:
        situation = _situation(complaint, today)
    except ValidationError as fault:
        first = fault.errors()[0]
        field = f"{fault.title.lower()}.{'.'.join(map(str, first['loc']))}"
        raise CaseError(field, f"{first['input']} cannot be: {first['msg'].lower()}") from fault
    check_situation(library, situation)
    return situation


def _situation(complaint: models.Complaint, today: dt.date) -> core.Situation:
    return core.Situation(
        today=today,
        client=client_facts(complaint.client, today),
        complaint=complaint_facts(complaint, today),
        measures=_sittings(complaint, today),
        tryouts=tuple(_tryout(row) for row in complaint.tryouts.all()),
        goals=tuple(
            core.Goal(measure=row.measure, side=row.side or None, value=row.value)  # type: ignore[arg-type]
            for row in complaint.goals.all()
        ),
        methods=dict(complaint.methods),
        needs={
            need: core.NeedSet(weight=given["weight"], by="clinician", reason=given["reason"])
            for need, given in complaint.needs_set.items()
        },
        overrides=tuple(_override(row) for row in complaint.overrides.all() if row.withdrawn_at is None),
        barred=dict(complaint.barred),
        pinned=tuple(complaint.pinned),
        errors={
            measure: core.OwnError(sem=sem, mdc=MDC_FACTOR * sem, degrees_of_freedom=freedom)
            for measure, (sem, freedom) in complaint.client.clinic.repeats.items()
        },
        plan=plan_facts(complaint, current_version(complaint), today),
        log=log_entries(complaint),
        clearance={
            row.flag: core.Clearance(by=row.doctor, reason=row.reason, date=min(row.date, today))
            for row in complaint.clearances.all()
        },
    )


def _sittings(complaint: models.Complaint, today: dt.date) -> tuple[core.Sitting, ...]:
    """What was measured of the person; what was not taken in a visit of this complaint is marked."""
    own = {visit.pk for visit in complaint.visits.all()}
    rows = complaint.client.sittings.all()
    return tuple(_sitting(row, elsewhere=row.visit_id not in own) for row in rows if row.date <= today)


def _sitting(row: models.Sitting, *, elsewhere: bool) -> core.Sitting:
    return core.Sitting(
        measure=row.measure, side=row.side or None, date=row.date, trials=tuple(float(t) for t in row.trials),  # type: ignore[arg-type]
        state=row.state, instrument=row.instrument or None, elsewhere=elsewhere,  # type: ignore[arg-type]
    )  # fmt: skip


def _tryout(row: models.Tryout) -> core.Tryout:
    if row.brought_back:  # what it did was set aside by a clinician; what was seen still needs its cue
        return core.Tryout(drill=row.drill, side=row.side, faults=tuple(row.faults))  # type: ignore[arg-type]
    return core.Tryout(
        drill=row.drill, side=row.side, measure=row.measure or None, symptom=row.symptom or None,  # type: ignore[arg-type]
        before=tuple(float(t) for t in row.before), after=tuple(float(t) for t in row.after), faults=tuple(row.faults),
    )  # fmt: skip


def _override(row: models.Override) -> core.Override:
    return core.Override(
        drill=row.drill,
        side=row.side,  # type: ignore[arg-type]
        by=row.recorded_by.name,
        reason=row.reason,
        by_lead=row.by_lead,
    )


def current_version(complaint: models.Complaint) -> models.PlanVersion | None:
    """The plan in force: the version with the highest number."""
    versions = list(complaint.versions.all())
    return max(versions, key=lambda version: version.number) if versions else None


def client_facts(client: models.Client, today: dt.date) -> core.Client:
    """The client's facts; an empty field is unknown."""
    age = None if client.birth_date is None else age_on(client.birth_date, today)
    if age is not None and age > MOST_YEARS:
        raise CaseError("birth date", f"{client.birth_date} is more than {MOST_YEARS} years ago: correct it in Story")
    return core.Client(
        age=age,
        sex=client.sex or None,  # type: ignore[arg-type]
        factors=tuple(_factor(row, today) for row in client.factors.all() if row.withdrawn_at is None),
        limits=tuple(
            core.Limit(movement=row.movement, degrees=row.degrees, by=row.by, side=row.side or None)  # type: ignore[arg-type]
            for row in client.limits.all()
            if row.withdrawn_at is None
        ),
        equipment=tuple(client.equipment),
        places=tuple(client.places),
        minutes=client.minutes,
        per_day=client.per_day,
        days_per_week=client.days_per_week,
        breath_s=client.breath_s,
        confidence=client.confidence or None,  # type: ignore[arg-type]
        train=client.train,  # type: ignore[arg-type]
        first=client.first,  # type: ignore[arg-type]
        phase_order=client.phase_order,  # type: ignore[arg-type]
    )


MOST_YEARS = 120


def age_on(birth: dt.date, today: dt.date) -> int:
    """Age in whole years."""
    return today.year - birth.year - ((today.month, today.day) < (birth.month, birth.day))


def _factor(row: models.ClientFactor, today: dt.date) -> core.ClientFactor:
    return core.ClientFactor(
        id=row.factor,
        side=row.side or None,  # type: ignore[arg-type]
        days_since=None if row.since is None else max(0, (today - row.since).days),
        trimester=row.trimester,
        region=row.region or None,
        parameters=dict(row.parameters),
        unconfirmed=row.to_confirm,
    )


def complaint_facts(complaint: models.Complaint, today: dt.date) -> core.Complaint:
    """The story and the answers; an answer that waits for confirmation counts only when it is a yes."""
    answers = {a.word: _settled(a) for a in complaint.answers.all() if not a.is_context}
    contexts = {a.word: _settled(a) for a in complaint.answers.all() if a.is_context}
    return core.Complaint(
        condition=complaint.condition or None,
        side=complaint.side or None,  # type: ignore[arg-type]
        region=complaint.region or None,
        days_since=None if complaint.since is None else max(0, (today - complaint.since).days),
        pain=core.PainReport(
            now=complaint.pain_now,
            rest=complaint.pain_rest,
            worst=complaint.pain_worst,
            usual=complaint.pain_usual,
            morning=complaint.pain_morning,
        ),
        settle_minutes=complaint.settle_minutes,
        wakes=complaint.wakes or None,  # type: ignore[arg-type]
        stiff_minutes=complaint.stiff_minutes,
        observed=tuple(complaint.observed),
        answers=answers,
        context=contexts,
    )


def _settled(answer: models.Answer) -> bool | None:
    """A no that nobody has confirmed yet is not known; a yes is heard at once."""
    return None if answer.to_confirm and not answer.value else answer.value


def dose_facts(data: dict[str, Any]) -> Dose:
    """A stored dose as the core reads it."""
    return Dose.model_validate(data, strict=False)


def kept_dose(data: dict[str, Any] | None) -> GivenDose | None:
    """A stored dose as it goes on into a session; None where there is none."""
    return None if data is None else GivenDose(dose_facts(data), kept=True)


def plan_facts(complaint: models.Complaint, version: models.PlanVersion | None, today: dt.date) -> core.Plan:
    """The running plan in the complaint's stage; without a version it has no drills."""
    staged = _profile_has_stage(complaint)
    return core.Plan(
        stage=complaint.stage if staged else None,
        stage_since=complaint.stage_since if staged else None,
        start=None if version is None else min(version.plan_start, today),
        confirmed=tuple(complaint.gate_words),
        drills=()
        if version is None
        else tuple(
            core.PlannedDrill(
                drill=row.drill,
                side=row.side,  # type: ignore[arg-type]
                method=row.method,
                step=row.step,
                since=min(row.since, today),
                dose=dose_facts(row.dose),
                kept=True,
            )
            for row in version.drills.all()
        ),
    )


def _profile_has_stage(complaint: models.Complaint) -> bool:
    """A stage counts only for the profile it was set in: a withdrawn or changed one leaves it behind."""
    profile = profile_in_force(shipped_library(), complaint_facts(complaint, complaint.opened_at.date()))
    return profile is not None and complaint.stage is not None and profile.stage(complaint.stage) is not None
