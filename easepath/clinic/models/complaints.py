"""A complaint with its story, the answers of its screen, and clearances of its red flags."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.clients import SIDES, Client
from easepath.clinic.models.people import User

ENDINGS = [
    ("reached", "goal reached"), ("better", "better"), ("same", "no change"), ("worse", "worse"),
    ("elsewhere", "goes on elsewhere"), ("stayed-away", "stayed away"),
]  # fmt: skip
"""How care for a complaint ends."""
WAYS = [("text", "text message"), ("mail", "mail")]
"""How something reaches a person outside."""
WAKES = [("no", "never"), ("sometimes", "sometimes"), ("most-nights", "most nights")]


class Complaint(models.Model):
    """One reported pain; pains are 0-10, an empty field is "unknown" and never zero.

    `areas` are places of the body chart as "id:side", `kinds` what is felt at a place where it is not pain alone,
    `clues` what points to a condition, `ticked` what brings it on, eases it and when it is worst. `notes` are staff's
    own and never leave the clinic's side. A clinician's own choices:
    `methods` need to method, `needs_set` need to weight, reason and name, `pinned` drills, `barred` drill to reason.
    `work_hours` start, end and every, in minutes of the day. `status` is the line on the caseload as it was worked out
    on a day with some knowledge, code and clinic's error (`status_basis`); `changes` counts what happened to the facts.
    `visit_on` and `visit_at` are the next visit as it is agreed. `told_by` is how the client is told of what is new,
    `remind_at` are the times of the day ("07:30") at which a session that is due is called to mind.
    `sheet_withheld`: a red flag withheld the sheet, and nobody who may confirm has lifted it since.
    """

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="complaints")
    condition = models.CharField(max_length=60, blank=True)
    region = models.CharField(max_length=20, blank=True)
    side = models.CharField(max_length=5, blank=True, choices=SIDES)
    words = models.CharField(max_length=300, blank=True)
    noted = models.CharField(max_length=400, blank=True)
    goal_activity = models.CharField(max_length=200, blank=True)
    since = models.DateField(null=True, blank=True)
    pain_now = models.PositiveSmallIntegerField(null=True, blank=True)
    pain_rest = models.PositiveSmallIntegerField(null=True, blank=True)
    pain_worst = models.PositiveSmallIntegerField(null=True, blank=True)
    pain_usual = models.PositiveSmallIntegerField(null=True, blank=True)
    pain_morning = models.PositiveSmallIntegerField(null=True, blank=True)
    settle_minutes = models.PositiveIntegerField(null=True, blank=True)
    wakes = models.CharField(max_length=12, blank=True, choices=WAKES)
    stiff_minutes = models.PositiveIntegerField(null=True, blank=True)
    observed = models.JSONField(default=list, blank=True)
    areas = models.JSONField(default=list, blank=True)
    clues = models.JSONField(default=list, blank=True)
    kinds = models.JSONField(default=dict, blank=True)
    ticked = models.JSONField(default=list, blank=True)
    before = models.CharField(max_length=300, blank=True)
    medicine = models.CharField(max_length=300, blank=True)
    notes = models.CharField(max_length=1000, blank=True)
    test_movement = models.CharField(max_length=120, blank=True)
    methods = models.JSONField(default=dict, blank=True)
    needs_set = models.JSONField(default=dict, blank=True)
    pinned = models.JSONField(default=list, blank=True)
    barred = models.JSONField(default=dict, blank=True)
    work_hours = models.JSONField(default=dict, blank=True)
    stage = models.PositiveSmallIntegerField(null=True, blank=True)
    stage_since = models.DateField(null=True, blank=True)
    gate_words = models.JSONField(default=list, blank=True)
    visit_on = models.DateField(null=True, blank=True)
    visit_at = models.TimeField(null=True, blank=True)
    told_by = models.CharField(max_length=4, blank=True, choices=WAYS)
    remind_at = models.JSONField(default=list, blank=True)
    status = models.JSONField(null=True, blank=True, editable=False)
    status_on = models.DateField(null=True, blank=True, editable=False)
    status_basis = models.CharField(max_length=40, blank=True, editable=False)
    changes = models.PositiveIntegerField(default=0, editable=False)
    opened_at = models.DateTimeField()
    closed_at = models.DateTimeField(null=True, blank=True)
    ended_as = models.CharField(max_length=12, blank=True, choices=ENDINGS)
    ended_note = models.CharField(max_length=400, blank=True)
    ended_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, blank=True, related_name="+")
    sheet_withheld = models.BooleanField(default=False, editable=False)

    def __str__(self) -> str:
        return f"{self.client}: {self.condition or self.region or 'not named yet'}"


class Answer(models.Model):
    """One screening answer; entered by an assistant it waits for a clinician to confirm it.

    `pending` is what somebody who may not confirm would have instead: no, or not answered. The value stays in force.
    `asked_as` is the group it was read out in, or "story" where the story said yes to it; empty where it was asked
    by itself.
    """

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="answers")
    word = models.CharField(max_length=60)
    is_context = models.BooleanField(default=False)
    value = models.BooleanField()
    to_confirm = models.BooleanField(default=False)
    pending = models.CharField(max_length=4, blank=True, choices=[("no", "no"), ("open", "not answered")])
    pending_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, blank=True, related_name="+")
    pending_at = models.DateTimeField(null=True, blank=True)
    asked_as = models.CharField(max_length=40, blank=True)
    answered_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    answered_at = models.DateTimeField()

    class Meta:
        constraints = (models.UniqueConstraint(fields=("complaint", "word"), name="one_answer_per_word"),)

    def __str__(self) -> str:
        return f"{self.word}: {'yes' if self.value else 'no'}"


class Clearance(models.Model):
    """A red flag cleared by a doctor, recorded by a clinician or a lead; never changed afterwards."""

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="clearances")
    flag = models.CharField(max_length=60)
    doctor = models.CharField(max_length=120)
    date = models.DateField()
    reason = models.CharField(max_length=400)
    recorded_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    recorded_at = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.flag} cleared by {self.doctor}, {self.date}"
