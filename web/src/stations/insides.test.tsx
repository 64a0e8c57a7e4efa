import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { ABOUT, bench, ferrywoman, server, showStation } from "../testing/bench";
import { BulkPanel } from "./bulk/BulkPanel";
import { ClayPanel } from "./clay/ClayPanel";

const { figure, plan } = ferrywoman();

describe("Hollow, and lights", () => {
  test("a chosen part's core is pulled, and a light put in it", async () => {
    server(ABOUT);
    const { user, done } = showStation(<BulkPanel />, { selected: "chest" });
    await user.click(screen.getByRole("tab", { name: "Hollow, and lights" }));
    await user.click(screen.getByRole("button", { name: /Pull the core of the chest/ }));
    await user.click(screen.getByRole("button", { name: "Put a light in the chest" }));
    expect(done.changes.map((change) => change.operations[0])).toMatchObject([
      { path: "part/chest/core", value: "pulled" },
      { path: "light/light_1", value: { part: "chest", cell_in: "base", cable: "silicone" } },
    ]);
  });

  test("an opening's side is chosen with as wide a hole as pliers need", async () => {
    server(ABOUT);
    const hollow = {
      part: "chest",
      label: "chest",
      side: "under" as const,
      across_mm: 0,
      whole_mm: 65,
      least_mm: 32.4,
      bridge_mm: 20,
      comes_out: false,
      whole: false,
      rim: [],
      pull_below_c: 45,
    };
    const bulk = { ...plan.bulk, hollows: [hollow] };
    const { user, done } = showStation(<BulkPanel />, { plan: { ...plan, bulk } });
    await user.click(screen.getByRole("tab", { name: "Hollow, and lights" }));
    await user.selectOptions(screen.getByLabelText("Its core comes out"), "back");
    expect(done.changes[0]?.operations).toEqual([
      { path: "part/chest/opening", value: { side: "back", across_mm: 32 } },
    ]);
  });
});

describe("Clay beside clay", () => {
  test("a part is made of putty, and of clay again", async () => {
    server(ABOUT);
    const { user, done } = showStation(<ClayPanel />, { selected: "nose" });
    await screen.findByRole("option", { name: "epoxy putty, not baked" });
    await user.selectOptions(screen.getByLabelText("Clay"), "epoxy_putty");
    expect(done.changes[0]?.operations).toEqual([
      { path: "part/nose/stock", value: "epoxy_putty" },
    ]);
  });

  test("putty says in what halves and how soon, and that it is not baked", () => {
    const use = {
      part: "nose",
      label: "nose",
      material: "epoxy putty",
      grams: 12,
      batches: 2,
      half_g: 3,
      work_min: 60,
      work_low_min: 5,
      work_high_min: 180,
      cure_h: 24,
    };
    showStation(<ClayPanel />, { plan: { ...plan, clay: { ...plan.clay, putty: [use] } } });
    const box = document.querySelector("[data-putty=nose]");
    expect(box?.textContent).toContain("2 batches, each of 3.00 g of either part");
    expect(box?.textContent).toContain("It goes on when all is baked");
  });

  test("a colour is mixed for the clay of its area; the recipe is kept with its chip", async () => {
    const part = { id: "rigid", label: "terracotta", colour: "#b3694a", parts: 3, drops: 0 };
    const mix = {
      parts: [{ ...part, grams: 33 }],
      chip: [{ ...part, grams: 4 }],
      mix: "#b3694a",
      nearness: "near",
      batch_g: 33,
      calibrated: 0,
      nearer_with: ["white"],
    };
    const asked = server({
      ...ABOUT,
      "POST /api/v1/clay-mix": { target: "#000000", blocks: mix, inked: null },
      "PUT /api/v1/stores": ABOUT["GET /api/v1/stores"],
    });
    const { user } = showStation(<ClayPanel />);
    await user.click(screen.getByRole("tab", { name: "Mixing colours" }));
    const box = await screen.findByRole("group", { name: "From the blocks you own" });
    expect(within(box).getByText("33 g")).toBeTruthy();
    expect(within(box).getByText("Nearer with white.")).toBeTruthy();
    const [area] = figure.sheet.colour.areas;
    const first = asked.find((row) => row.path === "/api/v1/clay-mix");
    expect(first?.body).toMatchObject({ target: area?.target });
    await user.click(within(box).getByRole("button", { name: "Keep this recipe" }));
    await waitFor(() => expect(asked.some((row) => row.method === "PUT")).toBe(true));
    expect(asked.find((row) => row.method === "PUT")?.body).toMatchObject({
      ...bench().stores,
      chips: [{ grams: { rigid: 4 }, verdict: "not baked yet", seen: null }],
    });
  });
});
