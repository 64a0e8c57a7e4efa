import { screen, waitFor } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import type { Live, LiveOut } from "../../api/types";
import { ABOUT, bench, ferrywoman, server, showStation } from "../../testing/bench";
import { BakePanel } from "./BakePanel";

const ID = "f".repeat(32);
const AT = `/api/v1/figures/${ID}`;
const { plan } = ferrywoman();
const live = (more: Partial<Live> = {}): Live => ({
  number: 1,
  elapsed_min: 30,
  to_go_min: 34.2,
  done: false,
  air_c: 146,
  coming_c: 147,
  peak_c: 148,
  maximum_c: 150,
  slowest: "chest",
  core_c: 92,
  silent_s: null,
  learned: null,
  coldest: "set",
  browning: [],
  parts: [
    {
      id: "chest",
      label: "chest",
      fusion: 0.31,
      scorch: 0.1,
      scorch_limit: 3,
      surface_c: 120,
      core_c: 92,
      raw_in: true,
    },
  ],
  points: [
    { minute: 0, planned_c: 130, measured_c: 128, core_c: 20 },
    { minute: 30, planned_c: 135, measured_c: 146, core_c: 92 },
    { minute: 64, planned_c: 135, measured_c: null, core_c: 128 },
  ],
  remarks: ["The door was open at minute 12; that is counted."],
  ...more,
});
/** What the server says of it; by itself in the oven where nothing else is said. */
const out = (live: Live | null, more: Partial<LiveOut> = {}): LiveOut => ({
  key: live ? "k1" : null,
  live,
  forgotten: null,
  dial_c: null,
  in_with_it: [],
  ...more,
});
const panel = <BakePanel />;

