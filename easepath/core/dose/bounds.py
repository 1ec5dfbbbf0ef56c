"""Between which figures each part of a dose may be set by hand."""

from __future__ import annotations

from easepath.core.knowledge.models import Dose, Drill, Method

Figure = int | float | tuple[int, ...]


def dose_bounds(drill: Drill, method: Method) -> dict[str, tuple[Figure, Figure]]:
    """By part its least and its most: the widest range of the method, its usual, and the drill's own in its first."""
    found: dict[str, tuple[Figure, Figure]] = {}
    for part in Dose.model_fields:
        ends = [getattr(shape, part, None) for shape in (method.dose, method.usual)]
        known = [end for pair in ends if pair is not None for end in ([pair] if part == "tempo_s" else pair)]
        if method.id == drill.methods[0]:
            own = (getattr(drill.dose.start, part), getattr(drill.dose.top, part))
            known += [end for end in own if end is not None]
        if known:
            found[part] = min(known), max(known)
    return found
