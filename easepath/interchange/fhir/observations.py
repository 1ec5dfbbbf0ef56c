"""Readings, pains and what the client says of the whole (Observation), and the screen (QuestionnaireResponse)."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable, Iterator
from typing import Final

from easepath.clinic.facts.home import effective_sessions, stopped_at
from easepath.clinic.repository import Record
from easepath.clinic.rows import SittingRow
from easepath.core.ids import OutcomeScales
from easepath.core.knowledge import shipped_library
from easepath.interchange.fhir.codes import (
    HL7,
    LOINC,
    OWN,
    SCORE,
    Resource,
    concept,
    measure_concept,
    measured,
    name_of,
    public,
    quantity,
    refer,
)  # fmt: skip
from easepath.interchange.fhir.who import complaint_address, patient_address

PAINS: Final = {
    "pain_now": "Pain now", "pain_rest": "Pain at rest", "pain_usual": "Pain as it usually is",
    "pain_worst": "Pain at worst", "pain_morning": "Pain on getting up",
}  # fmt: skip
PAIN_NOW: Final = public(LOINC, "72514-3", "Pain severity - 0-10 verbal numeric rating [Score] - Reported")
"""The one public code that is certain for a pain of 0 to 10."""
Fits = Callable[[dt.date], bool]
"""Whether what happened on a day is asked for."""


def observations(record: Record, fits: Fits) -> Iterator[tuple[str, Resource]]:
    """Every observation of a complaint on the days asked for; each with a code and a unit."""
    yield from _sittings(record, fits)
    yield from _pains(record, fits)
    yield from _outcomes(record, fits)
    yield from _sessions(record, fits)


def _observation(record: Record, code: Resource, date: dt.date, **more: object) -> Resource:
    return {
        "resourceType": "Observation", "status": "final", "code": code,
        "subject": refer(patient_address(record.complaint.client)), "effectiveDateTime": str(date),
        "focus": [refer(complaint_address(record.complaint))], **more,
    }  # fmt: skip


def _sittings(record: Record, fits: Fits) -> Iterator[tuple[str, Resource]]:
    for row in record.sittings:
        here = row.complaint == record.complaint.pk and row.measure in shipped_library().measures
        if here and row.trials and fits(row.date):
            yield name_of("sitting", row.id), _sitting(record, row)


def _sitting(record: Record, row: SittingRow) -> Resource:
    """One sitting: the mean, every trial, the side, and whether it was taken after the drills."""
    told = _observation(
        record, measure_concept(row.measure), row.date,
        valueQuantity=measured(sum(row.trials) / len(row.trials), row.measure),
        method=concept("states", row.state, "before the drills" if row.state == "cold" else "after the drills"),
        component=[
            {"code": concept("trials", str(n), f"trial {n}"), "valueQuantity": measured(trial, row.measure)}
            for n, trial in enumerate(row.trials, start=1)
        ],
    )  # fmt: skip
    if row.side:
        told["bodySite"] = concept("sides", row.side, row.side)
    return told


def _pains(record: Record, fits: Fits) -> Iterator[tuple[str, Resource]]:
    """The pains of the story, of the day of the latest visit: they were told there."""
    date = dt.date.fromisoformat(record.visits[-1].opened_at[:10]) if record.visits else None
    if date is None or not fits(date):
        return
    for name, words in PAINS.items():
        value = getattr(record.complaint, name)
        if value is not None:
            code = concept("pains", name.replace("_", "-"), words, *([PAIN_NOW] if name == "pain_now" else []))
            told = _observation(record, code, date, valueQuantity=quantity(value, SCORE))
            yield name_of(name, record.complaint.pk), told


def _outcomes(record: Record, fits: Fits) -> Iterator[tuple[str, Resource]]:
    scales = shipped_library().outcomes
    for row in record.outcomes:
        if not fits(row.date):
            continue
        told = [(OutcomeScales.PAIN, row.pain, ""), (OutcomeScales.CHANGE, row.change, "")]
        told += [(OutcomeScales.ACTIVITIES, one.score, one.name) for one in row.activities]
        for scale, value, name in told:
            if value is not None:
                code = concept("outcomes", scale, scales[scale].name)
                note = {"note": [{"text": name}]} if name else {}
                made = _observation(record, code, row.date, valueQuantity=quantity(value, SCORE), **note)
                yield name_of("outcome", row.id, scale, name), made


def _sessions(record: Record, fits: Fits) -> Iterator[tuple[str, Resource]]:
    """The sessions at home: the pain before and after, the worst of each drill, and the next morning."""
    titles = shipped_library().title
    for session in effective_sessions(record):
        if not fits(session.date):
            continue
        morning = session.morning.pain if session.morning else None
        parts = [("before", "Pain before the session", session.before), ("after", "Pain after it", session.after),
                 ("morning", "Pain on the next morning", morning)]  # fmt: skip
        parts += [(f"during-{n}", f"Worst pain in: {titles(row.drill)}", row.during)
                  for n, row in enumerate(session.drills, start=1)]  # fmt: skip
        told = [(code, words, value) for code, words, value in parts if value is not None]
        if told:
            made = _observation(
                record, concept("sessions", "pain", "Pain around a session at home"), session.date,
                component=[
                    {"code": concept("sessions", code, words), "valueQuantity": quantity(value, SCORE)}
                    for code, words, value in told
                ],
            )  # fmt: skip
            yield name_of("session", session.id), made


def screen_answers(record: Record) -> Iterator[tuple[str, Resource]]:
    """What was answered at the screen, question by question; what is not answered has no answer here either."""
    if not record.answers:
        return
    library = record.assessment.library
    items = []
    for row in record.answers:
        asked = library.questions.get(row.word)
        words = asked.ask if asked else library.flag_items.get(row.word, row.word.replace("-", " "))
        items.append({"linkId": row.word, "text": words, "answer": [{"valueBoolean": row.value}]})
    done = not record.assessment.screen.flags.unanswered
    yield name_of("screen", record.complaint.pk), {
        "resourceType": "QuestionnaireResponse", "questionnaire": f"{OWN}screen",
        "status": "completed" if done else "in-progress", "authored": str(record.today),
        "subject": refer(patient_address(record.complaint.client)), "item": items,
    }  # fmt: skip


def stop_signs(record: Record, fits: Fits) -> Iterator[tuple[str, Resource]]:
    """What must be seen first (Flag): red flags that are raised, and signs told at home until they are answered."""
    library, subject = record.assessment.library, refer(patient_address(record.complaint.client))
    for flag in record.assessment.screen.flags.raised:
        yield name_of("flag", record.complaint.pk, flag.id), {
            "resourceType": "Flag", "status": "active", "subject": subject,
            "category": [public_category("clinical")],
            "code": concept("red-flags", flag.id, flag.reason.text(library)),
        }  # fmt: skip
    until = max((row.until for row in record.sign_answers), default=None)
    told = ((session, row) for session in effective_sessions(record) for row in stopped_at(session))
    for session, row in told:
        if not fits(session.date):
            continue
        words = row.stopped or library.symptoms[row.symptom].text
        over = until is not None and session.date <= until
        yield name_of("sign", session.id, row.drill), {
            "resourceType": "Flag", "status": "inactive" if over else "active", "subject": subject,
            "category": [public_category("safety")],
            "code": concept("signs", row.symptom or "stopped", f"{library.title(row.drill)}: {words}"),
            "period": {"start": str(session.date)},
        }  # fmt: skip


def public_category(code: str) -> Resource:
    """The category of a flag."""
    return {"coding": [public(f"{HL7}flag-category", code)]}
