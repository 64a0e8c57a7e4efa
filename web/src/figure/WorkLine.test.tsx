import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { STATIONS, type Plan } from "../api/types";
import { ferrywoman, show } from "../testing/bench";
import { WorkLine } from "./WorkLine";

const lined = (states: Partial<Record<string, Partial<Plan["line"][number]>>>): Plan => {
  const { plan } = ferrywoman();
  return {
    ...plan,
    line: plan.line.map((row) => ({ ...row, state: "later", stops: 0, ...states[row.station] })),
  };
};
const titles = () => screen.getAllByRole("button").map((button) => button.getAttribute("title"));

test("the wire tells done, next, held up and untouched in words", () => {
  const plan = lined({ character: { state: "done" }, frame: { state: "now" }, bake: { stops: 1 } });
  show(<WorkLine plan={plan} at="frame" onGo={() => undefined} />);
  expect(titles()).toEqual([
    "Character: done",
    "Frame: next",
    "Bulk: untouched",
    "Clay: untouched",
    "Order: untouched",
    "Bake: held up by a finding",
    "Colour: untouched",
    "Finish: untouched",
  ]);
});

test("a finding that stops is a diamond, not a colour alone", () => {
  const { container } = show(
    <WorkLine plan={lined({ clay: { stops: 2 } })} at="log" onGo={() => undefined} />,
  );
  expect(container.querySelectorAll("rect")).toHaveLength(1);
});

test("the station one is at is said to be the page, and each leads to itself", async () => {
  const go = vi.fn();
  const { user } = show(<WorkLine plan={lined({})} at="bulk" onGo={go} />);
  const buttons = screen.getAllByRole("button");
  expect(buttons.map((button) => button.getAttribute("aria-current"))).toEqual(
    STATIONS.map((name) => (name === "bulk" ? "page" : null)),
  );
  for (const button of buttons) await user.click(button);
  expect(go.mock.calls.map(([to]) => to as string)).toEqual([...STATIONS]);
});
