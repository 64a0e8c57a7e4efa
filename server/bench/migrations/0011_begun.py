"""A bake is known by a key of its own, and keeps what went in while it is in the oven."""

import django.db.models.deletion
from django.db import migrations, models

from server.bench.models import new_bake_key


def fill(apps, schema_editor):
    """Every bake gets a key; one that is running keeps the figure as it is; a record knows the bake it
    was written down from."""
    LiveBake = apps.get_model("bench", "LiveBake")
    for bake in LiveBake.objects.select_related("figure").order_by("started", "pk"):
        bake.key = new_bake_key()
        if bake.ended is None:
            bake.contents = contents(apps, bake.figure)
        bake.save(update_fields=["key", "contents"])
        if bake.ended is not None:
            records = apps.get_model("bench", "BakeRecord").objects
            records.filter(figure=bake.figure, number=bake.number).update(live=bake)


def contents(apps, figure):
    rows = {
        name: list(apps.get_model("bench", name).objects.filter(figure=figure).order_by("pk"))
        for name in ("StepDone", "BakeRecord", "MishapRecord")
    }
    house = apps.get_model("accounts", "HouseRules").objects.filter(owner_id=figure.owner_id)
    stores = apps.get_model("stores", "StoresDocument").objects.filter(owner_id=figure.owner_id)
    context = figure.pinned or {
        **{"rules": row.body for row in house},
        **{"stores": row.body for row in stores},
    }
    return {
        "sheet": figure.sheet_json,
        "context": context,
        "progress": {
            "steps_done": [row.key for row in rows["StepDone"]],
            "bakes": [
                {"bake": row.number, "minutes": row.minutes, "steps": row.steps, "air_c": row.air_c}
                for row in rows["BakeRecord"]
            ],
            "mishaps": [
                {
                    "id": row.key,
                    "kind": row.kind,
                    "part": row.part,
                    "way": row.way,
                    "after_bake": row.after_bake,
                }
                for row in rows["MishapRecord"]
            ],
        },
    }


class Migration(migrations.Migration):
    dependencies = [
        ("bench", "0010_agenda"),
        ("shelf", "0003_reach"),
        ("accounts", "0002_receipts"),
        ("stores", "0004_imports"),
    ]

    operations = [
        migrations.AddField(
            model_name="livebake",
            name="key",
            field=models.CharField(default="", max_length=16),
        ),
        migrations.AddField(
            model_name="livebake",
            name="contents",
            field=models.JSONField(default=None, null=True),
        ),
        migrations.AddField(
            model_name="bakerecord",
            name="live",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.SET_NULL,
                related_name="+",
                to="bench.livebake",
            ),
        ),
        migrations.RunPython(fill, migrations.RunPython.noop),
        migrations.AlterField(
            model_name="livebake",
            name="key",
            field=models.CharField(default=new_bake_key, max_length=16, unique=True),
        ),
        migrations.RemoveField(model_name="livebake", name="dial_c"),
    ]
