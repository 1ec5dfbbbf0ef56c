"""A review: the proposals of the rules and what a clinician decided about each."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.complaints import Complaint
from easepath.clinic.models.people import User
from easepath.clinic.models.plans import PlanVersion
from easepath.clinic.models.visits import Visit

DECISIONS = [("open", "open"), ("accept", "accepted"), ("change", "changed"), ("refuse", "refused")]


class Review(models.Model):
    """What was decided about the proposals for a version; begun by the first decision, closed into one new version."""

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="reviews")
    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="reviews")
    of_version = models.ForeignKey(PlanVersion, on_delete=models.PROTECT, related_name="reviews")
    new_version = models.OneToOneField(PlanVersion, on_delete=models.PROTECT, null=True, related_name="made_by")
    knowledge_version = models.CharField(max_length=12)
    code_version = models.CharField(max_length=8, blank=True)
    adherence = models.FloatField(null=True)
    opened_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    opened_at = models.DateTimeField()
    closed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = (
            models.UniqueConstraint(
                fields=("visit", "of_version"), condition=models.Q(closed_at=None), name="one_open_review"
            ),
        )

    def __str__(self) -> str:
        return f"review of {self.of_version}"


class Proposal(models.Model):
    """What one rule proposes for a drill or for the plan, with the facts it read, and the decision.

    `key` is drill, side, rule and action: what a decision is about, whatever the sentence says the next day.
    """

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="proposals")
    key = models.CharField(max_length=240)
    position = models.PositiveSmallIntegerField(default=0)
    about = models.CharField(max_length=5, choices=[("drill", "drill"), ("plan", "plan")])
    drill = models.CharField(max_length=60, blank=True)
    side = models.CharField(max_length=5, blank=True)
    response = models.CharField(max_length=8, blank=True)
    rule = models.CharField(max_length=20)
    action = models.CharField(max_length=10, blank=True)
    to = models.JSONField(null=True)
    detail = models.CharField(max_length=600)
    facts = models.JSONField(default=dict)
    decision = models.CharField(max_length=7, choices=DECISIONS, default="open")
    changed_to = models.JSONField(null=True)
    decision_reason = models.CharField(max_length=400, blank=True)
    decided_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    decided_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("position",)
        constraints = (models.UniqueConstraint(fields=("review", "key"), name="one_proposal_per_key"),)

    def __str__(self) -> str:
        return f"{self.rule}: {self.action or self.about}"
