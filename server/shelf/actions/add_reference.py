"""Put a reference picture beside a figure, and on its sheet."""

from __future__ import annotations

from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from server.pictures import clean_picture
from server.shelf.actions.edit_figure import edit_figure
from server.shelf.models import Figure, ReferencePicture
from windcrest_core.errors import SheetError
from windcrest_core.findings import Operation
from windcrest_core.sheet.ids import free_id


def add_reference(
    figure: Figure, sent: UploadedFile, label: str, view: str
) -> tuple[Figure, list[str]]:
    """The figure with one more reference, and what was done to the picture on the way.

    Raises
    ------
    Problem : it is no picture. SheetError : a label or a view it cannot have.
    """
    if view not in ("front", "side"):
        raise SheetError.one("view", view, "front or side")
    picture = clean_picture(sent)
    with transaction.atomic():
        locked = Figure.objects.select_for_update().get(pk=figure.pk)
        sheet = locked.sheet
        taken = {row.key for row in locked.pictures.all()} | set(sheet.retired_ids)
        key = free_id("picture", taken | {row.id for row in sheet.references})
        row = {
            "id": key,
            "label": label.strip() or "Picture",
            "view": view,
            "width_px": picture.width_px,
            "height_px": picture.height_px,
        }
        done = edit_figure(
            figure.pk,
            locked.revision,
            [Operation(path=f"reference/{key}", value=row)],
            f"Add the picture {row['label']}"[:200],
            lambda _: None,
        )
        kept = ReferencePicture(figure=done, key=key)
        kept.picture.save(f"{figure.pk}.jpg", ContentFile(picture.jpeg), save=False)
        kept.save()
    return done, picture.said


def copy_pictures(from_figure: Figure, to_figure: Figure) -> None:
    """The pictures of a figure for another that was made from its sheet."""
    wanted = {reference.id for reference in to_figure.sheet.references}
    for row in from_figure.pictures.filter(key__in=wanted):
        ReferencePicture.objects.create(
            figure=to_figure, key=row.key, picture=ContentFile(row.picture.read(), "copy.jpg")
        )
