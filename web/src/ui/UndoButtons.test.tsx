import { screen, waitFor } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { ABOUT, server, show } from "../testing/bench";
import { UndoButtons } from "./UndoButtons";

test("a page's last change is taken back by button and by key, and no further than there is one", async () => {
  server(ABOUT);
  const step = vi.fn<(kind: "undo" | "redo") => Promise<unknown>>(() => Promise.resolve());
  const steps = { can_undo: true, can_redo: false, undo_label: "A longer arm", step };
  const { user, again } = show(<UndoButtons steps={steps} size="sm" />);
  const undo = screen.getByRole("button", { name: "Undo" });
  expect(undo.title).toBe("Undo: A longer arm");
  await user.click(undo);
  await user.keyboard("z");
  await user.keyboard("{Control>}z{/Control}");
  await waitFor(() => expect(step.mock.calls).toEqual([["undo"], ["undo"], ["undo"]]));
  await user.keyboard("{Shift>}z{/Shift}");
  expect(step).toHaveBeenCalledTimes(3);
  again(<UndoButtons steps={{ ...steps, can_undo: false, can_redo: true }} size="sm" />);
  await user.keyboard("z");
  await user.click(screen.getByRole("button", { name: "Redo" }));
  expect(step.mock.calls.slice(3)).toEqual([["redo"]]);
});
