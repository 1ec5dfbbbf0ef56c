"""Respond: what the symptoms did during a session, right after it, and by the next morning."""

from __future__ import annotations

import datetime as dt
from bisect import bisect_left
from collections import defaultdict
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import chain

from easepath.core.as_asked import ListAsAsked
from easepath.core.facts import ClientFactor, Log, LogEntry
from easepath.core.ids import Factors, Sites
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Drill, Method
from easepath.core.measure.patterns import NERVE_SIGNS
from easepath.core.reasons import Reason
from easepath.core.screening.screen import ScreenResult
from easepath.core.story import complaint_regions
from easepath.core.vocabulary import (
    JOINT_SYMPTOMS,
    NERVE_SYMPTOMS,
    SIGNS,
    Irritability,
    ResponseClass,
    SideName,
    sides_of,
    target_of,
)  # fmt: skip

BEGAN_HIGH = "response-began-high"
"""A session that stirs by the pain it began from, and by nothing else."""
SORENESS_OPEN = "response-soreness-open"
"""A session waits to be told whether its soreness was gone within 48 hours."""
BURNING_FACTORS = frozenset({Factors.NERVE_ROOT, Factors.NERVE_ROOT_HOT, Factors.FEMORAL_NERVE, Factors.SENSORY_LOSS})


@dataclass(frozen=True)
class Response:
    """The class of one session of one drill, why, and whether pain eased."""

    kind: ResponseClass
    reason: Reason
    eased: bool = False


def pain_limit(library: Library, level: Irritability, method: Method) -> int:
    """The pain a method allows at that irritability, 0-10."""
    return min(method.limit, int(library.responses["allowed"].numbers[f"cap_{level}"]))


