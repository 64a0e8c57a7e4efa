"""The stand-ins as programs: what they send, and that they go on when nobody hears them."""

from __future__ import annotations

import random
import unittest
from unittest.mock import patch

from standins.caliper.__main__ import Jaws
from standins.caliper.__main__ import obey as caliper_obeys
from standins.link import Device
from standins.oven.__main__ import Probe
from standins.oven.__main__ import obey as oven_obeys
from standins.oven.cavity import Cavity
from standins.scale.__main__ import Sender
from standins.scale.__main__ import obey as scale_obeys
from standins.scale.balance import Balance

NOWHERE = "http://127.0.0.1:9"


class ScaleTest(unittest.TestCase):
    def test_it_does_what_is_written_to_it(self) -> None:
        balance = Balance()
        self.assertTrue(scale_obeys(balance, "131 g"))
        self.assertEqual(balance.on_pan_g, 131)
        self.assertTrue(scale_obeys(balance, "tare"))
        self.assertEqual(balance.tared_g, 131)
        for nonsense in ("much", "nan", "-4"):
            self.assertTrue(scale_obeys(balance, nonsense))
        self.assertEqual(balance.on_pan_g, 131)
        self.assertFalse(scale_obeys(balance, "quit"))

    def test_a_reading_is_sent_with_what_the_scale_shows(self) -> None:
        sender = Sender(Balance(chance=random.Random(1), on_pan_g=3000), f"{NOWHERE}/", "t")
        with patch.object(Device, "post", return_value=None) as post:
            sender.once()
        path, body = post.call_args.args
        self.assertEqual((path, body["overload"]), ("scale/readings", True))

    def test_with_nobody_there_it_says_so(self) -> None:
        sender = Sender(Balance(), NOWHERE, "t")
        self.assertIn("not reached", sender.once() or "")


class CaliperTest(unittest.TestCase):
    def test_what_it_spans_is_sent_once_in_mm(self) -> None:
        jaws = Jaws(NOWHERE, "t", chance=random.Random(3))
        with patch.object(Device, "post", return_value=None) as post:
            for line in ("34.2", "1.5 in", "unit in", "1.5", "wide", "0", "400 mm", ""):
                self.assertTrue(caliper_obeys(jaws, line))
        sent = [call.args for call in post.call_args_list]
        self.assertEqual({path for path, _ in sent}, {"caliper/readings"})
        for (_, body), mm in zip(sent, (34.2, 38.1, 38.1), strict=True):
            self.assertAlmostEqual(body["mm"], mm, delta=0.03)
        self.assertFalse(caliper_obeys(jaws, "quit"))


class OvenTest(unittest.TestCase):
    def probe(self) -> Probe:
        cavity = Cavity(dial_c=130, chance=random.Random(2), air_c=130)
        return Probe(cavity, NOWHERE, "t", 60)

    def test_it_does_what_is_written_to_it(self) -> None:
        probe = self.probe()
        oven_obeys(probe, "dial 120")
        self.assertEqual(probe.cavity.dial_c, 120)
        oven_obeys(probe, "dial hot")
        self.assertEqual(probe.cavity.dial_c, 120)
        self.assertFalse(oven_obeys(probe, "quit"))

    def test_the_door_is_open_for_a_minute_of_the_ovens_time(self) -> None:
        probe = self.probe()
        oven_obeys(probe, "door")
        probe.heat(60)
        cooled = probe.cavity.air_c
        self.assertLess(cooled, 110)
        probe.heat(600)
        self.assertGreater(probe.cavity.air_c, cooled)

    def test_what_was_not_heard_is_kept_for_later(self) -> None:
        probe = self.probe()
        for _ in range(6):
            probe.once()
        self.assertEqual(len(probe.waiting), 6)
        sent: list[dict[str, float]] = []

        def heard(path: str, body: dict[str, list[dict[str, float]]]) -> None:
            sent.extend(body["readings"])

        with patch.object(probe, "post", heard):
            for _ in range(40):
                probe.once()
        times = [row["at"] for row in sent]
        self.assertGreater(len(set(times)), 40)
        self.assertNotEqual(times, sorted(times))
        self.assertGreater(len(times), len(set(times)))
