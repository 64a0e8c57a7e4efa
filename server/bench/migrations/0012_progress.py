"""What is done of a figure is kept beside it: see shelf 0006. Nothing is dropped."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("bench", "0011_begun"), ("shelf", "0006_progress")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.DeleteModel(name=name)
                for name in ("StepDone", "BakeRecord", "MishapRecord")
            ],
        )
    ]
