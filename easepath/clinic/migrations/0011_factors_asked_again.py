"""Five factors mean less than they did: whoever has one is asked again once, and until then it counts as it stands."""

from __future__ import annotations

from django.db import migrations

NARROWER = ("heart-condition", "leg-circulation", "bone-cancer", "fragile-skin", "neuro-condition")
"""Each had a part taken out that is a factor of its own now: a recent heart event, a clot, cancer under treatment, an
open wound, a stroke."""


def ask_again(apps, schema_editor):
    factors = apps.get_model("clinic", "ClientFactor").objects
    factors.filter(factor__in=NARROWER, withdrawn_at__isnull=True).update(to_confirm=True)


class Migration(migrations.Migration):
    dependencies = [("clinic", "0010_signs_answered")]
    operations = [migrations.RunPython(ask_again, migrations.RunPython.noop)]
