"""Which method a drill is done in for this client, and at which place."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from easepath.core.ids import Methods, Needs, Patterns
from easepath.core.knowledge.models import Drill
from easepath.core.match.rank import Matcher
from easepath.core.vocabulary import Place, SideName, SideWord, Verdict

PATTERN_METHODS = {(Patterns.TOE_REACH, "short-hamstring"): (Needs.LENGTHEN_HAMSTRING, Methods.HOLD_LONG)}


def allowed_methods(matcher: Matcher, drill: Drill, sides: Iterable[SideName]) -> tuple[str, ...]:
    """Methods that some place leaves un-excluded on every side; pain-free ones only when irritable, if any."""
    keys = _keys(drill, sides)
    allowed = tuple(
        method
        for method in matcher.screen.rules.methods_of(drill)
        if any(worst < Verdict.EXCLUDE for _, worst in _places(matcher, drill, method, keys))
    )
    if matcher.screen.high:
        library = matcher.screen.library
        gentle = tuple(m for m in allowed if library.methods[m].pain_rule == "pain-free")
        return gentle or allowed
    return allowed


def choose_method(matcher: Matcher, drill: Drill, sides: Iterable[SideName]) -> str | None:
    """The client's or house method, else the pattern's, the condition's, the drill's first; None when refused."""
    allowed = allowed_methods(matcher, drill, tuple(sides))
    for preferred in _preferences(matcher, drill):
        if preferred in allowed:
            return preferred
    return allowed[0] if allowed else None


def choose_place(matcher: Matcher, drill: Drill, method: str, sides: Iterable[SideName]) -> Place | None:
    """The earliest of the mildest places of a method, judged by the worse of the sides."""
    places = _places(matcher, drill, method, _keys(drill, sides))
    return min(places, key=lambda pair: pair[1], default=(None, Verdict.EXCLUDE))[0]


def _preferences(matcher: Matcher, drill: Drill) -> Iterator[str]:
    chosen = matcher.screen.situation.methods
    needs = sorted(drill.needs, key=lambda need: -matcher.weigh(drill, need))
    yield from (chosen[need] for need in needs if need in chosen)
    for pattern in matcher.screen.patterns:
        need, method = PATTERN_METHODS.get((pattern.id, pattern.result), ("", ""))
        if need in drill.needs:
            yield method
    if matcher.screen.profile and matcher.screen.profile.method:
        yield matcher.screen.profile.method


def _keys(drill: Drill, sides: Iterable[SideName]) -> tuple[SideWord, ...]:
    return ("both",) if drill.sides == "both" else tuple(sides)


def _places(matcher: Matcher, drill: Drill, method: str, keys: tuple[SideWord, ...]) -> list[tuple[Place, Verdict]]:
    found = []
    for place in drill.places:
        verdicts = [matcher.screen.drills[drill.id][key].by_mode.get((method, place)) for key in keys]
        if verdicts and all(verdict is not None for verdict in verdicts):
            found.append((place, max(verdict for verdict in verdicts if verdict is not None)))
    return found
