import { fireEvent, screen, waitFor } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { Problem } from "../api/client";
import { GivenUp } from "../outbox/outbox";
import { show } from "../testing/bench";
import { ChoiceField, MeasureField, NumberField, WordsField } from "./fields";
import { SliderField } from "./SliderField";
import { typing } from "./typing";
import { faultText } from "./useDraft";

const INCHES = { length_unit: "in", mass_unit: "oz", temperature_unit: "F" } as const;
const refused = new Problem(422, "No.", [
  { path: "height_mm", value: "tall", allowed: "a length such as 12 in", code: "" },
]);
const saved = () => Promise.resolve();

test("a length is saved as it was typed, in the person's unit where none is named", async () => {
  const save = vi.fn(saved);
  const { user } = show(<MeasureField label="Wall" mm={6.35} onCommit={save} />, { units: INCHES });
  const field = screen.getByLabelText("Wall");
  expect(field).toHaveProperty("value", "1/4 in");
  await user.clear(field);
  await user.type(field, "1/8{Enter}");
  expect(save).toHaveBeenCalledWith("1/8 in");
});

test("what was chosen is shown without zeros that say nothing", () => {
  show(<MeasureField label="Wall" mm={6} onCommit={saved} />);
  expect(screen.getByLabelText("Wall")).toHaveProperty("value", "6 mm");
});

test("a length that cannot be read stays as typed, with what is allowed beside it", async () => {
  const { user } = show(
    <MeasureField label="Height" mm={310} onCommit={() => Promise.reject(refused)} />,
  );
  const field = screen.getByLabelText("Height");
  await user.clear(field);
  await user.type(field, "tall");
  await user.tab();
  expect((await screen.findByRole("alert")).textContent).toBe(
    "tall is not allowed: a length such as 12 in",
  );
  expect(field).toHaveProperty("value", "tall");
});

test("Escape brings the length back, and nothing is saved that did not change", async () => {
  const save = vi.fn(saved);
  const { user } = show(<MeasureField label="Height" mm={310} onCommit={save} />);
  const field = screen.getByLabelText("Height");
  await user.type(field, "9{Escape}");
  expect(field).toHaveProperty("value", "310 mm");
  await user.tab();
  expect(save).not.toHaveBeenCalled();
});

test("a length changed elsewhere is shown, and an old complaint goes", async () => {
  const field = (mm: number) => (
    <MeasureField label="Height" mm={mm} onCommit={() => Promise.reject(refused)} />
  );
  const { user, again } = show(field(310));
  await user.type(screen.getByLabelText("Height"), "x{Enter}");
  await screen.findByRole("alert");
  again(field(250));
  await user.click(await screen.findByRole("button", { name: "Take theirs" }));
  await waitFor(() => expect(screen.queryAllByText(/not allowed|Another tab/)).toEqual([]));
  expect(screen.getByLabelText("Height")).toHaveProperty("value", "250 mm");
});

test("what is typed while an answer is on its way stays", async () => {
  let answer: () => void = () => undefined;
  const save = vi.fn(() => new Promise<void>((resolve) => (answer = resolve)));
  const field = (mm: number) => <MeasureField label="Height" mm={mm} onCommit={save} />;
  const { user, again } = show(field(300));
  const input = screen.getByLabelText("Height");
  await user.clear(input);
  await user.type(input, "331{Enter}");
  await user.clear(input);
  await user.type(input, "347");
  answer();
  again(field(331));
  expect(input).toHaveProperty("value", "347");
  expect(screen.queryByText(/Another tab/)).toBeNull();
  await user.keyboard("{Enter}");
  expect(save).toHaveBeenLastCalledWith("347 mm");
  answer();
  again(field(347));
  await waitFor(() => expect(input).toHaveProperty("value", "347 mm"));
});

test("what is sent and asked about stays as typed, until theirs is taken", async () => {
  let letGo: (why: Error) => void = () => undefined;
  const save = vi.fn(() => new Promise((_, reject) => (letGo = reject)));
  const field = (mm: number) => <MeasureField label="Height" mm={mm} onCommit={save} />;
  const { user, again } = show(field(300));
  const input = screen.getByLabelText("Height");
  await user.clear(input);
  await user.type(input, "347 mm{Enter}");
  again(field(351));
  expect(input).toHaveProperty("value", "347 mm");
  letGo(new GivenUp("Given up."));
  await waitFor(() => expect(input).toHaveProperty("value", "351 mm"));
  expect(screen.queryByRole("alert")).toBeNull();
});

