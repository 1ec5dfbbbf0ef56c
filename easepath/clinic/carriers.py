"""What carries a message out of the house: a setting for each way, the shipped one a stand-in."""

from __future__ import annotations

from typing import Protocol

from django.conf import settings
from django.core.mail import send_mail
from django.utils.module_loading import import_string


class CarrierError(Exception):
    """A message could not be carried, with the reason as staff read it."""


class Carrier(Protocol):
    """One way to reach a person outside."""

    def carry(self, address: str, title: str, words: str) -> None:
        """Hand a message on for an address; raises CarrierError where that fails."""
        ...


class Smtp:
    """Mail through the mail server of the settings."""

    def carry(self, address: str, title: str, words: str) -> None:
        """Send one mail of plain text."""
        try:
            send_mail(title, words, None, [address])
        except OSError as fault:  # the errors of the protocol are among them
            raise CarrierError("the mail server did not take it") from fault


def carrier(way: str) -> Carrier:
    """What carries text messages or mail here; raises CarrierError where nothing is set up."""
    path = {"text": settings.TEXT_CARRIER, "mail": settings.MAIL_CARRIER}[way]
    if not path:
        raise CarrierError("nothing is set up here that sends it")
    made: Carrier = import_string(path)()
    return made
