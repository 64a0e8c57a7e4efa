"""Coils of the stores document become lots of wire."""

from typing import Any

from django.db import migrations

from windcrest_core.stock.kinds import label_of


def coils_to_lots(apps: Any, schema_editor: Any) -> None:
    document_model = apps.get_model("stores", "StoresDocument")
    item_model = apps.get_model("stores", "Item")
    lot_model = apps.get_model("stores", "Lot")
    movement_model = apps.get_model("stores", "Movement")
    for document in document_model.objects.all():
        for number, coil in enumerate(document.body.get("coils", []), start=1):
            item, _ = item_model.objects.get_or_create(
                owner_id=document.owner_id,
                kind="wire",
                key=coil["wire"],
                defaults={"label": label_of("wire", coil["wire"]) or coil["wire"]},
            )
            lot = lot_model.objects.create(
                item=item, label=f"coil {number}", bend_test=coil.get("bend_test")
            )
            movement_model.objects.create(lot=lot, kind="bought", change=coil["length_mm"])
        bodies = [document.body, *document.undo_stack, *document.redo_stack]
        for body in bodies:
            body.pop("coils", None)
        document.save()


class Migration(migrations.Migration):
    dependencies = [("stores", "0002_stock")]
    operations = [migrations.RunPython(coils_to_lots, migrations.RunPython.noop)]
