"""The rules for one drill, in order: the first that fires decides."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from itertools import pairwise

from easepath.core.adjust import moves
from easepath.core.adjust.decision import Decision
from easepath.core.adjust.session_day import SessionDay
from easepath.core.adjust.view import DrillView
from easepath.core.compose.weekly import days_bind
from easepath.core.ids import Methods
from easepath.core.match.rank import Candidate
from easepath.core.reasons import Reason
from easepath.core.vocabulary import JOINT_SYMPTOMS, Symptom, Verdict

PINCH = frozenset({"pinch"})
STOPPING: frozenset[Symptom] = frozenset({"fall", "dizzy", "heaviness"})
"""Signs of the body that end their drill; what else may bring them is paused."""

Rule = Callable[[DrillView], Decision | None]


def _hold(rule: str, **facts: object) -> Decision:
    return Decision(rule, "hold", Reason(f"adjust-{rule}", facts=facts))


def _reason(rule: str, **facts: object) -> Reason:
    return Reason(f"adjust-{rule}", facts=facts)


def red_flag(view: DrillView) -> Decision | None:
    """Any blocking red flag suspends the whole plan."""
    flags = view.context.screen.flags
    if not flags.blocking:
        return None
    return Decision("red-flag", "suspend", _reason("red-flag", flag=flags.raised[0].id))


def body(view: DrillView) -> Decision | None:
    """A sign of the body: in any drill's last session one that ends every drill, or one that ends this drill."""
    ending = view.context.suspending
    if ending is not None:
        return Decision("body", "suspend", _reason("body", symptom=ending.symptom, date=str(ending.date)))
    symptom = view.unanswered.symptom(STOPPING) if view.unanswered else None
    if view.unanswered is None or symptom is None:
        return None
    return Decision("body", "stop", _reason("body-drill", symptom=symptom, date=str(view.unanswered.date)))


def nerve(view: DrillView) -> Decision | None:
    """A nerve symptom in the last session stops the drill."""
    sign = view.unanswered.nerve_sign(view.context.responder) if view.unanswered else None
    if sign is None:
        return None
    return Decision("nerve", "stop", _reason("nerve", symptom=sign.symptom, date=str(sign.date)))


def joint(view: DrillView) -> Decision | None:
    """Sharp pain, locking, giving way or swelling in the last session stops the drill."""
    symptom = view.unanswered.symptom(JOINT_SYMPTOMS) if view.unanswered else None
    if view.unanswered is None or symptom is None:
        return None
    return Decision("joint", "stop", _reason("joint", symptom=symptom, date=str(view.unanswered.date)))


def stopped(view: DrillView) -> Decision | None:
    """The last session was broken off for another reason: ask."""
    words = view.unanswered.stopped if view.unanswered else None
    return None if words is None else _hold("stopped", words=words)


def break_(view: DrillView) -> Decision | None:
    """A long time without a session restarts the drill; a shorter one eases it, measured by the drill's own rhythm."""
    if not view.all_days:
        return None
    days = (view.context.situation.today - view.all_days[-1].date).days
    long = view.number("break", "restarts_after_days")
    short = max(view.number("break", "eases_after_days"), view.number("break", "rhythm_days") / view.days_per_week)
    if days >= long:
        return moves.restart(view, "break", _reason("break", days=days, threshold=long))
    if days >= short:
        return moves.ease(view, "break", _reason("break", days=days, threshold=short))
    return None


def refused(view: DrillView) -> Decision | None:
    """A drill the screen now excludes is swapped or stopped."""
    verdict = view.context.screen.verdict(view.drill, view.side)
    if verdict.verdict is not Verdict.EXCLUDE:
        return None
    reason = _reason("refused", why=verdict.reasons[0].text(view.context.library))
    return moves.swap(view, "refused", reason, half=False) or Decision("refused", "stop", reason)


def pinch_again(view: DrillView) -> Decision | None:
    """A pinch more than once of late: not yet; a safer drill for the same need."""
    pinches = [day for day in view.recent if day.symptom(PINCH)]
    if len(pinches) < view.number("pinch-again", "times"):
        return None
    risk, deep = view.context.matcher.risk(view.drill), moves.depth(view.drill)

    def safer(candidate: Candidate) -> bool:
        return candidate.risk < risk or (candidate.risk == risk and moves.depth(candidate.drill) < deep)

    reason = _reason("pinch-again", times=len(pinches))
    return moves.swap(view, "pinch-again", reason, half=False, allow=safer) or Decision("pinch-again", "swap", reason)


def pinch(view: DrillView) -> Decision | None:
    """A first pinch: brace, less depth."""
    if not view.recent or not view.recent[-1].symptom(PINCH):
        return None
    return _hold("pinch", date=str(view.recent[-1].date))


def flare_again(view: DrillView) -> Decision | None:
    """Flares close together go back a rung."""
    flares = view.last_classes(int(view.number("flare-again", "of_last"))).count("flared")
    if flares < view.number("flare-again", "times"):
        return None
    return moves.back(view, "flare-again", _reason("flare-again", times=flares))


def flare(view: DrillView) -> Decision | None:
    """A flare in the last session: rest, then ease."""
    if view.last is None or view.last.kind != "flared":
        return None
    why = view.last.response.reason.text(view.context.library)
    return moves.ease(view, "flare", _reason("flare", date=str(view.last.date), why=why))