test("what another tab made of it meanwhile is asked about until it is answered", async () => {
  const save = vi.fn(saved);
  const field = (mm: number) => <MeasureField label="Height" mm={mm} onCommit={save} />;
  const { user, again } = show(field(300));
  const input = screen.getByLabelText("Height");
  await user.clear(input);
  await user.type(input, "347");
  again(field(351));
  expect((await screen.findByText(/Another tab/)).textContent).toBe(
    "Another tab set this to 351 mm.",
  );
  await user.tab();
  expect(save).not.toHaveBeenCalled();
  await user.click(screen.getByRole("button", { name: "Keep mine" }));
  expect(save).toHaveBeenCalledWith("347 mm");
  expect(screen.queryByText(/Another tab/)).toBeNull();
});

test("what is typed and not left is saved when its field goes", async () => {
  const save = vi.fn(saved);
  const { user, again } = show(<MeasureField label="Height" mm={300} onCommit={save} />);
  await user.clear(screen.getByLabelText("Height"));
  await user.type(screen.getByLabelText("Height"), "12 in");
  expect(typing.snapshot()).toBe(1);
  again(<p>another station</p>);
  expect(save).toHaveBeenCalledWith("12 in");
  expect(typing.snapshot()).toBe(0);
});

test("Enter that only ends composing saves nothing", () => {
  const save = vi.fn(saved);
  show(<WordsField label="Name" text="" onCommit={save} />);
  const field = screen.getByLabelText("Name");
  fireEvent.change(field, { target: { value: "にゅ" } });
  fireEvent.keyDown(field, { key: "Enter", isComposing: true });
  expect(save).not.toHaveBeenCalled();
  fireEvent.keyDown(field, { key: "Enter" });
  expect(save).toHaveBeenCalledWith("にゅ");
});

test("a choice by keys is one change when it rests, and stands as chosen meanwhile", async () => {
  const choose = vi.fn(() => new Promise(() => undefined));
  const options = ["a", "b", "c"].map((value) => ({ value, label: value }));
  const { user } = show(<ChoiceField label="Clay" value="a" options={options} onChange={choose} />);
  const field = screen.getByLabelText("Clay");
  field.focus();
  for (const value of ["b", "c"]) {
    fireEvent.keyDown(field, { key: "ArrowDown" });
    fireEvent.change(field, { target: { value } });
  }
  expect(choose).not.toHaveBeenCalled();
  await user.tab();
  expect(choose.mock.calls).toEqual([["c"]]);
  expect(field).toHaveProperty("value", "c");
});

test("a number is read with a comma too, and words are told off", async () => {
  const save = vi.fn(saved);
  const { user } = show(<NumberField label="Waste" value={8} unit="%" onCommit={save} />);
  const field = screen.getByLabelText("Waste");
  await user.clear(field);
  await user.type(field, "9,5{Enter}");
  expect(save).toHaveBeenCalledWith(9.5);
  await user.clear(field);
  await user.type(field, "some{Enter}");
  expect((await screen.findByRole("alert")).textContent).toBe('"some" is not a number');
  await user.clear(field);
  await user.keyboard("{Enter}");
  expect((await screen.findByRole("alert")).textContent).toBe('"" is not a number');
  expect(save).toHaveBeenCalledTimes(1);
});

test("a number that may be missing is empty until it is written, and can be taken back", async () => {
  const save = vi.fn(saved);
  const field = (minutes: number | null) => (
    <NumberField label="Minutes" value={minutes} unit="min" empty={null} onCommit={save} />
  );
  const { user, again } = show(field(null));
  expect(screen.getByLabelText("Minutes")).toHaveProperty("value", "");
  await user.type(screen.getByLabelText("Minutes"), "45{Enter}");
  expect(save).toHaveBeenLastCalledWith(45);
  again(field(45));
  await user.clear(screen.getByLabelText("Minutes"));
  await user.keyboard("{Enter}");
  expect(save).toHaveBeenLastCalledWith(null);
});

test("a name is saved when the person goes on, and one that is refused stays to be mended", async () => {
  const save = vi.fn((text: string) => (text ? saved() : Promise.reject(refused)));
  const { user } = show(<WordsField label="Name" text="The ferrywoman" onCommit={save} />);
  const field = screen.getByLabelText("Name");
  await user.clear(field);
  await user.type(field, "The ferryman");
  await user.tab();
  expect(save).toHaveBeenLastCalledWith("The ferryman");
  await user.clear(field);
  await user.tab();
  expect(await screen.findByRole("alert")).toBeTruthy();
  expect(field).toHaveProperty("value", "");
});

