"""Fixtures of the rows: a practice clinic and its clients on a fixed day."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass, field
from typing import Any

import pytest

from easepath.clinic.actions.open_visit import open_visit
from easepath.clinic.caseload_lines import forget_lines
from easepath.clinic.models import Complaint, User, Visit
from easepath.standins.practice_clients import GROIN_CLIENTS, live
from easepath.standins.practice_clinic import make_clinic

TODAY = dt.date(2026, 11, 25)


@dataclass
class World:
    """The practice clinic, its staff by name, and its complaints by first name."""

    users: dict[str, User]
    complaints: dict[str, Complaint] = field(default_factory=dict)

    def visit(self, name: str) -> Visit:
        """The open visit of a client; the next one where the latest is closed."""
        return open_visit(self.users["hanne"], self.complaints[name])


def make_world() -> World:
    """Build the practice clinic as the demonstration does."""
    made = make_clinic()
    world = World({user.username: user for user in User.objects.all()})
    for person in GROIN_CLIENTS:
        world.complaints[person.first_name] = live(made.clinician, person, TODAY)
    return world


@pytest.fixture(autouse=True)
def _quick_passwords(settings: Any) -> None:
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    settings.FROZEN_TODAY = TODAY
    forget_lines()


@pytest.fixture
def world(db: None) -> World:
    """The practice clinic."""
    return make_world()
