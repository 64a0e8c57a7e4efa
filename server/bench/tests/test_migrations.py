"""What people have goes through the migrations."""

from __future__ import annotations

from importlib import import_module

from django.apps import apps
from django.db.models import Model

from server.shelf.actions.create_figure import create_figure
from server.shelf.models import StepDone
from server.shelf.planning import plan_of
from server.testing import ApiCase


class Then:
    """Models by the app they were in when the migration was written."""

    def get_model(self, app: str, name: str) -> type[Model]:
        return apps.get_model("shelf" if (app, name) == ("bench", "StepDone") else app, name)


class FinishingStepsTest(ApiCase):
    """Figures under way and finished before the work after the last bake had all its steps."""

    def ticked(self, *keys: str) -> set[str]:
        StepDone.objects.bulk_create([StepDone(figure=self.figure, key=key) for key in keys])
        import_module("server.bench.migrations.0009_finishing_steps").tick(Then(), None)
        return set(StepDone.objects.filter(figure=self.figure).values_list("key", flat=True))

    def test_what_was_painted_was_looked_over_and_washed(self) -> None:
        keys = self.ticked("figure.sand.1", "figure.prime.1")
        self.assertEqual(
            keys, {"figure.sand.1", "figure.prime.1", "figure.fill.1", "figure.wash.1"}
        )

    def test_what_was_not_begun_is_as_it_was(self) -> None:
        self.assertEqual(self.ticked("skull.cover.1"), {"skull.cover.1"})

    def test_a_finished_figure_stays_finished(self) -> None:
        new = {"figure.fill.1", "figure.wash.1", "figure.photograph.1", "figure.card.1"}
        old = [step.key for step in plan_of(self.figure).order.steps if step.key not in new]
        self.figure.pinned = {}
        self.figure.save()
        self.ticked(*old)
        self.figure.refresh_from_db()
        self.assertIsNone(plan_of(self.figure).order.next_step)

    def test_one_persons_ticks_are_not_anothers(self) -> None:
        other = create_figure(self.user, "Other", "biped", "200 mm")
        self.ticked("figure.prime.1")
        self.assertFalse(StepDone.objects.filter(figure=other).exists())
