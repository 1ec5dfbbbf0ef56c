"""Signs told at home that wait for a clinician's answer, as Respond and Adjust show them."""

from __future__ import annotations

from easepath.api.views.base import NoSide
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.signs import open_signs
from easepath.core.vocabulary import SIGNS, SUSPENDING


class HomeSign(View):
    """One sign; `ends_all` says that no drill goes on before it is answered, `words` what the client said."""

    drill: str
    title: str
    side: NoSide
    date: str
    words: str
    ends_all: bool


def sign_lines(record: Record) -> list[HomeSign]:
    """The last session of each drill that holds a sign nobody has answered, the newest first."""
    library, facts = record.assessment.library, record.facts
    found = []
    for entry in reversed(open_signs(facts)):
        symptom = library.symptoms[entry.symptom].text if entry.symptom in SIGNS and entry.symptom else ""
        moved = "it moved further down the limb" if entry.moved == "down" else ""
        stopped = f"stopped: {entry.stopped}" if entry.stopped else ""
        found.append(HomeSign(
            drill=entry.drill, title=library.title(entry.drill), side=entry.side or "", date=str(entry.date),
            words="; ".join(word for word in (symptom, moved, stopped) if word) or "burning that travels",
            ends_all=entry.symptom in SUSPENDING,
        ))  # fmt: skip
    return found
