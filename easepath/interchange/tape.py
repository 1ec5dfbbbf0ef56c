"""The tape on paper: the same stretches of time as on the screen, drawn in black on white."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from html import escape
from typing import Any

WIDTH, HEIGHT = 700.0, 62.0
TOP, BOTTOM, BAND = 8.0, 44.0, 20.0
MARGIN = 8.0
TICK = 10
STYLE = (
    ".body{fill:none;stroke:#000;stroke-width:.8}.texture{fill:none;stroke:#555;stroke-width:.7}"
    ".begin{fill:none;stroke:#000;stroke-width:1.8}.tick{fill:none;stroke:#000;stroke-width:.6}"
    ".gap{fill:#fff;stroke:#777;stroke-width:.5}.notch{fill:#fff;stroke:#000;stroke-width:.8}"
    "circle{fill:#fff;stroke:#000}text{font-family:'Ease Sans';font-size:10px}.n{font-weight:600}"
)
SPACING = {"settle": 7, "release": 8, "mobilise": 12, "lengthen": 5, "activate": 6, "strengthen": 6, "integrate": 9}
"""Distance between the strokes of a phase's texture; every phase has its own stroke as well."""


def tape_svg(stretches: Sequence[dict[str, Any]], phases: Sequence[str], available_s: float | None = None) -> str:
    """An SVG of the session: a stroke and a number where a drill begins, a notch where the side changes, gaps for
    rests, ticks each ten seconds, minutes below. `phases` by drill index; `available_s` seconds there are.
    """
    placed = list(_placed(stretches))
    used = placed[-1][1] if placed else 0.0
    scale = (WIDTH - 2 * MARGIN) / max(used, available_s or 0, 60)
    parts = [f'<rect x="0" y="{TOP}" width="{_n(WIDTH - 2 * MARGIN)}" height="{BOTTOM - TOP}" class="body"/>']
    runs = _runs(placed)
    for index, start, end in runs:
        phase = phases[index] if index < len(phases) else "settle"
        parts.append(f'<path d="{_texture(phase, start * scale, end * scale)}" class="texture"/>')
        parts.append(f'<path d="M{_n(start * scale)} {TOP - 4} V{BOTTOM}" class="begin"/>')
    parts.append(f'<path d="M{_n(used * scale)} {TOP - 4} V{BOTTOM}" class="begin"/>')
    for start, end, stretch in placed:
        middle = (start + end) / 2 * scale
        if stretch["index"] is None:
            width = (end - start) * scale
            parts.append(f'<rect x="{_n(start * scale)}" y="{TOP}" width="{_n(width)}" height="{BAND}" class="gap"/>')
        elif stretch["kind"] == "change":
            parts.append(f'<path d="M{_n(middle - 5)} {TOP} l5 8 l5 -8 z" class="notch"/>')
    parts.extend(_ticks(max(used, available_s or 0, 60), scale))
    parts.extend(_numbers(runs, scale))
    inside = "".join(parts)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH} {HEIGHT}" width="100%"><style>{STYLE}</style>'
        f'<g transform="translate({MARGIN} 0)">{inside}</g></svg>'
    )


def _placed(stretches: Sequence[dict[str, Any]]) -> Iterator[tuple[float, float, dict[str, Any]]]:
    at = 0.0
    for stretch in stretches:
        yield at, at + stretch["seconds"], stretch
        at += stretch["seconds"]


def _runs(placed: Sequence[tuple[float, float, dict[str, Any]]]) -> list[tuple[int, float, float]]:
    """Each time a drill is played without another between, with its start and end."""
    found: list[tuple[int, float, float]] = []
    before: int | None = None
    for start, end, stretch in placed:
        index = stretch["index"]
        if index is not None:
            found.append((index, found.pop()[1] if found and index == before else start, end))
        before = index
    return found


def _texture(phase: str, left: float, right: float) -> str:
    """Strokes inside a band; each phase has its own, so that it is read without colour."""
    step, strokes, x = SPACING.get(phase, 7), [], left + 24
    top, low = TOP + 3, TOP + BAND - 2
    if phase == "lengthen":
        return "".join(f"M{_n(left + 24)} {_n(top + n * step)} H{_n(right - 3)}" for n in range(4) if right - left > 30)
    while x < right - step:
        strokes.append({
            "settle": f"M{_n(x)} {_n(top + 6)} h1.4",
            "release": f"M{_n(x)} {_n(low)} L{_n(x + 6)} {_n(top)}",
            "mobilise": f"M{_n(x)} {_n(top + 7)} q3 -6 6 0 t6 0",
            "activate": f"M{_n(x)} {_n(top)} V{_n(low)}",
            "strengthen": f"M{_n(x)} {_n(top)} L{_n(x + 5)} {_n(low)} M{_n(x)} {_n(low)} L{_n(x + 5)} {_n(top)}",
            "integrate": f"M{_n(x)} {_n(top + 2)} l4 5 l-4 5",
        }.get(phase, f"M{_n(x)} {_n(top)} V{_n(low)}"))  # fmt: skip
        x += step
    return "".join(strokes)


def _ticks(length: float, scale: float) -> Iterator[str]:
    step = 300 if length > 1500 else 60
    for second in range(0, int(length) + 1, TICK):
        top = BOTTOM - (10 if second % 60 == 0 else 5)
        yield f'<path d="M{_n(second * scale)} {top} V{BOTTOM}" class="tick"/>'
        if second % step == 0:
            yield f'<text x="{_n(second * scale)}" y="{HEIGHT - 4}" text-anchor="middle">{second // 60}</text>'


def _numbers(runs: Sequence[tuple[int, float, float]], scale: float) -> Iterator[str]:
    for index, start, _ in runs:
        x = min(start * scale + 11, WIDTH - 2 * MARGIN - 9)
        yield f'<circle cx="{_n(x)}" cy="{TOP + 11}" r="8"/>'
        yield f'<text x="{_n(x)}" y="{TOP + 15}" text-anchor="middle" class="n">{escape(str(index + 1))}</text>'


def _n(value: float) -> str:
    return f"{value:.1f}"
