"""Match: needs, ranking, entry rungs, stages and methods."""

from easepath.core.match.methods import allowed_methods, choose_method, choose_place
from easepath.core.match.needs import Need, Needs
from easepath.core.match.rank import Candidate, LeftOut, Matcher, MatchResult

__all__ = [
    "Candidate", "LeftOut", "MatchResult", "Matcher", "Need", "Needs", "allowed_methods", "choose_method",
    "choose_place",
]  # fmt: skip
