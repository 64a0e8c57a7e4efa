import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import type { Lot, Owned, StockItem } from "../api/types";
import { ABOUT, bench, problem, server, show } from "../testing/bench";
import { StoresPage } from "./StoresPage";

const lot = (more: Partial<Lot> = {}): Lot => ({
  id: 7,
  label: "summer",
  bought: 454,
  left: 71,
  price: 11.4,
  opened_on: "2026-06-12",
  best_before: null,
  bend_test: null,
  ...more,
});
const clay = (more: Partial<StockItem> = {}): StockItem => ({
  id: 3,
  kind: "clay",
  key: "rigid",
  label: "terracotta",
  unit: "g",
  low_at: 150,
  lots: [lot()],
  ...more,
});
const stocked = (...items: StockItem[]) => ({
  ...ABOUT,
  "GET /api/v1/stock": { kinds: bench().kinds, items },
  "GET /api/v1/figures": [],
});

describe("What is there", () => {
  test("with nothing written down it says how to begin", async () => {
    server(ABOUT);
    show(<StoresPage />);
    expect(await screen.findByText(/Nothing is written down yet/)).toBeTruthy();
  });

  test("what planned figures take is set against it, and what runs low is told", async () => {
    server({
      ...stocked(clay()),
      "GET /api/v1/stock/reserved": [
        { kind: "clay", item: "rigid", label: "terracotta", amount: 500, figures: ["A"] },
      ],
    });
    show(<StoresPage />);
    const row = (await screen.findByText("−429 g")).closest("[data-item]");
    expect(row?.textContent).toContain("71 g");
    expect(row?.textContent).toContain("not enough");
    expect(row?.textContent).toContain("low: buy it again");
  });

  test("more used than was written down says so", async () => {
    server(stocked(clay({ lots: [lot({ left: -3 })], low_at: null })));
    show(<StoresPage />);
    expect(await screen.findByText(/more was used than was written down/)).toBeTruthy();
  });

  test("a booking is sent with a key of its own; one that is too much is asked back", async () => {
    const at = "POST /api/v1/stock/items/3/movements";
    const asked = server({
      ...stocked(clay()),
      [at]: ({ body }: { body: unknown }) =>
        (body as { anyway: boolean }).anyway
          ? { ok: true }
          : problem(422, "Too much.", [
              {
                path: "amount",
                value: "80 g",
                allowed: "at most the 71 g; or the lot goes below nought",
                code: "overdrawn",
              },
            ]),
    });
    const { user } = show(<StoresPage />);
    await user.click(await screen.findByRole("button", { name: /terracotta/ }));
    await user.type(screen.getByLabelText("Amount"), "80 g");
    await user.click(screen.getByRole("button", { name: "Book it" }));
    await user.click(await screen.findByRole("button", { name: "Take it all the same" }));
    await waitFor(() => expect(screen.getByLabelText("Amount")).toHaveProperty("value", ""));
    await waitFor(() => expect(asked.filter((row) => row.method === "POST")).toHaveLength(2));
    const sent = asked
      .filter((row) => row.method === "POST")
      .map((row) => row.body as { client_key: string; anyway: boolean });
    expect(sent.map((body) => body.anyway)).toEqual([false, true]);
    expect(sent[0]?.client_key).not.toBe(sent[1]?.client_key);
  });

  test("varnish is bought as a paint is, by its name", async () => {
    const asked = server({ ...stocked(), "POST /api/v1/stock/lots": lot() });
    const { user } = show(<StoresPage />);
    await user.click(await screen.findByRole("button", { name: "Write down what was bought" }));
    await user.selectOptions(screen.getByLabelText("What was bought"), "paint");
    await user.selectOptions(screen.getByLabelText("which"), "matt varnish");
    await user.type(screen.getByLabelText("how much"), "60 ml");
    await user.click(screen.getByRole("button", { name: "Put it in Stores" }));
    await waitFor(() => expect(asked.some((row) => row.method === "POST")).toBe(true));
    expect(asked.find((row) => row.method === "POST")?.body).toMatchObject({
      kind: "paint",
      item: "varnish_matt",
      amount: "60 ml",
    });
  });

  test("a bare gauge is asked back, and the coil that is meant is put on the shelf", async () => {
    const readings = [
      { label: "12 AWG", diameter_mm: 2.053, strength: 1, taken: true, wires: ["al_awg12"] },
      { label: "12 US steel", diameter_mm: 2.68, strength: 2.2, taken: false, wires: [] },
    ];
    const asked = server({
      ...stocked(),
      "GET /api/v1/wire-words": { text: "12 gauge", asks: true, readings },
      "POST /api/v1/stock/lots": lot(),
    });
    const { user } = show(<StoresPage />);
    await user.click(await screen.findByRole("button", { name: "Write down what was bought" }));
    await user.selectOptions(screen.getByLabelText("What was bought"), "wire");
    await user.type(screen.getByLabelText(/as its label says/), "12 gauge");
    expect((await screen.findByRole("status")).textContent).toContain(
      "taken as 12 AWG, 2.05 mm, as House rules say. 12 US steel would be 2.68 mm, 2.2 × as strong",
    );
    await user.type(screen.getByLabelText("how much"), "3 m");
    await user.click(screen.getByRole("button", { name: "Add 12 AWG soft aluminium" }));
    await waitFor(() => expect(asked.some((row) => row.method === "POST")).toBe(true));
    expect(asked.find((row) => row.method === "POST")?.body).toMatchObject({
      kind: "wire",
      item: "al_awg12",
      amount: "3 m",
    });
  });

  test("a bend test that cannot be is told beside it", async () => {
    const coil = clay({ kind: "wire", key: "al_awg12", label: "12 AWG", unit: "mm" });
    server({
      ...stocked(coil),
      "GET /api/v1/read": { value: 10, unit: "g" },
      "PATCH /api/v1/stock/lots/7": problem(422, "It cannot be.", [
        { path: "bend_test/droop_mm", value: "0.1", allowed: "more than 2 mm" },
      ]),
    });
    const { user } = show(<StoresPage />);
    await user.click(await screen.findByRole("button", { name: /12 AWG/ }));
    await user.click(screen.getByText("Bend test"));
    await user.type(screen.getByLabelText("weight"), "10");
    await user.type(screen.getByLabelText("droop"), "0.1");
    await user.click(screen.getByRole("button", { name: "Count with it" }));
    expect((await screen.findByRole("alert")).textContent).toContain("more than 2 mm");
  });

  test("what a CSV would change is shown before it is taken", async () => {
    const change = {
      row: 2,
      what: "other amount",
      label: "terracotta",
      lot: "summer",
      unit: "g",
      before: 71,
      after: 60,
      fields: [{ field: "price", before: "3.2", after: "" }],
    };
    server({ ...stocked(clay()), "POST /api/v1/stock/import": { rows: [change], taken: 7 } });
    const { user } = show(<StoresPage />);
    const file = new File(["kind,label,left"], "mine.csv", { type: "text/csv" });
    await user.upload(await screen.findByLabelText("A CSV file of lots"), file);
    expect(await screen.findByText(/Of 1 lots in “mine.csv”, 1 would change/)).toBeTruthy();
    expect(screen.getByText("other amount; price: 3.2 → none")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Take it" }));
    expect(await screen.findByText("1 lots taken.")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Take the file back" })).toBeTruthy();
  });
});

describe("To buy", () => {
  const line = {
    kind: "clay",
    item: "rigid",
    label: "terracotta",
    unit: "g",
    needed: 1102,
    left: 71,
    reserved_elsewhere: 0,
    missing: 1031,
    packs: [
      { size: 454, count: 2 },
      { size: 57, count: 3 },
    ],
    cost: 25.9,
    price_source: "catalogue, assumed",
    price_assumed: true,
    figures: ["A", "B"],
  };
  test("one list over two figures, whole packs, a price that is assumed marked", async () => {
    server({
      ...ABOUT,
      "GET /api/v1/figures": [
        { id: "a", name: "A" },
        { id: "b", name: "B" },
      ],
      "GET /api/v1/stock/shopping": { lines: [line], enough: [], unwritten: [], cost: 25.9 },
      "GET /api/v1/stock/costs": { figures: [], waste_percent: null },
    });
    show(<StoresPage />, { at: "/?tab=buy" });
    const list = await screen.findByRole("table", { name: "Shopping list" });
    expect(within(list).getByText("2 × 454 g + 3 × 57 g")).toBeTruthy();
    expect(within(list).getByText("£25.90 ~")).toBeTruthy();
  });
});

describe("Weigh", () => {
  const property = (value: number, source: string) => ({
    value,
    low: value,
    high: value,
    unit: "g/cm3",
    source,
  });
  test("a ball with the weight off the scale is offered, then counted with", async () => {
    const ball = { of: "foil", id: "firm", mass_g: 22.4, across_mm: 40 };
    const asked = server({
      ...ABOUT,
      "GET /api/v1/devices": [{ id: 1, name: "kitchen", heard: null, revoked: false }],
      "GET /api/v1/scale": { state: "resting", grams: 22.4, apart_g: 0.1 },
      "GET /api/v1/stock/costs": { figures: [], waste_percent: null },
      "PUT /api/v1/stores": ABOUT["GET /api/v1/stores"],
      "POST /api/v1/calibrations/preview": {
        weighing: ball,
        before: property(0.5, "assumed"),
        after: property(0.668, "measured"),
        moves: [
          {
            figure_id: "a",
            name: "A",
            foil_m: { was: 10, will: 13.4 },
            clay_g: { was: 1, will: 1 },
            mass_g: { was: 1, will: 2 },
          },
        ],
      },
    });
    const { user } = show(<StoresPage />, { at: "/?tab=weigh" });
    await user.type(await screen.findByLabelText("across"), "40 mm");
    const take = await screen.findByRole("button", { name: "Take 22.4 g from the scale" });
    await user.click(take);
    expect(await screen.findByText(/\+34 %/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Count with it" }));
    await waitFor(() => expect(asked.some((row) => row.method === "PUT")).toBe(true));
    expect(asked.find((row) => row.method === "PUT")?.body).toMatchObject({ weighings: [ball] });
  });
});

describe("What I work with", () => {
  test("what is owned is ticked, and a tick is sent with all the rest", async () => {
    const asked = server({ ...ABOUT, "PUT /api/v1/stores": ABOUT["GET /api/v1/stores"] });
    const { user } = show(<StoresPage />, { at: "/?tab=work-with" });
    const brass = await screen.findByLabelText(/^2 mm annealed brass/);
    expect(brass).toHaveProperty("checked", false);
    await user.click(brass);
    await waitFor(() => expect(asked.some((row) => row.method === "PUT")).toBe(true));
    const { stores } = bench();
    expect(asked.find((row) => row.method === "PUT")?.body).toEqual({
      ...stores,
      wires: [...stores.wires, "br_2_0"],
    });
  });

  test("a mixture of one's own is written down, named and taken away", async () => {
    const asked = server({ ...ABOUT, "PUT /api/v1/stores": ABOUT["GET /api/v1/stores"] });
    const { user } = show(<StoresPage />, { at: "/?tab=work-with" });
    await user.click(await screen.findByRole("button", { name: "Write one down" }));
    await waitFor(() => expect(asked.some((row) => row.method === "PUT")).toBe(true));
    const [kept] = (asked.find((row) => row.method === "PUT")?.body as Owned).mixtures ?? [];
    expect(kept).toMatchObject({ label: "paint in sealer", medium: "varnish_matt", share: 0.2 });
    expect(kept?.id).toMatch(/^[a-z][a-z0-9_]{0,39}$/);
  });

  test("a mixture that is there is changed by its id", async () => {
    const own = { id: "tinted", label: "umber in sealer", medium: "varnish_matt", share: 0.1 };
    const there = {
      stores: { ...bench().stores, mixtures: [own] },
      can_undo: true,
      can_redo: false,
    };
    const asked = server({
      ...ABOUT,
      "GET /api/v1/stores": there,
      "PUT /api/v1/stores": there,
    });
    const { user } = show(<StoresPage />, { at: "/?tab=work-with" });
    await user.selectOptions(await screen.findByLabelText("Goes on like"), "pva");
    await waitFor(() => expect(asked.some((row) => row.method === "PUT")).toBe(true));
    await user.click(screen.getByRole("button", { name: "Remove umber in sealer" }));
    await waitFor(() => expect(asked.filter((row) => row.method === "PUT")).toHaveLength(2));
    expect(
      asked.filter((row) => row.method === "PUT").map((row) => (row.body as Owned).mixtures),
    ).toEqual([[{ ...own, medium: "pva" }], []]);
  });

  test("a mixture without a name is refused beside its field", async () => {
    const own = { id: "tinted", label: "umber in sealer", medium: "varnish_matt", share: 0.1 };
    server({
      ...ABOUT,
      "GET /api/v1/stores": { stores: { ...bench().stores, mixtures: [own] }, can_undo: true },
      "PUT /api/v1/stores": problem(422, "That cannot be.", [
        {
          path: "mixtures/0/label",
          value: "",
          allowed: "something written here",
          code: "empty",
        },
      ]),
    });
    const { user } = show(<StoresPage />, { at: "/?tab=work-with" });
    const name = await screen.findByLabelText("Called");
    await user.clear(name);
    await user.type(name, "{Enter}");
    const refused = await within(name.closest("[data-mixture]") as HTMLElement).findByRole("alert");
    expect(refused.textContent).toBe("Give it a name.");
  });

  test("figures of materials show their range", async () => {
    server(ABOUT);
    show(<StoresPage />, { at: "/?tab=work-with" });
    expect((await screen.findAllByText(/yield 34 MPa \(25–60\)/)).length).toBeGreaterThan(3);
    expect(screen.getAllByText(/label 135 °C/).length).toBeGreaterThan(3);
  });
});
