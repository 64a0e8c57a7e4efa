import { screen, waitFor } from "@testing-library/react";
import { beforeEach, expect, test } from "vitest";
import type { Finding } from "../api/types";
import { ferrywoman, problem, server, showStation } from "../testing/bench";
import { Findings } from "./Findings";

const base: Finding = {
  id: "frame.stand.tips",
  station: "frame",
  severity: "warn",
  subject: "base",
  title: "Tips over forward at 7.8°",
  reason: "A nudge of the table is about 10°.",
  numbers: { tips_at_deg: 7.81, centre_height_mm: 140.1 },
  fixes: [
    {
      label: "Make the base 115 × 115 mm",
      operations: [{ path: "base/width_mm", value: 115 }],
    },
  ],
};
const STILL = {
  mass_g: 0,
  clay_g: 0,
  hands_min: 0,
  oven_min: 0,
  bakes: 0,
  cost: 0,
  tips_deg: 0,
};
const FIXES = `GET /api/v1/figures/${"f".repeat(32)}/fixes/frame`;
const LOOKED = {
  revision: 1,
  waiting: [] as { id: string; subject: string }[],
  findings: [
    {
      id: base.id,
      subject: base.subject,
      offers: [
        {
          label: "Make the base 115 × 115 mm",
          operations: [{ path: "base/width_mm", value: 115 }],
          moved: { ...STILL, mass_g: 48, tips_deg: 4.7 },
          settles: [],
        },
      ],
      in_the_way: null,
    },
  ],
};
const PREVIEW = `POST /api/v1/figures/${"f".repeat(32)}/preview`;

beforeEach(() => void server({ [FIXES]: LOOKED }));

test("what stops is said first, with its word beside its shape", () => {
  const note: Finding = { ...base, id: "a", severity: "note", title: "Prick a vent", fixes: [] };
  const stop: Finding = { ...base, id: "b", severity: "stop", title: "It bends", fixes: [] };
  showStation(<Findings findings={[note, base, stop]} />);
  const said = screen.getAllByRole("listitem").map((item) => item.textContent ?? "");
  expect(said.map((text) => text.slice(0, 4))).toEqual(["Stop", "Warn", "Note"]);
});

test("numbers carry their names and units", () => {
  showStation(<Findings findings={[base]} />);
  expect(screen.getByText("tips at 7.8° · centre height 140 mm")).toBeTruthy();
});

test("an order without findings says so", () => {
  showStation(<Findings findings={[]} />);
  expect(screen.getByText("No problems found here.")).toBeTruthy();
});

test("a fix is shown before it is done", async () => {
  const { plan } = ferrywoman();
  const tips = { ...plan.totals.tips_at, value: 12.5 };
  const asked = server({
    [FIXES]: LOOKED,
    [PREVIEW]: {
      number: 0,
      operations: [],
      plan: { ...plan, totals: { ...plan.totals, tips_at: tips } },
      gone: [base],
      new: [{ ...base, id: "frame.base.small", title: "A peg misses the base" }],
    },
  });
  const { user, done } = showStation(<Findings findings={[base]} />);
  const button = await screen.findByRole("button", { name: /Make the base/ });
  expect(button.textContent).toBe(
    "Fix: Make the base 115 × 115 mm · +48.0 g · +4.7° before it tips",
  );
  await user.click(button);
  expect(await screen.findByText("Settles: Tips over forward at 7.8°")).toBeTruthy();
  expect(screen.getByText("Brings: A peg misses the base")).toBeTruthy();
  expect(screen.getByText("12.5°")).toBeTruthy();
  expect(asked.find((row) => row.body)?.body).toMatchObject({
    operations: [{ path: "base/width_mm", value: 115 }],
  });
  expect(done.changes).toEqual([]);
  await user.click(screen.getByRole("button", { name: "Do it" }));
  expect(done.changes).toEqual([
    { label: "Make the base 115 × 115 mm", operations: base.fixes?.[0]?.operations },
  ]);
});

test("a fix can be left, and one that cannot be worked out is not done", async () => {
  server({ [FIXES]: LOOKED, [PREVIEW]: () => problem(422, "No such run.") });
  const { user, done } = showStation(<Findings findings={[base]} />);
  await user.click(await screen.findByRole("button", { name: /Make the base/ }));
  expect(await screen.findByText("No such run.")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Do it" })).toHaveProperty("disabled", true);
  await user.click(screen.getByRole("button", { name: "Leave it" }));
  await waitFor(() => expect(screen.queryByRole("group")).toBeNull());
  expect(done.changes).toEqual([]);
});

test("a part with a finding can be shown in the drawing", async () => {
  const { user, done } = showStation(<Findings findings={[{ ...base, subject: "skull" }]} />);
  await user.click(screen.getByRole("button", { name: "Show it" }));
  expect(done.selected).toEqual(["skull"]);
});

test("while fixes are tried that is said, and what is in the way where none holds", async () => {
  let share = 0;
  const way = "“Use 2 mm steel” would change what is locked: the wire of spine.";
  server({
    [FIXES]: () =>
      share
        ? { ...LOOKED, findings: [{ ...LOOKED.findings[0], offers: [], in_the_way: way }] }
        : { ...LOOKED, waiting: [{ id: base.id, subject: base.subject ?? "" }], findings: [] },
  });
  showStation(<Findings findings={[base]} />);
  expect(await screen.findByText("Trying out what would mend it…")).toBeTruthy();
  share = 1;
  expect(await screen.findByText(way)).toBeTruthy();
  expect(screen.queryByText("Trying out what would mend it…")).toBeNull();
  expect(screen.queryByRole("button", { name: /^Fix/ })).toBeNull();
});
