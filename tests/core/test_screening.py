"""Red flags, outcomes, irritability, and verdicts by side, method and place."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from easepath.core.facts import Clearance, Limit, PainReport, Plan, Sitting
from easepath.core.knowledge.models import RedFlag
from easepath.core.screening import screen
from easepath.core.screening.screen import ScreenResult
from tests.core.build import LIBRARY, client, complaint, day, factor, screened, situation

YES, NO = True, False


def told(**changes: Any) -> ScreenResult:
    """The groin client with other answers."""
    others = {"plan": Plan()} if "condition" in changes else {}
    return screened(complaint=complaint(**changes), **others)


OUTCOMES: dict[str, tuple[dict[str, Any], str]] = {
    "an-assumed-factor-is-careful": ({}, "careful"),
    "nothing-at-all-is-clear": ({"condition": "toe-reach-limited", "side": "both"}, "clear"),
    "same-day-refers": ({"answers": {"fever": YES}}, "refer"),
    "within-days-holds": ({"answers": {"night-unrelieved": YES}}, "hold"),
    "discuss-holds": ({"answers": {"band-rash": YES}}, "hold"),
    "emergency": ({"answers": {"breathless-chest": YES}}, "emergency"),
    "the-worst-flag-wins": ({"answers": {"band-rash": YES, "fever": YES}}, "refer"),
    "unknown-is-incomplete": ({"answers": {"fever": None}}, "incomplete"),
    "a-known-flag-wins-over-unknown": ({"answers": {"fever": YES, "very-unwell": None}}, "refer"),
    "nothing-answered": ({"answers_default": None}, "incomplete"),
    "flags-of-other-regions-are-not-asked": ({"answers": {"snuffbox": YES, "unsteady-legs": YES}}, "careful"),
    "a-context-opens-its-flag": ({"context": {"leg-swelling-or-tenderness": YES}, "answers": {"dvt-tender": YES}}, "refer"),
    "a-low-clot-score-never-clears": ({"context": {"leg-swelling-or-tenderness": YES}}, "hold"),
    "a-strong-sign-raises-at-any-score": (
        {"context": {"leg-swelling-or-tenderness": YES}, "answers": {"dvt-hormones": YES, "dvt-other-diagnosis": YES}}, "refer",
    ),
    "an-unknown-context-is-incomplete": ({"context": {"leg-swelling-or-tenderness": None}}, "incomplete"),
    "also-asked-when-the-context-says-so": (
        {"condition": "wrist-sprain", "context": {"leg-symptoms": YES}, "answers": {"foot-drop": YES}}, "emergency",
    ),
    "a-fall-on-the-hand-and-a-sore-hollow": (
        {"condition": "wrist-sprain", "context": {"fall-on-hand": YES}, "answers": {"snuffbox": YES}}, "refer",
    ),
    "without-the-fall-not-asked": ({"condition": "wrist-sprain", "answers": {"snuffbox": YES}}, "careful"),
    "an-observation-raises-its-item": (
        {"condition": "wrist-sprain", "observed": ("finger-will-not-straighten",)}, "refer",
    ),
    "ask-first-unanswered": ({"condition": "low-back-stiff", "answers": {"leg-symptoms-below-knee": None}}, "incomplete"),
    "every-one-and-enough-of-the-rest": (
        {"condition": "low-back-stiff", "answers": {"over-3-months": YES, "onset-before-45": YES, "better-moving": YES, "second-half-night": YES}}, "careful",
    ),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "outcome"), OUTCOMES.values(), ids=OUTCOMES.keys())
def test_outcome(changes: dict[str, Any], outcome: str) -> None:
    assert told(**changes).outcome == outcome


AGES = {
    "knee-rule-from-55": (55, {"recent-knee-injury": YES}, {}, "ottawa-knee", True),
    "knee-rule-not-at-54": (54, {"recent-knee-injury": YES}, {}, "ottawa-knee", False),
    "minor-fall-from-65": (65, {}, {"minor-fall": YES}, "spinal-fracture", True),
    "minor-fall-not-at-64": (64, {}, {"minor-fall": YES}, "spinal-fracture", False),
    "child-below-16": (15, {}, {}, "child", True),
    "no-child-at-16": (16, {}, {}, "child", False),
    "limp-up-to-17": (17, {}, {"limp": YES}, "young-hip", True),
    "limp-not-from-18": (18, {}, {"limp": YES}, "young-hip", False),
}


@pytest.mark.parametrize(("age", "context", "answers", "flag", "raised"), AGES.values(), ids=AGES.keys())
def test_ages(age: int, context: dict[str, bool], answers: dict[str, bool], flag: str, raised: bool) -> None:
    condition = {"ottawa-knee": "kneecap-pain", "spinal-fracture": "low-back-stiff"}.get(flag, "adductor-strain")
    result = screened(
        client=client(age=age), complaint=complaint(condition=condition, context=context, answers=answers), plan=Plan()
    )
    assert (flag in [found.id for found in result.flags.raised]) is raised


def test_unknown_age_is_asked_and_raises_nothing_by_itself() -> None:
    result = screened(client=client(age=None))
    assert result.outcome == "incomplete"
    assert result.flags.unanswered == ("age",)


def test_blood_pressure_taken_today_answers_its_flag() -> None:
    high = Sitting(measure="blood-pressure", date=day(0), trials=(184,))
    assert [f.id for f in screened(measures=(high,)).flags.raised] == ["pressure-high"]
    assert screened(measures=(high.model_copy(update={"date": day(1)}),)).flags.raised == ()


def test_clearance_takes_the_flag_away_and_its_questions_too() -> None:
    cleared = {"infection": Clearance(by="Dr A. Reyl", reason="bloods clear", date=day(1))}
    result = screened(complaint=complaint(answers={"fever": YES}), clearance=cleared)
    assert result.outcome == "careful"
    assert "fever" not in result.flags.unanswered


@pytest.mark.parametrize("flag", [f for f in LIBRARY.red_flags.values() if f.items], ids=lambda f: f.id)
def test_every_flag_is_asked_and_its_items_left_open_are_incomplete(flag: RedFlag) -> None:
    """In a complaint of its own region, at an age where it is asked, with its context answered yes."""
    region = next((r for r in flag.regions if r != "any"), "groin")
    condition = next(c.id for c in LIBRARY.conditions.values() if c.region == region)
    age = flag.age_between[0] if flag.age_between else 15 if flag.age_below else 40
    context = {flag.only_if: YES} if flag.only_if else {}
    facts = {"condition": condition, "context": context, "answers": dict.fromkeys(flag.items)}
    result = screened(client=client(age=age), complaint=complaint(**facts), plan=Plan())
    assert set(flag.items) <= set(result.flags.unanswered)


IRRITABILITY: dict[str, tuple[dict[str, Any], str]] = {
    "low": ({}, "low"),
    "rest-two-is-moderate": ({"pain": PainReport(rest=2, worst=4)}, "moderate"),
    "rest-five-is-high": ({"pain": PainReport(rest=5, worst=4)}, "high"),
    "worst-five-is-moderate": ({"pain": PainReport(rest=0, worst=5)}, "moderate"),
    "worst-seven-settling-fast-is-moderate": ({"pain": PainReport(rest=0, worst=7)}, "moderate"),
    "worst-seven-settling-slowly-is-high": ({"pain": PainReport(rest=0, worst=7), "settle_minutes": 121}, "high"),
    "worst-seven-settling-unknown-is-high": ({"pain": PainReport(rest=0, worst=7), "settle_minutes": None}, "high"),
    "waking-sometimes-with-worst-seven-is-high": ({"pain": PainReport(rest=0, worst=7), "wakes": "sometimes"}, "high"),
    "waking-most-nights-is-high": ({"wakes": "most-nights"}, "high"),
    "a-day-to-settle-is-high": ({"settle_minutes": 1440}, "high"),
    "unknown-rest-is-not-low": ({"pain": PainReport(worst=4)}, "moderate"),
    "unknown-waking-is-not-low": ({"wakes": None}, "moderate"),
    "unknown-stiffness-does-not-matter": ({"stiff_minutes": None}, "low"),
    "half-an-hour-of-stiffness-is-low": ({"stiff_minutes": 30}, "low"),
    "longer-stiffness-is-moderate": ({"stiff_minutes": 31}, "moderate"),
}


@pytest.mark.parametrize(("changes", "level"), IRRITABILITY.values(), ids=IRRITABILITY.keys())
def test_irritability(changes: dict[str, Any], level: str) -> None:
    assert told(**changes).irritability.level == level


def strain(days: float | None) -> dict[str, Any]:
    return {"complaint": complaint(days_since=days)}


def limit(movement: str, degrees: float) -> dict[str, Any]:
    return {"client": client(limits=(Limit(movement=movement, degrees=degrees, by="surgeon", side="left"),))}


def sitting(measure: str, value: float, side: str | None = "left") -> dict[str, Any]:
    return {"measures": (Sitting(measure=measure, side=side, date=day(1), trials=(value,)),)}  # type: ignore[arg-type]


VERDICTS: dict[str, tuple[dict[str, Any], str, str, str, str | None]] = {
    "inside-the-window": (strain(13), "wide-press", "left", "modify", "factor-exposure"),
    "outside-the-window": (strain(14), "wide-press", "left", "clear", None),
    "an-unknown-date-is-inside": (strain(None), "wide-press", "left", "modify", "factor-exposure"),
    "both-knees-wide-load-the-other-side-too": (strain(13), "wide-press", "right", "modify", "factor-exposure"),
    "a-one-sided-factor-spares-the-other": (strain(13), "strap-leg-out", "right", "clear", None),
    "weeks-stand-in-for-days": (
        {"client": client(factors=(factor("adductor-strain-acute", side="left", weeks_since=1.9),))}, "wide-press", "left", "modify", "factor-exposure",
    ),
    "listed-replaces-assumed": (
        {**strain(2), "client": client(factors=(factor("adductor-strain-acute", side="left", days_since=20),))}, "wide-press", "left", "clear", None,
    ),
    "another-place-escapes-the-floor": ({"client": client(factors=(factor("no-floor"),))}, "bed-knee-fallout", "left", "clear", None),
    "no-other-place-is-refused": ({"client": client(factors=(factor("no-floor"),))}, "long-leg-lift", "left", "exclude", "factor-exposure"),
    "an-unmeasured-touched-joint-is-a-caution": ({}, "lunge-rock", "left", "caution", "range-measure-first"),
    "range-enough": (sitting("hip-flexion", 100), "lunge-rock", "left", "clear", None),
    "range-ten-short-is-modified": (sitting("hip-flexion", 90), "lunge-rock", "left", "modify", "range-short"),
    "range-eleven-short-is-refused": (sitting("hip-flexion", 89), "lunge-rock", "left", "exclude", "range-far-short"),
    "the-lower-of-measure-and-limit": (
        {**sitting("hip-flexion", 120), **limit("hip-flexion", 85)}, "lunge-rock", "left", "exclude", "range-far-short",
    ),
    "a-limit-binds-its-variant": (limit("hip-flexion", 70), "strap-leg-out", "left", "modify", "limit-not-past"),
    "a-limit-of-zero-refuses-what-reaches-it": (limit("hip-abduction", 0), "bed-knee-fallout", "left", "exclude", "limit-zero"),
    "unmeasured-after-an-operation-is-refused": (
        {"client": client(factors=(factor("knee-replacement", side="left", weeks_since=20),))}, "lunge-rock", "left", "exclude", "range-unmeasured-refused",
    ),
    "falls-are-asked-from-65": ({"client": client(age=65), "complaint": complaint(answers={"falls-risk": None})}, "lunge-rotate-hinge", "left", "exclude", "falls-unanswered"),
    "answered-no-they-are-not": ({"client": client(age=65)}, "lunge-rotate-hinge", "left", "caution", "range-measure-first"),
    "maximal-effort-is-capped-where-the-start-is-low": ({"client": client(factors=(factor("osteoporosis"),), equipment=("block", "strap"))}, "belt-block", "both", "modify", "effort-capped"),
    "surgery-of-an-unknown-region-refuses-all": (
        {"client": client(factors=(factor("recent-surgery-uncleared"),))}, "breath-90", "both", "exclude", "surgery-uncleared",
    ),
    "surgery-of-the-wrist-spares-the-groin": (
        {"client": client(factors=(factor("recent-surgery-uncleared", region="wrist"),))}, "bed-knee-fallout", "left", "clear", None,
    ),
    "latex": ({"client": client(factors=(factor("latex-allergy"),))}, "side-squeeze-band-standing", "left", "exclude", "factor-exposure"),
    "a-latex-free-band-lifts-it": (
        {"client": client(factors=(factor("latex-allergy"),), equipment=("latex-free-band",))}, "side-squeeze-band-standing", "left", "caution", "factor-exposure",
    ),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "drill", "side", "verdict", "rule"), VERDICTS.values(), ids=VERDICTS.keys())
def test_verdict(changes: dict[str, Any], drill: str, side: str, verdict: str, rule: str | None) -> None:
    found = screened(**changes).drills[drill][side]  # type: ignore[index]
    assert found.verdict.word == verdict, [reason.text(LIBRARY) for reason in found.reasons]
    assert rule is None or rule in [reason.rule for reason in found.reasons]


def test_the_pregnancy_window_opens_in_the_second_trimester() -> None:
    def verdict(trimester: int | None) -> str:
        mother = client(factors=(factor("pregnancy", trimester=trimester),))
        return screened(client=mother).drills["prone-rest"]["both"].verdict.word

    assert [verdict(1), verdict(2), verdict(None)] == ["clear", "exclude", "exclude"]


def test_lying_on_the_back_is_left_out_in_the_last_trimester_and_in_an_unknown_one() -> None:
    def verdict(trimester: int | None) -> str:
        mother = client(factors=(factor("pregnancy", trimester=trimester),))
        return screened(client=mother).drills["strap-hamstring"]["left"].verdict.word

    assert [verdict(2), verdict(3), verdict(None)] == ["modify", "exclude", "exclude"]


def test_an_unanswered_parameter_takes_the_strictest_table() -> None:
    def verdict(**parameters: str) -> str:
        knee = factor("acl-reconstruction", side="left", weeks_since=4, parameters=parameters)
        return screened(client=client(factors=(knee,))).drills["hamstring-dig"]["both"].verdict.word

    assert [verdict(), verdict(graft="hamstring"), verdict(graft="other")] == ["exclude", "exclude", "caution"]


def test_a_test_is_screened_like_a_drill() -> None:
    fresh = screened(**strain(2)).measures
    assert fresh["squeeze"]["both"].verdict.word == "exclude"
    assert "measure-too-early" in [r.rule for r in fresh["hip-abduction"]["left"].reasons]
    assert screened(**strain(4)).measures["hip-abduction"]["left"].verdict.word == "modify"


def test_a_profile_is_withdrawn_for_everything() -> None:
    result = told(condition="low-back-stiff", answers={"leg-symptoms-below-knee": YES})
    assert result.profile is not None
    assert result.profile.id == "leg-pain-nerve"
    assert "nerve-root" in result.factor_ids


def test_the_knowledge_says_how_grave_surgery_without_clearance_is() -> None:
    uncleared = LIBRARY.factors["recent-surgery-uncleared"]
    people = client(factors=(factor("recent-surgery-uncleared", region="hip"),))
    for word in ("exclude", "modify"):
        milder = uncleared.model_copy(update={"region_verdict": word})
        library = replace(LIBRARY, factors={**LIBRARY.factors, uncleared.id: milder})
        verdict = screen(library, situation(client=people)).drills["lunge-rock"]["left"]
        spoken = next(reason for reason in verdict.reasons if reason.rule == "surgery-uncleared")
        assert spoken.verdict.word == word
