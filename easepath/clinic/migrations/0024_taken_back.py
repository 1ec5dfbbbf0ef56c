from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('clinic', '0023_noted'),
    ]

    operations = [
        migrations.AddField('PlanVersion', 'takes_back', models.PositiveSmallIntegerField(null=True)),
    ]
