import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import type { SharedLoad } from "../api/types";
import { localNow } from "../api/useCalendar";
import { ABOUT, bench, server, show } from "../testing/bench";
import { CalendarPage } from "./CalendarPage";
import { gain } from "./Loads";

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

  test("loads that could be one are taken by a click and let go by another", async () => {
    const of = (figure: string, minutes: number) => ({
      figure,
      name: `The ${figure}`,
      key: "bake.1",
      bake: 1,
      label: "Bake 1",
      dial_c: 130,
      most_c: 140,
      minutes,
      tray: 0,
      scorch: 0.2,
      scorch_left: 3,
    });
    const load: SharedLoad = {
      bakes: [of("ox", 81), of("newt", 72)],
      dial_c: 130,
      minutes: 81,
      start: "2099-01-08T19:00:00",
      saved: 1,
      saved_min: 72,
      later: [
        { figure: "ox", name: "The ox", days: 3 },
        { figure: "newt", name: "The newt", days: -1 },
      ],
      trouble: [],
    };
    let held = false;
    const asked = server({
      ...ABOUT,
      "GET /api/v1/figures": cards,
      "GET /api/v1/calendar": CALENDAR,
      "GET /api/v1/loads": () =>
        held
          ? { old: false, now: [], taken: [{ key: "l1", load }], offered: [] }
          : {
              old: false,
              now: [{ figure: "ox", name: "The ox", number: 1, since: "2099-01-05T19:05:00" }],
              taken: [],
              offered: [load],
            },
      "POST /api/v1/loads": () => ((held = true), { ok: true }),
      "DELETE /api/v1/loads/l1": () => ((held = false), { ok: true }),
    });
    const { user } = show(<CalendarPage />);
    const offer = within(
      await screen.findByRole("group", { name: "Could be one load: The ox, The newt" }),
    );
    expect(
      offer.getByText(
        "One load fewer, 72 min less of the oven. Finished: The ox 3 days later, The newt 1 day sooner.",
      ),
    ).toBeTruthy();
    expect(offer.getByText(/Whether all of it goes on the tray is for you to see/)).toBeTruthy();
    expect(screen.getByText(/since 19:05/).textContent).toBe("In it now, since 19:05: The ox");
    await user.click(offer.getByRole("button", { name: "Bake them in one load" }));
    const taken = within(
      await screen.findByRole("group", { name: "Shared load: The ox, The newt" }),
    );
    expect(asked.find((row) => row.method === "POST")?.body).toEqual({
      bakes: [
        { figure: "ox", key: "bake.1" },
        { figure: "newt", key: "bake.1" },
      ],
    });
    expect(taken.getByRole("link", { name: /card/ }).getAttribute("href")).toContain(
      "/loads/l1/card",
    );
    await user.click(taken.getByRole("button", { name: "Let each go in by itself" }));
    await screen.findByRole("group", { name: /^Could be one load/ });
  });

  test("what is saved and what it costs in days", () => {
    const plain: SharedLoad = {
      bakes: [],
      dial_c: 130,
      minutes: 60,
      start: null,
      saved: 0,
      saved_min: 0,
      later: [],
      trouble: [],
    };
    expect(gain(plain)).toBe(
      "They are ready together in any case: one card and one timing for all of it. Nothing is finished later.",
    );
    expect(gain({ ...plain, saved: 2, saved_min: 143 })).toBe(
      "2 loads fewer, 2 h 23 min less of the oven. Nothing is finished later.",
    );
  });
});
