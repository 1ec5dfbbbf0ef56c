import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

ENDINGS = [
    ('reached', 'goal reached'), ('better', 'better'), ('same', 'no change'), ('worse', 'worse'),
    ('elsewhere', 'goes on elsewhere'), ('stayed-away', 'stayed away'),
]


class Migration(migrations.Migration):

    dependencies = [
        ('clinic', '0024_taken_back'),
    ]

    operations = [
        migrations.AddField('Client', 'consent_on', models.DateField(blank=True, null=True)),
        migrations.AddField('Client', 'merged_into', models.ForeignKey(
            blank=True, editable=False, null=True, on_delete=django.db.models.deletion.PROTECT,
            related_name='merged', to='clinic.client',
        )),
        migrations.AddField('Complaint', 'ended_as', models.CharField(blank=True, choices=ENDINGS, max_length=12)),
        migrations.AddField('Complaint', 'ended_note', models.CharField(blank=True, max_length=400)),
        migrations.AddField('Complaint', 'ended_by', models.ForeignKey(
            blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+',
            to=settings.AUTH_USER_MODEL,
        )),
    ]
