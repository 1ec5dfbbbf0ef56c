"""The only place where rows become core facts and results become rows."""

from easepath.clinic.facts.assessment import assess
from easepath.clinic.facts.situation import build_situation, current_version
from easepath.core.assessment import Assessment

__all__ = ["Assessment", "assess", "build_situation", "current_version"]
