"""A sheet that a red flag withheld comes back only by somebody who may confirm, whoever changes what in between."""

from __future__ import annotations

from easepath.clinic import clock, models
from easepath.clinic.facts import assess
from easepath.clinic.policies import may


def hold_sheet(actor: models.User, complaint: models.Complaint) -> None:
    """Before a change by somebody who may not confirm: what a flag withholds now stays withheld after it."""
    if may(actor, "confirm-screen") or complaint.sheet_withheld or not complaint.versions.exists():
        return
    if assess(complaint, clock.today_of(complaint)).screen.flags.blocking:
        complaint.sheet_withheld = True
        complaint.save(update_fields=["sheet_withheld"])


def release_sheet(actor: models.User, complaint: int) -> None:
    """After a change by somebody who may confirm: the sheet comes back where no flag withholds it any more."""
    found = models.Complaint.objects.filter(pk=complaint, sheet_withheld=True).first()
    if found is None or not may(actor, "confirm-screen"):
        return
    if not assess(found, clock.today_of(found)).screen.flags.blocking:
        found.sheet_withheld = False
        found.save(update_fields=["sheet_withheld"])
