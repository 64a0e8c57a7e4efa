"""A clay as its own pack has it: the maker's label, where it was written down, stands above the
catalogue's figures."""

from __future__ import annotations

from functools import lru_cache

from windcrest_core.catalogue import Clay, Property, catalogue
from windcrest_core.given.stores import ClayLabel, Owned

SOURCE = "the label of your own pack"


def clay_of(owned: Owned, clay_id: str) -> Clay:
    """A clay of the catalogue with the figures of its label."""
    label = owned.labels.get(clay_id)
    return catalogue().clays[clay_id] if label is None else _labelled(clay_id, label)


@lru_cache(maxsize=100)
def _labelled(clay_id: str, label: ClayLabel) -> Clay:
    def own(value: float, unit: str) -> Property:
        return Property(value=value, low=value, high=value, unit=unit, source=SOURCE)

    return (
        catalogue()
        .clays[clay_id]
        .model_copy(
            update={
                "label_c": own(label.label_c, "C"),
                "maximum_c": own(label.maximum_c, "C"),
                "label_min_per_6mm": own(label.min_per_6mm, "min"),
            }
        )
    )
