"""What the client has: owned, provided by a place, or stood in for by something at home."""

from __future__ import annotations

from collections.abc import Iterable

from easepath.core.facts import Client
from easepath.core.knowledge.library import Library

PROVIDED: dict[str, tuple[str, ...]] = {
    "chair": ("chair",), "desk": ("desk", "chair"), "wall": ("wall",), "bed": ("bed",),
}  # fmt: skip
"""The objects that a place brings with it."""


class Household:
    """One client's things and places."""

    def __init__(self, library: Library, client: Client) -> None:
        self._standins = library.standins
        self._owned = set(client.equipment)
        self._places = set(client.places)
        self._provided = {item for place in client.places for item in PROVIDED.get(place, ())}

    def has(self, item: str) -> bool:
        """Whether the item itself is there, owned or provided by a place."""
        return item in self._owned or item in self._provided

    def substitute(self, item: str) -> str | None:
        """What stands in for an item the client does not have; None when nothing does."""
        entry = self._standins.get(item)
        if entry is None:
            return None
        for source, standin in entry.from_.items():
            if source in self._owned or source in self._places or source in self._provided:
                return standin
        return (entry.standins or (entry.name.lower(),))[0] if entry.always else None

    def lacking(self, items: Iterable[str]) -> tuple[str, ...]:
        """The items neither owned, provided nor stood in for."""
        return tuple([item for item in items if not self.has(item) and self.substitute(item) is None])

    def substituted(self, items: Iterable[str]) -> tuple[str, ...]:
        """The items for which something else has to do."""
        return tuple([item for item in items if not self.has(item) and self.substitute(item) is not None])
