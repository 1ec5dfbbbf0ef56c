"""The condition profiles as a clinician reads them: what a complaint asks for before any finding changes it."""

from __future__ import annotations

import re

from easepath.api.views.base import Named
from easepath.clinic.shown import View
from easepath.core.knowledge import Library, shipped_library
from easepath.core.knowledge.models import Condition

WORD = re.compile(r"[a-z0-9]+(?:-[a-z0-9]+)+")


class NeedWeight(View):
    """A need and its weight, 0-1."""

    need: str
    weight: float


class RatedDrill(View):
    """A drill the profile rates: relief and risk, each 0-3."""

    drill: str
    title: str
    relief: int
    risk: int


class StagePage(View):
    """One stage: what it blocks, and what its gate asks."""

    stage: int
    name: str
    blocks: list[str]
    passes: str


class ConditionPage(View):
    """One profile whole."""

    id: str
    name: str
    region: str
    words: list[str]
    weeks: tuple[int, int]
    note: str
    needs: list[NeedWeight]
    rated: list[RatedDrill]
    measures: list[str]
    asks: list[str]
    assumes: list[str]
    avoid: list[str]
    load_watch: list[str]
    stages: list[StagePage]


def in_words(library: Library, text: str) -> str:
    """What a gate asks, its drills and measures by their names."""

    def name(found: re.Match[str]) -> str:
        word = found[0]
        if word in library.drills:
            return f"“{library.title(word)}”"
        return library.measures[word].name if word in library.measures else word

    return WORD.sub(name, text)


def condition_list() -> list[Named]:
    """Every profile by its name."""
    found = [Named(id=one.id, name=one.name) for one in shipped_library().conditions.values()]
    return sorted(found, key=lambda one: one.name)


def condition_page(condition: str) -> ConditionPage:
    """One profile; raises UnknownIdError."""
    library = shipped_library()
    row = library.condition(condition)
    return ConditionPage(
        id=row.id, name=row.name, region=row.region.replace("-", " "), words=list(row.words), weeks=row.weeks,
        note=row.note or "", needs=_needs(row), rated=_rated(library, row),
        measures=[library.measures[word].name for word in dict.fromkeys((*row.measure, *row.neighbours, *row.retest))],
        asks=[
            library.answers[word].text if word in library.answers else library.factors[word].name
            for word in (*row.ask_first, *row.ask_factors) if word in library.answers or word in library.factors
        ],
        assumes=[library.factors[word].name for word in row.assume],
        avoid=list(row.avoid),
        load_watch=[
            f"at most {most} in one session: {library.exposures[word].means}" for word, most in row.load_watch.items()
        ],
        stages=[
            StagePage(
                stage=one.stage, name=one.name, passes=in_words(library, one.pass_),
                blocks=[library.exposures[word].means for word in one.blocks],
            )
            for one in row.gates
        ],
    )  # fmt: skip


def _needs(row: Condition) -> list[NeedWeight]:
    ordered = sorted(row.needs.items(), key=lambda item: -item[1])
    return [NeedWeight(need=need, weight=weight) for need, weight in ordered]


def _rated(library: Library, row: Condition) -> list[RatedDrill]:
    """What brings most relief first, then what carries least risk."""
    found = [
        RatedDrill(drill=drill, title=library.title(drill), relief=relief, risk=risk)
        for drill, (relief, risk) in row.rate.items()
    ]
    return sorted(found, key=lambda one: (-one.relief, one.risk, one.title))
