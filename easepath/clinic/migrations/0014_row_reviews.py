import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('clinic', '0013_drill_reviews'),
    ]

    operations = [
        migrations.RenameModel('DrillReview', 'RowReview'),
        migrations.RemoveConstraint('RowReview', 'one_review_of_a_row_by_one'),
        migrations.RenameField('RowReview', 'drill', 'row'),
        migrations.AddField('RowReview', 'kind', models.CharField(default='drill', max_length=12)),
        migrations.AlterField(
            'RowReview', 'clinic',
            models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='row_reviews', to='clinic.clinic'),
        ),
        migrations.AddConstraint(
            'RowReview',
            models.UniqueConstraint(fields=('kind', 'row', 'version', 'reviewed_by'), name='one_review_of_a_row_by_one'),
        ),
    ]
