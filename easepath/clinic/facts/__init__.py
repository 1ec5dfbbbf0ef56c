"""The only place where rows become core facts and results become rows."""

from easepath.clinic.facts.assessment import Assessment, assess
from easepath.clinic.facts.situation import build_situation, current_version

__all__ = ["Assessment", "assess", "build_situation", "current_version"]