def stirred_again(view: DrillView) -> Decision | None:
    """Sessions stirred or flared more often than not: ease."""
    last = view.days[-int(view.number("stirred-again", "of_last")) :]
    stirs = sum(1 for day in last if day.kind in ("stirred", "flared") and not day.began_high)
    if stirs < view.number("stirred-again", "times"):
        return None
    return moves.ease(view, "stirred-again", _reason("stirred-again", times=stirs))


def began_high(view: DrillView) -> Decision | None:
    """The last session stirred by the pain it began from: it says nothing about the drill."""
    return _hold("began-high") if view.last is not None and view.last.began_high else None


def stirred(view: DrillView) -> Decision | None:
    """The last session stirred: hold."""
    if view.last is None or view.last.kind != "stirred":
        return None
    return _hold("stirred", why=view.last.response.reason.text(view.context.library))


def waiting(view: DrillView) -> Decision | None:
    """Something about the last session is not known yet: ask, and hold."""
    if view.last is None or view.last.kind != "waiting":
        return None
    return _hold("waiting", why=view.last.response.reason.text(view.context.library))


def wrong_place(view: DrillView) -> Decision | None:
    """Felt in the wrong place again: hold with the cue; running on: step back."""
    running = 0
    for day in reversed(view.days):
        if day.felt(view.drill.wrong_felt) is None:
            break
        running += 1
    if running < view.number("wrong-place", "cue_after"):
        return None
    site = view.days[-1].felt(view.drill.wrong_felt) or ""
    reason = _reason("wrong-place", times=running, felt=site.replace("-", " "), cue=view.drill.wrong_felt[site])
    persists = running >= view.number("wrong-place", "lower_after")
    lower = moves.neighbour_rung(view, up=False) if persists else None
    if lower is not None:
        return Decision("wrong-place", "step-back", reason, moves.new_drill(view, lower, half=False))
    return Decision("wrong-place", "hold", reason)


def creeping(view: DrillView) -> Decision | None:
    """The pain before the session climbs over the last few."""
    over, rise = int(view.number("creeping", "over_sessions")), view.number("creeping", "rise")
    if len(view.days) < over:
        return None
    first, now = view.days[-over].before, view.days[-1].before
    if first is None or now is None or now - first < rise:
        return None
    return _hold("creeping", first=first, now=now, threshold=rise)


def unscreened(view: DrillView) -> Decision | None:
    """While questions are open nothing goes up."""
    if view.context.screen.outcome != "incomplete":
        return None
    return _hold("unscreened", open=len(view.context.screen.flags.unanswered))


def undone(view: DrillView) -> Decision | None:
    """The last sessions not done whole, or too few of the drill's own due dates: shorten the session first."""
    wanted, complete = int(view.number("undone", "sessions")), view.number("undone", "complete_pct")
    last = [day.done_pct for day in view.days[-wanted:]]
    share = view.adherence.share if view.adherence else None
    rested = view.context.flared_within(view.number("undone", "days_after_flare")) is not None
    if share is not None and share < view.number("undone", "due_pct") / 100 and not rested:
        return _hold("undone", share=f"{round(100 * share)} % of the due dates logged")
    if len(last) == wanted and all(done is not None and done < complete for done in last):
        return _hold("undone", share=f"last two sessions {last[0]:g} % and {last[-1]:g} % done")
    return None


def ready(view: DrillView) -> Decision | None:
    """Calm and complete long enough: go up."""
    wanted = int(view.number("ready", "sessions_irritable" if view.context.screen.high else "sessions"))
    last = view.days[-wanted:]
    if len(last) < wanted or any(kind != "calm" for kind in view.last_classes(wanted)):
        return None
    if any(day.done_pct is None or day.done_pct < view.number("ready", "complete_pct") for day in last):
        return None
    if _needs_rest_days(view) and not _rested(last, view.number("ready", "strength_rest_days")):
        return None
    return moves.go_up(view, "ready", _reason("ready", times=wanted))


def steady(view: DrillView) -> Decision:
    """Nothing asks for a change."""
    return _hold("steady")


def _needs_rest_days(view: DrillView) -> bool:
    if view.method.id != Methods.SLOW_STRENGTH:
        return False
    return days_bind(view.context.matcher, view.drill, view.method.id, view.ladder.at(view.step))


def _rested(days: Sequence[SessionDay], rest: float) -> bool:
    return all((b.date - a.date).days >= rest for a, b in pairwise(days))


RULES: Mapping[str, Rule] = {
    "red-flag": red_flag, "body": body, "nerve": nerve, "joint": joint, "stopped": stopped, "break": break_,
    "refused": refused, "pinch-again": pinch_again, "pinch": pinch, "flare-again": flare_again, "flare": flare,
    "stirred-again": stirred_again, "began-high": began_high, "stirred": stirred, "waiting": waiting,
    "wrong-place": wrong_place, "creeping": creeping, "unscreened": unscreened, "undone": undone, "ready": ready,
    "steady": steady,
}  # fmt: skip
"""The rule behind each row of the knowledge; their order is that of the rows."""


def decide(view: DrillView) -> Decision:
    """The first rule that fires for one side, in the order of the knowledge."""
    for name in view.context.library.rules:
        rule = RULES.get(name)
        decision = rule(view) if rule else None
        if decision is not None:
            return decision
    return steady(view)
