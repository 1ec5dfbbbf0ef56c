import secrets

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

import easepath.clinic.models.people
from easepath.clinic.audit import FIRST, canonical, chain_of, digest_of


def chain_what_was_recorded(apps, schema_editor):
    """Number and chain the entries of each clinic in the order they were made; their values move beside them."""
    entries = apps.get_model("clinic", "AuditEntry").objects
    values = apps.get_model("clinic", "AuditValues").objects
    last = {}
    for entry in entries.order_by("pk").iterator():
        number, before = last.get(entry.clinic_id, (0, FIRST))
        salt, text = secrets.token_hex(16), canonical(entry.details)
        entry.number, entry.digest = number + 1, digest_of(salt, text)
        entry.chain = chain_of(before, entry)
        entry.save(update_fields=["number", "digest", "chain"])
        values.create(entry=entry, salt=salt, text=text)
        last[entry.clinic_id] = (entry.number, entry.chain)


class Migration(migrations.Migration):

    dependencies = [
        ('clinic', '0007_count_session'),
    ]

    operations = [
        migrations.CreateModel(
            name='AuditValues',
            fields=[
                ('entry', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, primary_key=True, related_name='values', serialize=False, to='clinic.auditentry')),
                ('salt', models.CharField(max_length=32)),
                ('text', models.TextField()),
            ],
        ),
        migrations.CreateModel(
            name='Erasing',
            fields=[
                ('client', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, primary_key=True, serialize=False, to='clinic.client')),
            ],
        ),
        migrations.CreateModel(
            name='RecoveryCode',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('code_hash', models.CharField(max_length=64, unique=True)),
                ('used_at', models.DateTimeField(blank=True, null=True)),
                ('user', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='recovery_codes', to=settings.AUTH_USER_MODEL)),
            ],
        ),
        migrations.AddField(
            model_name='auditentry',
            name='number',
            field=models.PositiveIntegerField(default=0),
            preserve_default=False,
        ),
        migrations.AddField(
            model_name='auditentry',
            name='digest',
            field=models.CharField(default='', max_length=64),
            preserve_default=False,
        ),
        migrations.AddField(
            model_name='auditentry',
            name='chain',
            field=models.CharField(default='', max_length=64),
            preserve_default=False,
        ),
        migrations.AlterField(
            model_name='auditentry',
            name='clinic',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='audit', to='clinic.clinic'),
        ),
        migrations.RunPython(chain_what_was_recorded, migrations.RunPython.noop),
        migrations.RemoveField(
            model_name='auditentry',
            name='details',
        ),
        migrations.AddIndex(
            model_name='auditentry',
            index=models.Index(fields=['client', 'action', '-at'], name='clinic_audi_client__0bcf93_idx'),
        ),
        migrations.AddConstraint(
            model_name='auditentry',
            constraint=models.UniqueConstraint(fields=('clinic', 'number'), name='one_entry_per_number'),
        ),
        migrations.AddField(
            model_name='client',
            name='archived_at',
            field=models.DateTimeField(blank=True, editable=False, null=True),
        ),
        migrations.AddField(
            model_name='client',
            name='erased_at',
            field=models.DateTimeField(blank=True, editable=False, null=True),
        ),
        migrations.AddField(
            model_name='clinic',
            name='practice',
            field=models.BooleanField(default=False),
        ),
        migrations.AlterField(
            model_name='clinic',
            name='time_zone',
            field=models.CharField(default='Europe/London', max_length=60, validators=[easepath.clinic.models.people.known_time_zone]),
        ),
        migrations.AddField(
            model_name='homelink',
            name='device',
            field=models.CharField(blank=True, max_length=20),
        ),
        migrations.AddField(
            model_name='homelink',
            name='last_used_on',
            field=models.DateField(blank=True, null=True),
        ),
    ]
