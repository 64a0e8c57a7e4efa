import { act, screen, waitFor } from "@testing-library/react";
import { expect, test } from "vitest";
import { problem, server, show } from "../testing/bench";
import { typing } from "../ui/typing";
import { METRIC } from "../units/format";
import { Asked, Saved, shown } from "./Saved";

const INCHES = { length_unit: "in", mass_unit: "oz", temperature_unit: "F" } as const;

test("values are told as the person reads them", () => {
  expect(shown("height_mm", 351, METRIC)).toBe("351 mm");
  expect(shown("height_mm", 304.8, INCHES)).toBe("12 in");
  expect(shown("joint/elbow_l/swing_deg", 12.34, METRIC)).toBe("12.3°");
  expect(shown("oven/swing_c", 5, INCHES)).toBe("9 °F");
  expect(shown("tried/0/air_c", 130, INCHES)).toBe("266 °F");
  expect(shown("name", "", METRIC)).toBe("nothing");
  expect(shown("single_keys", false, METRIC)).toBe("off");
});

test("the header says saved, being typed, saving, and how many are not", async () => {
  let up = false;
  server({
    "POST /api/v1/figures/f/undo": () => (up ? { figure: {}, plan: {} } : problem(503, "Busy.")),
  });
  const { outbox, user } = show(<Saved />);
  expect(screen.getByRole("status").textContent).toBe("All changes saved");
  const field = {};
  act(() => typing.begun(field, () => undefined));
  expect(screen.getByRole("status").textContent).toBe("Being typed, not saved yet");
  act(() => typing.over(field));
  let saved: Promise<unknown> = Promise.resolve();
  act(() => {
    saved = outbox.put({ kind: "undo", figure: "f" });
  });
  expect(screen.getByRole("status").textContent).toBe("Saving…");
  await waitFor(() => expect(screen.getByRole("status").textContent).toBe("1 not saved"));
  await user.click(await screen.findByRole("button", { name: "Which?" }));
  expect(await screen.findByText("Undo")).toBeTruthy();
  up = true;
  await user.click(screen.getByRole("button", { name: "Try again" }));
  await saved;
  await waitFor(() => expect(screen.getByRole("status").textContent).toBe("All changes saved"));
});

test("a rule that another tab changed is asked about by its name", async () => {
  const conflicts = [{ path: "waste_percent", yours: 9, theirs: 7 }];
  const refused = () =>
    new Response(JSON.stringify({ detail: "Both.", conflicts }), { status: 412 });
  server({ "PATCH /api/v1/rules": refused });
  const { outbox, user } = show(<Asked />);
  const saved = outbox.put({ kind: "rules", changes: { waste_percent: 9 }, seen: {} });
  const gone = expect(saved).rejects.toThrow("Given up.");
  expect((await screen.findByRole("alert")).textContent).toContain(
    "House rule: waste: another tab set this to 7, you to 9. Keep yours or take theirs?",
  );
  await user.click(screen.getByRole("button", { name: "Take theirs" }));
  await gone;
  expect(screen.queryByRole("alert")).toBeNull();
});
