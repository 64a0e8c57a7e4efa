import { screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Why } from "../api/types";
import { show } from "../testing/bench";
import { PanelTable } from "./Table";

const why: Why = {
  formula: "volume × density",
  inputs: [{ name: "volume", value: 14.3, unit: "cm³" }],
  source: "literature-typical",
  assumed: true,
};
const rows = [
  { key: "head", name: "head", cells: ["head", "24.3 g"], why, onClick: vi.fn(), chosen: true },
  { key: "jaw", name: "jaw", cells: ["jaw", "2.95 g"], why },
];
const table = <PanelTable label="Clay" head={["part", "raw clay"]} right={[1]} rows={rows} />;

test("each row says why, one at a time", async () => {
  const { user } = show(table);
  expect(screen.queryByText("volume × density")).toBeNull();
  await user.click(screen.getByRole("button", { name: "Why? head" }));
  expect(screen.getByText("volume × density")).toBeTruthy();
  expect(screen.getByText("14.3 cm³")).toBeTruthy();
  expect(screen.getByText(/Assumed\. Source: literature-typical/)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Why? jaw" }));
  expect(screen.getAllByText("volume × density")).toHaveLength(1);
  await user.click(screen.getByRole("button", { name: "Why? jaw" }));
  expect(screen.queryByText("volume × density")).toBeNull();
  expect(rows[0]?.onClick).not.toHaveBeenCalled();
});

test("a part is chosen from its row by the keyboard", async () => {
  const { user } = show(table);
  screen.getByRole("button", { name: "head" }).focus();
  await user.keyboard("{Enter}");
  expect(rows[0]?.onClick).toHaveBeenCalledTimes(1);
  expect(screen.queryByRole("button", { name: "jaw" })).toBeNull();
});

test("the chosen row is marked, and the table has its name", () => {
  show(table);
  expect(screen.getByRole("table", { name: "Clay" })).toBeTruthy();
  const [, head, jaw] = screen.getAllByRole("row");
  expect(head?.getAttribute("aria-selected")).toBe("true");
  expect(jaw?.getAttribute("aria-selected")).not.toBe("true");
});

test("a table without reasons has no column for them", () => {
  show(<PanelTable label="Cut list" head={["run"]} rows={[{ key: "a", cells: ["spine"] }]} />);
  expect(screen.queryByText("why")).toBeNull();
});
