"""Screen: red flags, factors and ranges turned into an outcome and a verdict for every drill and test."""

from easepath.core.screening.screen import ScreenResult, affected_first, is_blocked, raised_flags, screen, screen_tests

__all__ = ["ScreenResult", "affected_first", "is_blocked", "raised_flags", "screen", "screen_tests"]
