"""`python -m easepath.standins`: load the practice clinic once and print how to sign in."""

from __future__ import annotations

import argparse
import os

import django


def load() -> bool:
    """Load the practice clinic unless there is a clinic already; true when it was loaded."""
    from django.db import transaction

    from easepath.clinic import clock, models
    from easepath.standins import practice_clients, practice_clinic
    from easepath.standins.practice_life import live_on, live_through
    from easepath.standins.practice_people import MORE_TROUBLES, PEOPLE
    from easepath.standins.practice_post import write_and_agree

    if models.Clinic.objects.exists():
        return False
    with transaction.atomic():
        made = practice_clinic.make_clinic()
        today = clock.today(made.clinic.time_zone)
        for first in practice_clients.GROIN_CLIENTS:
            complaint = practice_clients.live(made.clinician, first, today)
            live_on(made.clinician, complaint.client, MORE_TROUBLES[first.first_name], today)
            if first == practice_clients.GROIN_CLIENTS[0]:
                write_and_agree(made.clinician, complaint, today)
        for person, troubles in PEOPLE:
            live_through(made.clinician, person, troubles, today)
    return True


def sign_in_words(address: str) -> str:
    """How to sign in, and a fresh private link of the first client with a plan."""
    from easepath.clinic import models
    from easepath.clinic.actions.home_links import new_link
    from easepath.standins.practice_clinic import PASSWORD, STAFF

    lines = [f"\nEase Path is at {address}\n"]
    lines += [f"  {role.label:<10} {username:<8} password {PASSWORD}" for username, _, _, role in STAFF]
    actor = models.User.objects.filter(username=STAFF[0][0]).first()
    complaint = models.Complaint.objects.filter(versions__isnull=False).order_by("pk").first()
    if actor is not None and complaint is not None:
        name = complaint.client.first_name
        lines.append(f"  {name}'s private link: {address}/h/{new_link(actor, complaint)}\n")
    return "\n".join([*lines, "Everybody in here is made up. Stop with Ctrl-C."])


def main() -> None:
    """Load once, print the sign-in."""
    parser = argparse.ArgumentParser(prog="python -m easepath.standins", description=__doc__)
    parser.add_argument("--address", default="http://127.0.0.1:8000")
    options = parser.parse_args()
    from easepath.clinic.caseload_lines import write_lines
    from easepath.clinic.models import Clinic, Complaint
    from easepath.standins.practice_clinic import NAME

    print("Loading the practice clinic; the first time takes about half a minute ...", flush=True)
    if not load():  # a practice clinic that an older version made
        Clinic.objects.filter(name=NAME).update(practice=True)
    write_lines(Complaint.objects.all())
    print(sign_in_words(options.address), flush=True)


if __name__ == "__main__":
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "easepath.settings")
    django.setup()
    main()