describe("A bake that runs", () => {
  test("is begun with its number and the speed of its time", async () => {
    const asked = server({ ...ABOUT, [`POST ${AT}/live/1`]: { ok: true } });
    const { user } = showStation(panel);
    await user.selectOptions(await screen.findByLabelText("How fast its time runs"), "60");
    await user.click(screen.getByRole("button", { name: /put it in/ }));
    await waitFor(() => expect(asked.some((row) => row.method === "POST")).toBe(true));
    expect(asked.find((row) => row.method === "POST")?.body).toEqual({ speed: 60 });
  });

  test("says how long is to go, what was noticed, and draws what was measured", async () => {
    server({ ...ABOUT, [`GET ${AT}/live`]: out(live()) });
    showStation(panel);
    expect(await screen.findByText("35 min to go")).toBeTruthy();
    expect(screen.getByText(/The door was open at minute 12/)).toBeTruthy();
    expect(screen.getByText(/coldest is set through, not firm/)).toBeTruthy();
    const points = document.querySelector("[data-measured]")?.getAttribute("points");
    expect(points?.split(" ")).toHaveLength(2);
  });

  test("with the oven off the verdict stays, and what it taught is offered", async () => {
    const over = live({ done: true, to_go_min: 0, learned: { offset_c: 15, swing_c: 7 } });
    const asked = server({
      ...ABOUT,
      [`GET ${AT}/live`]: () =>
        out(asked.some((row) => row.path.endsWith("begun/k1/end")) ? null : over),
      [`POST ${AT}/begun/k1/end`]: out(over),
      "PATCH /api/v1/rules": { rules: bench().rules, can_undo: true, can_redo: false },
    });
    const { user } = showStation(panel);
    expect(await screen.findByText("Done: oven off")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Oven off" }));
    expect(await screen.findByRole("group", { name: "Verdict of this bake" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Count with it from now on" }));
    await waitFor(() => expect(asked.some((row) => row.method === "PATCH")).toBe(true));
    expect(asked.find((row) => row.method === "PATCH")?.body).toMatchObject({
      changes: { oven: { offset_c: 15, swing_c: 7 } },
    });
  });

  test("a bake that was never ended is put right or abandoned with a reason", async () => {
    const forgotten = {
      number: 9,
      began: "2026-11-26T09:00:00Z",
      elapsed_min: 2940,
    };
    const asked = server({
      ...ABOUT,
      [`GET ${AT}/live`]: out(null, { key: "k1", forgotten }),
      [`POST ${AT}/begun/k1/close`]: {},
    });
    const { user } = showStation(panel);
    expect(await screen.findByText(/Bake 9 was begun 49 h ago and never ended/)).toBeTruthy();
    expect(screen.getByRole("option", { name: "9, as it was begun" })).toBeTruthy();
    const write = screen.getByRole("button", { name: "Write it down" });
    expect(write.hasAttribute("disabled")).toBe(true);
    await user.type(screen.getByLabelText("Minutes it was in"), "42");
    await user.click(write);
    const close = () => asked.find((row) => row.path.endsWith("begun/k1/close"));
    await waitFor(() => expect(close()).toBeTruthy());
    expect(close()?.body).toMatchObject({ minutes: 42, number: 9 });
  });

  test("one begun by mistake is abandoned with a reason", async () => {
    const asked = server({
      ...ABOUT,
      [`GET ${AT}/live`]: out(live()),
      [`POST ${AT}/begun/k1/close`]: {},
    });
    const { user } = showStation(panel);
    await user.click(await screen.findByRole("button", { name: "Begun by mistake…" }));
    await user.type(screen.getByLabelText("It does not count, because"), "wrong figure");
    await user.click(screen.getByRole("button", { name: "Abandon it" }));
    await waitFor(() => expect(asked.some((row) => row.path.endsWith("close"))).toBe(true));
    const close = asked.find((row) => row.path.endsWith("close"));
    expect(close?.body).toEqual({ minutes: null, number: null, reason: "wrong figure" });
  });

  test("one that the plan has no more is still ended from here", async () => {
    server({ ...ABOUT, [`GET ${AT}/live`]: out(live({ number: 9 })) });
    showStation(panel);
    expect(await screen.findByText("Bake 9 is in")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Oven off" })).toBeTruthy();
  });

  test("a trace measured elsewhere is read in, and its verdict shown", async () => {
    server({
      ...ABOUT,
      [`POST ${AT}/live-trace/1`]: out(live({ done: true, elapsed_min: 70 })),
    });
    const { user } = showStation(panel);
    const file = new File(["time_s,temp_c"], "bake.csv", { type: "text/csv" });
    await user.upload(await screen.findByLabelText("A trace of this bake"), file);
    expect(await screen.findByText("Bake 1 took 70 min")).toBeTruthy();
  });

  test("another bake that is in the oven is named", async () => {
    expect(plan.bake.bakes.length).toBeGreaterThan(0);
    server({ ...ABOUT, [`GET ${AT}/live`]: out(live({ number: 2 })) });
    const { user } = showStation(<BakePanel />);
    await user.click(await screen.findByRole("button", { name: /Bake 2 is in the oven now/ }));
    expect(await screen.findByRole("button", { name: /^Bake 2/, pressed: true })).toBeTruthy();
  });

  test("what is in the same load is told, and the oven is off when the last of it is done", async () => {
    const others = [
      {
        figure: "n",
        name: "The newt",
        number: 2,
        live: live({ to_go_min: 12, browning: ["tail"] }),
      },
      { figure: "p", name: "The piper", number: 1, live: null },
    ];
    const done = live({ done: true, to_go_min: 0 });
    server({
      ...ABOUT,
      [`GET ${AT}/live`]: out(done, { dial_c: 135, in_with_it: others }),
    });
    showStation(panel);
    expect(await screen.findByText("12 min to go")).toBeTruthy();
    expect(screen.getByText(/In one load at a dial of 135 °C/)).toBeTruthy();
    const told = (key: string) => document.querySelector(`[data-in-with="${key}"]`)?.textContent;
    expect(told("n")).toBe(
      "The newt, bake 2: 12 min to go, coldest is set through, not firm, tail browns",
    );
    expect(told("p")).toBe("The piper, bake 1: planned anew since it went in");
  });
});
