"""Respond: what the symptoms did during a session, right after it, and by the next morning."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from easepath.core.ids import Factors, Sites
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Drill, Method
from easepath.core.measure.patterns import NERVE_SIGNS
from easepath.core.reasons import Reason
from easepath.core.screening.screen import ScreenResult
from easepath.core.situation import ClientFactor, LogEntry
from easepath.core.story import complaint_regions
from easepath.core.vocabulary import (
    JOINT_SYMPTOMS,
    NERVE_SYMPTOMS,
    Irritability,
    ResponseClass,
    SideName,
    target_of,
)  # fmt: skip

LIMIT_CAP: Mapping[Irritability, int] = {"high": 1, "moderate": 3, "low": 5}
FLARE_OVER_ALLOWED = 2
FLARE_PAIN = 8
FLARE_PAIN_HIGH = 7
STIR_PAIN = 6
AFTER_OVER_BEFORE = 1
MORNING_FLARE = 2
EASED = 2
SORENESS_SESSIONS = 2
STRAIN_DAYS = 14
EXCUSE_DAYS = 7
SORENESS_OPEN = "response-soreness-open"
"""A session waits to be told whether its soreness was gone within 48 hours."""
BURNING_FACTORS = frozenset({Factors.NERVE_ROOT, Factors.NERVE_ROOT_HOT, Factors.FEMORAL_NERVE, Factors.SENSORY_LOSS})


@dataclass(frozen=True)
class Response:
    """The class of one session of one drill, why, and whether pain eased."""

    kind: ResponseClass
    reason: Reason
    eased: bool = False


class Responder:
    """Classifies log entries for one screened client."""

    def __init__(self, screen: ScreenResult, methods: Mapping[str, str] | None = None) -> None:
        self._screen = screen
        self._library = screen.library
        self._level = screen.irritability.level
        self._methods = dict(methods or {})
        self._nerve_factor = bool(screen.factor_ids & BURNING_FACTORS)
        self._order = self._session_numbers(screen.situation.log_by_date)
        self._excused = self._excused_dates(screen.situation.log_by_date)

    def classify(self, entry: LogEntry) -> Response:
        """flared, waiting, stirred or calm, with the fact that decided."""
        eased = None not in (entry.after, entry.before) and entry.after <= entry.before - EASED  # type: ignore[operator]
        for kind, rule in (("flared", self._flared), ("waiting", self._waiting), ("stirred", self._stirred)):
            reason = rule(entry)
            if reason is not None:
                return Response(kind, reason, eased)  # type: ignore[arg-type]
        return Response("calm", Reason("response-calm"), eased)

    def limit(self, method: Method) -> int:
        """The pain a method allows at this irritability, 0-10."""
        return min(method.limit, LIMIT_CAP[self._level])

    def allowed_pain(self, entry: LogEntry) -> float | None:
        """The worst pain allowed during this session; None while the pain before is unknown."""
        if entry.before is None:
            return None
        method = self._method(entry)
        limit = self.limit(method)
        if method.pain_rule == "pain-free":
            return entry.before + min(limit, 1)
        return max(limit, entry.before + 1)

    def is_burning(self, entry: LogEntry) -> bool:
        """Burning, or a muscle burn felt outside the target or beside a nerve problem."""
        if entry.symptom == "burning":
            return True
        if entry.symptom != "muscle-burn":
            return False
        return self._nerve_factor or (entry.felt is not None and entry.felt != Sites.TARGET)

    def is_nerve(self, entry: LogEntry) -> bool:
        """Shooting, tingling, numbness, burning that travels, or symptoms moved down the limb."""
        travels = self.is_burning(entry) and entry.moved != "none"
        return entry.symptom in NERVE_SYMPTOMS or travels or entry.moved == "down"

    def reference_morning(self, entry: LogEntry) -> float | None:
        """The higher of the pain before and the usual morning pain (usual pain when that is unknown)."""
        pain = self._screen.situation.complaint.pain
        morning = pain.morning if pain.morning is not None else pain.usual
        known = [value for value in (entry.before, morning) if value is not None]
        return max(known, default=None)

    def over_allowed(self, entry: LogEntry) -> bool:
        """Whether the worst pain during the drill was over what is allowed."""
        allowed = self.allowed_pain(entry)
        if entry.during is None:
            return False
        return entry.during >= STIR_PAIN or (allowed is not None and entry.during > allowed)

    def lingers(self, entry: LogEntry) -> bool:
        """Whether the pain right after was more than one above the pain before."""
        known = entry.after is not None and entry.before is not None
        return known and entry.after > entry.before + AFTER_OVER_BEFORE  # type: ignore[operator]

    def morning_is_worse(self, entry: LogEntry) -> bool:
        """Whether the next morning is known to be worse."""
        over = self._morning_over(entry)
        return over is not None and over > 0

    def _method(self, entry: LogEntry) -> Method:
        drill = self._library.drills[entry.drill]
        return self._library.methods[self._methods.get(entry.drill, drill.methods[0])]

    def _flared(self, entry: LogEntry) -> Reason | None:
        if entry.symptom in NERVE_SYMPTOMS | JOINT_SYMPTOMS:
            return Reason("response-symptom", facts={"symptom": entry.symptom})
        if self.is_burning(entry) and entry.moved != "none":
            return Reason("response-travels")
        if entry.moved == "down":
            return Reason("response-moved-down")
        allowed, during = self.allowed_pain(entry), entry.during
        if during is not None and allowed is not None and during > allowed + FLARE_OVER_ALLOWED:
            return Reason("response-far-over", facts={"during": during, "allowed": allowed})
        ceiling = FLARE_PAIN_HIGH if self._level == "high" else FLARE_PAIN
        if during is not None and during >= ceiling:
            return Reason("response-severe", facts={"during": during, "threshold": ceiling})
        over = self._morning_over(entry)
        if over is not None and over >= MORNING_FLARE and not self._expected_soreness(entry):
            return Reason("response-morning-flare", facts=self._morning_facts(entry))
        return None

    def _waiting(self, entry: LogEntry) -> Reason | None:
        if entry.held:
            return Reason("response-charged-elsewhere")
        numbers = {
            "pain before": entry.before, "worst pain": entry.during, "pain after": entry.after,
            "next morning": entry.next,
        }  # fmt: skip
        missing = [name for name, value in numbers.items() if value is None]
        if entry.symptom is None:
            missing.append("symptom")
        if entry.symptom == "muscle-burn" and entry.felt is None:
            missing.append("where it was felt")
        if missing:
            return Reason("response-waiting", facts={"missing": ", ".join(missing)})
        over = self._morning_over(entry)
        if over is None or over <= 0:
            return None
        if self._may_be_soreness(entry) and entry.gone_48h is None:
            return Reason(SORENESS_OPEN)
        excused = entry.unusual != "none" and entry.date in self._excused
        if excused and over < MORNING_FLARE and not self._expected_soreness(entry):
            return Reason("response-unusual-day", facts={"unusual": entry.unusual})
        return None

    def _stirred(self, entry: LogEntry) -> Reason | None:
        if entry.symptom in ("pinch", "cramp"):
            return Reason("response-symptom", facts={"symptom": entry.symptom})
        if self.is_burning(entry):
            return Reason("response-burning")
        allowed = self.allowed_pain(entry)
        assert entry.during is not None  # waiting has seen to it
        if allowed is not None and entry.during > allowed:
            return Reason("response-over", facts={"during": entry.during, "allowed": allowed})
        if entry.during >= STIR_PAIN:
            return Reason("response-strong", facts={"during": entry.during, "threshold": STIR_PAIN})
        if self.lingers(entry):
            return Reason("response-lingers", facts={"after": entry.after, "before": entry.before})
        over = self._morning_over(entry)
        if over is not None and over > 0 and not self._expected_soreness(entry):
            return Reason("response-morning-worse", facts=self._morning_facts(entry))
        return None

    def _morning_over(self, entry: LogEntry) -> float | None:
        reference = self.reference_morning(entry)
        if entry.next is None or reference is None or entry.held:
            return None
        return entry.next - reference

    def _morning_facts(self, entry: LogEntry) -> dict[str, object]:
        return {"next": entry.next, "reference": self.reference_morning(entry)}

    def _expected_soreness(self, entry: LogEntry) -> bool:
        return self._may_be_soreness(entry) and entry.gone_48h is True

    def _may_be_soreness(self, entry: LogEntry) -> bool:
        """Soreness in the target in a drill's first two sessions, where soreness is harmless."""
        over = self._morning_over(entry)
        if entry.symptom != "soreness" or entry.felt != Sites.TARGET or over is None or over > MORNING_FLARE:
            return False
        if self._order.get(id(entry), SORENESS_SESSIONS) >= SORENESS_SESSIONS:
            return False
        drill = self._library.drills[entry.drill]
        return self._soreness_is_harmless(drill)

    def _soreness_is_harmless(self, drill: Drill) -> bool:
        target = self._library.targets[target_of(drill.main_need)]
        regions = complaint_regions(self._library, self._screen.situation.complaint)
        if target.tissue != "muscle" or regions & set(target.regions):
            return False
        return not recent_strain(self._library, self._screen.factors)

    def _session_numbers(self, log: Iterable[LogEntry]) -> dict[int, int]:
        """How many dates of the same drill and side came before each entry."""
        seen: dict[tuple[str, SideName], set[dt.date]] = {}
        numbers = {}
        for entry in log:
            dates = [seen.setdefault((entry.drill, side), set()) for side in entry.sides]
            numbers[id(entry)] = max(len(before - {entry.date}) for before in dates)
            for before in dates:
                before.add(entry.date)
        return numbers

    def _excused_dates(self, log: Iterable[LogEntry]) -> frozenset[dt.date]:
        """Dates after an unusual day whose merely worse morning is not charged; one in any seven days."""
        excused: list[dt.date] = []
        for entry in log:
            over = self._morning_over(entry)
            merely_worse = over is not None and 0 < over < MORNING_FLARE
            if entry.unusual == "none" or not merely_worse or self._is_dangerous(entry):
                continue
            if not excused or (entry.date - excused[-1]).days >= EXCUSE_DAYS:
                excused.append(entry.date)
        return frozenset(excused)

    def _is_dangerous(self, entry: LogEntry) -> bool:
        return entry.symptom in NERVE_SYMPTOMS | JOINT_SYMPTOMS


