import { act, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { Plan } from "../api/types";
import { ferrywoman, show } from "../testing/bench";
import { Strip } from "./Strip";

afterEach(() => void vi.useRealTimers());

const lighter = (plan: Plan, by: number): Plan => ({
  ...plan,
  totals: {
    ...plan.totals,
    clay: { ...plan.totals.clay, value: plan.totals.clay.value - by },
  },
});
const total = (key: string) => document.querySelector(`[data-total=${key}]`)?.textContent ?? "";

test("every total of the plan is there, and opens the station that explains it", async () => {
  const { plan } = ferrywoman();
  const go = vi.fn();
  const { user } = show(<Strip plan={plan} onGo={go} />);
  for (const key of "height mass wire foil clay tips bakes oven hands cost".split(" "))
    expect(total(key)).toMatch(/\d/);
  expect(total("bakes")).toBe(`${plan.totals.bakes.value} bakes`);
  expect(total("cost")).toContain(`£${plan.totals.cost.value.toFixed(2)}`);
  await user.click(screen.getByTitle(/^Foil/));
  expect(go).toHaveBeenCalledWith("bulk");
});

test("a change says by how much, for two seconds, and only what moved", () => {
  vi.useFakeTimers();
  const { plan } = ferrywoman();
  const { again } = show(<Strip plan={plan} onGo={() => undefined} />);
  expect(total("clay")).not.toContain("−");
  again(<Strip plan={lighter(plan, 189)} onGo={() => undefined} />);
  expect(total("clay")).toContain("−189 g");
  expect(total("foil")).not.toMatch(/[+−]/);
  act(() => void vi.advanceTimersByTime(1900));
  expect(total("clay")).toContain("−189 g");
  act(() => void vi.advanceTimersByTime(200));
  expect(total("clay")).not.toContain("−");
});

test("another figure is not a change", () => {
  const { plan } = ferrywoman();
  const { again } = show(<Strip plan={plan} onGo={() => undefined} />);
  again(<Strip plan={{ ...lighter(plan, 300), name: "Another" }} onGo={() => undefined} />);
  expect(total("clay")).not.toContain("−");
});

test("one pack and one bake are said in the singular", () => {
  const { plan } = ferrywoman();
  const one: Plan = {
    ...plan,
    totals: { ...plan.totals, packs: 1, bakes: { ...plan.totals.bakes, value: 1 } },
  };
  show(<Strip plan={one} onGo={() => undefined} />);
  expect(total("clay")).toContain("(1 pack new)");
  expect(total("bakes")).toBe("1 bake");
});
