from django.db import migrations, models


ORDERS = [('rules', 'rules'), ('phases', 'phases'), ('own', 'own')]


def order_of_arranged(apps, schema_editor):
    apps.get_model('clinic', 'Visit').objects.filter(arranged=True).update(order='phases')


def one_step(apps, schema_editor):
    apps.get_model('clinic', 'VisitStep').objects.filter(step='match').update(step='plan')


class Migration(migrations.Migration):

    dependencies = [
        ('clinic', '0015_own_doses'),
    ]

    operations = [
        migrations.AddField('Visit', 'order', models.CharField(choices=ORDERS, default='rules', max_length=6)),
        migrations.AddField('Visit', 'groups', models.JSONField(blank=True, default=list)),
        migrations.RunPython(order_of_arranged, migrations.RunPython.noop),
        migrations.RemoveField('Visit', 'arranged'),
        migrations.RunPython(one_step, migrations.RunPython.noop),
        migrations.AddField('PlanVersion', 'order', models.CharField(choices=ORDERS, default='phases', max_length=6)),
        migrations.AddField('PlanVersion', 'groups', models.JSONField(default=list)),
        migrations.AddField('DraftDrill', 'rest', models.BooleanField(default=False)),
        migrations.AddField('DraftDrill', 'order', models.JSONField(blank=True, null=True)),
        migrations.AddField('DraftDrill', 'reason', models.CharField(blank=True, max_length=300)),
        migrations.AddField('PlanDrill', 'rest', models.BooleanField(default=False)),
        migrations.AddField('PlanDrill', 'order', models.JSONField(null=True)),
        migrations.AddField('PlanDrill', 'reason', models.CharField(blank=True, max_length=300)),
        migrations.RemoveConstraint('DraftDrill', 'one_draft_row_per_drill'),
        migrations.AddConstraint('DraftDrill', models.UniqueConstraint(condition=models.Q(('rest', False)), fields=('visit', 'drill'), name='one_draft_row_per_drill')),
        migrations.RemoveConstraint('PlanDrill', 'one_row_per_drill'),
        migrations.AddConstraint('PlanDrill', models.UniqueConstraint(condition=models.Q(('rest', False)), fields=('version', 'drill'), name='one_row_per_drill')),
    ]
