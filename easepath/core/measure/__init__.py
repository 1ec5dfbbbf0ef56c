"""Measure: values with their error, references, grades, changes, and the patterns they form."""

from easepath.core.measure.patterns import PatternResult, run_patterns
from easepath.core.measure.values import Measurements, Row

__all__ = ["Measurements", "PatternResult", "Row", "run_patterns"]
