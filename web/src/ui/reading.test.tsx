import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { server, show } from "../testing/bench";
import { MeasureField } from "./fields";
import { TemperatureField } from "./TemperatureField";
import { readNumber } from "./useDraft";

test("while it is typed, how a length is read stands beside it", async () => {
  server({ "GET /api/v1/read": { value: 304.8, unit: "mm" } });
  const { user } = show(
    <MeasureField label="Height" mm={310} onCommit={() => Promise.resolve()} />,
  );
  expect(screen.queryByRole("status")).toBeNull();
  await user.clear(screen.getByLabelText("Height"));
  await user.type(screen.getByLabelText("Height"), "12 in");
  expect((await screen.findByText(/= 304.8 mm/)).textContent).toContain("304.8");
});

test("a temperature is saved in °C, whatever degrees it was typed in", async () => {
  server({ "GET /api/v1/read": { value: 135, unit: "C" } });
  const save = vi.fn(() => Promise.resolve());
  const { user } = show(<TemperatureField label="Bake at" celsius={130} onCommit={save} />);
  await user.clear(screen.getByLabelText("Bake at"));
  await user.type(screen.getByLabelText("Bake at"), "275F{Enter}");
  await vi.waitFor(() => expect(save).toHaveBeenCalledWith(135));
});

test.each([
  ["12,5", 12.5],
  ["1,250", 1250],
  ["0,125", 0.125],
  ["−3", -3],
])("%s is the number %d", (text, number) => {
  expect(readNumber(text)).toBe(number);
});

test("what is only half a number is refused", () => {
  for (const text of ["", "12 in", "1/2", "twelve"]) expect(() => readNumber(text)).toThrow();
});
