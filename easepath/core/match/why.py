"""Why a drill is there for this client, in one sentence: what it is for, and what asks for that."""

from __future__ import annotations

from easepath.core.knowledge.models import Drill
from easepath.core.match.needs import Need, Source
from easepath.core.match.rank import Matcher
from easepath.core.measure.values import Row
from easepath.core.reasons import Reason
from easepath.core.vocabulary import SIDES, need_words

UNIT_SIGNS = {"deg": "°"}
"""Units that stand right behind their figure."""
COMPARED = {"other-side": "the other side has", "norm": "usual is", "goal": "the goal is"}


def why_here(matcher: Matcher, drill: Drill) -> Reason:
    """The need it serves most and the gravest thing that asks for it; what was found comes before what is expected.

    A drill that serves no need of this client but calms its profile says so; one that does neither says that.
    """
    need = next((need for need in matcher.needs.found if need.id == matcher.main_need(drill)), None)
    if need is None or need.weight <= 0:
        calms = any(matcher.relieves(drill, side) for side in SIDES)
        profile = matcher.screen.profile
        return (
            Reason("why-calms", facts={"condition": _inside(profile.name)})
            if calms and profile
            else Reason("why-no-need")
        )
    words = {"need": need_words(need.id)}
    if need.set_by_hand is not None:
        return Reason("why-by-hand", facts=words | {"reason": need.set_by_hand.reason})
    source = _gravest(need)
    if source is None:
        return Reason("why-no-need")
    row = _reading(matcher, source)
    if row is not None:
        return Reason("why-finding", facts=words | _figures(matcher, row))
    return Reason(f"why-{source.kind}", facts=words | {"name": _inside(source.name)})


def _inside(name: str) -> str:
    """A name as it stands inside a sentence; one that begins with an abbreviation stays."""
    said = name.replace("-", " ")
    return said if said[1:2].isupper() else said[:1].lower() + said[1:]


def _gravest(need: Need) -> Source | None:
    found = [source for source in need.sources if not source.is_prior] or list(need.sources)
    return max(found, key=lambda source: source.weight, default=None)


def _reading(matcher: Matcher, source: Source) -> Row | None:
    """The reading behind a finding: of the affected sides the one furthest out."""
    if source.measure is None:
        return None
    affected = sorted(matcher.screen.situation.complaint.affected)
    rows = [row for side in affected if (row := matcher.screen.measured.row(source.measure, side)) is not None]
    return max(rows, key=lambda row: row.deficit or 0.0, default=None)


def _figures(matcher: Matcher, row: Row) -> dict[str, str]:
    measure = matcher.screen.library.measures[row.measure]
    unit = UNIT_SIGNS.get(measure.unit, f" {measure.unit}")
    side = "" if row.side == "both" else f" {row.side}"
    usual = "" if row.reference_from is None else f"; {COMPARED[row.reference_from]} {row.reference:g}{unit}"
    return {"measure": measure.name.partition(" (")[0] + side, "value": f"{row.value:g}{unit}{usual}"}
