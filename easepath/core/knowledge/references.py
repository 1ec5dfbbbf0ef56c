"""What each row of the knowledge names, and what there is to be named."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator

from easepath.core.knowledge import models
from easepath.core.knowledge.library import Library
from easepath.core.vocabulary import target_of

Reference = tuple[str, str, str]
"""(key inside the entry, kind it must resolve in, id)."""


def known_ids(library: Library) -> dict[str, frozenset[str]]:
    """Every id there is, by the kind a reference asks for."""
    needs = {need for drill in library.drills.values() for need in drill.needs}
    joints = {joint for region in library.regions.values() for joint in region.joints}
    return {
        "drill": frozenset(library.drills),
        "condition": frozenset(library.conditions),
        "factor": frozenset(library.factors),
        "measure": frozenset(library.measures),
        "method": frozenset(library.methods),
        "exposure": frozenset(library.exposures),
        "region": frozenset(library.regions),
        "site": frozenset(library.sites),
        "target": frozenset(library.targets),
        "equipment": frozenset(library.standins),
        "ladder": frozenset(library.ladders),
        "movement": library.movements,
        "observation": library.observations,
        "answer": frozenset(library.flag_items) | library.observations | frozenset(library.answers)
        | frozenset(library.measures),
        "context": frozenset(library.answers),
        "flag item": frozenset(library.flag_items),
        "group": frozenset(library.groups),
        "clue": frozenset(library.clues),
        "question": frozenset(library.flag_items) | library.contexts,
        "need": frozenset(needs),
        "joint": frozenset(joints | {"ankle"}),
        "stance": frozenset(library.stances),
        "pattern": frozenset(library.patterns),
        "outcome": frozenset(library.outcomes),
        "unit": frozenset(library.units),
        "rule": frozenset(library.rules),
        "response": frozenset(library.responses),
        "action": frozenset(library.actions),
        "phase or region": frozenset(library.regions) | {"any"},
    }  # fmt: skip


def _all(key: str, kind: str, identifiers: Iterable[str]) -> Iterator[Reference]:
    return ((key, kind, identifier) for identifier in identifiers)


def _drill(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Drill)
    yield from _all("needs", "target", map(target_of, row.needs))
    yield from _all("methods", "method", row.methods)
    yield from _all("exposures", "exposure", row.exposures)
    yield from _all("exposures_other", "exposure", row.exposures_other)
    for place, extra in row.exposures_at.items():
        yield from _all(f"exposures_at.{place}", "exposure", extra)
    yield from _all("requires", "movement", row.requires)
    yield from _all("requires_other", "movement", row.requires_other)
    yield from _all("past", "movement", row.past)
    yield from _all("with", "drill", row.with_)
    for rule in row.opens:
        yield from _pass_condition("opens", rule)
    yield from _all("wrong_felt", "site", row.wrong_felt)
    yield from _all("equip", "equipment", row.equip)
    yield from _all("helps", "equipment", row.helps)


def _condition(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Condition)
    yield "region", "region", row.region
    yield from _all("needs", "target", map(target_of, row.needs))
    yield from _all("assume", "factor", row.assume)
    yield from _all("ask_factors", "factor", row.ask_factors)
    for key in ("measure", "neighbours", "withhold", "retest"):
        yield from _all(key, "measure", getattr(row, key))
    yield from _all("clues", "clue", row.clues)
    yield from _all("observe", "observation", row.observe)
    yield from _all("ask_first", "answer", row.ask_first)
    yield from _all("withdraw_when", "answer", row.withdraw_when)
    yield from _all("instead", "condition", [row.instead] if row.instead else [])
    yield from _all("method", "method", [row.method] if row.method else [])
    yield from _all("effort_cap", "drill", row.effort_cap)
    yield from _all("rate", "drill", row.rate)
    yield from _all("load_watch", "exposure", row.load_watch)
    for stage in row.gates:
        yield from _all(f"gates.{stage.stage}.drills_up_to", "ladder", stage.drills_up_to)
        yield from _all(f"gates.{stage.stage}.blocks", "exposure", stage.blocks)
        yield from _all(f"gates.{stage.stage}.except", "drill", stage.except_)


def _gates(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Gates)
    yield "condition", "condition", row.condition
    for number, rules in row.stages.items():
        for rule in rules:
            yield from _pass_condition(f"stages.{number}", rule)


def _pass_condition(key: str, rule: models.PassCondition) -> Iterator[Reference]:
    yield from _all(f"{key}.calm", "drill", rule.calm or ())
    for measured in (rule.measure_at_least, rule.measure_at_most, rule.share_of_other):
        yield from _all(key, "measure", [measured[0]] if measured else [])
    yield from _all(f"{key}.even", "measure", [rule.even] if rule.even else [])
    for branch in rule.any or ():
        for part in branch:
            yield from _pass_condition(f"{key}.any", part)


def _factor(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Factor)
    yield from _all("exposures", "exposure", row.exposures)
    yield from _all("otherwise", "exposure", row.otherwise)
    yield from _all("last_trimester", "exposure", row.last_trimester)
    yield from _all("effort_cap", "exposure", row.effort_cap)
    yield from _all("unless_equipment", "exposure", row.unless_equipment)
    yield from _all("unless_equipment", "equipment", row.unless_equipment.values())
    yield from _all("replaced_by", "factor", row.replaced_by)
    yield from _all("profile", "condition", [row.profile] if row.profile else [])
    yield from _all("first.exposures", "exposure", row.first.exposures if row.first else ())
    for other, table in row.when_factor.items():
        yield "when_factor", "factor", other
        yield from _all(f"when_factor.{other}", "exposure", table)
    for parameter, tables in row.when_parameter.items():
        for answer, table in tables.items():
            yield from _all(f"when_parameter.{parameter}.{answer}", "exposure", table)
    for region, exposures in row.region_exposures.items():
        yield "region_exposures", "region", region
        yield from _all(f"region_exposures.{region}", "exposure", exposures)
    if row.joint and row.joint != "region":
        yield "joint", "joint", row.joint


def _story_words(row: models.Entry) -> Iterator[Reference]:
    yield from _all("speaks_of", "question", getattr(row, "speaks_of", ()))


def _area(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Area)
    yield from _region_list(row)
    yield from _all("answers", "context", row.answers)
    yield from _all("speaks_of", "question", row.speaks_of)
    yield from _all("numb", "question", row.numb)


def _told(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.ToldWord)
    yield from _all("speaks_of", "question", row.speaks_of)
    yield from _all("clues", "clue", row.clues)


def _stops(row: models.Entry) -> Iterator[Reference]:
    yield "exposure", "exposure", str(getattr(row, "exposure", ""))


def _gear(row: models.Entry) -> Iterator[Reference]:
    yield "equip", "equipment", str(getattr(row, "equip", ""))


def _precaution(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Precaution)
    yield "factor", "factor", row.factor


def _limit_line(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.LimitLine)
    yield "movement", "movement", row.movement


def _exposure(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Exposure)
    yield from _all("movement", "movement", [row.movement] if row.movement else [])


def _red_flag(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.RedFlag)
    yield from _all("regions", "phase or region", row.regions)
    yield from _all("only_if", "context", [row.only_if] if row.only_if else [])
    yield from _all("also_if", "context", [row.also_if] if row.also_if else [])
    yield from _all("all_of", "flag item", row.all_of)
    yield from _all("strong", "flag item", row.strong)
    yield from _all("points", "flag item", row.points)
    yield from _all("home_check", "flag item", row.home_check)
    yield from _all("group", "group", [row.group] if row.group else [])
    for group in row.raise_when:
        for member in group:
            if member.startswith("factor:"):
                yield "raise_when", "factor", member.removeprefix("factor:")
            elif not member.startswith("age"):
                yield "raise_when", "flag item", member


def _measure(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Measure)
    yield from _all("exposures", "exposure", row.exposures)
    yield from _all("exposures_other", "exposure", row.exposures_other)
    yield from _all("ask_if", "factor", row.ask_if)
    yield "unit", "unit", row.unit


def _finding(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Finding)
    yield from _all("needs", "target", map(target_of, row.needs))
    yield from _all("measure", "measure", [row.measure] if row.measure else [])
    yield from _all("only_with", "measure", [row.only_with] if row.only_with else [])
    yield from _all("unless", "observation", [row.unless] if row.unless else [])
    yield from _all("raises", "flag item", [row.raises] if row.raises else [])


def _of_drill(row: models.Entry) -> Iterator[Reference]:
    yield "drill", "drill", str(getattr(row, "drill", ""))


def _sign(row: models.Entry) -> Iterator[Reference]:
    yield "id", "observation", str(getattr(row, "id", ""))


def _region_list(row: models.Entry) -> Iterator[Reference]:
    return _all("regions", "region", getattr(row, "regions", ()))


def _stance(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Stance)
    yield from _all("like", "stance", [row.like] if row.like else [])


def _set_up(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.SetUp)
    yield "measure", "measure", row.measure
    yield from _all("like", "drill", [row.like] if row.like else [])
    yield from _all("drawing.stance", "stance", [row.drawing.stance] if row.drawing else [])


def _figure(row: models.Entry) -> Iterator[Reference]:
    assert isinstance(row, models.Figure)
    yield "drill", "drill", row.drill
    yield "stance", "stance", row.stance
    yield from _all("places", "stance", [place.stance for place in row.places.values() if place.stance])


def _public_code(row: models.Entry) -> Iterator[Reference]:
    yield "id", "measure", str(getattr(row, "id", ""))


def _foreign_code(row: models.Entry) -> Iterator[Reference]:
    yield "factor", "factor", str(getattr(row, "factor", ""))


REFERENCES: dict[str, Callable[[models.Entry], Iterator[Reference]]] = {
    "drills": _drill,
    "coaching": _of_drill,
    "wording": _of_drill,
    "conditions": _condition,
    "gates": _gates,
    "factors": _factor,
    "red_flags": _red_flag,
    "measures": _measure,
    "findings": _finding,
    "exposures": _exposure,
    "stops": _stops,
    "story_words": _story_words,
    "gear_care": _gear,
    "precautions": _precaution,
    "limit_lines": _limit_line,
    "targets": _region_list,
    "areas": _area,
    "told": _told,
    "signs": _sign,
    "stances": _stance,
    "figures": _figure,
    "set_ups": _set_up,
    "public_codes": _public_code,
    "foreign_codes": _foreign_code,
}