class Responder:
    """Classifies log entries for one screened client; `log` are the sessions by date, as they count."""

    def __init__(self, screen: ScreenResult, methods: Mapping[str, str], log: Sequence[LogEntry]) -> None:
        self._screen = screen
        self._library = screen.library
        self._level = screen.irritability.level
        self._methods = dict(methods)
        self._nerve_factor = bool(screen.factor_ids & BURNING_FACTORS)
        pain = screen.situation.complaint.pain
        self._usual = pain.usual
        self._usual_morning = pain.morning if pain.morning is not None else pain.usual
        self.log = Log.of(log)
        self._excused = self._excused_dates(self.log)

    @cached_property
    def answered(self) -> Sequence[Answered]:
        """Every entry of the log with its response, by date; a response is worked out when it is looked at."""
        return ListAsAsked(len(self.log), self._answer)

    def _answer(self, place: int) -> Answered:
        entry = self.log[place]
        return Answered(entry, self.classify(entry))

    def answered_since(self, date: dt.date) -> tuple[Answered, ...]:
        """Those of a date and after it."""
        return tuple(self.answered[bisect_left(self.log.dates, date) :])

    @cached_property
    def _dates(self) -> Mapping[tuple[str, SideName], Sequence[dt.date]]:
        """The dates of each drill on each side, in order."""
        found: dict[tuple[str, SideName], set[dt.date]] = defaultdict(set)
        for (drill, word), date in zip(self.log.drills, self.log.dates, strict=True):
            for side in sides_of(word):
                found[drill, side].add(date)
        return {key: sorted(dates) for key, dates in found.items()}

    def classify(self, entry: LogEntry) -> Response:
        """flared, waiting, stirred or calm, with the fact that decided."""
        eased = self._eased(entry)
        rules: tuple[tuple[ResponseClass, Callable[[LogEntry], Reason | None]], ...] = (
            ("flared", self._flared), ("waiting", self._waiting), ("stirred", self._stirred),
        )  # fmt: skip
        for kind, rule in rules:
            reason = rule(entry)
            if reason is not None:
                return Response(kind, reason, eased)
        return Response("calm", Reason("response-calm"), eased)

    def _number(self, part: str, name: str) -> int | float:
        """A number the response is read by; the knowledge is checked to have every one."""
        return self._library.responses[part].numbers[name]

    def _eased(self, entry: LogEntry) -> bool:
        if entry.after is None or entry.before is None:
            return False
        return entry.after <= entry.before - self._number("eased", "below_before")

    def limit(self, method: Method) -> int:
        """The pain a method allows at this irritability, 0-10."""
        return pain_limit(self._library, self._level, method)

    def allowed_pain(self, entry: LogEntry) -> float | None:
        """The worst pain allowed during this session; None while the pain before is unknown."""
        if entry.before is None:
            return None
        method = self._method(entry)
        limit = self.limit(method)
        if method.pain_rule == "pain-free":
            return entry.before + min(limit, self._number("allowed", "pain_free"))
        return max(limit, entry.before + self._number("allowed", "above_before"))

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
        if entry.before is None or self._usual_morning is None:
            return self._usual_morning if entry.before is None else entry.before
        return max(entry.before, self._usual_morning)

    def over_allowed(self, entry: LogEntry) -> bool:
        """Whether the worst pain during the drill was over what is allowed."""
        allowed = self.allowed_pain(entry)
        if entry.during is None:
            return False
        return entry.during >= self._number("stirred", "strong") or (allowed is not None and entry.during > allowed)

    def lingers(self, entry: LogEntry) -> bool:
        """Whether the pain right after was clearly above the pain before."""
        if entry.after is None or entry.before is None:
            return False
        return entry.after > entry.before + self._number("stirred", "after_over_before")

    def morning_is_worse(self, entry: LogEntry) -> bool:
        """Whether the next morning is known to be worse."""
        over = self._morning_over(entry)
        return over is not None and over > 0

    def _method(self, entry: LogEntry) -> Method:
        drill = self._library.drills[entry.drill]
        return self._library.methods[self._methods.get(entry.drill, drill.methods[0])]

    def _flared(self, entry: LogEntry) -> Reason | None:
        if entry.symptom in SIGNS:
            return Reason("response-symptom", facts={"symptom": entry.symptom})
        if entry.stopped is not None:
            return Reason("response-stopped", facts={"words": entry.stopped})
        if self.is_burning(entry) and entry.moved != "none":
            return Reason("response-travels")
        if entry.moved == "down":
            return Reason("response-moved-down")
        allowed, during = self.allowed_pain(entry), entry.during
        if during is not None and allowed is not None and during > allowed + self._number("flared", "over_allowed"):
            return Reason("response-far-over", facts={"during": during, "allowed": allowed})
        ceiling = self._number("flared", "severe_irritable" if self._level == "high" else "severe")
        if during is not None and during >= ceiling:
            return Reason("response-severe", facts={"during": during, "threshold": ceiling})
        over = self._morning_over(entry)
        if over is not None and over >= self._number("flared", "morning_over") and not self._expected_soreness(entry):
            return Reason("response-morning-flare", facts=self._morning_facts(entry))
        return None

    def _waiting(self, entry: LogEntry) -> Reason | None:
        if entry.held:
            return Reason("response-charged-elsewhere")
        missing = _missing(entry)
        if missing:
            return Reason("response-waiting", facts={"missing": ", ".join(missing)})
        over = self._morning_over(entry)
        if over is None or over <= 0:
            return None
        if self._may_be_soreness(entry) and entry.gone_48h is None:
            return Reason(SORENESS_OPEN)
        excused = entry.unusual != "none" and entry.date in self._excused
        if excused and over < self._number("flared", "morning_over") and not self._expected_soreness(entry):
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
        strong = self._number("stirred", "strong")
        if entry.during >= strong:
            return Reason("response-strong", facts={"during": entry.during, "threshold": strong})
        if self.lingers(entry):
            return Reason("response-lingers", facts={"after": entry.after, "before": entry.before})
        over = self._morning_over(entry)
        if over is not None and over > 0 and not self._expected_soreness(entry):
            return Reason("response-morning-worse", facts=self._morning_facts(entry))
        if self._began_high(entry):
            return Reason(BEGAN_HIGH, facts={"before": entry.before})
        return None

    def _began_high(self, entry: LogEntry) -> bool:
        """Strong pain before the session, or clearly above the usual one where that is known."""
        if entry.before is None:
            return False
        over = None if self._usual is None else entry.before - self._usual
        unusual = over is not None and over >= self._number("began-high", "over_usual")
        return entry.before >= self._number("began-high", "strong") or unusual

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
        if entry.symptom != "soreness" or entry.felt != Sites.TARGET or over is None:
            return False
        if over > self._number("flared", "morning_over"):
            return False
        if self._sessions_before(entry) >= self._number("soreness", "first_sessions"):
            return False
        drill = self._library.drills[entry.drill]
        return self._soreness_is_harmless(drill)

    def _soreness_is_harmless(self, drill: Drill) -> bool:
        target = self._library.targets[target_of(drill.main_need)]
        regions = complaint_regions(self._library, self._screen.situation.complaint)
        if target.tissue != "muscle" or regions & set(target.regions):
            return False
        return not recent_strain(self._library, self._screen.factors)

    def _sessions_before(self, entry: LogEntry) -> int:
        """How many dates of the same drill came before an entry, on that of its sides with most of them."""
        return max(bisect_left(self._dates[entry.drill, side], entry.date) for side in entry.sides)

    def _excused_dates(self, log: Log) -> frozenset[dt.date]:
        """Dates after an unusual day whose merely worse morning is not charged; one in any seven days."""
        excused: list[dt.date] = []
        unusual = (session.entries() for session in log.sessions if session.told.is_unusual)
        for entry in chain.from_iterable(unusual):
            if entry.unusual == "none":
                continue
            over = self._morning_over(entry)
            merely_worse = over is not None and 0 < over < self._number("flared", "morning_over")
            if not merely_worse or self._is_dangerous(entry):
                continue
            if not excused or (entry.date - excused[-1]).days >= self._number("unusual-day", "once_in_days"):
                excused.append(entry.date)
        return frozenset(excused)

    def _is_dangerous(self, entry: LogEntry) -> bool:
        return entry.symptom in NERVE_SYMPTOMS | JOINT_SYMPTOMS


