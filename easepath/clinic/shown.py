"""What is shown, printed or sent: frozen, and closed to what it does not name."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict


class View(BaseModel):
    """Base of everything shown."""

    model_config = ConfigDict(frozen=True, extra="forbid")


def sided(name: str, side: str) -> str:
    """A name with its side, where it has one: "Hip flexion, left"."""
    return name if side in ("", "both") else f"{name}, {side}"


def figure(value: float) -> str:
    """A figure to one decimal, without one where it is whole: 128.5, 24."""
    return f"{value:.1f}".removesuffix(".0")
