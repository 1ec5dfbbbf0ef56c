"""The client's voice: what was changed, what ends a drill, how much it may hurt, in words written for clients."""

from __future__ import annotations

from collections.abc import Iterable

from easepath.core.compose.precautions import limit_sentence
from easepath.core.compose.prescription import Prescription
from easepath.core.dose.words import share_words
from easepath.core.ids import ClientLines
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import ABOVE_PAIN, Wording
from easepath.core.match import Matcher
from easepath.core.reasons import Reason
from easepath.core.respond import pain_limit
from easepath.core.screening.overrides import OVERRIDDEN
from easepath.core.screening.ranges import LIMIT_NOT_PAST
from easepath.core.vocabulary import Verdict

ALWAYS_STOP = ("shooting pain, tingling or numbness", "sharp pain, locking or giving way")
"""Signs of a nerve or a joint end every drill."""


def modifying(item: Prescription) -> list[Reason]:
    """What changes the drill itself; what an override made of a refusal is no change of the drill."""
    return [
        reason for reason in item.reasons
        if reason.verdict is Verdict.MODIFY and reason.rule != OVERRIDDEN and "was" not in reason.facts
    ]  # fmt: skip


def changes_for_client(library: Library, item: Prescription) -> tuple[str, ...]:
    """What is done otherwise for this client, each sentence once."""
    said = (_sentence(library, item.drill.id, reason) for reason in modifying(item))
    return tuple(dict.fromkeys(sentence for sentence in said if sentence))


def client_sentence(library: Library, text: str) -> str:
    """A change as it was once handed over, in the client's words where there are any."""
    change = library.changes.get(text)
    return text if change is None or "{limit}" in change.client else change.client


def _sentence(library: Library, drill: str, reason: Reason) -> str | None:
    facts = reason.facts
    if reason.code in ("factor-exposure", "factor-limit"):
        change = library.changes.get(str(facts["instead"]))
        return None if change is None else change.said_in(drill).replace("{limit}", f"{facts.get('degrees', 0):g}")
    if reason.code == LIMIT_NOT_PAST:
        return limit_sentence(library, facts["movement"].replace(" ", "-"), facts["side"], facts["degrees"])
    line = library.client_lines.get(reason.code)
    if line is None:
        return None
    return line.text.format_map({
        "side": facts.get("side"), "percent_words": share_words(int(facts.get("percent", 0))),
    })  # fmt: skip


def stops_of(matcher: Matcher, item: Prescription) -> tuple[str, ...]:
    """The signs that end a drill: its own, those of what it does to the body there, and those of every drill.

    What only follows from what it does is left out where a wider sign says it.
    """
    library = matcher.screen.library
    wording = library.wording.get(item.drill.id)
    mode = matcher.screen.rules.mode(item.drill, item.method, item.place)
    own = list(own_stops(wording, _may_hurt(matcher, item))) if wording else []
    follow = [sign for exposure in dict.fromkeys(mode.exposures) for sign in library.stops[exposure].stop]
    said = {
        narrow for sign in (*own, *follow, *ALWAYS_STOP) if sign in library.wider_signs
        for narrow in library.wider_signs[sign].says
    }  # fmt: skip
    return _each_once([*own, *(sign for sign in follow if sign not in said), *ALWAYS_STOP])


def own_stops(wording: Wording, limit: int) -> tuple[str, ...]:
    """A drill's own stop signs for somebody whom it may hurt up to `limit` of 10; at 0 any pain there ends it."""
    if limit <= 0:
        return tuple(sign.replace(ABOVE_PAIN, "") for sign in wording.stop)
    return tuple(sign.replace("{n}", str(limit)) for sign in wording.stop)


def _may_hurt(matcher: Matcher, item: Prescription) -> int:
    """The pain (0-10) that the client's irritability with this method, the drill and what was changed all allow."""
    library = matcher.screen.library
    limit = pain_limit(library, matcher.screen.irritability.level, library.method(item.method))
    wording = library.wording.get(item.drill.id)
    changes = [library.changes.get(str(reason.facts.get("instead"))) for reason in modifying(item)]
    bounds = [row.pain_at_most for row in (wording, *changes) if row is not None]
    return min([limit, *[bound for bound in bounds if bound is not None]])


def _each_once(signs: Iterable[str]) -> tuple[str, ...]:
    """Each sign once, none that another says in more words."""
    kept = list(dict.fromkeys(signs))
    return tuple(sign for sign in kept if not any(sign != other and sign in other for other in kept))


def pain_line(matcher: Matcher, item: Prescription) -> str:
    """How much the drill may hurt and how much not, for this client."""
    library = matcher.screen.library
    limit = _may_hurt(matcher, item)
    if limit <= 0:
        return library.client_lines[ClientLines.NO_PAIN].text
    return library.home_rules[library.method(item.method).pain_rule].line.replace("{n}", str(limit))


def explained(library: Library, texts: Iterable[str]) -> tuple[str, ...]:
    """The words of some texts that not everybody knows, each with what it means."""
    said = " ".join(texts).lower()
    return tuple(f"{row.word}: {row.means}" for row in library.glossary.values() if row.word in said)


def care_of(library: Library, item: Prescription) -> tuple[str, ...]:
    """What to look at before the drill's equipment is used."""
    pieces = dict.fromkeys((*item.drill.equip, *item.drill.helps))
    return tuple(library.gear_care[piece].line for piece in pieces if piece in library.gear_care)
