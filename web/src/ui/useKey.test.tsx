import { fireEvent, screen } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { show } from "../testing/bench";
import { useKey, useSign } from "./useKey";

const undo = vi.fn();
const keys = vi.fn();
function Page({ dialog = false }: { dialog?: boolean }) {
  useKey("z", undo, true);
  useSign("?", keys, true);
  return (
    <>
      <input aria-label="name" />
      {dialog ? <div role="dialog" data-state="open" /> : null}
    </>
  );
}
beforeEach(() => vi.clearAllMocks());

test("a letter goes by what is printed on the key, whichever key that is", () => {
  show(<Page />);
  fireEvent.keyDown(document.body, { key: "z", code: "KeyY" });
  expect(undo).toHaveBeenCalledTimes(1);
  fireEvent.keyDown(document.body, { key: "y", code: "KeyZ" });
  expect(undo).toHaveBeenCalledTimes(1);
});

test("a sign opens what it should on layouts where it needs Shift", () => {
  show(<Page />);
  fireEvent.keyDown(document.body, { key: "?", code: "Slash", shiftKey: true });
  expect(keys).toHaveBeenCalledTimes(1);
});

test("nothing acts behind a dialog or while one types", () => {
  const { again } = show(<Page />);
  fireEvent.keyDown(screen.getByLabelText("name"), { key: "z", code: "KeyZ" });
  expect(undo).not.toHaveBeenCalled();
  again(<Page dialog />);
  fireEvent.keyDown(document.body, { key: "z", code: "KeyZ" });
  fireEvent.keyDown(document.body, { key: "?", code: "Slash", shiftKey: true });
  expect(undo).not.toHaveBeenCalled();
  expect(keys).not.toHaveBeenCalled();
});
