"""What the record says, passage by passage: every line stands on a fact, and what is not known is said to be so."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from collections.abc import Iterator

from easepath.clinic.facts.home import effective_sessions, is_stopped, stopped_at
from easepath.clinic.facts.outcomes import outcome_reports
from easepath.clinic.path import OUTCOME_WORDS
from easepath.clinic.repository import Record
from easepath.clinic.sheet import sheet_of
from easepath.clinic.shown import figure, sided
from easepath.core.adjust.session_day import worst_class
from easepath.core.course import RangeCourse, range_courses
from easepath.core.outcomes import ScaleCourse, scale_courses
from easepath.core.story import irritability_open
from easepath.core.tryout import gain_of
from easepath.core.vocabulary import ResponseClass, side_word


def day(date: dt.date | str | None) -> str:
    """A date as it stands in a letter: 4 March 2031."""
    if not date:
        return "not known"
    found = dt.date.fromisoformat(date) if isinstance(date, str) else date
    return f"{found.day} {found:%B %Y}"


def complaint_lines(record: Record) -> Iterator[str]:
    """What the client came with."""
    complaint, screen = record.complaint, record.assessment.screen
    name = screen.profile.name if screen.profile else "No working name yet"
    yield f"{sided(name, complaint.side)}; since {day(complaint.since)}."
    if complaint.words:
        yield f"In the client’s words: “{complaint.words}”."
    if complaint.goal_activity:
        yield f"Wants to get back to: {complaint.goal_activity}."
    pains = {
        "now": complaint.pain_now, "at rest": complaint.pain_rest, "usually": complaint.pain_usual,
        "at worst": complaint.pain_worst, "on getting up": complaint.pain_morning,
    }  # fmt: skip
    known = [f"{when} {pain}" for when, pain in pains.items() if pain is not None]
    unknown = [when for when, pain in pains.items() if pain is None]
    if known:
        open_ones = f"; not known {', '.join(unknown)}" if unknown else ""
        yield f"Pain of 10: {', '.join(known)}{open_ones}."
    open_items = irritability_open(record.facts)
    if screen.irritability.level != "high" and open_items:
        yield f"Irritability is not known: {', '.join(open_items)}."
    else:
        yield f"Irritability {screen.irritability.level}."
    for label, words in (("Medicines", complaint.medicine), ("Treated before", complaint.before)):
        if words:
            yield f"{label}: {words}."


def screen_lines(record: Record) -> Iterator[str]:
    """What the screen found, what a doctor cleared, what is not answered, and what binds the program."""
    screen, library = record.assessment.screen, record.assessment.library
    yield f"Outcome of the screen: {OUTCOME_WORDS[screen.outcome]}."
    yield from flag_lines(record)
    for row in record.clearances:
        yield f"Cleared by {row.doctor} on {day(row.date)}: {row.flag.replace('-', ' ')} – {row.reason}."
    asked = sum(not answer.value and not answer.to_confirm for answer in record.answers)
    yield f"Asked and answered no: {asked} questions."
    if screen.flags.unanswered:
        yield f"Not answered: {len(screen.flags.unanswered)} questions. Not known is not fine."
    factors = [
        sided(library.factors[row.factor].name, row.side) + (f" since {day(row.since)}" if row.since else "")
        for row in record.factors
    ]
    if factors:
        yield f"Minded in the program: {'; '.join(factors)}."
    for limit in record.limits:
        movement = sided(limit.movement.replace("-", " "), limit.side)
        yield f"Limit set by the {limit.by}: {movement} up to {limit.degrees:g}°."


def flag_lines(record: Record) -> Iterator[str]:
    """Every red flag that is raised, and why."""
    library = record.assessment.library
    for flag in record.assessment.screen.flags.raised:
        note = library.red_flags[flag.id].note
        told = flag.reason.text(library).rstrip(".")
        yield f"{told[:1].upper()}{told[1:]}.{f' ({note})' if note else ''}"


def measured_lines(record: Record, on: dt.date | None = None) -> Iterator[str]:
    """The latest of every range against its first, with its error; only those taken on a day where one is given."""
    for one in range_courses(record.assessment):
        last = one.sittings[-1]
        if on is None or last.date == on:
            yield _range_line(one)


def _range_line(one: RangeCourse) -> str:
    first, last = one.sittings[0], one.sittings[-1]
    unit = "°" if one.measure.unit == "deg" else f" {one.measure.unit}"
    read = f"{figure(last.value)}{unit} on {day(last.date)}, error {figure(one.mdc)}{unit}"
    line = f"{sided(one.measure.name, one.side)}: {read}"
    if one.goal is not None:
        line += f", goal {one.goal:g}{unit}"
    elif one.norm is not None:
        line += f", norm {one.norm:g}{unit}"
    if len(one.sittings) == 1:
        return f"{line}; first reading{', a single trial' if len(last.trials) == 1 else ''}."
    change = {"not comparable": "not comparable, taken otherwise", None: "change not known"}.get(one.change, one.change)
    return f"{line}; {figure(first.value)}{unit} on {day(first.date)}: {change}."


def tried_lines(record: Record, visit: int) -> Iterator[str]:
    """What was tried in the room at a visit, with the gain against its error."""
    library = record.assessment.library
    for row in record.tryouts:
        if row.visit != visit:
            continue
        gain = gain_of(library, record.facts, row.measure, row.before, row.after)
        told = f"{gain.amount:+.1f} against an error of {figure(gain.error)}: {gain.kind}" if gain else "no re-test"
        felt = f"; {library.symptoms[row.symptom].text}" if row.symptom in library.symptoms else ""
        yield f"{sided(library.title(row.drill), row.side)}: {told}{felt}."


def program_lines(record: Record) -> Iterator[str]:
    """The program in force, drill by drill, with its dose."""
    version = record.version
    if version is None:
        yield "No home program was handed over."
        return
    sheet = sheet_of(version)
    yield (
        f"Version {version.number} of {day(version.start)}, handed over by {version.handed_over_by.name}: "
        f"{len(version.counted)} drills, about {max(1, round(sheet.seconds / 60))} minutes."
    )
    for drill in sheet.drills:
        if not drill.rest:
            sides = drill.sides
            same = len({one.words for one in sides}) == 1
            doses = sides[0].words if same and sides else "; ".join(f"{one.side} {one.words}" for one in sides)
            yield f"{sided(drill.title, drill.side)}: {doses}."
    if sheet.leave_out:
        yield f"Left out for now: {', '.join(sheet.leave_out)}."
    if record.withheld:
        yield "The program is withheld at home until a doctor’s clearance is recorded."


def response_lines(record: Record) -> Iterator[str]:
    """How it went at home since the plan began."""
    sessions = effective_sessions(record)
    if record.version is None or not sessions:
        yield "Nothing was told from home yet."
        return
    review, library = record.assessment.review, record.assessment.library
    by_session: dict[str | None, list[ResponseClass]] = {}
    for one in review.context.responder.answered:
        by_session.setdefault(one.entry.session, []).append(one.response.kind)
    counts = Counter(worst_class(kinds) for kinds in by_session.values())
    told = ", ".join(f"{counts[kind]} {kind}" for kind in ("calm", "stirred", "flared", "waiting") if counts[kind])
    dates = {session.date for session in sessions}
    yield f"{len(sessions)} sessions on {len(dates)} days since {day(record.version.plan_start)}: {told}."
    if review.share_done is not None:
        yield f"Done of what was due: {review.share_done:.0%}."
    mornings = [session.morning.pain for session in sessions if session.morning is not None]
    if mornings:
        yield f"Pain on the morning after: last {mornings[-1]} of 10, highest {max(mornings)}."
    for session in sessions:
        if is_stopped(session):
            named = (
                f"{sided(library.title(row.drill), side_word(row.side))} ({row.stopped or row.symptom})"
                for row in stopped_at(session)
            )
            yield f"Stopped on {day(session.date)}: {'; '.join(named)}."


def outcome_lines(record: Record) -> Iterator[str]:
    """What the client says of the whole, with its error."""
    yield from (_scale_line(one) for one in scale_courses(record.assessment.library, outcome_reports(record)))


def _scale_line(one: ScaleCourse) -> str:
    first, last = one.points[0], one.points[-1]
    if one.scale.words:
        return f"{one.name}: {one.scale.words[int(last.value) - one.scale.low]}, told on {day(last.date)}."
    line = f"{one.name}: {figure(last.value)} of {one.scale.high} on {day(last.date)}"
    if one.difference is None:
        return f"{line}; asked once."
    return f"{line}; {figure(first.value)} on {day(first.date)}: {one.change}, error {one.error:g}."
