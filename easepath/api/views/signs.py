"""Signs told at home that wait for a clinician's answer, as Respond and Adjust show them."""

from __future__ import annotations

from easepath.api.views.base import NoSide
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.signs import open_checks, open_signs, sign_words
from easepath.core.vocabulary import SUSPENDING


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
        found.append(HomeSign(
            drill=entry.drill, title=library.title(entry.drill), side=entry.side or "", date=str(entry.date),
            words=sign_words(library, entry), ends_all=entry.symptom in SUSPENDING,
        ))  # fmt: skip
    for check in reversed(open_checks(facts)):
        found.append(HomeSign(
            drill="", title="the home check", side="", date=str(check.date),
            words=f"yes to “{library.questions[check.item].ask}”", ends_all=True,
        ))  # fmt: skip
    return found
