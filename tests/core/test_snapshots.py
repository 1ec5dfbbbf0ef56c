"""One typical and one awkward client for every condition: ranking and composed plan, kept as readable text.

To accept a change on purpose, run this file with EASEPATH_ACCEPT=1 and read the difference before committing it.
"""

from __future__ import annotations

import os
from pathlib import Path
from typing import Any

import pytest

from easepath.core.compose import compose
from easepath.core.dose.words import dose_words
from easepath.core.facts import Client, Complaint, PainReport, Plan, Sitting, Situation
from easepath.core.knowledge.models import Condition
from easepath.core.match import Matcher
from easepath.core.screening import screen
from tests.core.build import LIBRARY, TODAY, factor

FOLDER = Path(__file__).parent.parent / "snapshots"
EVERYTHING = tuple(item for item in LIBRARY.standins if item != "latex-free-band")


def typical() -> dict[str, Any]:
    """An adult at home with a few things and twelve minutes."""
    return {
        "client": Client(age=44, sex="f", places=("floor", "bed", "chair", "wall", "stand"), minutes=12, days_per_week=5,
                         equipment=("pad", "cushion", "strap", "mini-band"), per_day=1, breath_s=6, confidence="normal"),
        "pain": PainReport(now=1, rest=0, worst=4, usual=2), "settle_minutes": 30, "wakes": "no",
    }  # fmt: skip


AWKWARD: dict[str, tuple[str, dict[str, Any]]] = {
    "old": ("78 years, cannot get to the floor, unsteady", {"age": 78, "factors": (factor("no-floor"), factor("falls-risk"))}),
    "thin-bones": ("71 years, osteoporosis and a blood thinner", {"age": 71, "factors": (factor("osteoporosis"), factor("blood-thinner"))}),
    "pregnant": ("33 years, third trimester", {"age": 33, "factors": (factor("pregnancy", trimester=3),)}),
    "operated": ("66 years, knee replaced eight weeks ago on the left", {"age": 66, "factors": (factor("knee-replacement", side="left", weeks_since=8),)}),
    "cannot-kneel": ("52 years, cannot kneel, chair and desk only", {"age": 52, "places": ("chair", "desk", "stand"), "factors": (factor("cannot-kneel"),)}),
    "irritable": ("47 years, easily provoked: rest pain 5, wakes most nights", {"age": 47}),
}  # fmt: skip
KINDS = tuple(AWKWARD)


def situation_of(condition: Condition, kind: str | None) -> Situation:
    """The typical client, or one made awkward."""
    facts = typical()
    person: Client = facts["client"]
    if kind is not None:
        person = person.model_copy(update=AWKWARD[kind][1])
    hot = kind == "irritable"
    complaint = Complaint(
        condition=condition.id, side="left", days_since=60, answers_default="no",
        pain=PainReport(now=4, rest=5, worst=8, usual=5) if hot else facts["pain"],
        settle_minutes=300 if hot else facts["settle_minutes"], wakes="most-nights" if hot else facts["wakes"],
    )  # fmt: skip
    raise_ = Sitting(measure="slr", side="left", date=TODAY, trials=(78,))
    return Situation(today=TODAY, client=person, complaint=complaint, plan=Plan(), measures=(raise_,))


def picture(condition: Condition, kind: str | None) -> str:
    """One client as text: outcome, the first of the ranking, the session, what stays uncovered."""
    matcher = Matcher(screen(LIBRARY, situation_of(condition, kind)))
    result, session = matcher.screen, compose(matcher)
    lines = [f"## {AWKWARD[kind][0] if kind else 'typical: 44 years, floor and bed, twelve minutes'}", ""]
    lines.append(f"screen {result.outcome}, irritability {result.irritability.level}")
    lines.append(
        "ranking: "
        + ", ".join(
            f"{c.drill.id}{'' if c.side == 'both' else ' ' + c.side} {c.score:.0f}" for c in matcher.result.ranked[:10]
        )
    )
    lines += [
        "",
        f"session: {session.time.minutes:.1f} min"
        if session.drills
        else f"no session: {session.reason.text(LIBRARY) if session.reason else ''}",
    ]
    for item in session.drills:
        sides = "; ".join(f"{side.side} {dose_words(side.dose, item.method)}" for side in item.sides)
        lines.append(
            f"- {item.drill.name} ({item.drill.phase}, {item.method}, {item.place}, {item.verdict.word}): {sides}"
        )
    lines += [f"- uncovered: {row.reason.text(LIBRARY)}" for row in session.uncovered]
    return "\n".join(lines)


@pytest.mark.parametrize("condition", sorted(LIBRARY.conditions))
def test_ranking_and_session(condition: str) -> None:
    model = LIBRARY.conditions[condition]
    kind = KINDS[sorted(LIBRARY.conditions).index(condition) % len(KINDS)]
    text = f"# {model.name}\n\n{picture(model, None)}\n\n{picture(model, kind)}\n"
    path = FOLDER / f"{condition}.md"
    if os.environ.get("EASEPATH_ACCEPT") == "1":
        path.write_text(text, encoding="utf-8")
    assert path.read_text(encoding="utf-8") == text
