import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, test, vi } from "vitest";
import type { Card } from "./api/types";
import { LogPanel } from "./log/LogPanel";
import { ReckonerPage } from "./reckoner/ReckonerPage";
import { RulesPage } from "./rules/RulesPage";
import { ShelfPage } from "./shelf/ShelfPage";
import { ABOUT, bench, ferrywoman, problem, server, show, showStation } from "./testing/bench";
import { AccountPage } from "./ui/AccountPage";
import { SignInPage } from "./ui/SignInPage";

const ID = "f".repeat(32);
const card = (name: string, more: Partial<Card> = {}): Card => ({
  id: name.replaceAll(" ", "_"),
  name,
  height_mm: 310,
  body: "biped",
  station: "frame",
  next_step: "Cut 3 runs of wire",
  stops: 0,
  warns: 5,
  notes: 1,
  silhouette: [[0, 0, 10, 0, 10, 10]],
  as_of: null,
  bounds: [0, 0, 10, 10],
  changed: "2026-07-01T10:00:00Z",
  ...more,
});

describe("Shelf", () => {
  const page = (
    <Routes>
      <Route path="/" element={<ShelfPage />} />
      <Route path="/figures/:id/:station" element={<p>the figure's page</p>} />
    </Routes>
  );
  const two = [card("The ferrywoman"), card("The ox", { station: "finished", next_step: null })];

  test("a card tells station, next step and findings", async () => {
    server({ ...ABOUT, "GET /api/v1/figures": two });
    show(page);
    const first = (await screen.findByRole("heading", { name: "The ferrywoman" })).closest(
      "article",
    );
    expect(first?.textContent).toContain("310 mm · at Frame");
    expect(first?.textContent).toContain("Next: Cut 3 runs of wire");
    expect(first?.textContent).toContain("▲ 5 warn");
    expect(
      screen.getByRole("heading", { name: "The ox" }).closest("article")?.textContent,
    ).toContain("finished");
  });

  test("while figures are planned anew it says as of when it is", async () => {
    const as_of = "2026-07-01T10:00:00Z";
    let left = [card("The ferrywoman", { as_of }), card("The ox", { as_of })];
    server({ ...ABOUT, "GET /api/v1/figures": () => left });
    vi.useFakeTimers({ shouldAdvanceTime: true });
    show(page);
    expect(await screen.findByText(/2 figures are being planned/)).toBeTruthy();
    left = two;
    await vi.advanceTimersByTimeAsync(2500);
    await waitFor(() => expect(screen.queryByText(/being planned anew/)).toBeNull());
    vi.useRealTimers();
  });

  test("an empty shelf says what to do", async () => {
    server({ ...ABOUT, "GET /api/v1/figures": [] });
    show(page);
    expect(await screen.findByText(/The shelf is empty/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "Plan your first figure" })).toBeTruthy();
  });

  test("figures are found by name", async () => {
    server({ ...ABOUT, "GET /api/v1/figures": two });
    const { user } = show(page);
    await screen.findByRole("heading", { name: "The ox" });
    await user.type(screen.getByLabelText(/find a figure/i), "ferry");
    expect(screen.queryByRole("heading", { name: "The ox" })).toBeNull();
    await user.type(screen.getByLabelText(/find a figure/i), "zzz");
    expect(screen.getByText("No figure on the shelf is called that.")).toBeTruthy();
  });

  test("a figure is taken off the shelf", async () => {
    const asked = server({
      ...ABOUT,
      "GET /api/v1/figures": two,
      "DELETE /api/v1/figures/The_ox": { done: true },
    });
    const { user } = show(page);
    await user.click(await screen.findByRole("button", { name: "Take The ox off the shelf" }));
    await waitFor(() => expect(asked.some((row) => row.method === "DELETE")).toBe(true));
  });

  test("a new figure is made from body, height and name, and opened", async () => {
    const asked = server({
      ...ABOUT,
      "GET /api/v1/figures": two,
      "POST /api/v1/figures": ferrywoman(),
    });
    const { user } = show(page);
    await user.click(await screen.findByRole("button", { name: "New figure" }));
    await user.click(await screen.findByText("four legs"));
    await user.clear(screen.getByLabelText("Height"));
    await user.type(screen.getByLabelText("Height"), "12 in");
    await user.type(screen.getByLabelText("Name"), "The goat");
    await user.click(screen.getByRole("button", { name: "Plan it" }));
    expect(await screen.findByText("the figure's page")).toBeTruthy();
    expect(asked.find((row) => row.method === "POST")?.body).toEqual({
      name: "The goat",
      body: "quadruped",
      height_mm: "12 in",
      heads_tall: null,
    });
  });

  test("what is wrong is said at its field, and what was typed stays", async () => {
    const fault = { path: "height_mm", value: "tall", allowed: "a length such as 12 in" };
    const asked = server({
      ...ABOUT,
      "GET /api/v1/figures": two,
      "POST /api/v1/figures": () => problem(422, "No.", [fault]),
    });
    const { user } = show(page);
    await user.click(await screen.findByRole("button", { name: "New figure" }));
    await user.clear(await screen.findByLabelText("Height"));
    await user.type(screen.getByLabelText("Height"), "tall");
    await user.type(screen.getByLabelText("Name"), "The goat");
    await user.click(screen.getByRole("button", { name: "Plan it" }));
    expect((await screen.findByRole("alert")).textContent).toBe("tall: a length such as 12 in");
    expect(screen.getByLabelText("Height")).toHaveProperty("value", "tall");
    const before = asked.length;
    await user.type(screen.getByLabelText("Heads tall"), "many");
    await user.click(screen.getByRole("button", { name: "Plan it" }));
    expect(screen.getByText("many: a number of heads, 1.5 to 10")).toBeTruthy();
    expect(asked).toHaveLength(before);
  });

  test("a file that is no sheet changes nothing and says what is wrong with it", async () => {
    const faults = [{ path: "wings", value: "3", allowed: "no such key here; remove it" }];
    server({
      ...ABOUT,
      "GET /api/v1/figures": two,
      "POST /api/v1/figures/import": () => problem(422, "No.", faults),
    });
    const { user } = show(page);
    await screen.findByRole("heading", { name: "The ox" });
    await user.upload(
      screen.getByLabelText("Import a figure sheet", { selector: "input" }),
      new File(["{}"], "bad.json", { type: "application/json" }),
    );
    const alert = await screen.findByRole("alert");
    expect(alert.textContent).toContain("bad.json was not imported; nothing has changed.");
    expect(alert.textContent).toContain("wings: 3 is not allowed; no such key here");
    await user.click(within(alert).getByRole("button", { name: "Close" }));
    expect(screen.queryByRole("alert")).toBeNull();
  });
});

