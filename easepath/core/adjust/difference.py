"""The readable difference between two versions of a plan: its drills, what is played in rounds, what returns."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from easepath.core.facts import DrillGroup


@dataclass(frozen=True)
class VersionDrill:
    """What a difference compares: title, side and the dose in words."""

    drill: str
    title: str
    side: str
    method_name: str
    words: str
    step: int


def difference(
    before: Sequence[VersionDrill], after: Sequence[VersionDrill], replaced: Mapping[str, str] | None = None
) -> list[str]:
    """One sentence per drill that is new, gone or changed; `replaced` maps a drill gone to the one in its place."""
    old, new = {d.drill: d for d in before}, {d.drill: d for d in after}
    swaps = dict(replaced or {})
    lines = []
    for drill in before:
        follower = new.get(swaps.get(drill.drill, ""))
        if drill.drill in new:
            lines.extend(_changes(drill, new[drill.drill]))
        elif follower is not None:
            lines.append(f"{drill.title} replaced by {follower.title}: {follower.words}")
        else:
            lines.append(f"{drill.title} taken out")
    followers = {swaps[gone] for gone in swaps if gone in old and gone not in new}
    lines.extend(
        f"{drill.title} added: {drill.words}"
        for drill in after
        if drill.drill not in old and drill.drill not in followers
    )
    return lines


@dataclass(frozen=True)
class VersionShape:
    """How a version is played: the groups in rounds, and the drills that return as a rest."""

    groups: tuple[DrillGroup, ...] = ()
    rests: tuple[str, ...] = ()


def shape_difference(before: VersionShape, after: VersionShape, titles: Mapping[str, str]) -> list[str]:
    """One sentence for each group and each rest that is new or gone."""
    lines = [f"now {_group_words(group, titles)}" for group in after.groups if group not in before.groups]
    kept = {drill for group in after.groups for drill in group.drills}
    lines += [
        f"no longer {_group_words(group, titles)}"
        for group in before.groups
        if group not in after.groups and not kept & set(group.drills)
    ]
    old, new = dict.fromkeys(before.rests), dict.fromkeys(after.rests)
    lines += [f"{titles.get(drill, drill)} returns as a rest" for drill in new if drill not in old]
    lines += [f"{titles.get(drill, drill)} no longer returns as a rest" for drill in old if drill not in new]
    return lines


def _group_words(group: DrillGroup, titles: Mapping[str, str]) -> str:
    rounds = "once" if group.rounds == 1 else f"in {group.rounds} rounds"
    how = f"{rounds}, all on one side first" if group.order == "side" else rounds
    return f"{how}: {', '.join(titles.get(drill, drill) for drill in group.drills)}"


def _changes(before: VersionDrill, after: VersionDrill) -> list[str]:
    lines = []
    if before.words != after.words:
        direction = "more" if after.step > before.step else "less" if after.step < before.step else "changed"
        lines.append(f"{after.title}, {direction}: {before.words} becomes {after.words}")
    if before.method_name != after.method_name:
        lines.append(f"{after.title}: {before.method_name.lower()} becomes {after.method_name.lower()}")
    if before.side != after.side:
        lines.append(f"{after.title}: {before.side} becomes {after.side}")
    return lines
