"""The readable difference between two versions of a plan."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass


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
