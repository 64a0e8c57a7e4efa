import { beforeEach, describe, expect, test, vi } from "vitest";
import { Problem } from "../api/client";
import { memory } from "../testing/bench";
import { GivenUp, Outbox, type Entry } from "./outbox";
import { over, type Sent } from "./sent";

const tick = (step: string, figure = "f"): Sent => ({ kind: "tick", figure, step, done: true });
const stepOf = (sent: Sent) => (sent.kind === "tick" ? sent.step : sent.kind);

interface Sending {
  step: string;
  key: string;
  device: string;
  answer: (what?: unknown) => void;
  fail: (error: unknown) => void;
}

/** An outbox whose server answers when the test says so. */
function started(left: Entry[] = []) {
  const sendings: Sending[] = [];
  const [land, refused] = [vi.fn(), vi.fn()];
  const keep = memory(left);
  let keys = 0;
  const outbox = new Outbox(
    keep,
    {
      send: (sent, key, device) =>
        new Promise((answer, fail) =>
          sendings.push({ step: stepOf(sent), key, device, answer, fail }),
        ),
      land,
      refused,
      over,
    },
    "page",
    () => `key ${keys++}`,
  );
  outbox.signedIn("maker");
  const at = (index: number) => {
    const found = sendings[index];
    if (!found) throw new Error(`only ${sendings.length} were sent`);
    return found;
  };
  return { outbox, sendings, at, land, refused, keep };
}
const settle = () => vi.advanceTimersByTimeAsync(0);
const away = new TypeError("Failed to fetch");

beforeEach(() => {
  vi.useFakeTimers();
  return () => vi.useRealTimers();
});

describe("What was done", () => {
  test("is sent one after another within a figure, and beside that of others", async () => {
    const { outbox, sendings, at, land, keep } = started();
    const saved = [tick("a"), tick("b"), tick("c", "g")].map((sent) => outbox.put(sent));
    await settle();
    expect(sendings.map((row) => row.step)).toEqual(["a", "c"]);
    expect(keep.rows.size).toBe(3);
    at(0).answer("first");
    expect(await saved[0]).toBe("first");
    await settle();
    expect(sendings.map((row) => row.step)).toEqual(["a", "c", "b"]);
    at(1).answer();
    at(2).answer();
    await Promise.all(saved);
    await settle();
    expect(land).toHaveBeenCalledTimes(3);
    expect(keep.rows.size).toBe(0);
    expect(outbox.snapshot().entries).toEqual([]);
  });

  test("is sent again under the same key, with growing pauses, until it is answered", async () => {
    const { outbox, sendings, at } = started();
    const saved = outbox.put(tick("a"));
    const times: number[] = [];
    const from = Date.now();
    for (let round = 0; round < 9; round++) {
      while (sendings.length === round) await vi.advanceTimersByTimeAsync(100);
      times.push(Math.round((Date.now() - from) / 100) / 10);
      at(round).fail(round % 2 ? away : new Problem(503, "Busy."));
      await settle();
      expect(outbox.snapshot().stuck).toEqual(new Set(["figure f"]));
    }
    expect(times).toEqual([0, 0.5, 1.5, 3.5, 7.5, 15.5, 30.5, 60.5, 90.5]);
    expect(new Set(sendings.map((row) => row.key)).size).toBe(1);
    outbox.tryAgain();
    at(9).answer();
    await saved;
    expect(outbox.snapshot()).toEqual({ entries: [], stuck: new Set() });
  });

  test("waits for who did it: signed out, and nobody else sends it", async () => {
    const { outbox, sendings, at } = started();
    void outbox.put(tick("a"));
    at(0).fail(new Problem(401, "Sign in first."));
    await settle();
    outbox.signedIn("another");
    expect(outbox.snapshot().entries).toEqual([]);
    await vi.advanceTimersByTimeAsync(120_000);
    expect(sendings).toHaveLength(1);
    outbox.signedIn("maker");
    expect(outbox.snapshot().entries).toHaveLength(1);
    expect(sendings).toHaveLength(2);
  });

  test("what cannot be is given back to whoever waits, and the rest goes on", async () => {
    const { outbox, at, refused } = started();
    const [bad, good] = [outbox.put(tick("a")), outbox.put(tick("b"))];
    const problem = new Problem(422, "No such step.");
    at(0).fail(problem);
    await expect(bad).rejects.toBe(problem);
    expect(refused).toHaveBeenCalledTimes(1);
    at(1).answer();
    await good;
  });

  test("left by a page that is gone it is sent as from there, and refused it stays to be read", async () => {
    const left: Entry = {
      key: "old",
      device: "gone",
      owner: "maker",
      made: 5,
      sent: tick("a"),
      state: "waiting",
      problem: null,
    };
    const { outbox, at, keep } = started([left]);
    outbox.adopt([left]);
    outbox.adopt([left]);
    expect([at(0).key, at(0).device]).toEqual(["old", "gone"]);
    at(0).fail(new Problem(422, "No such step."));
    await settle();
    const [entry] = outbox.snapshot().entries;
    expect([entry?.state, entry?.problem?.message]).toEqual(["refused", "No such step."]);
    outbox.giveUp("old");
    await settle();
    expect(keep.rows.size).toBe(0);
  });
});

describe("What somebody else changed too", () => {
  const edit: Sent = {
    kind: "edit",
    figure: "f",
    body: {
      base_revision: 3,
      label: "Height",
      operations: [{ path: "height_mm", value: 347 }],
      drag: null,
      add: null,
      copy_of: null,
      runs: null,
    },
  };
  const theirs = new Problem(
    412,
    "The same thing.",
    [],
    [{ path: "height_mm", yours: 347, theirs: 351 }],
    8,
  );
  const asked = async () => {
    const all = started();
    const saved = all.outbox.put(edit);
    all.at(0).fail(theirs);
    await settle();
    const [entry] = all.outbox.snapshot().entries;
    if (!entry) throw new Error("it is kept");
    return { ...all, saved, entry };
  };

  test("is asked until it is answered, and what comes after goes on", async () => {
    const { outbox, entry, at } = await asked();
    expect(entry.state).toBe("asked");
    outbox.tryAgain();
    void outbox.put(tick("a"));
    expect(at(1).step).toBe("a");
  });

  test("is put over theirs, on the revision theirs stands in", async () => {
    const { outbox, entry, at, saved } = await asked();
    outbox.keepMine(entry.key);
    const [again] = outbox.snapshot().entries;
    expect(again?.sent).toMatchObject({ body: { base_revision: 8 } });
    at(1).answer("saved");
    expect(await saved).toBe("saved");
  });

  test("or is let go", async () => {
    const { outbox, entry, saved } = await asked();
    outbox.giveUp(entry.key);
    await expect(saved).rejects.toBeInstanceOf(GivenUp);
    expect(outbox.snapshot().entries).toEqual([]);
  });

  test("a rule is put over what it has become", () => {
    const sent: Sent = { kind: "rules", changes: { waste: 9 }, seen: { waste: 5 } };
    const problem = new Problem(412, "", [], [{ path: "waste", yours: 9, theirs: 7 }]);
    expect(over(sent, problem)).toEqual({ ...sent, seen: { waste: 7 } });
  });
});
