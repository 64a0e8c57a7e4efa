"""Work after the last bake has more steps than it had: what lies behind a figure is ticked as done.

A figure that is primed or painted was looked over and washed; one that is finished has its picture and its
card.
"""

from django.db import migrations


def tick(apps, schema_editor):
    StepDone = apps.get_model("bench", "StepDone")
    Figure = apps.get_model("shelf", "Figure")
    done = {}
    for figure, key in StepDone.objects.values_list("figure_id", "key"):
        done.setdefault(figure, set()).add(key)
    finished = set(Figure.objects.exclude(pinned=None).values_list("pk", flat=True))
    for figure, keys in done.items():
        more = set()
        if any(key == "figure.prime.1" or key.endswith(".coats.1") for key in keys):
            more |= {"figure.fill.1", "figure.wash.1"}
        if figure in finished and "base.mount.1" in keys:
            more |= {"figure.photograph.1", "figure.card.1"}
            parts = Figure.objects.get(pk=figure).sheet_json.get("parts", [])
            for part in parts:
                if part.get("stock") and not part.get("lies_on"):
                    more |= {f"{part['id']}.get.1", f"{part['id']}.join.1", f"{part['id']}.cover.1"}
        StepDone.objects.bulk_create(
            [StepDone(figure_id=figure, key=key) for key in sorted(more - keys)]
        )


class Migration(migrations.Migration):
    dependencies = [
        ("bench", "0008_dial"),
        ("shelf", "0003_reach"),
    ]

    operations = [migrations.RunPython(tick, migrations.RunPython.noop)]