test("a story keeps its lines", async () => {
  const save = vi.fn(saved);
  const { user } = show(<WordsField label="Story" text="" rows={3} onCommit={save} />);
  await user.type(screen.getByLabelText("Story"), "Rows.{Enter}Waits.");
  expect(save).not.toHaveBeenCalled();
  await user.tab();
  expect(save).toHaveBeenCalledWith("Rows.\nWaits.");
});

test("a slider previews and commits by the keyboard", async () => {
  const [move, commit] = [vi.fn(), vi.fn()];
  const { user } = show(
    <SliderField
      label="Build"
      value={1}
      min={0.6}
      max={1.8}
      step={0.05}
      show={(v) => `${Math.round(v * 100)} %`}
      onMove={move}
      onCommit={commit}
    />,
  );
  expect(screen.getByDisplayValue("100 %")).toBeTruthy();
  screen.getByRole("slider", { hidden: true }).focus();
  await user.keyboard("{ArrowRight}{ArrowRight}{ArrowRight}");
  await waitFor(() => expect(move).toHaveBeenLastCalledWith(expect.closeTo(1.15, 5)));
  expect(commit).not.toHaveBeenCalled();
  await user.tab();
  expect(commit.mock.calls).toEqual([[expect.closeTo(1.15, 5)]]);
});

const BUILD = { label: "Build", value: 1, min: 0.6, max: 1.8, step: 0.05, scale: 100 };
const percent = (v: number) => `${Math.round(v * 100)} %`;

test("the number of a slider can be typed, in what it is shown in", async () => {
  const commit = vi.fn();
  const { user } = show(
    <SliderField {...BUILD} show={percent} onMove={() => undefined} onCommit={commit} />,
  );
  const field = screen.getByLabelText("Build, typed");
  await user.clear(field);
  await user.type(field, "125{Enter}");
  expect(commit).toHaveBeenCalledWith(1.25);
  await user.clear(field);
  await user.type(field, "100{Enter}");
  await waitFor(() => expect(field).toHaveProperty("value", "100 %"));
  expect(commit).toHaveBeenCalledTimes(1);
});

test("a number beyond the range stays as typed, with the range beside it", async () => {
  const commit = vi.fn();
  const angle = { label: "Forward and back", value: 20, min: -5, max: 150, step: 1 };
  const { user } = show(
    <SliderField {...angle} show={(v) => `${v}°`} onMove={() => undefined} onCommit={commit} />,
  );
  const field = screen.getByLabelText("Forward and back, typed");
  await user.clear(field);
  await user.type(field, "200{Enter}");
  expect(screen.getByRole("alert").textContent).toBe("Type -5° to 150°.");
  expect(field).toHaveProperty("value", "200");
  await user.clear(field);
  await user.type(field, "bent{Enter}");
  expect(screen.getByRole("alert").textContent).toBe('"bent" is not a number');
  await user.keyboard("{Escape}");
  expect(field).toHaveProperty("value", "20°");
  expect(screen.queryByRole("alert")).toBeNull();
  expect(commit).not.toHaveBeenCalled();
});

test("a choice says its value", async () => {
  const choose = vi.fn();
  const options = [
    { value: "still", label: "still air" },
    { value: "fan", label: "fan" },
  ];
  const { user } = show(
    <ChoiceField label="Air" value="still" options={options} onChange={choose} />,
  );
  await user.selectOptions(screen.getByLabelText("Air"), "fan");
  expect(choose).toHaveBeenCalledWith("fan");
});

test("what went wrong in words", () => {
  expect(faultText(null)).toBeNull();
  expect(faultText(new TypeError("fetch"))).toBe("The server cannot be reached.");
  expect(faultText(new Problem(409, "There is nothing to undo."))).toBe(
    "There is nothing to undo.",
  );
  expect(faultText(refused)).toBe("tall is not allowed: a length such as 12 in");
  const fault = (path: string, allowed: string, code: string) =>
    faultText(new Problem(422, "No.", [{ path, value: "9000", allowed, code }]));
  expect(fault("height_mm", "at most 78.74 in", "limit")).toBe("Type at most 78.74 in.");
  expect(fault("name", "something written here", "empty")).toBe("Give it a name.");
  expect(fault("part/x/label", "something written here", "empty")).toBe("Give it a name.");
  expect(fault("story", "something written here", "empty")).toBe("Write something here.");
});
