"""What is text is packed on its way; what is packed already is not."""

from __future__ import annotations

import gzip
import json

from server.testing import ApiCase

PACKED = {"HTTP_ACCEPT_ENCODING": "gzip"}


class CompressedTest(ApiCase):
    def test_a_plan_is_a_quarter_of_itself(self) -> None:
        plain = self.client.get(f"{self.at}/plan")
        packed = self.client.get(f"{self.at}/plan", **PACKED)
        self.assertEqual(packed["Content-Encoding"], "gzip")
        self.assertLess(len(packed.content), len(plain.content) / 4)
        self.assertEqual(json.loads(gzip.decompress(packed.content)), plain.json())

    def test_an_unchanged_plan_is_not_sent_twice_packed_or_not(self) -> None:
        for how in (PACKED, {}):
            tag = self.client.get(f"{self.at}/plan", **how)["ETag"]
            again = self.client.get(f"{self.at}/plan", headers={"If-None-Match": tag}, **how)
            self.assertEqual((again.status_code, again.content), (304, b""))

    def test_paper_is_sent_as_it_is(self) -> None:
        answer = self.client.get(f"{self.at}/prints/cut-list", **PACKED)
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        self.assertNotIn("Content-Encoding", answer)
