"""Rows become facts: one client's complaint as the core's Situation; the only place where it happens."""

from __future__ import annotations

import datetime as dt
from typing import TYPE_CHECKING, Any, TypeVar

from pydantic import ValidationError

from easepath.clinic import models, rows
from easepath.clinic.facts import house
from easepath.clinic.facts.home import log_of
from easepath.core import facts as core
from easepath.core.compose.own_dose import GivenDose
from easepath.core.errors import CaseError
from easepath.core.facts.checks import check_situation
from easepath.core.knowledge import Library
from easepath.core.knowledge.models import Dose
from easepath.core.measure.error import MDC_FACTOR
from easepath.core.screening.pressure import pressure_on
from easepath.core.story import profile_in_force

if TYPE_CHECKING:
    from easepath.clinic.repository import Record

MOST_YEARS = 120
ERASED = "erased"
ELSEWHERE = "elsewhere"
"""What the second set of places is called while nobody named it."""


def build_situation(library: Library, record: Record) -> core.Situation:
    """The checked facts of a complaint today; raises CaseError when a row cannot be read or names something unknown."""
    try:
        situation = _situation(library, record)
    except ValidationError as fault:
        first = fault.errors()[0]
        field = f"{fault.title.lower()}.{'.'.join(map(str, first['loc']))}"
        raise CaseError(field, f"{first['input']} cannot be: {first['msg'].lower()}") from fault
    check_situation(library, situation)
    return situation


F = TypeVar("F", bound=core.Fact)


def _read(kind: type[F], **values: Any) -> F:
    """Row words as the words of the core: an empty one is left out, and so unknown; raises ValidationError."""
    told = {name: value for name, value in values.items() if value is not None and value != ""}
    return kind.model_validate(told, strict=False)


def _situation(library: Library, record: Record) -> core.Situation:
    complaint, today = record.complaint, record.today
    measures = tuple(_sitting(row, complaint.pk) for row in record.sittings if row.date <= today)
    story = _complaint(record, measures)
    return core.Situation(
        today=today,
        client=_client(record),
        complaint=story,
        measures=measures,
        tryouts=tuple(_tryout(row) for row in record.tryouts),
        goals=tuple(_read(core.Goal, measure=row.measure, side=row.side, value=row.value) for row in record.goals),
        methods=house.methods(library, record) | complaint.methods,
        needs={
            need: core.NeedSet(weight=given["weight"], by="clinician", reason=given["reason"])
            for need, given in complaint.needs_set.items()
        },
        overrides=tuple(
            _read(core.Override, drill=r.drill, side=r.side, by=r.by, reason=r.reason, by_lead=r.by_lead)
            for r in record.overrides
        ),
        house_needs=house.priors(record),
        barred=house.barred(record) | complaint.barred,
        pinned=tuple(complaint.pinned),
        errors={
            measure: core.OwnError(sem=sem, mdc=MDC_FACTOR * sem, degrees_of_freedom=freedom)
            for measure, (sem, freedom) in complaint.client.clinic.repeats.items()
        },
        plan=_plan(library, story, record),
        log=log_of(record),
        checks=tuple(
            core.HomeAnswer(item=item, date=min(row.date, today))
            for row in record.checks
            for item, yes in row.answers.items()
            if yes
        ),
        clearance={
            row.flag: core.Clearance(by=row.doctor, reason=row.reason, date=min(row.date, today))
            for row in record.clearances
        },
    )


def _sitting(row: rows.SittingRow, complaint: int) -> core.Sitting:
    """What was measured of the person; what was not taken in a visit of this complaint is marked."""
    return _read(
        core.Sitting, measure=row.measure, side=row.side, date=row.date, trials=row.trials, state=row.state,
        instrument=row.instrument, elsewhere=row.complaint != complaint,
    )  # fmt: skip


def _tryout(row: rows.TryoutRow) -> core.Tryout:
    if row.brought_back:  # what it did was set aside by a clinician; what was seen still needs its cue
        return _read(core.Tryout, drill=row.drill, side=row.side, faults=row.faults)
    return _read(
        core.Tryout, drill=row.drill, side=row.side, measure=row.measure, symptom=row.symptom, before=row.before,
        after=row.after, faults=row.faults,
    )  # fmt: skip


def _client(record: Record) -> core.Client:
    """The person's facts; an empty field is unknown."""
    client, today = record.complaint.client, record.today
    age = None if client.birth_date is None else age_on(client.birth_date, today)
    if age is not None and age > MOST_YEARS:
        raise CaseError("birth date", f"{client.birth_date} is more than {MOST_YEARS} years ago: correct it in Story")
    named = (
        "sex", "minutes", "per_day", "days_per_week", "breath_s", "confidence", "train", "first", "phase_order",
        "floor",
    )  # fmt: skip
    return _read(
        core.Client,
        age=age,
        factors=tuple(_factor(row, today) for row in record.factors),
        limits=tuple(
            _read(core.Limit, movement=row.movement, degrees=row.degrees, by=row.by, side=row.side)
            for row in record.limits
        ),
        equipment=tuple(client.equipment),
        places=tuple(client.places),
        extra_set=client.extra_set == "yes",
        sits_square={"yes": True, "no": False}.get(client.sits_square),
        elsewhere=_elsewhere(client),
        **{name: getattr(client, name) for name in named},
    )


