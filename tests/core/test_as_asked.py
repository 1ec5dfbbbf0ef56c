"""What waits until it is asked for is worked out once, and only what is there."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.as_asked import AsAsked, ListAsAsked


def test_a_value_is_worked_out_when_it_is_asked_for_and_once() -> None:
    worked: list[str] = []
    found = AsAsked(["a", "b"], lambda key: worked.append(key) or key.upper())
    assert (list(found), len(found), "a" in found, worked) == (["a", "b"], 2, True, [])
    assert (found["b"], found["b"], worked) == ("B", "B", ["b"])
    assert dict(found) == {"a": "A", "b": "B"}
    assert worked == ["b", "a"]


def test_what_is_not_there_is_not_worked_out() -> None:
    found = AsAsked(["a"], lambda key: pytest.fail(f"{key} is worked out"))
    assert found.get("c") is None
    with pytest.raises(KeyError):
        found["c"]
    with pytest.raises(IndexError):
        ListAsAsked(1, lambda place: pytest.fail(f"{place} is worked out"))[1]


@given(st.integers(0, 6), st.slices(6), st.integers(-8, 8))
def test_a_list_reads_as_the_list_it_stands_for(length: int, part: slice, place: int) -> None:
    worked: list[int] = []
    found, whole = ListAsAsked(length, lambda n: worked.append(n) or n * n), [n * n for n in range(length)]
    assert found[part] == tuple(whole[part])
    if -length <= place < length:
        assert found[place] == found[place] == whole[place]
    assert len(worked) == len(set(worked)) <= length
    assert (list(found), len(found)) == (whole, length)