def _missing(entry: LogEntry) -> list[str]:
    """What a session has not told yet of a drill, in words."""
    told = {
        "pain before": entry.before, "worst pain": entry.during, "pain after": entry.after, "next morning": entry.next,
        "symptom": entry.symptom,
    }  # fmt: skip
    missing = [name for name, value in told.items() if value is None]
    if entry.symptom == "muscle-burn" and entry.felt is None:
        missing.append("where it was felt")
    return missing


@dataclass(frozen=True)
class Answered:
    """One entry of the log with its response."""

    entry: LogEntry
    response: Response


def asks_moved(screen: ScreenResult) -> bool:
    """Whether a session asks if anything moved down the limb.

    A nerve factor is there (listed, assumed by the profile or by a pattern), a nerve sign was observed, or a session
    told one.
    """
    situation = screen.situation
    entries = (entry for told in situation.log_by_date.distinct for entry in told.entries)
    told = any(entry.symptom in NERVE_SYMPTOMS or entry.moved != "none" for entry in entries)
    return told or bool(screen.factor_ids & BURNING_FACTORS or set(situation.complaint.observed) & NERVE_SIGNS)


def recent_strain(library: Library, factors: Iterable[ClientFactor]) -> bool:
    """A strain or sprain of late, or undated."""
    days = library.responses["soreness"].numbers["strain_days"]
    return any(
        library.factors[factor.id].needs == "days_since" and (factor.days is None or factor.days <= days)
        for factor in factors
    )
