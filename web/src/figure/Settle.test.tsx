import { screen, waitFor } from "@testing-library/react";
import { expect, test } from "vitest";
import { ferrywoman, problem, server, showStation } from "../testing/bench";
import { Lock } from "./Lock";
import { Settle } from "./Settle";

const AT = `GET /api/v1/figures/${"f".repeat(32)}/settled`;
const STILL = { mass_g: 0, clay_g: 0, hands_min: 0, oven_min: 0, bakes: 0, cost: 0, tips_deg: 0 };
const { plan } = ferrywoman();
const [one] = plan.findings;
if (!one) throw new Error("the ferrywoman has findings");
const stop = { ...one, severity: "stop" as const, title: "It bends" };
const wrong = { ...plan, findings: [stop] };
const change = (label: string, path: string) => ({
  label,
  operations: [{ path, value: 1 }],
  because: ["It bends"],
  moved: { ...STILL, mass_g: -10.8, cost: 0.3 },
});
const FOUND = {
  changes: [
    change("Use 2 mm steel", "run/spine/wire"),
    change("Make the wall 6 mm", "part/a/wall_mm"),
  ],
  stops: [2, 0],
  warnings: [1, 1],
  left: [
    { finding: { ...stop, title: "The eye melts" }, in_the_way: "“Use glass” would mend it." },
  ],
  moved: { ...STILL, mass_g: -21.6 },
  plans: 12,
};

test("nothing is offered where nothing stops or warns", () => {
  showStation(<Settle plan={{ ...plan, findings: [] }} />);
  expect(screen.queryByRole("button")).toBeNull();
});

test("each change may be left out, and what is kept is one change", async () => {
  let share = 0.3;
  server({ [AT]: () => ({ revision: 1, share, found: share < 1 ? null : FOUND }) });
  const { user, done } = showStation(<Settle plan={wrong} />);
  await user.click(screen.getByRole("button", { name: "Settle the figure…" }));
  expect((await screen.findByRole("progressbar")).getAttribute("aria-valuenow")).toBe("30");
  share = 1;
  expect(await screen.findByText("2 stops and 1 warning become 0 and 1.")).toBeTruthy();
  expect(screen.getAllByText("−10.8 g · +£0.30")).toHaveLength(2);
  expect(screen.getByText("The eye melts. “Use glass” would mend it.")).toBeTruthy();
  await user.click(screen.getByRole("checkbox", { name: "Use 2 mm steel" }));
  expect(screen.getByText("What is left out leaves its finding there.")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Make this change" }));
  expect(done.changes).toEqual([
    { label: "Settle: 1 change", operations: [{ path: "part/a/wall_mm", value: 1 }] },
  ]);
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
});

test("where the search comes to nothing that is said", async () => {
  server({ [AT]: () => problem(503, "That could not be worked out. Ask again.") });
  const { user } = showStation(<Settle plan={wrong} />);
  await user.click(screen.getByRole("button", { name: "Settle the figure…" }));
  expect(await screen.findByText("That could not be worked out. Ask again.")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Leave it" }));
});

test("a choice is locked and opened by one button", async () => {
  const { user, done } = showStation(<Lock path="run/spine" of="the wire of spine" />);
  const button = screen.getByRole("button", { name: "Lock the wire of spine" });
  expect(button.getAttribute("aria-pressed")).toBe("false");
  await user.click(button);
  expect(done.changes[0]?.operations).toEqual([{ path: "lock/run/spine", value: true }]);
});
