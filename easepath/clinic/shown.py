"""What is shown, printed or sent: frozen, and closed to what it does not name."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict


class View(BaseModel):
    """Base of everything shown."""

    model_config = ConfigDict(frozen=True, extra="forbid")
