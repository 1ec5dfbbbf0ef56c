"""The client's side: the private link, sessions and mornings; append-only, each with an id the phone made."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.clients import SIDES
from easepath.clinic.models.complaints import Complaint
from easepath.clinic.models.people import User
from easepath.clinic.models.plans import PlanVersion

UNUSUAL = [(w, w) for w in ("none", "training", "work", "travel", "poor-sleep", "other")]


class HomeLink(models.Model):
    """A private link to the current sheet; only a hash of its 128 random bits is kept.

    One that `asks_birth_year` answers a device only once the year of birth was told there; `wrong_years` were told
    since the last right one. `last_used_on` and `device` are the day it was last opened and on what kind of thing.
    """

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="links")
    token_hash = models.CharField(max_length=64, unique=True)
    created_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    created_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, blank=True)
    last_used_on = models.DateField(null=True, blank=True)
    device = models.CharField(max_length=20, blank=True)
    asks_birth_year = models.BooleanField(default=False)
    wrong_years = models.PositiveSmallIntegerField(default=0)

    def __str__(self) -> str:
        return f"link for {self.complaint}"


class SessionLog(models.Model):
    """One session at home; a correction is a new row that names the one it corrects.

    `worst` is the worst pain of the session as a whole, which is no drill's own. `at_break` is the time of the break at
    work that it was; empty for a session of the whole sheet.
    """

    id = models.UUIDField(primary_key=True)
    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="sessions")
    version = models.ForeignKey(PlanVersion, on_delete=models.PROTECT, related_name="sessions")
    date = models.DateField()
    before = models.PositiveSmallIntegerField(null=True)
    after = models.PositiveSmallIntegerField(null=True)
    worst = models.PositiveSmallIntegerField(null=True)
    note = models.CharField(max_length=400, blank=True)
    at_break = models.CharField(max_length=5, blank=True)
    corrects = models.ForeignKey("self", on_delete=models.PROTECT, null=True, related_name="corrections")
    entered_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    received_at = models.DateTimeField()

    class Meta:
        ordering = ("date", "received_at")
        indexes = (models.Index(fields=("complaint", "date")),)

    def __str__(self) -> str:
        return f"session of {self.date}"


class SessionDrill(models.Model):
    """One drill of a session: how much was done, the worst pain, and what was felt where; empty is not asked.

    `stopped` says in the client's words why it was broken off for another reason than a sign. `stands_for` is the drill
    of the plan that this one replaced elsewhere or by a standing order, `load` the weight, band and depth its sheet
    asked for. `felt_side` is the side of the body it was felt on, `felt_words` a place in the client's own words.
    `mark` is what the client checked of the drill's landmark, in its unit, on `mark_side`. `held` are the seconds of
    each hold that lasted until it let go, with spaces between.
    """

    session = models.ForeignKey(SessionLog, on_delete=models.CASCADE, related_name="drills")
    position = models.PositiveSmallIntegerField()
    drill = models.CharField(max_length=60)
    side = models.CharField(max_length=5, choices=SIDES)
    done_pct = models.PositiveSmallIntegerField(null=True)
    during = models.PositiveSmallIntegerField(null=True)
    symptom = models.CharField(max_length=16, blank=True)
    felt = models.CharField(max_length=40, blank=True)
    felt_side = models.CharField(max_length=5, choices=SIDES, blank=True)
    felt_words = models.CharField(max_length=120, blank=True)
    mark = models.FloatField(null=True)
    mark_side = models.CharField(max_length=5, choices=SIDES, blank=True)
    held = models.CharField(max_length=100, blank=True)
    moved = models.CharField(max_length=5, blank=True)
    stopped = models.CharField(max_length=400, blank=True)
    stands_for = models.CharField(max_length=60, blank=True)
    load = models.CharField(max_length=100, blank=True)

    class Meta:
        ordering = ("position",)

    def __str__(self) -> str:
        return f"{self.drill} {self.side}"


CAUSES = [(word, word) for word in ("sign", "flare", "clinician")]


class RestOrder(models.Model):
    """Rest at home, of one drill or of the whole program (empty), from a day on, up to and with another where one is.

    Made by the server for a sign or a flare, or by a clinician with words for the client. It ends by its day or by an
    act, and outlives every version.
    """

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="rests")
    cause = models.CharField(max_length=9, choices=CAUSES)
    drill = models.CharField(max_length=60, blank=True)
    from_on = models.DateField()
    until_on = models.DateField(null=True)
    words = models.CharField(max_length=300, blank=True)
    ordered_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    ordered_at = models.DateTimeField()
    ended_on = models.DateField(null=True)
    ended_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    end_reason = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ("pk",)
        constraints = (
            models.UniqueConstraint(
                fields=("complaint", "cause", "drill", "from_on"), condition=models.Q(ordered_by=None),
                name="one_rest_by_rule",
            ),
        )  # fmt: skip

    def __str__(self) -> str:
        return f"{self.drill or 'everything'} rests from {self.from_on}"


class SignAnswer(models.Model):
    """A clinician's answer to the signs of one drill, or of every drill (empty), in the sessions up to a date."""

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="sign_answers")
    drill = models.CharField(max_length=60, blank=True)
    until = models.DateField()
    reason = models.CharField(max_length=400)
    answered_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    answered_at = models.DateTimeField()

    class Meta:
        ordering = ("pk",)

    def __str__(self) -> str:
        return f"signs up to {self.until} answered"


class SessionCount(models.Model):
    """Whether a session counts, as a clinician decided it: the latest row of a session holds, without one it counts."""

    session = models.ForeignKey(SessionLog, on_delete=models.CASCADE, related_name="counts")
    counts = models.BooleanField()
    reason = models.CharField(max_length=400)
    decided_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    decided_at = models.DateTimeField()

    class Meta:
        ordering = ("pk",)

    def __str__(self) -> str:
        return f"{self.session}: {'counts' if self.counts else 'left out'}"


class HomeCheck(models.Model):
    """The home check as it was answered, each item with yes or no; a yes holds until a clinician answers it."""

    id = models.UUIDField(primary_key=True)
    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="checks")
    date = models.DateField()
    answers = models.JSONField()
    received_at = models.DateTimeField()

    class Meta:
        ordering = ("date", "received_at")

    def __str__(self) -> str:
        return f"home check of {self.date}"


class MorningReport(models.Model):
    """The morning after a session; the latest report of a session counts."""

    id = models.UUIDField(primary_key=True)
    session = models.ForeignKey(SessionLog, on_delete=models.CASCADE, related_name="mornings")
    pain = models.PositiveSmallIntegerField()
    unusual = models.CharField(max_length=12, default="none", choices=UNUSUAL)
    gone_48h = models.BooleanField(null=True)
    entered_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    received_at = models.DateTimeField()

    class Meta:
        ordering = ("received_at",)

    def __str__(self) -> str:
        return f"morning after {self.session.date}: {self.pain}"
