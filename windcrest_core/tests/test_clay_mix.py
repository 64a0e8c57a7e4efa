"""Colours of clay: by weight, with ink, and corrected by chips."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.catalogue import catalogue
from windcrest_core.colour.clay_mix import clay_mixes, strengths
from windcrest_core.colour.recipes import nearest
from windcrest_core.errors import SheetError
from windcrest_core.given.load import load_owned
from windcrest_core.given.stores import ClayChip, Owned

BLOCKS = ["rigid", "rigid_white", "rigid_black", "rigid_yellow", "rigid_red", "rigid_blue"]
OWNED = Owned(clays=BLOCKS)
RGB = st.tuples(*[st.integers(0, 255)] * 3)


def chip(**more: object) -> ClayChip:
    made = {"label": "sea", "target": "#7f93b2", "grams": {"rigid_blue": 1.0, "rigid_white": 3.0}}
    return ClayChip.model_validate({**made, **more})


class MixTest(unittest.TestCase):
    @settings(max_examples=12, deadline=None)
    @given(RGB, st.floats(0.5, 900))
    def test_grams_are_the_batch_with_its_margin(self, rgb: tuple[int, int, int], g: float) -> None:
        found = clay_mixes("#{:02x}{:02x}{:02x}".format(*rgb), g, OWNED)
        assert found.blocks is not None and found.inked is not None
        self.assertAlmostEqual(sum(p.grams for p in found.blocks.parts), 1.1 * g, delta=0.21)
        self.assertTrue(all(part.id in BLOCKS for part in found.blocks.parts))
        for part in found.inked.parts[1:]:
            self.assertGreaterEqual(part.drops, 1)

    def test_a_block_one_owns_is_itself(self) -> None:
        found = clay_mixes(catalogue().clays["rigid_red"].colour, 40, OWNED)
        assert found.blocks is not None
        self.assertEqual([part.id for part in found.blocks.parts], ["rigid_red"])
        self.assertEqual(found.blocks.nearness, "close")

    def test_more_blocks_are_never_further_off(self) -> None:
        order = ["close", "near", "off"]
        for target in ("#5d794f", "#e6c3a5", "#806090"):
            few = clay_mixes(target, 40, Owned(clays=["rigid"])).blocks
            many = clay_mixes(target, 40, OWNED).blocks
            assert few is not None and many is not None
            self.assertLessEqual(order.index(many.nearness), order.index(few.nearness))

    def test_what_would_come_nearer_is_named(self) -> None:
        found = clay_mixes("#5d794f", 40, Owned(clays=["rigid"])).blocks
        assert found is not None
        self.assertEqual(found.nearness, "off")
        self.assertTrue(found.nearer_with)
        self.assertFalse(set(found.nearer_with) & {"rigid polymer clay, terracotta"})

    def test_flexible_light_and_translucent_are_not_mixed_into_rigid(self) -> None:
        self.assertIsNone(
            clay_mixes("#5d794f", 40, Owned(clays=["flexible", "translucent"])).blocks
        )

    def test_the_search_of_paint_is_the_same_search(self) -> None:
        """Blocks that look like the paints, of the same strength, are mixed as the paints are."""
        found = nearest((93, 121, 79), ("ultramarine", "hansa_yellow"))
        assert found is not None
        self.assertEqual({key for key, _ in found.paints}, {"ultramarine", "hansa_yellow"})

    def test_a_batch_of_nothing_is_refused(self) -> None:
        for batch in (0.0, -5.0, float("nan"), 1e6):
            with self.assertRaises(SheetError):
                clay_mixes("#5d794f", batch, OWNED)


class ChipTest(unittest.TestCase):
    def test_a_chip_as_predicted_changes_nothing(self) -> None:
        """What the mix was said to come to is read: the strength stays 1."""
        found = clay_mixes("#7f93b2", 40, Owned(clays=["rigid_blue", "rigid_white"])).blocks
        assert found is not None
        grams = {part.id: float(part.parts) for part in found.parts}
        known = strengths(Owned(chips=[chip(grams=grams, seen=found.mix)]))
        self.assertAlmostEqual(known["rigid_blue"][0], 1.0, delta=0.05)

    def test_a_chip_that_came_out_darker_has_a_stronger_block(self) -> None:
        known = strengths(Owned(chips=[chip(seen="#4a5f95")]))
        self.assertGreater(known["rigid_blue"][0], 1.2)
        stronger = OWNED.model_copy(update={"chips": [chip(seen="#4a5f95")]})
        before = clay_mixes("#7f93b2", 40, OWNED).blocks
        after = clay_mixes("#7f93b2", 40, stronger).blocks
        assert before is not None and after is not None

        def blue(parts: list) -> float:  # type: ignore[type-arg]
            return sum(p.grams for p in parts if p.id == "rigid_blue")

        self.assertLess(blue(after.parts), blue(before.parts))
        self.assertEqual(after.calibrated, 1)

    def test_a_verdict_alone_corrects_a_little_and_good_not_at_all(self) -> None:
        self.assertEqual(
            strengths(Owned(chips=[chip(verdict="too pale")])), {"rigid_blue": (0.8, 1)}
        )
        for verdict in ("good", "not baked yet", "another hue"):
            self.assertEqual(strengths(Owned(chips=[chip(verdict=verdict)])), {})

    def test_opposite_verdicts_cancel(self) -> None:
        both = [chip(verdict="too pale"), chip(verdict="too strong")]
        self.assertAlmostEqual(strengths(Owned(chips=both))["rigid_blue"][0], 1.0)

    def test_chips_name_blocks_that_are_there(self) -> None:
        with self.assertRaisesRegex(SheetError, "chips/0/grams/moon"):
            load_owned({"chips": [chip(grams={"moon": 1.0}).model_dump()]})