describe("House rules", () => {
  test("a choice is one change", async () => {
    const asked = server({ ...ABOUT, "PATCH /api/v1/rules": ABOUT["GET /api/v1/rules"] });
    const { user } = show(<RulesPage />);
    await user.selectOptions(await screen.findByLabelText("Air"), "fan");
    await waitFor(() => expect(asked.find((row) => row.method === "PATCH")).toBeTruthy());
    expect(asked.find((row) => row.method === "PATCH")?.body).toEqual({
      changes: { "oven/air": "fan" },
      seen: { "oven/air": bench().rules.oven.air },
    });
    expect(screen.getByRole("button", { name: "Undo" })).toHaveProperty("disabled", true);
    expect(screen.getByRole("button", { name: "Redo" })).toHaveProperty("disabled", false);
  });

  test("differences of temperature are in the person's degrees, and kept in °C", async () => {
    const rules = { ...bench().rules, temperature_unit: "F" as const };
    const answer = { rules, can_undo: false, can_redo: false };
    const asked = server({ "GET /api/v1/rules": answer, "PATCH /api/v1/rules": answer });
    const { user } = show(<RulesPage />);
    const swing = await screen.findByLabelText("Swings up and down by");
    expect(swing).toHaveProperty("value", String(rules.oven.swing_c * 1.8));
    await user.clear(swing);
    await user.type(swing, "9{Enter}");
    await waitFor(() =>
      expect(asked.find((row) => row.method === "PATCH")?.body).toEqual({
        changes: { "oven/swing_c": 5 },
        seen: { "oven/swing_c": rules.oven.swing_c },
      }),
    );
  });

  test("the school says what it means", async () => {
    server(ABOUT);
    show(<RulesPage />);
    expect(await screen.findByText(/The body is cured before hands, hair/)).toBeTruthy();
  });
});

