"""The moves a rule can make: ease, step back, swap, restart, one step up, next rung."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from easepath.core.adjust.decision import Decision, To
from easepath.core.adjust.view import DrillView
from easepath.core.compose.own_dose import halved, located_step, step_above
from easepath.core.compose.weekly import weekly_work
from easepath.core.ids import Exposures
from easepath.core.knowledge.models import Dose, Drill
from easepath.core.match.rank import Candidate
from easepath.core.reasons import Reason
from easepath.core.vocabulary import SideWord, Verdict

OPEN_RISK = 3
"""A drill of the highest risk for the condition is never what a rule leads to."""
TRIED_FIRST = frozenset({
    Exposures.FLOOR, Exposures.KNEELING, Exposures.BALANCE_HARD, Exposures.BALANCE_ONE_LEG, Exposures.WRIST_WEIGHT,
    Exposures.HEAD_BELOW_HEART, Exposures.SHOULDER_OVERHEAD, Exposures.HIP_FLEXION_DEEP, Exposures.KNEE_FLEXION_DEEP,
    Exposures.KNEE_FLEXION_DEEP_LOADED,
})  # fmt: skip
"""What a next rung may not ask for the first time without anybody watching."""
EASED_STEP = -1
"""Half of the start dose: the only step below it."""


def first_method(view: DrillView, drill: Drill) -> str:
    """The first method of a new drill that some place leaves un-excluded on that side."""
    verdict = view.context.screen.verdict(drill, view.side)
    for method in view.context.screen.rules.methods_of(drill):
        if any(m == method and v < Verdict.EXCLUDE for (m, _), v in verdict.by_mode.items()):
            return method
    return drill.methods[0]


def new_drill(view: DrillView, drill: Drill, *, half: bool) -> To:
    """A new drill at its start dose, half of it where a flare, a stir or a break led there."""
    step = EASED_STEP if half else view.context.screen.start_step()
    return To(drill.id, first_method(view, drill), step)


def same_drill(view: DrillView, step: int) -> To:
    """The same drill in its method at another step."""
    return To(view.drill.id, view.method.id, step)


def neighbour_rung(view: DrillView, *, up: bool) -> Drill | None:
    """The nearest open drill with risk below 3 on the next lower or higher rung that no other row of the plan holds."""
    if view.drill.ladder is None:
        return None
    ladder, rung = view.drill.ladder
    matcher = view.context.matcher
    rungs = [r for r in view.context.library.ladders[ladder] if (r > rung if up else r < rung)]
    for number in sorted(rungs, reverse=not up):
        drills = view.context.library.ladders[ladder][number]
        if matcher.rungs.is_behind_danger(ladder, number):
            continue
        taken = {row.drill for row in view.other_rows}
        fit = [
            d for d in drills
            if d.id not in taken and matcher.is_open(d, view.side) and matcher.risk(d) < OPEN_RISK
        ]  # fmt: skip
        if fit:
            return min(fit, key=lambda d: (-matcher.candidate(d, view.side).score, d.id))
    return None


def swap_candidates(view: DrillView) -> list[Candidate]:
    """Ranked drills outside the plan on that side, risk below 3, that serve the drill's need; best first.

    None whose ladder another row has, nor one that another row of this review was given before.
    """
    matcher, library = view.context.matcher, view.context.library
    elsewhere = {row.drill for row in view.other_rows} | view.given_before
    planned = {view.drill.id} | elsewhere
    ladders = {drill.ladder[0] for drill in map(library.drill, elsewhere) if drill.ladder}
    wanted: tuple[SideWord, ...] = (view.side, "both")
    return [
        candidate for candidate in matcher.ranked_for(matcher.main_need(view.drill))
        if candidate.side in wanted and candidate.drill.id not in planned
        and (candidate.drill.ladder is None or _may_enter(view, candidate.drill.ladder, ladders))
        and candidate.risk < OPEN_RISK
    ]  # fmt: skip


def _may_enter(view: DrillView, at: tuple[str, int], taken: set[str]) -> bool:
    ladder, rung = at
    return ladder not in taken and not view.context.matcher.rungs.is_behind_danger(ladder, rung)


def swap(
    view: DrillView, rule: str, reason: Reason, *, half: bool, allow: Callable[[Candidate], bool] | None = None
) -> Decision | None:
    """Swap to the best ranked drill for the same need; None when there is none."""
    found = [candidate for candidate in swap_candidates(view) if allow is None or allow(candidate)]
    return Decision(rule, "swap", reason, new_drill(view, found[0].drill, half=half)) if found else None


def back(view: DrillView, rule: str, reason: Reason) -> Decision:
    """Step back a rung; on the lowest allowed rung swap; with nothing to swap to, stop."""
    lower = neighbour_rung(view, up=False)
    if lower is not None:
        return Decision(rule, "step-back", reason, new_drill(view, lower, half=True))
    return swap(view, rule, reason, half=True) or Decision(rule, "stop", reason)


def ease(view: DrillView, rule: str, reason: Reason) -> Decision:
    """One dose step back, an own dose by half; at step -1 already, or when nothing gets less: back."""
    if view.step <= EASED_STEP:
        return back(view, rule, reason)
    if not view.present.own:
        return Decision(rule, "ease", reason, same_drill(view, view.step - 1))
    less = halved(view.present.dose, view.method)
    if less is None:
        return back(view, rule, reason)
    return Decision(rule, "ease", reason, _own(view, less))


def restart(view: DrillView, rule: str, reason: Reason) -> Decision:
    """The start dose again, never above the present step nor more work than an own dose."""
    step = min(view.step, view.context.screen.start_step())
    if view.present.own and _work(view, view.ladder.at(step)) > _work(view, view.present.dose):
        return Decision(rule, "restart", reason, _own(view, view.present.dose))
    return Decision(rule, "restart", reason, same_drill(view, step))


def _own(view: DrillView, dose: Dose) -> To:
    matcher, drill, method = view.context.matcher, view.drill, view.method.id
    return To(drill.id, method, located_step(matcher, drill, method, view.ladder, dose), dose)


def _work(view: DrillView, dose: Dose) -> float:
    return round(weekly_work(view.context.matcher, view.drill, view.method.id, dose), 6)


def next_step(view: DrillView) -> int | None:
    """The next dose step, of an own dose the lowest with more weekly work; None at the top."""
    if view.present.own:
        return step_above(view.context.matcher, view.drill, view.method.id, view.ladder, view.present.dose)
    return None if view.step >= view.ladder.top else view.step + 1


def go_up(view: DrillView, rule: str, reason: Reason) -> Decision:
    """Next rung at the top or on a ladder the stage names; else one dose step; at the very top keep."""
    stage, drill = view.context.matcher.stage, view.drill
    named = stage is not None and drill.ladder is not None and drill.ladder[0] in stage.drills_up_to
    above = next_step(view)
    higher = neighbour_rung(view, up=True) if above is None or named else None
    if higher is not None:
        to = replace(new_drill(view, higher, half=False), try_first=_asks_more(view, higher))
        return Decision(rule, "progress", reason, to)
    if above is not None:
        return Decision(rule, "progress", reason, same_drill(view, above))
    missing = _waited_for(view)
    if missing:
        return Decision(rule, "hold", Reason("adjust-opens-later", facts={"what": list(missing)}), missing=missing)
    return Decision(rule, "keep", reason)


def _waited_for(view: DrillView) -> tuple[Reason, ...]:
    """What the next rung waits for where nothing else keeps it closed."""
    if view.drill.ladder is None:
        return ()
    ladder, rung = view.drill.ladder
    matcher, rungs = view.context.matcher, view.context.library.ladders[ladder]
    for number in sorted(number for number in rungs if number > rung):
        for drill in rungs[number]:
            closed = matcher.closed(drill, view.side)
            if closed is not None and closed.rule == "opens-later" and matcher.risk(drill) < OPEN_RISK:
                return matcher.waits_for(drill)
    return ()


def _asks_more(view: DrillView, higher: Drill) -> bool:
    """Whether a next rung exposes the body to something the drill before did not, and was not tried out."""
    if any(tryout.drill == higher.id for tryout in view.context.situation.tryouts):
        return False
    return bool(TRIED_FIRST & (_in_force(view, higher) - _in_force(view, view.drill)))


def _in_force(view: DrillView, drill: Drill) -> set[str]:
    verdict = view.context.screen.verdict(drill, view.side)
    return set(view.context.screen.rules.mode(drill, verdict.method, verdict.place).exposures)


def depth(drill: Drill) -> int:
    """How deep a drill goes: its exposures that end in -end or name deep."""
    return sum(1 for exposure in drill.exposures if exposure.endswith("-end") or "deep" in exposure)
