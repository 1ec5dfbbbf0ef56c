"""Telephone numbers of people who are made up: in a range that rings nowhere."""

from __future__ import annotations


def made_up_telephone(name: str) -> str:
    """The number of a made-up person, the same whenever the practice clinic is made."""
    return f"01555 010 {300 + sum(map(ord, name)) % 600}"
