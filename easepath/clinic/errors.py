"""What an action can refuse.

ClinicError
├── NotAllowedError     the role does not allow it (403)
├── NotFoundError       no such row in this clinic (404)
├── FieldError          a value at a named field is not possible (422)
├── StaleRevisionError  somebody saved in between (409, with both values)
├── RefusedError        the rules refuse it, with the reasons (422)
├── LockedError         nobody touched the session for too long (401)
├── SecondFactorError   the account may work only with a second factor (403)
├── BirthYearError      a private link that asks for the year of birth first (403)
├── TooFastError        a name is tried too often (429)
└── DeadLinkError       a private link that is unknown, revoked or expired (410)
"""

from __future__ import annotations

from typing import Any


class ClinicError(Exception):
    """Root of everything an action refuses."""


class NotAllowedError(ClinicError):
    """The user's role does not allow the verb."""

    def __init__(self, verb: str) -> None:
        self.verb = verb
        super().__init__(f"your role does not allow: {verb.replace('-', ' ')}")


class NotFoundError(ClinicError):
    """There is no such row in the user's clinic."""


class FieldError(ClinicError):
    """Values at named fields are not possible; `fields` maps a field to what to do."""

    def __init__(self, fields: dict[str, str]) -> None:
        self.fields = fields
        super().__init__("; ".join(f"{field}: {reason}" for field, reason in fields.items()))


class StaleRevisionError(ClinicError):
    """The step, or the person, was saved by somebody else in between; carries both values and both revisions."""

    def __init__(self, revision: int, by: str, theirs: dict[str, Any], yours: dict[str, Any], person: int) -> None:
        self.revision = revision
        self.person = person
        self.by = by
        self.theirs = theirs
        self.yours = yours
        super().__init__(f"{by} saved this step in the meantime")


class RefusedError(ClinicError):
    """The rules refuse the act; `reasons` are sentences."""

    def __init__(self, message: str, reasons: list[str]) -> None:
        self.reasons = reasons
        super().__init__(message)


class BirthYearError(ClinicError):
    """A private link answers nothing on this device before the year of birth was told."""


class LockedError(ClinicError):
    """The session was left alone for too long: the password opens it again."""


class SecondFactorError(ClinicError):
    """The account needs a second factor and has none in use."""


class TooFastError(ClinicError):
    """A name was tried too often; `seconds` until the next try."""

    def __init__(self, seconds: int) -> None:
        self.seconds = seconds
        super().__init__("too many attempts")


class DeadLinkError(ClinicError):
    """A private link that does not work any more; says whom to call."""
