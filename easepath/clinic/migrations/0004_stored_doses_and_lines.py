"""A planned drill stores its dose, a proposal the key of what it is about, a caseload line what it was made with."""

from collections import Counter

from django.db import migrations, models


def store_doses(apps, schema_editor):
    """The dose of each planned drill, from the sheet that was handed over: that of the side with the fewest sets."""
    for row in apps.get_model("clinic", "PlanDrill").objects.all():
        sides = row.prescription.get("sides", [])
        doses = [side.get("dose", {}) for side in sides]
        row.dose = min(doses, key=lambda dose: dose.get("sets") or 1, default={})
        row.save(update_fields=["dose"])


def keep_doses_in_drafts(apps, schema_editor):
    """A draft that goes on from the running version goes on with its doses."""
    drills = apps.get_model("clinic", "PlanDrill")
    for row in apps.get_model("clinic", "DraftDrill").objects.filter(visit__closed_at=None, step__isnull=False):
        running = drills.objects.filter(version__complaint=row.visit.complaint_id).order_by("-version__number").first()
        same = running and drills.objects.filter(
            version=running.version_id, drill=row.drill, side=row.side, method=row.method, step=row.step
        ).first()
        if same:
            row.dose = same.dose
            row.save(update_fields=["dose"])


def key_proposals(apps, schema_editor):
    """Drill, side, rule and action; for the plan what the rule is about."""
    seen = Counter()
    for row in apps.get_model("clinic", "Proposal").objects.order_by("review", "position"):
        subject = "" if row.about == "drill" else f"{row.facts.get('measure', '')} {row.facts.get('side', '')}".strip()
        key = ":".join((row.about, row.drill, row.side, row.rule, row.action, subject))
        seen[row.review_id, key] += 1
        count = seen[row.review_id, key]
        row.key = key if count == 1 else f"{key}:{count}"
        row.save(update_fields=["key"])


def one_open_review(apps, schema_editor):
    """Of several open reviews of a version in a visit only the last stays open."""
    seen = set()
    for row in apps.get_model("clinic", "Review").objects.filter(closed_at=None).order_by("-pk"):
        if (row.visit_id, row.of_version_id) in seen:
            row.closed_at = row.opened_at
            row.save(update_fields=["closed_at"])
        seen.add((row.visit_id, row.of_version_id))


class Migration(migrations.Migration):
    dependencies = [("clinic", "0003_own_error")]

    operations = [
        migrations.AddField("complaint", "changes", models.PositiveIntegerField(default=0, editable=False)),
        migrations.AddField(
            "complaint", "status_basis", models.CharField(blank=True, default="", editable=False, max_length=40),
            preserve_default=False,
        ),
        migrations.AddField("draftdrill", "dose", models.JSONField(blank=True, null=True)),
        migrations.AddField("plandrill", "dose", models.JSONField(default=dict), preserve_default=False),
        migrations.AddField("proposal", "key", models.CharField(default="", max_length=240), preserve_default=False),
        migrations.AlterField("proposal", "position", models.PositiveSmallIntegerField(default=0)),
        migrations.AlterField("sessiondrill", "moved", models.CharField(blank=True, max_length=5)),
        migrations.RunPython(store_doses, migrations.RunPython.noop),
        migrations.RunPython(keep_doses_in_drafts, migrations.RunPython.noop),
        migrations.RunPython(key_proposals, migrations.RunPython.noop),
        migrations.RunPython(one_open_review, migrations.RunPython.noop),
        migrations.AddConstraint(
            "proposal", models.UniqueConstraint(fields=("review", "key"), name="one_proposal_per_key")
        ),
        migrations.AddConstraint(
            "review",
            models.UniqueConstraint(
                condition=models.Q(("closed_at", None)), fields=("visit", "of_version"), name="one_open_review"
            ),
        ),
    ]
