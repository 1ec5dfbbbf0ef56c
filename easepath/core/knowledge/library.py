"""The library: every entry by id, and the indexes the rules read; built once, then frozen."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Any, TypeVar

from easepath.core.errors import Problem, UnknownIdError
from easepath.core.ids import Answers
from easepath.core.knowledge import models
from easepath.core.knowledge.modes import Loads, Mode, loads_of, modes_of, off_desk
from easepath.core.vocabulary import SideWord

T = TypeVar("T")
Loaded = dict[str, list[tuple[str, models.Entry]]]
KEYS = ("id", "drill", "condition", "measure", "exposure", "pain_rule", "equip", "factor", "movement", "word", "text")
"""What an entry is known by: the first of these it has."""
LABELS = (*KEYS[:4], "observed", *KEYS[4:])
"""How a fault names the entry it was found in: the first of these it has."""


@dataclass(frozen=True)
class Library:
    """The whole knowledge, by kind and id; `version` names exactly this content."""

    version: str
    drills: Mapping[str, models.Drill]
    coaching: Mapping[str, models.Coaching]
    conditions: Mapping[str, models.Condition]
    gates: Mapping[str, models.Gates]
    factors: Mapping[str, models.Factor]
    red_flags: Mapping[str, models.RedFlag]
    groups: Mapping[str, models.QuestionGroup]
    questions: Mapping[str, models.AskedAloud]
    story_words: Mapping[str, models.StoryWords]
    measures: Mapping[str, models.Measure]
    set_ups: Mapping[str, models.SetUp]
    methods: Mapping[str, models.Method]
    exposures: Mapping[str, models.Exposure]
    regions: Mapping[str, models.Region]
    sites: Mapping[str, models.Site]
    targets: Mapping[str, models.Target]
    standins: Mapping[str, models.StandIn]
    reasons: Mapping[str, models.ReasonText]
    rules: Mapping[str, models.Rule]
    actions: Mapping[str, models.Action]
    responses: Mapping[str, models.ResponseRule]
    answers: Mapping[str, models.AnswerWord]
    areas: Mapping[str, models.Area]
    told: Mapping[str, models.ToldWord]
    clues: Mapping[str, models.ClueName]
    signs: Mapping[str, models.AnswerWord]
    symptoms: Mapping[str, models.SymptomWords]
    stop_reasons: Mapping[str, models.SymptomWords]
    patterns: Mapping[str, models.PatternWords]
    wording: Mapping[str, models.Wording]
    changes: Mapping[str, models.Change]
    stops: Mapping[str, models.StopSigns]
    wider_signs: Mapping[str, models.WiderSign]
    emergencies: Mapping[str, models.Emergency]
    home_rules: Mapping[str, models.HomeRule]
    glossary: Mapping[str, models.GlossaryWord]
    gear_care: Mapping[str, models.GearCare]
    precautions: Mapping[str, models.Precaution]
    limit_lines: Mapping[str, models.LimitLine]
    phrases: Mapping[str, models.Phrase]
    languages: Mapping[str, models.Language]
    client_lines: Mapping[str, models.ClientLine]
    stances: Mapping[str, models.Stance]
    figures: Mapping[str, models.Figure]
    outcomes: Mapping[str, models.OutcomeScale]
    units: Mapping[str, models.ExchangeUnit]
    public_codes: Mapping[str, models.PublicCode]
    foreign_codes: Mapping[str, models.ForeignCode]
    findings: tuple[models.Finding, ...]
    sources: Mapping[str, str]
    files: Mapping[str, str]
    """Entry ("drills.lunge-rock") to the file it stands in."""

    @classmethod
    def index(
        cls, entries: Loaded, version: str, problems: list[Problem], sources: Mapping[str, str] | None = None
    ) -> Library:
        """Index what was read; an id that stands twice is a problem. `sources` says per kind where it comes from."""
        kinds: dict[str, Any] = {}
        files: dict[str, str] = {}
        for kind, rows in entries.items():
            if kind == "findings":
                kinds[kind] = tuple(row for _, row in rows)
                continue
            by_id: dict[str, models.Entry] = {}
            for file, row in rows:
                names = (getattr(row, name, None) for name in KEYS)
                key = next(str(name) for name in names if name)
                if key in by_id:
                    problems.append(Problem(file, f"{kind}.{key}", "duplicate id"))
                by_id[key] = row
                files[f"{kind}.{key}"] = file
            kinds[kind] = by_id
        return cls(version=version, sources=dict(sources or {}), files=files, **kinds)

    def condition(self, identifier: str) -> models.Condition:
        """The condition with that id; raises UnknownIdError."""
        return _get(self.conditions, "condition", identifier)

    def drill(self, identifier: str) -> models.Drill:
        """The drill with that id; raises UnknownIdError."""
        return _get(self.drills, "drill", identifier)

    def title(self, drill: str) -> str:
        """How a drill is called on every screen: the client's title, else its name; raises UnknownIdError."""
        wording = self.wording.get(drill)
        return wording.title if wording else self.drill(drill).name

    def mark(self, drill: str) -> models.Mark | None:
        """The landmark of a drill that is checked at home with the hand; None for one without."""
        coaching = self.coaching.get(drill)
        return None if coaching is None else coaching.mark

    def number(self, rule: str, name: str) -> int | float:
        """A number an adjusting rule reads; the knowledge is checked to have every one the rules read."""
        return self.rules[rule].numbers[name]

    def method(self, identifier: str) -> models.Method:
        """The method with that id; raises UnknownIdError."""
        return _get(self.methods, "method", identifier)

    @cached_property
    def judged(self) -> Mapping[tuple[str, SideWord], models.Drill]:
        """Every drill under each side word it is judged under."""
        return {(drill.id, side): drill for drill in self.drills.values() for side in drill.sides_judged()}

    @cached_property
    def modes(self) -> Mapping[str, tuple[Mode, ...]]:
        """Per drill every (method, place) with the exposures in force there."""
        return {drill.id: modes_of(drill, self.methods, self.exposures) for drill in self.drills.values()}

    @cached_property
    def modes_off_desk(self) -> Mapping[str, tuple[Mode, ...]]:
        """The modes of each drill outside a desk plan."""
        return {
            drill: tuple(mode for mode in modes if mode.method in off_desk(self.drills[drill]))
            for drill, modes in self.modes.items()
        }

    @cached_property
    def held_by_breaths(self) -> frozenset[str]:
        """Drills with a stretch that is held for so many breaths: how long that is depends on whose breaths."""
        return frozenset(
            drill for drill, modes in self.modes.items() if any(mode.stretches and mode.held_breaths for mode in modes)
        )

    @cached_property
    def drill_loads(self) -> Mapping[str, Loads]:
        """Per drill every load it lists, whatever the place."""
        return {d.id: loads_of(d.exposures, d.exposures_other, self.exposures) for d in self.drills.values()}

    @cached_property
    def measure_loads(self) -> Mapping[str, Loads]:
        """Per measure what the test loads; each counts as listed."""
        return {m.id: loads_of(m.exposures, m.exposures_other, self.exposures) for m in self.measures.values()}

    @cached_property
    def ladders(self) -> Mapping[str, Mapping[int, tuple[models.Drill, ...]]]:
        """Ladder -> rung -> drills at that rung, by id."""
        found: dict[str, dict[int, list[models.Drill]]] = defaultdict(lambda: defaultdict(list))
        for drill in sorted(self.drills.values(), key=lambda d: d.id):
            if drill.ladder:
                found[drill.ladder[0]][drill.ladder[1]].append(drill)
        return {name: {r: tuple(ds) for r, ds in sorted(rungs.items())} for name, rungs in found.items()}

    @cached_property
    def leading(self) -> Mapping[str, tuple[models.Drill, ...]]:
        """Drill -> those of its ladder, on no lower rung, beside which it stays; none for most drills."""
        found: dict[str, list[models.Drill]] = defaultdict(list)
        for leader in self.drills.values():
            for name in leader.with_:
                own, beside = leader.ladder, self.drills[name].ladder
                if own and beside and own[0] == beside[0] and own[1] >= beside[1]:
                    found[name].append(leader)
        return {name: tuple(leaders) for name, leaders in found.items()}

    @cached_property
    def needs(self) -> frozenset[str]:
        """Every need that a drill meets or a condition expects."""
        met = {need for drill in self.drills.values() for need in drill.needs}
        return frozenset(met | {need for condition in self.conditions.values() for need in condition.needs})

    @cached_property
    def flag_items(self) -> Mapping[str, str]:
        """Every red-flag item and what it asks."""
        return {item: text for flag in self.red_flags.values() for item, text in flag.items.items()}

    @cached_property
    def group_of(self) -> Mapping[str, str]:
        """The group each red-flag item is read out in; those asked singly are not there."""
        return {item: flag.group for flag in self.red_flags.values() if flag.group for item in flag.items}

    @cached_property
    def contexts(self) -> frozenset[str]:
        """The context questions of the red flags."""
        words = {f.only_if for f in self.red_flags.values()} | {f.also_if for f in self.red_flags.values()}
        return frozenset(word for word in words if word)

    @cached_property
    def profile_words(self) -> frozenset[str]:
        """The answers that condition profiles and the falls question ask for, beside red-flag items."""
        words = {w for c in self.conditions.values() for w in (*c.ask_first, *c.withdraw_when)}
        return frozenset((words - set(self.measures) - self.observations) | {Answers.FALLS_RISK})

    @cached_property
    def observations(self) -> frozenset[str]:
        """Every observation that can be ticked."""
        return frozenset(finding.observed for finding in self.findings if finding.observed)

    @cached_property
    def movements(self) -> frozenset[str]:
        """Every movement a measure measures."""
        return frozenset(measure.movement for measure in self.measures.values() if measure.movement)

    def complaint_joints(self, region_ids: frozenset[str]) -> frozenset[str]:
        """The joints that the regions touch."""
        return frozenset(joint for region in region_ids for joint in self.regions[region].joints)


def _get(kind: Mapping[str, T], name: str, identifier: str) -> T:
    if identifier not in kind:
        raise UnknownIdError(name, identifier)
    return kind[identifier]
