"""Work that waits until somebody asks for it."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from typing import TypeVar, overload

K = TypeVar("K")
V = TypeVar("V")


class AsAsked(Mapping[K, V]):
    """A mapping with known keys, each value worked out when it is first asked for, and once."""

    def __init__(self, keys: Collection[K], work_out: Callable[[K], V]) -> None:
        self._keys = keys
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


class ListAsAsked(Sequence[V]):
    """A sequence of a known length, each item worked out when it is first asked for, and once."""

    def __init__(self, length: int, work_out: Callable[[int], V]) -> None:
        self._range = range(length)
        self._work_out = work_out
        self._found: dict[int, V] = {}

    @overload
    def __getitem__(self, index: int) -> V: ...

    @overload
    def __getitem__(self, index: slice) -> tuple[V, ...]: ...

    def __getitem__(self, index: int | slice) -> V | tuple[V, ...]:
        """One item, or several; raises IndexError for one it does not have."""
        if isinstance(index, slice):
            return tuple(self[one] for one in self._range[index])
        place = self._range[index]
        if place not in self._found:
            self._found[place] = self._work_out(place)
        return self._found[place]

    def __len__(self) -> int:
        return len(self._range)
