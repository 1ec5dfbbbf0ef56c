"""Work that waits until somebody asks for it."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from functools import cached_property
from typing import Any, TypeVar, overload

K = TypeVar("K")
V = TypeVar("V")
NOT_YET: Any = object()
"""Where nothing was worked out yet; None is a value like any other."""


class AsAsked(Mapping[K, V]):
    """A mapping with known keys, each value worked out when it is first asked for, and once."""

    def __init__(self, keys: Collection[K], work_out: Callable[[K], V]) -> None:
        self._keys = keys
        self._work_out = work_out
        self._found: dict[K, V] = {}

    def __getitem__(self, key: K) -> V:
        """The value of a key; raises KeyError for one it does not have."""
        found: V = self._found.get(key, NOT_YET)
        if found is NOT_YET:
            if key not in self._keys:
                raise KeyError(key)
            found = self._found[key] = self._work_out(key)
        return found

    def __iter__(self) -> Iterator[K]:
        return iter(self._keys)

    def __len__(self) -> int:
        return len(self._keys)

    def __contains__(self, key: object) -> bool:
        return key in self._keys


class AllAsAsked(Mapping[K, V]):
    """A mapping worked out whole when anything of it is asked for."""

    def __init__(self, work_out: Callable[[], Mapping[K, V]]) -> None:
        self._work_out = work_out

    @cached_property
    def _all(self) -> Mapping[K, V]:
        return self._work_out()

    def __getitem__(self, key: K) -> V:
        """The value of a key; raises KeyError for one it does not have."""
        return self._all[key]

    def __iter__(self) -> Iterator[K]:
        return iter(self._all)

    def __len__(self) -> int:
        return len(self._all)


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
