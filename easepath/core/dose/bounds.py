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
            found[part] = _ends(known)
    return found


def _ends(known: list[Figure]) -> tuple[Figure, Figure]:
    """The least and the most; of a tempo, each of its three beats for itself."""
    tempos = [one for one in known if isinstance(one, tuple)]
    if tempos:
        beats = list(zip(*tempos, strict=True))
        return tuple(map(min, beats)), tuple(map(max, beats))
    figures = [one for one in known if not isinstance(one, tuple)]
    return min(figures), max(figures)


def is_within(value: Figure, least: Figure, most: Figure) -> bool:
    """Whether a figure lies between two, each beat of a tempo for itself."""
    ends = zip(*(one if isinstance(one, tuple) else (one,) for one in (least, value, most)), strict=True)
    return all(low <= figure <= high for low, figure, high in ends)


def tempos(drill: Drill, method: Method) -> tuple[tuple[int, ...], ...]:
    """The tempos a drill may be done in by hand, the quickest first: what its method and its own dose say."""
    shapes = [method.dose, method.usual, *([drill.dose.start, drill.dose.top] if method.id == drill.methods[0] else [])]
    found = dict.fromkeys(one.tempo_s for one in shapes if one is not None and one.tempo_s is not None)
    return tuple(sorted(found, key=lambda tempo: (sum(tempo), tempo)))
