from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('clinic', '0019_session_templates'),
    ]

    operations = [
        migrations.AddField('PlanVersion', 'review_on', models.DateField(null=True)),
    ]
