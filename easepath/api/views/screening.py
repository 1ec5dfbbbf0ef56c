"""What Screen shows: questions, factors, and what they do to the library."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Literal, get_args

from easepath.api.views.base import NO_SIDES, NoSide
from easepath.api.views.consequences import ConsequenceOut, consequences_view
from easepath.api.views.story import carried_from
from easepath.clinic.facts.story import story_told
from easepath.clinic.repository import Record
from easepath.clinic.rows import AnswerRow
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.ids import Answers, Factors, FlagItems
from easepath.core.knowledge import Library
from easepath.core.knowledge.models import RedFlag
from easepath.core.screening.falls import falls_asked
from easepath.core.screening.flags import RaisedFlag
from easepath.core.screening.limits import limit_movements
from easepath.core.screening.pressure import Pressure, pressure_on
from easepath.core.screening.spoken import spoken_of
from easepath.core.vocabulary import FlagAction, SideWord, one_of

PRESSURE = Answers.BLOOD_PRESSURE_MEASURED
"""The context that two numbers answer, or a no where none are taken."""
Pending = Literal["", "no", "open"]
PENDING: tuple[Pending, ...] = get_args(Pending)
LimitBy = Literal["surgeon", "clinician"]
BY: tuple[LimitBy, ...] = get_args(LimitBy)


class MovementOut(View):
    """A movement a limit may be set on, with the degrees it can have; `here` where this complaint measures it."""

    movement: str
    least: float
    most: float
    here: bool


class LimitOut(View):
    """A limit in force; one whose withdrawal was asked for stays in force until a clinician confirms it."""

    movement: str
    side: NoSide
    degrees: float
    by: LimitBy
    to_confirm: bool
    withdrawal_asked: bool


class Question(View):
    """One question of the screen; a null value is unanswered."""

    word: str
    text: str
    value: bool | None
    to_confirm: bool
    pending: Pending


class FlagGroup(View):
    """The questions of one red flag."""

    id: str
    action: FlagAction
    private: bool
    raised: bool
    context: Question | None
    questions: list[Question]


class ReadOut(View):
    """Questions read out together, one answer for all of them only where it is no; each stands by itself, too."""

    id: str
    action: FlagAction
    text: str
    none: str
    words: list[str]
    items: list[str]


class PressureOut(View):
    """The blood pressure taken today in mmHg; `always` where a factor asks for it at every visit."""

    upper: float | None
    lower: float | None
    high: bool
    always: bool


class SpokenOut(View):
    """A question that the client's story speaks of, by the word that does; `denied` where it was answered no."""

    word: str
    text: str
    said: str
    denied: bool


class RaisedOut(View):
    """A red flag that is raised."""

    id: str
    action: FlagAction
    blocks: bool
    why: str
    note: str
    positive: list[str]


class ClearedOut(View):
    """A red flag that a doctor cleared."""

    flag: str
    doctor: str
    date: str
    reason: str
    recorded_by: str


class FactorOut(View):
    """A listed factor."""

    factor: str
    name: str
    side: NoSide
    since: str | None
    trimester: int | None
    region: str
    parameters: dict[str, str]
    to_confirm: bool
    withdrawal_asked: bool
    note: str


class AssumedOut(View):
    """A factor the profile assumes."""

    factor: str
    name: str
    side: SideWord


class ScreeningOut(View):
    """The Screen step."""

    revision: int
    person_revision: int
    carried_from: str | None
    limits: list[LimitOut]
    movements: list[MovementOut]
    contexts: list[Question]
    pressure: PressureOut
    groups: list[FlagGroup]
    read_out: list[ReadOut]
    spoken: list[SpokenOut]
    answers: dict[str, bool]
    asked_as: dict[str, str]
    profile_questions: list[Question]
    unanswered: list[str]
    raised: list[RaisedOut]
    cleared: list[ClearedOut]
    factors: list[FactorOut]
    assumed: list[AssumedOut]
    ask_factors: list[str]
    noted: str
    medicine: str
    consequences: list[ConsequenceOut]


ACTION_ORDER = ("emergency", "same-day", "within-days", "discuss")


