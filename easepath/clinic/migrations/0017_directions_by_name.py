from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('clinic', '0016_by_hand'),
    ]

    operations = [
        migrations.AddField('DraftDrill', 'names', models.JSONField(blank=True, default=list)),
        migrations.AddField('PlanDrill', 'names', models.JSONField(default=list)),
    ]
