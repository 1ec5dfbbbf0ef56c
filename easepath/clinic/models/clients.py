"""Clients, what they have at home, and the background factors and limits that bind them."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.people import FIGURES, Clinic, User

SIDES = [("left", "left"), ("right", "right"), ("both", "both")]


class Client(models.Model):
    """A person in the clinic's care; lists hold ids of the knowledge.

    The three of `elsewhere` are the second set of places: what it is called, and what is there.
    `figure` is the body shown in the pictures; without one it is the clinic's.
    `consent_on` is the day the client agreed to a sheet by phone and to the reports being kept.
    `merged_into` is the person whom this row was found to be a second time.
    `origin` tells the record of another clinic that it was taken in from.
    `revision` counts the changes of what belongs to the person, whichever complaint's page they were made on.
    """

    clinic = models.ForeignKey(Clinic, on_delete=models.PROTECT, related_name="clients")
    first_name = models.CharField(max_length=60)
    last_name = models.CharField(max_length=60)
    birth_date = models.DateField(null=True, blank=True)
    sex = models.CharField(max_length=1, blank=True, choices=[("f", "female"), ("m", "male"), ("x", "other")])
    trade = models.CharField(max_length=80, blank=True)
    telephone = models.CharField(max_length=40, blank=True)
    email = models.EmailField(max_length=100, blank=True)
    language = models.CharField(max_length=40, blank=True)
    figure = models.CharField(max_length=6, blank=True, choices=FIGURES)
    places = models.JSONField(default=list, blank=True)
    equipment = models.JSONField(default=list, blank=True)
    minutes = models.PositiveSmallIntegerField(null=True, blank=True)
    per_day = models.PositiveSmallIntegerField(null=True, blank=True)
    days_per_week = models.PositiveSmallIntegerField(null=True, blank=True)
    breath_s = models.FloatField(null=True, blank=True)
    train = models.CharField(max_length=8, default="both", choices=[("both", "both sides"), ("affected", "affected")])
    first = models.CharField(
        max_length=10, default="unaffected", choices=[("unaffected", "other"), ("affected", "sore")]
    )
    phase_order = models.CharField(
        max_length=14, default="mobility-first", choices=[("mobility-first", "mobility"), ("control-first", "control")]
    )
    extra_set = models.CharField(max_length=3, default="yes", choices=[("yes", "yes"), ("no", "no")])
    floor = models.CharField(
        max_length=5, blank=True, choices=[("alone", "alone"), ("chair", "with a chair"), ("no", "not at all")]
    )
    sits_square = models.CharField(max_length=3, blank=True, choices=[("yes", "yes"), ("no", "no")])
    confidence = models.CharField(max_length=8, blank=True, choices=[("low", "low"), ("normal", "normal")])
    elsewhere_name = models.CharField(max_length=30, blank=True)
    elsewhere_places = models.JSONField(default=list, blank=True)
    elsewhere_equipment = models.JSONField(default=list, blank=True)
    consent_on = models.DateField(null=True, blank=True)
    created_at = models.DateTimeField(auto_now_add=True)
    archived = models.BooleanField(default=False)
    archived_at = models.DateTimeField(null=True, blank=True, editable=False)
    erased_at = models.DateTimeField(null=True, blank=True, editable=False)
    merged_into = models.ForeignKey(
        "self", on_delete=models.PROTECT, null=True, blank=True, editable=False, related_name="merged"
    )
    origin = models.CharField(max_length=64, blank=True, editable=False)
    revision = models.PositiveIntegerField(default=0, editable=False)
    changed_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, editable=False, related_name="+")

    class Meta:
        ordering = ("last_name", "first_name")
        constraints = (
            models.UniqueConstraint(
                fields=("clinic", "origin"), condition=~models.Q(origin="") & models.Q(erased_at=None),
                name="one_record_of_an_origin",
            ),
        )  # fmt: skip

    def __str__(self) -> str:
        return f"{self.first_name} {self.last_name}"


class Withdrawable(models.Model):
    """A row that binds a client until a clinician withdraws it; somebody who may not confirm only asks for that."""

    to_confirm = models.BooleanField(default=False)
    recorded_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    recorded_at = models.DateTimeField()
    withdraw_asked_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, blank=True, related_name="+")
    withdraw_asked_at = models.DateTimeField(null=True, blank=True)
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        abstract = True


class ClientFactor(Withdrawable):
    """A background factor of a client; `since` is the date it is counted from."""

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="factors")
    factor = models.CharField(max_length=60)
    side = models.CharField(max_length=5, blank=True, choices=SIDES)
    since = models.DateField(null=True, blank=True)
    trimester = models.PositiveSmallIntegerField(null=True, blank=True)
    region = models.CharField(max_length=20, blank=True)
    parameters = models.JSONField(default=dict, blank=True)

    def __str__(self) -> str:
        return f"{self.factor} {self.side}".strip()


class Limit(Withdrawable):
    """A surgeon's or clinician's limit on a movement, in degrees."""

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="limits")
    movement = models.CharField(max_length=60)
    side = models.CharField(max_length=5, blank=True, choices=SIDES)
    degrees = models.FloatField()
    by = models.CharField(max_length=10, choices=[("surgeon", "surgeon"), ("clinician", "clinician")])

    def __str__(self) -> str:
        return f"{self.movement} {self.degrees:g}°"
