import "fake-indexeddb/auto";
import { expect, test } from "vitest";
import { Problem } from "../api/client";
import { browserKeep, keptFile } from "./keep";
import type { Entry } from "./outbox";

const entry: Entry = {
  key: "k",
  device: "page",
  owner: "maker",
  made: 1,
  sent: { kind: "note", figure: "f", text: "From the left", picture: null },
  state: "asked",
  problem: new Problem(412, "The same thing.", [], [{ path: "p", yours: 1, theirs: 2 }], 4),
};

test("an entry comes back from the browser's database as it was", async () => {
  await browserKeep.set(entry);
  const [back] = await browserKeep.all();
  expect(back).toEqual(entry);
  expect(back?.problem).toBeInstanceOf(Problem);
  await browserKeep.remove("k");
  expect(await browserKeep.all()).toEqual([]);
});

test("a picture that was chosen is there until it is sent", async () => {
  await keptFile.set("d", new File(["picture"], "left.jpg"));
  expect((await keptFile.get("d"))?.name).toBe("left.jpg");
  await keptFile.remove("d");
  expect(await keptFile.get("d")).toBeUndefined();
});
