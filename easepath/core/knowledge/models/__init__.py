"""The strict models of the knowledge, one per kind of entry."""

from easepath.core.knowledge.models.base import Entry
from easepath.core.knowledge.models.client_words import (
    Change,
    ClientLine,
    Emergency,
    GearCare,
    GlossaryWord,
    HomeRule,
    StopSigns,
    WiderSign,
)  # fmt: skip
from easepath.core.knowledge.models.condition import Condition, Gates, PassCondition, Stage
from easepath.core.knowledge.models.drill import Coaching, Dose, DoseRange, Drill
from easepath.core.knowledge.models.factor import (
    LIMIT,
    Effect,
    EffectTable,
    Factor,
    effect_change,
    effect_verdict,
    effect_word,
    graver,
)  # fmt: skip
from easepath.core.knowledge.models.figure import Drawing, Figure, Stance
from easepath.core.knowledge.models.measure import Finding, Measure
from easepath.core.knowledge.models.method import Method, MethodDose
from easepath.core.knowledge.models.plain import (
    ABOVE_PAIN,
    AnswerWord,
    Area,
    Exposure,
    PatternWords,
    ReasonText,
    Region,
    Site,
    StandIn,
    SymptomWords,
    Target,
    ToldWord,
    Wording,
)  # fmt: skip
from easepath.core.knowledge.models.red_flag import AskedAloud, QuestionGroup, RedFlag, StoryWords
from easepath.core.knowledge.models.rule import Action, ResponseRule, Rule
from easepath.core.knowledge.models.set_up import SetUp, Timer

__all__ = [
    "ABOVE_PAIN",
    "LIMIT",
    "Action",
    "AnswerWord",
    "Area",
    "AskedAloud",
    "Change",
    "ClientLine",
    "Coaching",
    "Condition",
    "Dose",
    "DoseRange",
    "Drawing",
    "Drill",
    "Effect",
    "EffectTable",
    "Emergency",
    "Entry",
    "Exposure",
    "Factor",
    "Figure",
    "Finding",
    "Gates",
    "GearCare",
    "GlossaryWord",
    "HomeRule",
    "Measure",
    "Method",
    "MethodDose",
    "PassCondition",
    "PatternWords",
    "QuestionGroup",
    "ReasonText",
    "RedFlag",
    "Region",
    "ResponseRule",
    "Rule",
    "SetUp",
    "Site",
    "Stage",
    "Stance",
    "StandIn",
    "StopSigns",
    "StoryWords",
    "SymptomWords",
    "Target",
    "Timer",
    "ToldWord",
    "WiderSign",
    "Wording",
    "effect_change",
    "effect_verdict",
    "effect_word",
    "graver",
]  # fmt: skip
