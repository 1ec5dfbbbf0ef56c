"""Work that waits until somebody asks for it."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from typing import TypeVar

K = TypeVar("K")
V = TypeVar("V")


class AsAsked(Mapping[K, V]):
    """A mapping with known keys, each value worked out when it is first asked for, and once."""

    def __init__(self, keys: Iterable[K], work_out: Callable[[K], V]) -> None:
        self._keys = dict.fromkeys(keys)
        self._work_out = work_out
        self._found: dict[K, V] = {}

    def __getitem__(self, key: K) -> V:
        """The value of a key; raises KeyError for one it does not have."""
        if key not in self._found:
            if key not in self._keys:
                raise KeyError(key)
            self._found[key] = self._work_out(key)
        return self._found[key]

    def __iter__(self) -> Iterator[K]:
        return iter(self._keys)

    def __len__(self) -> int:
        return len(self._keys)

    def __contains__(self, key: object) -> bool:
        return key in self._keys
