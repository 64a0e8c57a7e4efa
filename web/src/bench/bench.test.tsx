import { act, screen, waitFor } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, test } from "vitest";
import { ABOUT, ferrywoman, problem, server, show } from "../testing/bench";
import { BenchPage } from "./BenchPage";
import { clock } from "./Timers";

const ID = "f".repeat(32);
const AT = `/api/v1/figures/${ID}`;
const { figure, plan } = ferrywoman();
const [first, second] = plan.order.steps;

const page = (
  <Routes>
    <Route path="/bench/:id" element={<BenchPage />} />
    <Route path="/figures/:id/:station" element={<p>the figure's page</p>} />
  </Routes>
);
const NO_TIMERS = { now: new Date().toISOString(), timers: [] };
const answers = (more: Parameters<typeof server>[0] = {}) =>
  server({
    ...ABOUT,
    [`GET ${AT}`]: figure,
    [`GET ${AT}/plan`]: plan,
    [`GET ${AT}/timers`]: NO_TIMERS,
    ...more,
  });

describe("Bench mode", () => {
  test("the next step is shown large, and space says it is done", async () => {
    const asked = answers({ [`PUT ${AT}/steps/${first?.key ?? ""}`]: { ok: true } });
    const { user } = show(page, { at: `/bench/${ID}` });
    expect(await screen.findByText(first?.label ?? "")).toBeTruthy();
    await user.keyboard(" ");
    await waitFor(() => expect(asked.some((row) => row.method === "PUT")).toBe(true));
    expect(asked.find((row) => row.method === "PUT")?.body).toEqual({ done: true });
  });

  test("one may look ahead and come back; escape leaves", async () => {
    answers();
    const { user } = show(page, { at: `/bench/${ID}` });
    await screen.findByText(first?.label ?? "");
    await user.keyboard("{ArrowRight}");
    expect(screen.getByText(second?.label ?? "")).toBeTruthy();
    await user.keyboard("{ArrowLeft}");
    expect(screen.getByText(first?.label ?? "")).toBeTruthy();
    await user.keyboard("{Escape}");
    expect(screen.getByText("the figure's page")).toBeTruthy();
  });

  test("a step of painting says what it is painted with", async () => {
    const [area] = plan.colour.areas;
    const pass = area?.passes[0];
    const step = plan.order.steps.find((row) => row.key === pass?.key);
    if (!pass || !step) throw new Error("a pass");
    answers({
      [`GET ${AT}/plan`]: { ...plan, order: { ...plan.order, next_step: step.key } },
    });
    show(page, { at: `/bench/${ID}` });
    expect(await screen.findByText(step.label)).toBeTruthy();
    const mix = pass.recipe.map((part) => `${part.parts} ${part.label}`).join(" + ");
    expect(screen.getByText(new RegExp(`^${mix.replaceAll("+", "\\+")}: `))).toBeTruthy();
    expect(screen.getByRole("img", { name: `its paint: ${pass.colour ?? ""}` })).toBeTruthy();
  });

  test("after a timer is started by hand, space still goes on with the step", async () => {
    const asked = answers({
      [`POST ${AT}/timers`]: { id: 1, label: "10 minutes", step: "", ends: NO_TIMERS.now },
      [`PUT ${AT}/steps/${first?.key ?? ""}`]: { ok: true },
    });
    const { user } = show(page, { at: `/bench/${ID}` });
    await user.click(await screen.findByRole("button", { name: "Timer: 10 min" }));
    await user.keyboard(" ");
    await waitFor(() => expect(asked.some((row) => row.method === "PUT")).toBe(true));
    expect(asked.filter((row) => row.method === "POST")).toHaveLength(1);
    expect(asked.find((row) => row.method === "POST")?.body).toMatchObject({ minutes: 10 });
  });

  test("a timer goes by the server's clock, rings when it is due and is stopped", async () => {
    const now = Date.now() + 3_600_000;
    const timer = (id: number, left: number) => ({
      id,
      label: `bake ${id}`,
      step: "",
      ends: new Date(now + left).toISOString(),
    });
    const asked = answers({
      [`GET ${AT}/timers`]: () => ({
        now: new Date(now).toISOString(),
        timers: [timer(1, -5000), timer(2, 600_500)],
      }),
      [`POST ${AT}/timers/1/stop`]: { ok: true },
    });
    const { user } = show(page, { at: `/bench/${ID}` });
    expect(await screen.findByText("Now: bake 1")).toBeTruthy();
    expect(screen.getByText("bake 2")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "I am there" }));
    await waitFor(() =>
      expect(asked.some((row) => row.path.endsWith("/timers/1/stop"))).toBe(true),
    );
  });

  test("what cannot be ticked says why and stays", async () => {
    answers({ [`PUT ${AT}/steps/${first?.key ?? ""}`]: problem(422, "No such step.") });
    const { user } = show(page, { at: `/bench/${ID}` });
    await screen.findByText(first?.label ?? "");
    await user.keyboard(" ");
    await act(async () => Promise.resolve());
    expect(screen.getByText(first?.label ?? "")).toBeTruthy();
  });

  test("a clock in minutes, in hours, and past its deadline", () => {
    expect([clock(597_400), clock(3_725_000), clock(-65_000)]).toEqual([
      "09:57",
      "1:02:05",
      "+01:05",
    ]);
  });
});
