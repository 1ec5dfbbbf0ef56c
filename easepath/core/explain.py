"""In plain words why a drill is kept, changed or refused for a client on a side, and what would change that."""

from __future__ import annotations

from collections.abc import Iterator

from easepath.core.assessment import Assessment
from easepath.core.errors import CaseError
from easepath.core.facts import Sitting, Situation
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Drill
from easepath.core.match.rank import Matcher
from easepath.core.screening.screen import screen
from easepath.core.screening.verdicts import DrillVerdict
from easepath.core.vocabulary import SideWord, Verdict, side_word

WORDS = {
    Verdict.CLEAR: "kept as it is", Verdict.CAUTION: "kept, with care", Verdict.MODIFY: "kept, but changed",
    Verdict.EXCLUDE: "refused",
}  # fmt: skip


def explain(library: Library, situation: Situation, drill_id: str, side: str) -> list[str]:
    """Lines of plain words; raises CaseError for an unknown drill or side."""
    drill = _drill(library, drill_id)
    key = _side(drill, side)
    matcher = Assessment(library, situation).matcher
    verdict = matcher.screen.drills[drill.id][key]
    lines = [f"{drill.name}, {'both sides' if key == 'both' else key}: {WORDS[verdict.verdict]}."]
    lines += [f"  because {reason.text(library)}" for reason in verdict.reasons if reason.verdict > Verdict.CLEAR]
    lines.append(f"  judged as {library.method(verdict.method).name.lower()}, place: {verdict.place}")
    lines += [f"  {line}" for line in _standing(library, matcher, drill, key)]
    changes = list(_what_would_change(library, situation, drill, key, verdict))
    lines += ["What would change that:", *(f"  {line}" for line in changes)] if changes else []
    return lines


def _drill(library: Library, drill_id: str) -> Drill:
    if drill_id not in library.drills:
        raise CaseError("drill", f"there is no drill called {drill_id!r}")
    return library.drills[drill_id]


def _side(drill: Drill, side: str) -> SideWord:
    try:
        word = side_word(side)
    except ValueError as fault:
        raise CaseError("side", f"{side!r} is not left, right or both") from fault
    if drill.sides == "both":
        return "both"
    if word == "both":
        raise CaseError("side", f"{drill.id} is done on one side: left or right")
    return word


def _standing(library: Library, matcher: Matcher, drill: Drill, side: SideWord) -> Iterator[str]:
    """Where the drill stands in the ranking, or why it is left out of it."""
    for place, candidate in enumerate(matcher.result.ranked, start=1):
        if (candidate.drill.id, candidate.side) == (drill.id, side):
            yield (
                f"ranked {place} of {len(matcher.result.ranked)}: score {candidate.score:g}, fit {candidate.fit:.2f}, "
                f"relief {candidate.relief:g}, risk {candidate.risk}, burden {candidate.burden:.2f}"
            )
    for left_out in matcher.result.left_out:
        if (left_out.drill.id, left_out.side) == (drill.id, side):
            yield f"not offered: {left_out.reason.text(library)}"


def _what_would_change(
    library: Library, situation: Situation, drill: Drill, side: SideWord, verdict: DrillVerdict
) -> Iterator[str]:
    """Each single change of the facts that would make the verdict milder, or the drill possible."""
    for words, changed in _single_changes(library, situation, drill, verdict):
        after = screen(library, changed).drills[drill.id][side]
        if after.verdict < verdict.verdict:
            yield f"{words}: then {WORDS[after.verdict]}"
        elif after.feasible and not verdict.feasible:
            yield f"{words}: then it is possible here"


def _single_changes(
    library: Library, situation: Situation, drill: Drill, verdict: DrillVerdict
) -> Iterator[tuple[str, Situation]]:
    client = situation.client
    for index, factor in enumerate(client.factors):
        rest = client.factors[:index] + client.factors[index + 1 :]
        yield f"without {library.factors[factor.id].name.lower()}", _with_client(situation, factors=rest)
    for index, limit in enumerate(client.limits):
        kept = client.limits[:index] + client.limits[index + 1 :]
        words = f"if the {limit.by} lifts the limit on {limit.movement.replace('-', ' ')}"
        yield words, _with_client(situation, limits=kept)
    for place in drill.places:
        if place not in client.places:
            yield f"with this place: {place}", _with_client(situation, places=(*client.places, place))
    for item in drill.equip:
        if item not in client.equipment:
            name = library.standins[item].name.lower()
            yield f"with this: {name}", _with_client(situation, equipment=(*client.equipment, item))
    yield from _measured_enough(library, situation, drill, verdict)


def _measured_enough(
    library: Library, situation: Situation, drill: Drill, verdict: DrillVerdict
) -> Iterator[tuple[str, Situation]]:
    """A measurement that reaches what the position asks for, for every range that spoke against it."""
    if not any(reason.rule.startswith("range-") for reason in verdict.reasons):
        return
    for movement, degrees in {**drill.requires, **drill.requires_other}.items():
        measures = [m for m in library.measures.values() if m.movement == movement]
        if not measures:
            continue
        kept = tuple(s for s in situation.measures if s.measure not in {m.id for m in measures})
        sittings = tuple(
            Sitting(measure=measures[0].id, side=side, date=situation.today, trials=(degrees,))
            for side in (("left", "right") if measures[0].both_sides else (None,))
        )
        words = f"when {movement.replace('-', ' ')} is measured at {degrees:g}° or more"
        yield words, _with(situation, measures=(*kept, *sittings))


def _with(situation: Situation, **changes: object) -> Situation:
    facts = {name: getattr(situation, name) for name in Situation.model_fields}
    return Situation(**{**facts, **changes})


def _with_client(situation: Situation, **changes: object) -> Situation:
    return _with(situation, client=situation.client.model_copy(update=changes))
