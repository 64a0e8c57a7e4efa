import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { localNow } from "../api/useCalendar";
import { ABOUT, bench, server, show } from "../testing/bench";
import { CalendarPage } from "./CalendarPage";

const today = localNow().slice(0, 10);
const sitting = (figure: string, label: string, start: string, more = false) => ({
  figure,
  name: figure,
  key: label,
  label,
  start,
  minutes: 25,
  more,
  shared: false,
  oven_c: null,
});
const CALENDAR = {
  sittings: [
    sitting("ox", "Cut 3 runs", `${today}T19:00:00`),
    sitting("newt", "Cover the tail", "2099-01-05T19:00:00", true),
  ],
  finishes: [
    { figure: "ox", name: "The ox", day: "2099-01-09", hands_min: 90 },
    { figure: "newt", name: "The newt", day: null, hands_min: 600 },
  ],
  remarks: ["The ox: Bake 1 takes 200 min, longer than any of your days (120 min)."],
};
const cards = ["ox", "newt"].map((id) => ({ id, name: id, station: "frame" }));
const answers = () =>
  server({
    ...ABOUT,
    "GET /api/v1/figures": [...cards, { id: "done", name: "done", station: "finished" }],
    "GET /api/v1/calendar": CALENDAR,
    "PATCH /api/v1/rules": { rules: bench().rules, can_undo: true, can_redo: false },
  });

describe("Calendar", () => {
  test("what fits today, what comes later, when each is finished", async () => {
    answers();
    show(<CalendarPage />);
    const now = await screen.findByRole("region", { name: "Today" });
    expect(within(now).getByText(/Cut 3 runs/)).toBeTruthy();
    expect(document.querySelector('[data-day="2099-01-05"]')?.textContent).toContain(
      "Cover the tail, begun",
    );
    expect(screen.getByText("9 January 2099")).toBeTruthy();
    expect(screen.getByText("not within two years")).toBeTruthy();
    expect(screen.getByText(/longer than any of your days/)).toBeTruthy();
  });

  test("the loads of the oven this week, what shares one told together", async () => {
    const bake = (figure: string, start: string, minutes: number) => ({
      ...sitting(figure, "Bake 1", start),
      minutes,
      oven_c: 130,
    });
    server({
      ...ABOUT,
      "GET /api/v1/figures": cards,
      "GET /api/v1/calendar": {
        ...CALENDAR,
        sittings: [
          ...CALENDAR.sittings,
          bake("ox", "2099-01-05T19:00:00", 70),
          bake("newt", "2099-01-05T19:00:00", 45),
          bake("ox", "2099-01-08T19:00:00", 50),
          bake("newt", "2099-01-20T19:00:00", 50),
        ],
      },
    });
    show(<CalendarPage />);
    const oven = within(await screen.findByRole("region", { name: "The oven" }));
    expect(oven.getByText("ox with newt")).toBeTruthy();
    expect(oven.getByText("130 °C, 70 min")).toBeTruthy();
    expect(oven.getByText(/2 loads in the week from then, 2 h in all/)).toBeTruthy();
  });

  test("a figure that is preferred goes before the others, in the file too", async () => {
    answers();
    const { user } = show(<CalendarPage />);
    await user.click(await screen.findByRole("button", { name: "Do this one first: The newt" }));
    const file = () => screen.getByRole("link", { name: /ICS/ }).getAttribute("href");
    await waitFor(() => expect(file()).toContain("figures=newt,ox"));
    expect(file()).not.toContain("done");
  });

  test("hours, days away and days of the oven go to House rules", async () => {
    const asked = answers();
    const { user } = show(<CalendarPage />);
    const field = await screen.findByLabelText("Monday, hours");
    await user.clear(field);
    await user.type(field, "3.5{Enter}");
    await user.click(screen.getByLabelText("Sunday, oven"));
    await user.type(screen.getByLabelText("A day away"), "2099-01-06");
    await user.click(screen.getByRole("button", { name: "Add" }));
    const sent = (key: string) =>
      asked
        .filter((row) => row.method === "PATCH")
        .map((row) => (row.body as { changes: Record<string, unknown> }).changes)
        .find((changes) => key in changes)?.[key];
    await waitFor(() => expect(sent("away")).toEqual(["2099-01-06"]));
    expect(sent("bench_week")).toMatchObject([{ hours: 3.5 }, ...Array<object>(6).fill({})]);
    expect(sent("oven_days")).toEqual([0, 1, 2, 3, 4, 5]);
  });
});
