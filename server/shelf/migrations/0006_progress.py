"""What is done of a figure is kept beside it: the models come here, their tables stay as they are."""

import django.db.models.deletion
from django.db import migrations, models


def on_a_figure(name):
    return models.ForeignKey(
        on_delete=django.db.models.deletion.CASCADE, related_name=name, to="shelf.figure"
    )


ID = ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID"))
MADE = ("made", models.DateTimeField(auto_now_add=True))


class Migration(migrations.Migration):
    dependencies = [("shelf", "0005_brought"), ("bench", "0011_begun")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.CreateModel(
                    name="StepDone",
                    fields=[
                        ID,
                        ("key", models.CharField(max_length=80)),
                        ("snapshot", models.JSONField(default=dict)),
                        MADE,
                        ("figure", on_a_figure("steps_done")),
                    ],
                    options={
                        "db_table": "bench_stepdone",
                        "constraints": [
                            models.UniqueConstraint(fields=("figure", "key"), name="one_tick")
                        ],
                    },
                ),
                migrations.CreateModel(
                    name="BakeRecord",
                    fields=[
                        ID,
                        ("number", models.PositiveIntegerField()),
                        ("minutes", models.FloatField()),
                        ("steps", models.JSONField(default=list)),
                        ("air_c", models.JSONField(default=list)),
                        MADE,
                        ("figure", on_a_figure("bakes")),
                        (
                            "live",
                            models.ForeignKey(
                                null=True,
                                on_delete=django.db.models.deletion.SET_NULL,
                                related_name="+",
                                to="bench.livebake",
                            ),
                        ),
                    ],
                    options={
                        "db_table": "bench_bakerecord",
                        "constraints": [
                            models.UniqueConstraint(fields=("figure", "number"), name="one_bake")
                        ],
                    },
                ),
                migrations.CreateModel(
                    name="MishapRecord",
                    fields=[
                        ID,
                        ("key", models.CharField(max_length=40)),
                        ("kind", models.CharField(max_length=20)),
                        ("part", models.CharField(max_length=40)),
                        ("way", models.CharField(max_length=40)),
                        ("after_bake", models.PositiveIntegerField(default=0)),
                        MADE,
                        ("figure", on_a_figure("mishaps")),
                    ],
                    options={
                        "db_table": "bench_mishaprecord",
                        "ordering": ["pk"],
                        "constraints": [
                            models.UniqueConstraint(fields=("figure", "key"), name="one_mishap")
                        ],
                    },
                ),
            ],
        )
    ]
