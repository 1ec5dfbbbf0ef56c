"""What the sheet says: each drill in plain words, and the session laid out in time."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any

from easepath.core.compose.prescription import Prescription, cues_first, stages_of
from easepath.core.compose.session import Session
from easepath.core.dose.pace import pace_of
from easepath.core.dose.time import (
    FLOOR_TO_STANDING,
    FLOOR_TO_STANDING_WITH_CARE,
    POSITION_CHANGE,
    SET_UP,
    SIDE_CHANGE,
)  # fmt: skip
from easepath.core.dose.words import dose_words
from easepath.core.ids import Sites
from easepath.core.knowledge.library import Library
from easepath.core.match import Matcher
from easepath.core.screening.overrides import OVERRIDDEN
from easepath.core.vocabulary import Place, SideWord, Verdict

NEARBY_SITES = (Sites.GROIN, Sites.FRONT_OF_HIP, Sites.KNEE, Sites.LOW_BACK)
GENERAL_STOPS = ("shooting pain, tingling or numbness", "sharp pain, locking or giving way")


Pictured = Callable[[str, SideWord, Place], str]
"""What the picture of a drill on a side at a place shows, in words."""


def sheet_entry(matcher: Matcher, item: Prescription, pictured: Pictured) -> dict[str, Any]:
    """One drill of the sheet as plain data: wording, dose, time, pace, what was changed and why, what to watch."""
    library = matcher.screen.library
    drill, wording = item.drill, library.wording.get(item.drill.id)
    stages = stages_of(library, item)
    coaching = library.coaching.get(drill.id)
    changed = _changes(library, item)
    cautions = [reason.text(library) for reason in item.reasons if reason.verdict is Verdict.CAUTION]
    return {
        "title": library.title(drill.id),
        "phase": drill.phase,
        "method_name": library.methods[item.method].name,
        "pain_rule": library.methods[item.method].pain_rule,
        "sides": [
            {
                "side": side.side,
                "dose": side.dose.model_dump(exclude_none=True),
                "words": dose_words(side.dose, item.method),
                "seconds": round(side.seconds, 3),
                "alt": pictured(drill.id, side.side, item.place),
                "pace": [beat.as_data() for beat in pace_of(side.dose, drill, item.method, item.breath_s, stages)],
            }
            for side in item.sides
        ],
        "seconds": item.seconds,
        "per_day": item.per_day,
        "days_per_week": item.days_per_week,
        "breath_s": item.breath_s,
        "do": list(wording.do) if wording else [note for note in (drill.note, coaching and coaching.setup) if note],
        "feel": wording.feel if wording else drill.felt,
        "stop": [*(wording.stop if wording else ()), *GENERAL_STOPS],
        "easier": wording.easier if wording else ", ".join(coaching.lighter) if coaching else "",
        "harder": wording.harder if wording else "Only when we tell you.",
        "watch": list(cues_first(matcher, drill)),
        "equip": list(drill.equip),
        "verdict": item.verdict.word,
        "changed": changed,
        "cautions": cautions,
        "felt_sites": list(dict.fromkeys((Sites.TARGET, *drill.wrong_felt, *NEARBY_SITES))),
    }


def _changes(library: Library, item: Prescription) -> list[str]:
    """What is done otherwise for this client, each once: the change itself where a factor names one.

    What an override made of a refusal is no change of the drill: the override itself stands on the version.
    """
    reasons = [
        reason
        for reason in item.reasons
        if reason.verdict is Verdict.MODIFY and reason.rule != OVERRIDDEN and "was" not in reason.facts
    ]
    return list(dict.fromkeys(str(r.facts.get("instead") or r.text(library)) for r in reasons))


def timeline(session: Session, *, floor_care: bool = False) -> list[dict[str, Any]]:
    """The session as stretches of time in order; `index` is the drill, None between drills; seconds each."""
    blocks: list[dict[str, Any]] = []
    items = session.drills
    for index, item in enumerate(items):
        blocks.extend(_drill_blocks(index, item))
        following = items[index + 1].place if index + 1 < len(items) else None
        if item.place == "floor" and following != "floor":
            seconds = FLOOR_TO_STANDING_WITH_CARE if floor_care else FLOOR_TO_STANDING
            blocks.append({"index": None, "kind": "rise", "side": None, "seconds": seconds})
        if following is not None and following != item.place:
            blocks.append({"index": None, "kind": "move", "side": None, "seconds": POSITION_CHANGE})
    return blocks


def _drill_blocks(index: int, item: Prescription) -> Iterator[dict[str, Any]]:
    yield {"index": index, "kind": "set-up", "side": None, "seconds": SET_UP}
    used = float(SET_UP)
    for number, side in enumerate(item.sides):
        if number:
            yield {"index": index, "kind": "change", "side": None, "seconds": SIDE_CHANGE}
            used += SIDE_CHANGE
        last = number + 1 == len(item.sides)
        seconds = item.seconds - used if last else side.seconds
        used += seconds
        yield {"index": index, "kind": "side", "side": side.side, "seconds": seconds}
