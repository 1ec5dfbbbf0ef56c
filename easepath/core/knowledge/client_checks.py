"""Nothing is left without words for the client: every change, every limit, every stop sign, every pain rule."""

from __future__ import annotations

import re
from collections.abc import Iterator

from easepath.core.errors import Problem
from easepath.core.ids import CLIENT_LINES
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import ABOVE_PAIN, LIMIT, Change, Factor, Wording, effect_change, effect_word

PAIN_FIGURE = re.compile(r"\d+ of 10")
PAIN_TOLD = re.compile(r"pain no more than (\d+)|, no pain$")
"""How a change says, for clinicians, how much it may hurt."""
SLOT = re.compile(r"\{(\w*)\}")
"""A place in a sentence that something is filled into."""
MOST_EXPLAINED = 6
"""Words a sheet explains at the most: who needs more should read other words."""


def check_client_words(library: Library, problems: list[Problem]) -> None:
    """Add everything that would reach a client in words written for a clinician, or in none."""
    for factor in library.factors.values():
        file = library.files[f"factors.{factor.id}"]
        problems += [Problem(file, f"factors.{factor.id}.{key}", why) for key, why in _changes(library, factor)]
    for change in library.changes.values():
        file = library.files[f"changes.{change.text}"]
        problems += [Problem(file, f"changes.{change.text}", why) for why in _change(library, change)]
    follow = {sign for row in library.stops.values() for sign in row.stop}
    for wider in library.wider_signs.values():
        strange = sorted(set(wider.says) - follow)
        if strange:
            file = library.files[f"wider_signs.{wider.text}"]
            problems.append(Problem(file, f"wider_signs.{wider.text}", f"follows from no load: {', '.join(strange)}"))
    for exposure in library.exposures:
        if exposure not in library.stops:
            file = library.files[f"exposures.{exposure}"]
            problems.append(Problem(file, f"stops.{exposure}", "missing: the signs that end a drill"))
    for method in library.methods.values():
        if method.pain_rule not in library.home_rules:
            problems.append(Problem("the rules", f"home_rules.{method.pain_rule}", "missing: how much it may hurt"))
    for line in CLIENT_LINES - set(library.client_lines):
        problems.append(Problem("the rules", f"client_lines.{line}", "missing: what the client reads"))
    problems += _limit_lines(library)
    problems += _languages(library)
    if len(library.glossary) > MOST_EXPLAINED:
        problems.append(Problem("glossary", "glossary", f"explains more than {MOST_EXPLAINED} words"))
    for drill, wording in library.wording.items():
        file = library.files[f"wording.{drill}"]
        problems += [Problem(file, f"wording.{drill}.{key}", why) for key, why in _wording(wording)]


def _limit_lines(library: Library) -> Iterator[Problem]:
    """What is wrong with what a limit means to a client."""
    for movement in sorted(_limited(library) - set(library.limit_lines)):
        why = "missing: what a limit on it means to a client"
        yield Problem("the rules", f"limit_lines.{movement}", why)
    for row in library.limit_lines.values():
        unfilled = sorted(set(SLOT.findall(row.line)) - {"whose", "degrees"})
        if unfilled:
            why = f"has a place for something that nothing fills: {', '.join(unfilled)}"
            yield Problem(library.files[f"limit_lines.{row.movement}"], f"limit_lines.{row.movement}", why)


def _languages(library: Library) -> Iterator[Problem]:
    """What a second language says with other figures than English does."""
    for language in library.languages.values():
        for text, said in language.says.items():
            if sorted(SLOT.findall(text)) != sorted(SLOT.findall(said)):
                file, why = library.files[f"languages.{language.id}"], "has other places to fill than the English"
                yield Problem(file, f"languages.{language.id}.says.{text}", why)


def _limited(library: Library) -> set[str]:
    """Every movement that a limit may be set on, or that a drill or a load takes to its end."""
    angles = {row.movement for row in library.measures.values() if row.movement and row.unit == "deg"}
    loads = {row.movement for row in library.exposures.values() if row.movement}
    return {*angles, *loads, *(name for row in library.drills.values() for name in (*row.reaches, *row.reaches_other))}


def _change(library: Library, change: Change) -> Iterator[str]:
    """What is wrong with the client's sentences of a change."""
    for sentence in (change.client, *change.in_drill.values()):
        if "surgeon" in sentence.lower():
            yield "sends a client to the surgeon"
        if PAIN_FIGURE.search(sentence):
            yield "says how much it may hurt: that is pain_at_most, and the line on pain says it"
        if ("{limit}" in sentence) != ("{limit}" in change.client):
            yield "says the limit in one drill and not in another"
    for drill in sorted(change.in_drill.keys() - library.drills.keys()):
        yield f"has a sentence for {drill!r}, which is no drill"
    told = PAIN_TOLD.search(change.text)
    if told is not None and change.pain_at_most != int(told[1] or 0):
        yield f"says {told[0]!r}, and pain_at_most is {change.pain_at_most}"


def _wording(wording: Wording) -> Iterator[tuple[str, str]]:
    """What is wrong with the words of one drill: key and reason."""
    if any(line.startswith("As ") for line in wording.do):
        yield "do", "leans on another drill"
    bounded = any(ABOVE_PAIN in sign for sign in wording.stop)
    if bounded != (wording.pain_at_most is not None):
        yield "pain_at_most", f"stands with a stop sign that says {ABOVE_PAIN.strip()!r}, and only there"
    if any("{" in sign.replace(ABOVE_PAIN, "") for sign in wording.stop):
        yield "stop", "has a place for something that nothing fills"


def _changes(library: Library, factor: Factor) -> Iterator[tuple[str, str]]:
    """What is wrong with the changes of one factor: key and reason."""
    for table in factor.tables:
        for exposure, effect in table.items():
            word, change = effect_word(effect), effect_change(effect)
            known = library.changes.get(change) if change else None
            if word == "modify" and change is None:
                yield exposure, "changes a drill without saying how"
            elif change is not None and word != "exclude" and known is None:
                yield exposure, f"no client's sentence for {change!r}"
            if word == LIMIT and exposure in library.exposures and library.exposures[exposure].movement is None:
                yield exposure, "asks for a limit, and the exposure has no movement"
            if word == LIMIT and known is not None and "{limit}" not in known.client:
                yield exposure, "the limit is not said to the client"