def asks_moved(screen: ScreenResult) -> bool:
    """Whether a session asks if anything moved down the limb.

    A nerve factor is there (listed, assumed by the profile or by a pattern), a nerve sign was observed, or a session
    told one.
    """
    situation = screen.situation
    told = any(entry.symptom in NERVE_SYMPTOMS or entry.moved != "none" for entry in situation.log)
    return told or bool(screen.factor_ids & BURNING_FACTORS or set(situation.complaint.observed) & NERVE_SIGNS)


def recent_strain(library: Library, factors: Iterable[ClientFactor]) -> bool:
    """A strain or sprain within 14 days, or undated."""
    return any(
        library.factors[factor.id].needs == "days_since" and (factor.days is None or factor.days <= STRAIN_DAYS)
        for factor in factors
    )


@dataclass(frozen=True)
class DrillInSession:
    """What charging a morning needs to know about each drill of a session."""

    entry: LogEntry
    changed: dt.date | None
    risk: int


def charge_morning(
    responder: Responder, drills: tuple[DrillInSession, ...], *, shared_after: bool = False
) -> tuple[LogEntry, ...]:
    """Charge one bad morning of a session to the drills that earned it; the others hold.

    To those whose own pain during or after was out of bounds, else to the drill changed last, else to
    the riskiest. With `shared_after` the pain right after was asked once for the whole session, so it
    is charged like the morning and speaks for no single drill. What is not bad belongs to all alike.
    """

    def own_fault(drill: DrillInSession) -> bool:
        return responder.over_allowed(drill.entry) or (not shared_after and responder.lingers(drill.entry))

    def is_bad(entry: LogEntry) -> bool:
        return responder.morning_is_worse(entry) or (shared_after and responder.lingers(entry))

    if not any(is_bad(drill.entry) for drill in drills):
        return tuple(drill.entry for drill in drills)
    guilty = [drill for drill in drills if own_fault(drill)]
    charged = guilty or [_most_suspect(drills)]
    mark = {} if guilty else {"unexplained": True}
    return tuple(d.entry.model_copy(update=mark if d in charged else {"held": True}) for d in drills)


def _most_suspect(drills: tuple[DrillInSession, ...]) -> DrillInSession:
    dates = [drill.changed for drill in drills if drill.changed is not None]
    newest = [drill for drill in drills if dates and drill.changed == max(dates)]
    suspects = newest if len(newest) == 1 else newest or list(drills)
    return max(suspects, key=lambda drill: (drill.risk, drill.entry.drill))
