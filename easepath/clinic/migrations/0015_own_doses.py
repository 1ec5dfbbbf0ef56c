from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('clinic', '0014_row_reviews'),
    ]

    operations = [
        migrations.AddField('DraftDrill', 'own', models.BooleanField(default=False)),
    ]