def screening_view(record: Record) -> ScreeningOut:
    """The questions of this client's regions, gravest first, with their answers, factors, and the live effect."""
    assessment = record.assessment
    screen, library = assessment.screen, assessment.library
    answers = {row.word: row for row in record.answers}
    shown = [
        flag for flag in (*(entry.flag for entry in screen.flags.asked), *screen.flags.ruled_out)
        if flag.only_if is None or flag.only_if in answers or screen.flags.contexts[flag.only_if] is not False
    ]  # fmt: skip
    pressure = pressure_on(record.today, assessment.facts.sittings_anywhere)
    shown = [flag for flag in shown if flag.only_if != PRESSURE or _pressure_asks(flag, pressure, answers)]
    spoken = spoken_of(library, story_told(record.complaint))
    shown.sort(key=lambda flag: ACTION_ORDER.index(flag.action))
    raised = {flag.id: flag for flag in screen.flags.raised}
    cleared = {row.flag: row for row in record.clearances}
    return ScreeningOut(
        revision=record.revision_of("screening"),
        person_revision=record.complaint.client.revision,
        carried_from=carried_from(record, "screening"),
        contexts=_contexts(assessment, shown, answers, spoken),
        pressure=PressureOut(
            upper=pressure.upper, lower=pressure.lower, high=pressure.high,
            always=Factors.HIGH_BLOOD_PRESSURE in screen.factor_ids,
        ),
        groups=[_group(assessment, flag, answers, raised=flag.id in raised) for flag in shown],
        read_out=list(_read_out(assessment, shown, spoken)),
        spoken=_spoken(assessment, shown, spoken, answers),
        asked_as={word: row.asked_as for word, row in answers.items() if row.asked_as},
        answers={word: answer.value for word, answer in answers.items()},
        profile_questions=[
            _question(word, library.answers[word].text if word in library.answers else word, answers)
            for word in _profile_words(assessment)
        ],
        unanswered=list(screen.flags.unanswered),
        raised=[
            RaisedOut(
                id=flag.id, action=flag.action, blocks=flag.blocks, why=_why(assessment, flag, pressure, answers),
                note=library.red_flags[flag.id].note or "", positive=list(flag.reason.facts.get("positive", [])),
            )
            for flag in screen.flags.raised
        ],
        cleared=[
            ClearedOut(
                flag=c.flag, doctor=c.doctor, date=str(c.date), reason=c.reason,
                recorded_by=c.by,
            )
            for c in cleared.values()
        ],
        factors=[
            FactorOut(
                factor=row.factor, name=library.factors[row.factor].name, side=one_of(NO_SIDES, row.side),
                since=None if row.since is None else str(row.since), to_confirm=row.to_confirm,
                withdrawal_asked=row.withdraw_asked_at is not None,
                trimester=row.trimester, region=row.region, parameters=row.parameters,
                note=library.factors[row.factor].note or "",
            )
            for row in record.factors
        ],
        assumed=[
            AssumedOut(factor=f.id, name=library.factors[f.id].name, side=f.side or "both")
            for f in screen.factors if f.assumed
        ],
        limits=[
            LimitOut(
                movement=row.movement, side=one_of(NO_SIDES, row.side), degrees=row.degrees, by=one_of(BY, row.by),
                to_confirm=row.to_confirm, withdrawal_asked=row.withdraw_asked_at is not None,
            )
            for row in record.limits
        ],
        movements=[MovementOut(**vars(one)) for one in limit_movements(screen)],
        ask_factors=list(screen.profile.ask_factors if screen.profile else ()), noted=record.complaint.noted,
        medicine=record.complaint.medicine,
        consequences=consequences_view(record),
    )  # fmt: skip


def _contexts(
    assessment: Assessment, shown: list[RedFlag], answers: dict[str, AnswerRow], spoken: Mapping[str, str]
) -> list[Question]:
    """What decides which questions come next, each once; not what a factor, a measurement, sex or age tells already.

    What opens questions of another region is asked where the story speaks of it.
    """
    library, told = assessment.library, assessment.screen.flags.contexts
    words = dict.fromkeys(flag.only_if for flag in shown if flag.only_if and flag.only_if != PRESSURE)
    beyond = dict.fromkeys(flag.also_if for flag in library.red_flags.values() if flag.also_if in {*answers, *spoken})
    asked = [word for word in words if word in answers or told[word] is None]
    return [
        _question(word, library.answers[word].text, answers)
        for word in (*asked, *(word for word in beyond if word and word not in words))
    ]


