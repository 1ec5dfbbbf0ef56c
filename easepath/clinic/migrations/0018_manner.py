from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('clinic', '0017_directions_by_name'),
    ]

    operations = [
        migrations.AddField('DraftDrill', 'manner', models.JSONField(blank=True, null=True)),
        migrations.AddField('PlanDrill', 'manner', models.JSONField(null=True)),
    ]
