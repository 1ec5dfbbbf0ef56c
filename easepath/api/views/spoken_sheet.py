"""The client's sheet in the client's language: every word that is the knowledge's own, none that a person wrote."""

from __future__ import annotations

from typing import TypeVar

from easepath.api.views.home_sheet import AfterFlareOut, HomeSheet
from easepath.api.views.library import SymptomOut
from easepath.api.views.outcomes import WantsOut
from easepath.clinic.facts.desk import Break
from easepath.clinic.sheet import ElsewhereSheet, HomeDrill, Sheet
from easepath.core.compose.sheet import SideOnSheet
from easepath.core.knowledge import shipped_library
from easepath.core.languages import ENGLISH, Spoken

AnySheet = TypeVar("AnySheet", bound=Sheet)
LISTS = ("have_ready", "leave_out", "precautions", "limits", "difference", "emergencies")
DRILL_LISTS = ("do", "stop", "watch", "changed", "explained", "care", "names", "ways")
DRILL_TEXTS = ("title", "feel", "easier", "harder", "pain_line", "in_turn", "at_home")


def spoken_sheet(sheet: AnySheet, words: Spoken) -> AnySheet:
    """A sheet in a language; what it does not know stays in English."""
    if words.id == ENGLISH:
        return sheet
    told: dict[str, object] = {name: words.each(getattr(sheet, name)) for name in LISTS}
    told |= {
        "emergency_line": words.say(sheet.emergency_line),
        "drills": _drills(sheet.drills, words),
        "elsewhere": None if sheet.elsewhere is None else _elsewhere(sheet.elsewhere, words),
        "desk": tuple(_break(one, words) for one in sheet.desk),
    }
    if isinstance(sheet, HomeSheet):
        told |= _at_home(sheet, words)
    return sheet.model_copy(update=told)


def _at_home(sheet: HomeSheet, words: Spoken) -> dict[str, object]:
    """What the phone shows beside the sheet; what a clinician wrote of a rest stays as it was written."""
    questions = tuple(one.model_copy(update={"ask": words.say(one.ask)}) for one in sheet.home_check.questions)
    return {
        "language": words.id,
        "unread": words.unread,
        "suspended": None if sheet.suspended is None else _symptom(sheet.suspended, words),
        "symptom_words": tuple(_symptom(one, words) for one in sheet.symptom_words),
        "stop_reasons": tuple(_symptom(one, words) for one in sheet.stop_reasons),
        "after_flare": tuple(_less(one, words) for one in sheet.after_flare),
        "wants": sheet.wants and _wants(sheet.wants, words),
        "home_check": sheet.home_check.model_copy(update={"questions": questions}),
    }


def _wants(wants: WantsOut, words: Spoken) -> WantsOut:
    told = ("ask", "low_words", "high_words")
    scales = tuple(
        one.model_copy(
            update={"words": words.each(one.words), **{name: words.say(getattr(one, name)) for name in told}}
        )
        for one in wants.scales
    )
    return wants.model_copy(update={"scales": scales})


def _less(one: AfterFlareOut, words: Spoken) -> AfterFlareOut:
    title = words.say(shipped_library().title(one.drill))
    sides = tuple(_side(side, title, words) for side in one.sides)
    instead = one.instead and _drill(one.instead, words)
    told = {"line": words.say(one.line), "sides": sides, "instead": instead, "ready": words.each(one.ready)}
    return one.model_copy(update=told)


def _drills(drills: tuple[HomeDrill, ...], words: Spoken) -> tuple[HomeDrill, ...]:
    return tuple(_drill(one, words) for one in drills)


def _drill(drill: HomeDrill, words: Spoken) -> HomeDrill:
    told: dict[str, object] = {name: words.each(getattr(drill, name)) for name in DRILL_LISTS}
    told |= {name: words.say(getattr(drill, name)) for name in DRILL_TEXTS}
    title = words.say(drill.title)
    told["mark"] = drill.mark and drill.mark.model_copy(update={"what": words.say(drill.mark.what)})
    return drill.model_copy(update=told | {"sides": tuple(_side(one, title, words) for one in drill.sides)})


def _side(side: SideOnSheet, title: str, words: Spoken) -> SideOnSheet:
    """A side of a drill; its picture is named after the drill, for its words are composed in English."""
    count = side.count and side.count.model_copy(
        update={"unit": words.say(side.count.unit), "lines": words.each(side.count.lines)}
    )
    return side.model_copy(update={"words": words.say(side.words), "count": count, "alt": title})


def _elsewhere(there: ElsewhereSheet, words: Spoken) -> ElsewhereSheet:
    return there.model_copy(update={
        "have_ready": words.each(there.have_ready), "left_out": words.each(there.left_out),
        "drills": _drills(there.drills, words),
    })  # fmt: skip


def _break(one: Break, words: Spoken) -> Break:
    drills = [drill.model_copy(update={"title": words.say(drill.title)}) for drill in one.drills]
    return one.model_copy(update={"drills": drills})


def _symptom(one: SymptomOut, words: Spoken) -> SymptomOut:
    return one.model_copy(update={"text": words.say(one.text), "phone": words.say(one.phone)})