def _why(assessment: Assessment, flag: RaisedFlag, pressure: Pressure, answers: dict[str, AnswerRow]) -> str:
    """Why a flag is raised: a blood pressure that nobody spoke about, by its numbers."""
    row = assessment.library.red_flags[flag.id]
    if row.only_if == PRESSURE and pressure.high and not any(word in answers for word in row.items):
        upper, lower = ("not taken" if one is None else f"{one:g}" for one in (pressure.upper, pressure.lower))
        return f"measured today: {upper} over {lower} mmHg"
    return flag.reason.text(assessment.library)


def _pressure_asks(flag: RedFlag, pressure: Pressure, answers: dict[str, AnswerRow]) -> bool:
    """Whether words are asked about a blood pressure: what comes with a high one, and what was answered yes."""
    said = any(word in answers and answers[word].value for word in flag.items)
    return said or (pressure.high and FlagItems.PRESSURE_180 not in flag.items)


READ_OUT_WORDS = {2: "both", 3: "all three", 4: "all four", 5: "all five"}


def _read_out(assessment: Assessment, shown: list[RedFlag], spoken: Mapping[str, str]) -> Iterator[ReadOut]:
    """The groups asked now, without what the story speaks of; one question alone is no group."""
    library = assessment.library
    for identifier, group in library.groups.items():
        flags = [flag for flag in shown if flag.group == identifier and _opens(flag, assessment)]
        words = [word for flag in flags for word in flag.items if word not in spoken]
        if len(words) in READ_OUT_WORDS:
            items = [library.flag_items[word] for word in words]
            none = f"None of these (I read out {READ_OUT_WORDS[len(words)]})"
            yield ReadOut(id=identifier, action=flags[0].action, text=group.text, none=none, words=words, items=items)


def _opens(flag: RedFlag, assessment: Assessment) -> bool:
    """Whether the flag's own questions are asked: it has no context, or the context is yes."""
    return flag.only_if is None or assessment.screen.flags.contexts[flag.only_if] is True


def _spoken(
    assessment: Assessment, shown: list[RedFlag], spoken: Mapping[str, str], answers: dict[str, AnswerRow]
) -> list[SpokenOut]:
    """What the story speaks of among the questions of this client, what was answered no first."""
    library = assessment.library
    of_flags = (word for flag in shown for word in (flag.only_if, flag.also_if, *flag.items))
    asked = [word for word in dict.fromkeys((*of_flags, *_profile_words(assessment))) if word and word in spoken]
    found = [
        SpokenOut(
            word=word, said=spoken[word], denied=word in answers and not answers[word].value,
            text=_asked_aloud(library, word),
        )
        for word in asked
    ]  # fmt: skip
    return sorted(found, key=lambda one: not one.denied)


def _asked_aloud(library: Library, word: str) -> str:
    return library.questions[word].ask if word in library.questions else library.answers[word].text


def _profile_words(assessment: Assessment) -> list[str]:
    """What the complaint asks beside the flags, and falls where they are asked; a measurement is taken, not asked."""
    library, profile = assessment.library, assessment.screen.profile
    falls = falls_asked(library, assessment.facts, assessment.screen.factors)
    words = (*(profile.ask_first if profile else ()), *((Answers.FALLS_RISK,) if falls else ()))
    return [word for word in words if word not in library.measures]


def _group(assessment: Assessment, flag: RedFlag, answers: dict[str, AnswerRow], *, raised: bool) -> FlagGroup:
    library = assessment.library
    context = None
    if flag.only_if is not None:
        context = _question(flag.only_if, library.answers[flag.only_if].text, answers)
    shown = _opens(flag, assessment)
    words = dict.fromkeys((*flag.items, *flag.all_of)) if shown else {}
    return FlagGroup(
        id=flag.id,
        action=flag.action,
        private=flag.private,
        raised=raised,
        context=context,
        questions=[_question(word, library.questions[word].ask, answers) for word in words],
    )


def _question(word: str, text: str, answers: dict[str, AnswerRow]) -> Question:
    answer = answers.get(word)
    return Question(
        word=word,
        text=text,
        value=None if answer is None else answer.value,
        to_confirm=answer is not None and answer.to_confirm,
        pending="" if answer is None else one_of(PENDING, answer.pending),
    )