describe("Log", () => {
  const entries = [
    { id: 2, text: "After the second bake.", made: "2026-07-01T10:00:00Z", has_picture: true },
    { id: 1, text: "Body and head.", made: "2026-06-30T10:00:00Z", has_picture: false },
  ];
  const LOG = `/api/v1/figures/${ID}/log`;

  test("entries with their pictures, newest first; a picture's caption is its text", async () => {
    server({ ...ABOUT, [`GET ${LOG}`]: entries });
    showStation(<LogPanel />);
    expect(await screen.findByText("Body and head.")).toBeTruthy();
    expect(screen.getByRole("img").getAttribute("alt")).toBe("After the second bake.");
    expect(screen.getByRole("img").getAttribute("src")).toBe(`${LOG}/2/picture?small=true`);
    expect(screen.getByRole("link", { name: "After the second bake." }).getAttribute("href")).toBe(
      `${LOG}/2/picture`,
    );
  });

  test("a note is written, and the field is empty again", async () => {
    const asked = server({ ...ABOUT, [`GET ${LOG}`]: [], [`POST ${LOG}`]: { done: true } });
    const { user } = showStation(<LogPanel />);
    expect(await screen.findByText(/Nothing yet/)).toBeTruthy();
    const field = screen.getByLabelText("Note or caption");
    const put = screen.getByRole("button", { name: "Put in the log" });
    expect(put).toHaveProperty("disabled", true);
    await user.type(field, "Left arm is 2 mm short");
    await user.click(put);
    await waitFor(() => expect(asked.some((row) => row.method === "POST")).toBe(true));
    await waitFor(() => expect(field).toHaveProperty("value", ""));
  });

  test("a picture that is refused is said, and the words stay", async () => {
    server({
      ...ABOUT,
      [`GET ${LOG}`]: [],
      [`POST ${LOG}`]: () => problem(422, "That is no picture."),
    });
    const { user } = showStation(<LogPanel />);
    await user.type(screen.getByLabelText("Note or caption"), "From the front");
    await user.click(screen.getByRole("button", { name: "Put in the log" }));
    expect((await screen.findByRole("alert")).textContent).toBe("That is no picture.");
    expect(screen.getByLabelText("Note or caption")).toHaveProperty("value", "From the front");
  });
});

describe("Accounts", () => {
  test("the demo button is there only where the demo is", async () => {
    server({ "GET /api/v1/me": { name: null, demo: false } });
    show(<SignInPage />);
    await screen.findByRole("button", { name: "Sign in" });
    expect(screen.queryByRole("button", { name: "Open the demo bench" })).toBeNull();
  });

  test("a wrong password is told", async () => {
    server({
      "GET /api/v1/me": { name: null, demo: true },
      "POST /api/v1/session": () => problem(401, "Name and password do not go together."),
    });
    const { user } = show(<SignInPage />);
    expect(await screen.findByRole("button", { name: "Open the demo bench" })).toBeTruthy();
    expect(screen.getByRole("button", { name: "Sign in" })).toHaveProperty("disabled", true);
    await user.type(screen.getByLabelText("Name"), "ada");
    await user.type(screen.getByLabelText("Password"), "wrong{Enter}");
    expect((await screen.findByRole("alert")).textContent).toContain("do not go together");
  });

  test("a new password is sent with the old one", async () => {
    const asked = server({
      "GET /api/v1/me": { name: "ada", demo: false },
      "PUT /api/v1/password": { done: true },
    });
    const { user } = show(<AccountPage />);
    const [old, next] = await waitFor(() => {
      const fields = document.querySelectorAll("input[type=password]");
      expect(fields.length).toBeGreaterThan(1);
      return [...fields];
    });
    await user.type(old as Element, "the old one");
    await user.type(next as Element, "a quite new one{Enter}");
    await waitFor(() =>
      expect(asked.at(-1)?.body).toEqual({ old: "the old one", new: "a quite new one" }),
    );
  });
});

describe("Reckoner", () => {
  test("a piece is asked as it is typed and shown in every form", async () => {
    const found = {
      volume_cm3: 10,
      grams: 17,
      ball_mm: 26.73,
      snake_mm: 795.8,
      sheet_cm2: 50,
      sheet_setting: 4,
      sheet_layers: 1,
      cone_base_mm: 35.7,
      pack_pieces: 3.35,
    };
    const asked = server({ ...ABOUT, "POST /api/v1/reckon": found });
    const { user } = show(<ReckonerPage />);
    expect(await screen.findByText("796 mm long")).toBeTruthy();
    expect(screen.getByText("3 such pieces")).toBeTruthy();
    await user.selectOptions(screen.getByLabelText("I have a"), "sheet");
    await user.clear(screen.getByLabelText("thick"));
    await user.type(screen.getByLabelText("thick"), "1/8 in");
    await waitFor(() =>
      expect(asked.at(-1)?.body).toMatchObject({
        form: "sheet",
        measures: { thickness: "1/8 in", breadth: "40 mm" },
      }),
    );
  });

  test("what cannot be read is told in its place", async () => {
    server({
      ...ABOUT,
      "POST /api/v1/reckon": () =>
        problem(422, "It cannot be.", [
          { path: "measures/across", value: "wide", allowed: "a length such as 20 mm" },
        ]),
    });
    show(<ReckonerPage />);
    expect((await screen.findByRole("alert")).textContent).toContain("a length such as 20 mm");
  });
});
