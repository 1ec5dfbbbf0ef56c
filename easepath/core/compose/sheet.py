"""What the sheet says: each drill in plain words, and the session laid out in time."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from typing import Literal

from pydantic import BaseModel, ConfigDict

from easepath.core.compose.client_words import (
    care_of,
    changes_for_client,
    explained,
    modifying,
    pain_line,
    stops_of,
)  # fmt: skip
from easepath.core.compose.play import Played, Unit, units_of
from easepath.core.compose.prescription import Prescription, SideDose, cues_first, stages_of
from easepath.core.compose.session import Session
from easepath.core.dose.load_words import load_words
from easepath.core.dose.pace import pace_of, tempo_words
from easepath.core.dose.time import (
    FLOOR_TO_STANDING,
    FLOOR_TO_STANDING_WITH_CARE,
    POSITION_CHANGE,
    SET_UP,
    SIDE_CHANGE,
)  # fmt: skip
from easepath.core.dose.until_eases import Eases, until_eases, waits_after
from easepath.core.dose.words import count_lines, count_of, dose_words
from easepath.core.ids import Sites
from easepath.core.knowledge.library import Library
from easepath.core.match import Matcher
from easepath.core.vocabulary import PainRule, PhaseName, Place, SideWord, Verdict, VerdictWord

NEARBY_SITES = (Sites.GROIN, Sites.FRONT_OF_HIP, Sites.KNEE, Sites.LOW_BACK)
SIGN_SITES = (Sites.CALF, Sites.BETWEEN_THE_LEGS)
"""Where a sign means more than its drill: offered with every drill, those handed over before they had a word too."""
Pictured = Callable[[str, SideWord, Place], str]
"""What the picture of a drill on a side at a place shows, in words."""


Bands = Mapping[str, str]
"""What a clinic calls its bands, by strength."""


class SheetPart(BaseModel):
    """Base of what a sheet says: frozen, and kept as it was said."""

    model_config = ConfigDict(frozen=True)


class BeatOnSheet(SheetPart):
    """One beat of a side: what to do, for how many seconds, which of how many it is, and in which direction.

    After one that `waits` a hold goes on until it lets go.
    """

    word: str
    seconds: float
    number: int
    of: int
    way: int | None = None
    waits: bool = False


class EasesOnSheet(SheetPart):
    """A hold that lasts until it lets go: at least and at most so many seconds."""

    least: float
    most: float


class CountOnSheet(SheetPart):
    """The one large number of a side, its unit, and how that is done; no number where nothing is counted."""

    number: str
    unit: str
    lines: tuple[str, ...]


class SideOnSheet(SheetPart):
    """One side of a drill: its dose in parts and in words, its seconds, its beats, and its picture in words.

    `count` is the dose as it is read from afar; what was handed over before there was one has its words alone.
    `eases` bounds a hold that ends when it lets go, None for one that ends by its dose.
    """

    side: SideWord
    dose: dict[str, int | float | tuple[int, ...]]
    words: str
    seconds: float
    count: CountOnSheet | None = None
    eases: EasesOnSheet | None = None
    alt: str = ""
    pace: tuple[BeatOnSheet, ...] = ()


class MarkOnSheet(SheetPart):
    """A landmark that is checked at home with the hand, on the side the drill begins with."""

    what: str
    unit: Literal["fingers", "hands"]


class SheetEntry(SheetPart):
    """Everything a sheet says about one drill.

    `changed` is said to the client, `modified` to the clinician; one done `beside` the session costs none of its time.
    """

    title: str
    phase: PhaseName
    method_name: str
    pain_rule: PainRule
    sides: tuple[SideOnSheet, ...]
    seconds: int
    per_day: int
    days_per_week: int
    breath_s: float
    do: tuple[str, ...]
    feel: str
    stop: tuple[str, ...]
    easier: str
    harder: str
    watch: tuple[str, ...] = ()
    equip: tuple[str, ...]
    verdict: VerdictWord
    changed: tuple[str, ...]
    cautions: tuple[str, ...]
    felt_sites: tuple[str, ...]
    modified: tuple[str, ...] = ()
    pain_line: str = ""
    explained: tuple[str, ...] = ()
    care: tuple[str, ...] = ()
    beside: bool = False
    ways: tuple[str, ...] = ()
    mark: MarkOnSheet | None = None


class Stretch(SheetPart):
    """A stretch of time on the tape; `index` is the drill, None between drills."""

    index: int | None
    kind: Literal["set-up", "change", "side", "rise", "move"]
    side: SideWord | None
    seconds: float


def sheet_entry(matcher: Matcher, item: Prescription, pictured: Pictured, bands: Bands | None = None) -> SheetEntry:
    """One drill of the sheet: wording, dose, time, pace, what was changed and why, what to watch.

    `bands` are the clinic's own names for its bands by strength.
    """
    library = matcher.screen.library
    drill, wording = item.drill, library.wording.get(item.drill.id)
    coaching = library.coaching.get(drill.id)
    cautions = [reason.text(library) for reason in item.reasons if reason.verdict is Verdict.CAUTION]
    return SheetEntry(
        title=library.title(drill.id),
        phase=drill.phase,
        method_name=library.methods[item.method].name,
        pain_rule=library.methods[item.method].pain_rule,
        sides=tuple(_side(library, item, side, pictured, bands) for side in item.sides),
        seconds=item.seconds,
        per_day=item.per_day,
        days_per_week=item.days_per_week,
        breath_s=item.breath_s,
        do=wording.do if wording else tuple(n for n in (drill.note, coaching and coaching.setup) if n),
        feel=wording.feel if wording else drill.felt,
        stop=stops_of(matcher, item),
        easier=wording.easier if wording else ", ".join(coaching.lighter) if coaching else "",
        harder=wording.harder if wording else "Only when we tell you.",
        watch=tuple(cues_first(matcher, drill)),
        equip=drill.equip,
        verdict=item.verdict.word,
        changed=changes_for_client(library, item),
        modified=_modified(library, item),
        pain_line=pain_line(matcher, item),
        explained=explained(library, (*wording.do, wording.feel, wording.easier)) if wording else (),
        care=care_of(library, item),
        beside=drill.beside,
        ways=drill.ways,
        mark=_mark(library, drill.id),
        cautions=tuple(cautions),
        felt_sites=tuple(dict.fromkeys((Sites.TARGET, *drill.wrong_felt, *NEARBY_SITES, *SIGN_SITES))),
    )


def _mark(library: Library, drill: str) -> MarkOnSheet | None:
    mark = library.mark(drill)
    return None if mark is None else MarkOnSheet(what=mark.what, unit=mark.unit)


def side_words(library: Library, item: Prescription, side: SideDose, bands: Bands | None = None) -> str:
    """What one side does in words, with load and depth as set by hand; `bands` by strength as called here."""
    return ", ".join(
        word
        for word in (
            dose_words(side.dose, item.method, tempo_words(item.drill)),
            _eases_words(library, item, side),
            load_words(item.manner, bands),
        )
        if word
    )


def _eases(library: Library, item: Prescription, side: SideDose) -> Eases | None:
    asked = item.manner.until_eases
    return until_eases(library.method(item.method), side.dose, item.breath_s) if asked else None


def _eases_words(library: Library, item: Prescription, side: SideDose) -> str:
    eases = _eases(library, item, side)
    return eases.words if eases else ""


def _count(library: Library, item: Prescription, side: SideDose, bands: Bands | None) -> CountOnSheet:
    tempo = tempo_words(item.drill)
    counted, load = count_of(side.dose, item.method, tempo), load_words(item.manner, bands)
    own = (word for word in (_eases_words(library, item, side), load) if word)
    lines = (*count_lines(side.dose, item.method, tempo), *own)
    return CountOnSheet(number=counted.number, unit=counted.unit, lines=lines)


def _side(library: Library, item: Prescription, side: SideDose, pictured: Pictured, bands: Bands | None) -> SideOnSheet:
    beats = pace_of(side.dose, item.drill, item.method, item.breath_s, stages_of(library, item), item.manner.rest_s)
    eases = _eases(library, item, side)
    waits = waits_after(beats, side.dose) if eases else (False,) * len(beats)
    return SideOnSheet(
        side=side.side,
        dose=side.dose.model_dump(exclude_none=True),
        words=side_words(library, item, side, bands),
        count=_count(library, item, side, bands),
        eases=eases and EasesOnSheet(least=eases.least, most=eases.most),
        seconds=round(side.seconds, 3),
        alt=pictured(item.drill.id, side.side, item.place),
        pace=tuple(BeatOnSheet(**beat.as_data(), waits=wait) for beat, wait in zip(beats, waits, strict=True)),
    )


def _modified(library: Library, item: Prescription) -> tuple[str, ...]:
    """What is done otherwise for this client as a clinician reads it: the change itself where a factor names one."""
    return tuple(dict.fromkeys(str(r.facts.get("instead") or r.text(library)) for r in modifying(item)))


def timeline(session: Session, *, floor_care: bool = False) -> tuple[Stretch, ...]:
    """The session as stretches of time in order; what is done beside it takes none of it."""
    blocks: list[Stretch] = []
    units = units_of(session.drills, session.groups)
    in_turn = [(unit, one, one is unit.played[-1]) for unit in units for one in unit.played]
    for number, (unit, played, last) in enumerate(in_turn):
        blocks.extend(_stretches(played, _rounded_up(unit) if last else 0.0))
        following = in_turn[number + 1][1].place if number + 1 < len(in_turn) else None
        if played.place == "floor" and following != "floor":
            seconds = FLOOR_TO_STANDING_WITH_CARE if floor_care else FLOOR_TO_STANDING
            blocks.append(Stretch(index=None, kind="rise", side=None, seconds=seconds))
        if following is not None and following != played.place:
            blocks.append(Stretch(index=None, kind="move", side=None, seconds=POSITION_CHANGE))
    return tuple(blocks)


def _stretches(played: Played, more: float) -> Iterator[Stretch]:
    """Getting into place or turning round, and the side itself; `more` seconds round a unit up."""
    if played.begins:
        yield Stretch(index=played.index, kind="set-up", side=None, seconds=SET_UP)
    if played.turns:
        yield Stretch(index=played.index, kind="change", side=None, seconds=SIDE_CHANGE)
    yield Stretch(index=played.index, kind="side", side=played.side.side, seconds=played.side.seconds + more)


def _rounded_up(unit: Unit) -> float:
    """The part of a second that a unit is rounded up by."""
    return unit.seconds - sum(SET_UP * one.begins + SIDE_CHANGE * one.turns + one.side.seconds for one in unit.played)
