"""The last assessments are kept: what asks about equal facts is answered by the one that was worked out before.

An assessment is a function of the library and the facts alone, so that one with equal facts is the same. The four
requests of one page share it, and so does whoever looks at the client next.
"""

from __future__ import annotations

from collections import OrderedDict
from threading import Lock
from typing import Final

from easepath.core.assessment import Assessment
from easepath.core.facts import Situation
from easepath.core.knowledge.library import Library

MOST: Final = 64
"""Complaints; more than a clinic looks at in the same minutes, each about a megabyte."""
_KEPT: OrderedDict[int, Assessment] = OrderedDict()
_LOCK: Final = Lock()


def assessment_of(complaint: int, library: Library, facts: Situation) -> Assessment:
    """What the rules say of these facts: the kept one where library and facts are the same, else a new one."""
    with _LOCK:
        kept = _KEPT.get(complaint)
    if kept is None or kept.library is not library or kept.facts != facts:
        kept = Assessment(library, facts, asked_once=True)
    with _LOCK:
        _KEPT[complaint] = kept
        _KEPT.move_to_end(complaint)
        while len(_KEPT) > MOST:
            _KEPT.popitem(last=False)
    return kept


def forget() -> None:
    """Keep nothing of what was worked out before."""
    with _LOCK:
        _KEPT.clear()