def _elsewhere(client: models.Client) -> core.Elsewhere | None:
    """The second set of places; None while no place is there."""
    if not client.elsewhere_places:
        return None
    return _read(
        core.Elsewhere, name=client.elsewhere_name.strip() or ELSEWHERE, places=tuple(client.elsewhere_places),
        equipment=tuple(client.elsewhere_equipment),
    )  # fmt: skip


def age_on(birth: dt.date, today: dt.date) -> int:
    """Age in whole years."""
    return today.year - birth.year - ((today.month, today.day) < (birth.month, birth.day))


def _factor(row: rows.FactorRow, today: dt.date) -> core.ClientFactor:
    return _read(
        core.ClientFactor, id=row.factor, side=row.side, days_since=_days_since(row.since, today),
        trimester=row.trimester, region=row.region, parameters=row.parameters, unconfirmed=row.to_confirm,
    )  # fmt: skip


def _days_since(date: dt.date | None, today: dt.date) -> int | None:
    return None if date is None else max(0, (today - date).days)


def _complaint(record: Record, measures: tuple[core.Sitting, ...]) -> core.Complaint:
    """The story and the answers; an answer that waits for confirmation counts only when it is a yes.

    What nobody answered in words, the two numbers of a blood pressure taken today answer.
    """
    complaint = record.complaint
    pressure = pressure_on(record.today, measures).answers
    pains = {name: getattr(complaint, f"pain_{name}") for name in core.PainReport.model_fields}
    return _read(
        core.Complaint,
        condition=complaint.condition,
        side=complaint.side,
        region=complaint.region,
        days_since=_days_since(complaint.since, record.today),
        pain=_read(core.PainReport, **pains),
        settle_minutes=complaint.settle_minutes,
        wakes=complaint.wakes,
        stiff_minutes=complaint.stiff_minutes,
        observed=tuple(complaint.observed),
        answers={**pressure, **{row.word: _settled(row) for row in record.answers if not row.is_context}},
        context={row.word: _settled(row) for row in record.answers if row.is_context},
    )


def _settled(answer: rows.AnswerRow) -> bool | None:
    """A no that nobody has confirmed yet is not known; a yes is heard at once."""
    return None if answer.to_confirm and not answer.value else answer.value


def dose_facts(data: dict[str, Any]) -> Dose:
    """A stored dose as the core reads it."""
    return Dose.model_validate(data, strict=False)


def stored_dose(data: dict[str, Any] | None, *, kept: bool = True) -> GivenDose | None:
    """A stored dose as it goes on into a session, kept from a version or set by hand; None where there is none."""
    return None if data is None else GivenDose(dose_facts(data), kept=kept)


def stored_groups(rows: list[dict[str, Any]]) -> tuple[core.DrillGroup, ...]:
    """Stored groups as facts."""
    return tuple(_read(core.DrillGroup, **row) for row in rows)


def _plan(library: Library, story: core.Complaint, record: Record) -> core.Plan:
    """The running plan in the complaint's stage; without a version it has no drills."""
    complaint, version, today = record.complaint, record.version, record.today
    staged = _profile_has_stage(library, story, complaint)
    return core.Plan(
        stage=complaint.stage if staged else None,
        stage_since=complaint.stage_since if staged else None,
        start=None if version is None else min(version.plan_start, today),
        confirmed=tuple(complaint.gate_words),
        answered=tuple(
            _read(core.SignAnswer, drill=row.drill, date=min(row.until, today), by=row.by, reason=row.reason or ERASED)
            for row in record.sign_answers
        ),
        drills=() if version is None else tuple(_planned(row, today) for row in version.drills.all()),
        groups=() if version is None else stored_groups(version.groups),
    )


def _planned(row: models.PlanDrill, today: dt.date) -> core.PlannedDrill:
    return _read(
        core.PlannedDrill, drill=row.drill, side=row.side, method=row.method, step=row.step,
        since=min(row.since, today), dose=dose_facts(row.dose), kept=True, rest=row.rest, order=row.order,
        manner=row.manner,
    )  # fmt: skip


def _profile_has_stage(library: Library, story: core.Complaint, complaint: models.Complaint) -> bool:
    """A stage counts only for the profile it was set in: a withdrawn or changed one leaves it behind."""
    profile = profile_in_force(library, story)
    return profile is not None and complaint.stage is not None and profile.stage(complaint.stage) is not None
