"""A situation of the core as rows of a client: the way back from facts to what a visit would have recorded.

Whatever no row can hold is named, so that nobody takes the client for the whole case.
"""

from __future__ import annotations

import datetime as dt
import math
import uuid
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import Any, Final
from zoneinfo import ZoneInfo

from easepath.clinic import clock, models
from easepath.core.facts import ClientFactor, Elsewhere, LogEntry, Situation
from easepath.core.knowledge import shipped_library
from easepath.core.story import answer, context

NOON, EVENING, MORNING = dt.time(12), dt.time(20), dt.time(8)
AS_TOLD: Final = ("train", "first", "phase_order")
IF_TOLD: Final = ("sex", "floor", "confidence")
LEAST: Final = ("minutes", "per_day", "days_per_week")


def whole(value: float | None) -> int | None:
    """A figure as a row holds it; half a point of pain is not told away."""
    return None if value is None else math.ceil(value)


@dataclass
class CaseRows:
    """Writes the rows of one situation, whose day is today at the clinic."""

    actor: models.User
    clinic: models.Clinic
    facts: Situation
    left: list[str] = field(default_factory=list)

    def at(self, date: dt.date, time: dt.time = NOON) -> dt.datetime:
        """A moment of a date at the clinic, never one that is still to come."""
        return min(dt.datetime.combine(date, time, ZoneInfo(self.clinic.time_zone)), clock.now())

    def client(self, name: str) -> models.Client:
        """The person, with what they have; their factors and limits need no confirming."""
        told, elsewhere = self.facts.client, self.facts.client.elsewhere
        if told.stages:
            self.left.append("the stage of an operation that is not this complaint")
        client = models.Client.objects.create(
            clinic=self.clinic, first_name="Case", last_name=name[:60], birth_date=self._born(told.age),
            places=[*told.places], equipment=[*told.equipment], breath_s=told.breath_s,
            extra_set="yes" if told.extra_set else "no",
            sits_square="" if told.sits_square is None else "yes" if told.sits_square else "no",
            **{one: getattr(told, one) for one in AS_TOLD}, **{one: getattr(told, one) or "" for one in IF_TOLD},
            **{one: None if getattr(told, one) is None else int(getattr(told, one)) for one in LEAST},
            **_elsewhere(elsewhere),
        )  # fmt: skip
        by = {"client": client, "recorded_by": self.actor, "recorded_at": clock.now()}
        models.ClientFactor.objects.bulk_create(
            models.ClientFactor(
                factor=one.id, side=one.side or "", since=self._since(one), trimester=one.trimester,
                region=one.region or "", parameters=one.parameters, **by,
            )
            for one in told.factors
        )  # fmt: skip
        models.Limit.objects.bulk_create(
            models.Limit(movement=one.movement, side=one.side or "", degrees=one.degrees, by=one.by, **by)
            for one in told.limits
        )
        return client

    def _born(self, age: float | None) -> dt.date | None:
        if age is None:
            return None
        today, years = self.facts.today, int(age)
        day = 28 if (today.month, today.day) == (2, 29) else today.day
        return dt.date(today.year - years, today.month, day) - dt.timedelta(days=int((age - years) * 365))

    def _since(self, factor: ClientFactor) -> dt.date | None:
        return None if factor.days is None else self.facts.today - dt.timedelta(days=int(factor.days))

    def complaint(self, client: models.Client, why: str, opened: dt.date) -> models.Complaint:
        """The complaint with its story, what was chosen by hand, and every answer of the screen."""
        story, plan = self.facts.complaint, self.facts.plan
        pains = {f"pain_{name}": whole(value) for name, value in story.pain}
        complaint = models.Complaint.objects.create(
            client=client, opened_at=self.at(opened), condition=story.condition or "", region=story.region or "",
            side=story.side or "", notes=why[:1000], observed=[*story.observed], wakes=story.wakes or "",
            since=None if story.days_since is None else self.facts.today - dt.timedelta(days=int(story.days_since)),
            settle_minutes=whole(story.settle_minutes), stiff_minutes=whole(story.stiff_minutes),
            methods=dict(self.facts.methods), stage=plan.stage, stage_since=plan.stage_since,
            gate_words=[*plan.confirmed],
            needs_set={
                need: {"weight": one.weight, "reason": one.reason, "by": self.actor.name}
                for need, one in self.facts.needs.items()
            },
            **pains,
        )  # fmt: skip
        self._answers(complaint)
        by: dict[str, Any] = {"complaint": complaint}
        models.Goal.objects.bulk_create(
            models.Goal(
                measure=one.measure, side=one.side or "", value=one.value, set_by=self.actor, set_at=clock.now(), **by
            )
            for one in self.facts.goals
        )
        models.Clearance.objects.bulk_create(
            models.Clearance(
                flag=flag, doctor=one.by[:120], date=one.date or self.facts.today, reason=one.reason[:400],
                recorded_by=self.actor, recorded_at=clock.now(), **by,
            )
            for flag, one in self.facts.clearance.items()
        )  # fmt: skip
        models.HomeCheck.objects.bulk_create(
            models.HomeCheck(
                id=uuid.uuid4(), date=one.date, answers={one.item: True}, received_at=self.at(one.date), **by
            )
            for one in self.facts.checks
        )
        return complaint

    def _answers(self, complaint: models.Complaint) -> None:
        """A row for every word that is answered, by itself or by the default of the case."""
        library, story = shipped_library(), self.facts.complaint
        words = {*library.flag_items, *library.profile_words, *library.observations, *story.answers}
        told = [(word, False, answer(story, word)) for word in sorted(words)]
        told += [(word, True, context(story, word)) for word in sorted({*library.contexts, *story.context})]
        models.Answer.objects.bulk_create(
            models.Answer(
                complaint=complaint, word=word, is_context=of_context, value=value, answered_by=self.actor,
                answered_at=clock.now(),
            )
            for word, of_context, value in told
            if value is not None
        )  # fmt: skip

    def visits(self, complaint: models.Complaint, dates: Sequence[dt.date]) -> dict[dt.date, models.Visit]:
        """A visit on each date; all but the last are closed."""
        return {
            date: models.Visit.objects.create(
                complaint=complaint, number=number, opened_by=self.actor, opened_at=self.at(date),
                closed_at=self.at(date, EVENING) if date != dates[-1] else None,
            )
            for number, date in enumerate(dates, start=1)
        }  # fmt: skip

    def measured(self, visits: dict[dt.date, models.Visit]) -> None:
        """What was measured, in the visit of its day, and what was tried, in the last visit."""
        last = visits[max(visits)]
        here = [one for one in self.facts.measures if not one.elsewhere]
        rows = {
            (one.date, one.measure, one.side, one.state): models.Sitting(
                client=last.complaint.client, visit=visits[one.date], measure=one.measure, side=one.side or "",
                date=one.date, trials=[*one.trials], state=one.state or "cold", instrument=(one.instrument or "")[:40],
                entered_by=self.actor, entered_at=self.at(one.date),
            )
            for one in here
        }  # fmt: skip
        self._leave(len(self.facts.measures) - len(here), "taken for another complaint", "reading")
        self._leave(len(here) - len(rows), "taken anew on the same day", "reading")
        checked = [one.check for one in self.facts.tryouts] + [one.check for one in self.facts.log]
        self._leave(sum(map(bool, checked)), "of a drill's landmark", "check")
        models.Sitting.objects.bulk_create(rows.values())
        models.Tryout.objects.bulk_create(
            models.Tryout(
                complaint=last.complaint, visit=last, position=n, drill=one.drill, side=one.side or "both",
                measure=one.measure or "", before=[*one.before], after=[*one.after], symptom=one.symptom or "",
                faults=[*one.faults], entered_by=self.actor, entered_at=clock.now(),
            )
            for n, one in enumerate(self.facts.tryouts)
        )  # fmt: skip

    def sessions(self, complaint: models.Complaint, version: models.PlanVersion) -> None:
        """What was done at home, and the answers to its signs; what is asked once is the worst that a drill tells."""
        for entries in sessions_of(self.facts.log):
            date = entries[0].date
            session = models.SessionLog.objects.create(
                id=uuid.uuid4(), complaint=complaint, version=version, date=date, entered_by=self.actor,
                before=_worst(one.before for one in entries), after=_worst(one.after for one in entries),
                received_at=self.at(date, EVENING),
            )  # fmt: skip
            models.SessionDrill.objects.bulk_create(
                models.SessionDrill(
                    session=session, position=n, drill=one.drill, side=one.side or "both",
                    done_pct=whole(one.done_pct), during=whole(one.during), symptom=one.symptom or "",
                    felt=one.felt or "", moved="" if one.moved == "none" else one.moved,
                    stopped=(one.stopped or "")[:400],
                )
                for n, one in enumerate(entries)
            )  # fmt: skip
            pain = _worst(one.next for one in entries)
            if pain is not None:
                models.MorningReport.objects.create(
                    id=uuid.uuid4(), session=session, pain=pain, gone_48h=_gone([one.gone_48h for one in entries]),
                    unusual=next((one.unusual for one in entries if one.unusual != "none"), "none"),
                    entered_by=self.actor, received_at=self.at(date + dt.timedelta(days=1), MORNING),
                )  # fmt: skip
        models.SignAnswer.objects.bulk_create(
            models.SignAnswer(
                complaint=complaint, drill=one.drill or "", until=one.date, reason=one.reason[:400],
                answered_by=self.actor, answered_at=self.at(one.date),
            )
            for one in self.facts.plan.answered
        )  # fmt: skip

    def _leave(self, count: int, what: str, noun: str) -> None:
        if count:
            self.left.append(f"{count} {noun}{'' if count == 1 else 's'} {what}")


def sessions_of(log: Sequence[LogEntry]) -> Iterator[list[LogEntry]]:
    """The entries of each session: those of a date under one name, or, unnamed, until a drill comes again."""
    found: list[LogEntry] = []
    for entry in sorted(log, key=lambda one: one.date):
        same = bool(found) and (found[0].date, found[0].session) == (entry.date, entry.session)
        again = entry.session is None and any((one.drill, one.side) == (entry.drill, entry.side) for one in found)
        if found and (not same or again):
            yield found
            found = []
        found.append(entry)
    if found:
        yield found


def _worst(values: Iterator[float | None]) -> int | None:
    return whole(max((value for value in values if value is not None), default=None))


def _gone(told: Sequence[bool | None]) -> bool | None:
    """Whether the soreness was gone: no where any says no, unknown where any is."""
    return False if False in told else None if None in told else True


def _elsewhere(told: Elsewhere | None) -> dict[str, Any]:
    if told is None:
        return {}
    return {
        "elsewhere_name": told.name, "elsewhere_places": [*told.places], "elsewhere_equipment": [*told.equipment],
    }  # fmt: skip
