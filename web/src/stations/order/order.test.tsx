import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import type { MoveAnswer, Plan, StepPlan, WayOn } from "../../api/types";
import { ABOUT, ferrywoman, problem, server, showStation } from "../../testing/bench";
import { targetOf } from "./Board";
import { byDay, columnsOf } from "./columns";
import { OrderPanel } from "./OrderPanel";

const ID = "f".repeat(32);
const AT = `/api/v1/figures/${ID}`;
const { figure, plan } = ferrywoman();
const MORE = {
  ...ABOUT,
  "GET /api/v1/calendar": { sittings: [], finishes: [], remarks: [] },
  [`GET ${AT}/reach`]: { share: 0.4 },
  [`GET ${AT}/steps/skull.cover.1/places`]: { bakes: [2], own_bake: 3, before: ["hand_r.cover.1"] },
  "GET /api/v1/mishaps": {
    broke: { words: "it broke off", of: "clay" },
    cracked: { words: "it cracked", of: "clay" },
    wrong_piece: { words: "the wrong piece is in", of: "bought" },
  },
  [`GET ${AT}/mend`]: [],
};
const answer = (more: Partial<MoveAnswer> = {}): MoveAnswer => ({
  label: "Cover and form the head: into bake 2",
  allowed: "free",
  against: [],
  consequences: [],
  bakes_before: 2,
  bakes_after: 2,
  operations: [{ path: "move/move", value: { id: "move" } }],
  ...more,
});
const HEAD = "Cover and form the head";

async function moveTheHead(answered: MoveAnswer | Response) {
  const asked = server({ ...MORE, [`POST ${AT}/order/try`]: answered });
  const shown = showStation(<OrderPanel />);
  await shown.user.click(screen.getByRole("button", { name: `Move: ${HEAD}` }));
  await shown.user.selectOptions(await screen.findByLabelText(`Where to: ${HEAD}`), "into bake 2");
  await waitFor(() => expect(asked.some((row) => row.method === "POST")).toBe(true));
  return { ...shown, asked };
}

describe("Joins", () => {
  test("the order of the chosen one is a strip of pictures, out of the hand and back", async () => {
    server(MORE);
    const { user } = showStation(<OrderPanel />, { selected: "oar_shaft" });
    await user.click(screen.getByRole("tab", { name: "Joins" }));
    const [first, second, ...rest] = screen.getAllByRole("list", { name: "Its order" });
    expect(second).toBeTruthy();
    expect(rest).toEqual([]);
    const told = within(first as HTMLElement).getAllByRole("listitem");
    expect(told.map((row) => row.textContent)).toEqual([
      "got",
      "formed",
      "hand closed",
      "bake 2",
      "slid out",
      "painted",
      "put back",
    ]);
    const pictures = told.map((row) => row.querySelector("svg")?.dataset.scene);
    expect(pictures[2]).toBe("hard raw together");
    expect(pictures[4]).toBe("hard hard apart");
    expect(pictures.at(-1)).toBe("painted painted together");
  });
});

describe("Columns", () => {
  test("there is one for each bake and one for what comes after, and no step is lost", () => {
    const columns = columnsOf(plan.order);
    expect(columns.map((row) => row.bake)).toEqual([1, 2, null]);
    expect(columns.flatMap((row) => row.steps)).toHaveLength(plan.order.steps.length);
    expect(columns[0]?.because).toContain("cured");
  });

  test("days come in their order, what has none comes last, what is done is left out", () => {
    const step = (key: string, done = false): StepPlan => ({
      ...(plan.order.steps[0] as StepPlan),
      key,
      done,
    });
    const days = new Map([
      ["a", "2026-07-03"],
      ["b", "2026-07-01"],
    ]);
    const rows = byDay([step("a"), step("b"), step("c"), step("d", true)], days);
    expect(rows.map((row) => row.title)).toEqual(["Wed 1 Jul", "Fri 3 Jul", "No day yet"]);
    expect(rows.map((row) => row.steps.map((one) => one.key))).toEqual([["b"], ["a"], ["c"]]);
  });
});

describe("A step is moved", () => {
  test("at once where no reason speaks against it", async () => {
    const { asked, done } = await moveTheHead(answer());
    expect(asked.find((row) => row.method === "POST")?.body).toEqual({
      step: "skull.cover.1",
      bake: 2,
    });
    await waitFor(() => expect(done.changes).toHaveLength(1));
    expect(done.changes[0]?.operations).toEqual(answer().operations);
  });

  test("where it could go cannot be had: that is said, with the way to ask again", async () => {
    let there = false;
    server({
      ...MORE,
      [`GET ${AT}/steps/skull.cover.1/places`]: () =>
        there ? { bakes: [2], own_bake: 3, before: [] } : problem(422, "It stays where it is."),
    });
    const { user } = showStation(<OrderPanel />);
    await user.click(screen.getByRole("button", { name: `Move: ${HEAD}` }));
    expect((await screen.findByRole("alert")).textContent).toContain("It stays where it is.");
    there = true;
    await user.click(screen.getByRole("button", { name: "Ask again" }));
    expect(await screen.findByLabelText(`Where to: ${HEAD}`)).toBeTruthy();
  });

  test("only when it is forced where a reason does", async () => {
    const { user, done } = await moveTheHead(
      answer({
        allowed: "forced",
        against: ["under before over"],
        consequences: ["liquid clay between"],
        bakes_after: 3,
      }),
    );
    const dialog = await screen.findByRole("alertdialog");
    expect(dialog.textContent).toContain("under before over");
    expect(dialog.textContent).toContain("liquid clay between");
    expect(dialog.textContent).toContain("3 bakes instead of 2");
    expect(done.changes).toHaveLength(0);
    await user.click(within(dialog).getByRole("button", { name: "Force it" }));
    expect(done.changes).toHaveLength(1);
  });

  test("not where it costs a bake and is left", async () => {
    const { user, done } = await moveTheHead(answer({ bakes_after: 3 }));
    const dialog = await screen.findByRole("alertdialog");
    expect(dialog.textContent).toContain("at a price");
    await user.click(within(dialog).getByRole("button", { name: /Leave it/ }));
    expect(done.changes).toHaveLength(0);
  });

  test("never where it cannot be", async () => {
    await moveTheHead(answer({ allowed: "cannot", against: ["cut before it is bent"] }));
    const dialog = await screen.findByRole("alertdialog");
    expect(within(dialog).queryByRole("button", { name: "Force it" })).toBeNull();
    expect(dialog.textContent).toContain("cut before it is bent");
  });

  test("let go on the board it goes before a step or into a bake, and nowhere on itself", () => {
    const { steps } = plan.order;
    const at = (key: string, bake: number | null): StepPlan => ({
      ...(steps[0] as StepPlan),
      key,
      bake,
    });
    const [a, b, c, late] = [at("a.1", 1), at("b.1", 1), at("c.1", 2), at("late.1", null)];
    const onto = (step: StepPlan, over: string | undefined) =>
      targetOf(step, over, [a, b, c, late]);
    expect(onto(a, "b.1")).toEqual({ step: "a.1", before: "b.1" });
    expect(onto(a, "c.1")).toEqual({ step: "a.1", bake: 2 });
    expect(onto(a, "into bake 2")).toEqual({ step: "a.1", bake: 2 });
    expect(onto(a, "into bake 1")).toBeNull();
    expect(onto(a, "late.1")).toEqual({ step: "a.1", before: "late.1" });
    expect(onto(a, "a.1")).toBeNull();
    expect(onto(a, undefined)).toBeNull();
  });

  test("on the board the columns stand beside each other", async () => {
    server(MORE);
    const { user } = showStation(<OrderPanel />);
    await user.click(screen.getByRole("button", { name: "Board" }));
    const first = await screen.findByRole("region", { name: "Up to bake 1" });
    expect(within(first).getByText(HEAD)).toBeTruthy();
    expect(screen.getByRole("region", { name: "After the last bake" })).toBeTruthy();
  });
});

describe("Reach", () => {
  const looked = (more: Partial<Plan["order"]["reach"]>): Plan => ({
    ...plan,
    order: { ...plan.order, reach: { ...plan.order.reach, looked: true, ...more } },
  });
  const patch = {
    part: "pelvis",
    label: "pelvis",
    seen: 0.5,
    reached: 0.9,
    in_the_way: "apron",
    before: ["oar_shaft"],
  };

  async function open(shown: Plan) {
    const found = showStation(<OrderPanel />, { figure, plan: shown });
    await found.user.click(screen.getByRole("tab", { name: "Reach" }));
    return found;
  }

  test("says how far it is worked out while it is", async () => {
    server(MORE);
    await open(plan);
    await waitFor(() =>
      expect(screen.getByRole("progressbar").getAttribute("aria-valuenow")).toBe("40"),
    );
  });

  test("names what is painted before what, and what the brush misses", async () => {
    server(MORE);
    await open(looked({ fresh: true, patches: [patch] }));
    expect(screen.getByText(/pelvis: before step/).textContent).toContain("oar");
    const table = screen.getByRole("table", { name: "What the brush misses" });
    expect(table.textContent).toContain("90 %");
    expect(table.textContent).toContain("oilskin apron");
  });

  test("another brush is a change of the sheet", async () => {
    server(MORE);
    const { user, done } = await open(looked({ fresh: true, patches: [] }));
    const field = screen.getByLabelText("Brush, across its ferrule");
    await user.clear(field);
    await user.type(field, "8 mm{Enter}");
    expect(done.changes[0]?.operations).toEqual([{ path: "order/brush_mm", value: "8 mm" }]);
  });
});

describe("Mend", () => {
  const way = (more: Partial<WayOn> = {}): WayOn => ({
    mishap: { id: "mishap", kind: "broke", part: "chest", way: "pin_bake", after_bake: 1 },
    label: "Pin the chest and bake",
    because: "the seam is clay again",
    steps: ["Mend: drill", "Mend: fill"],
    hands_min: 30,
    oven_min: 45,
    bakes: 1,
    clay_g: 2,
    other_g: 0.3,
    scorch: 0.4,
    scorch_limit: 3,
    too_scorched: false,
    spoils: [],
    ...more,
  });

  async function open(answers: Record<string, object>) {
    const asked = server({ ...MORE, ...answers });
    const shown = showStation(<OrderPanel />);
    await shown.user.click(screen.getByRole("tab", { name: "Mend" }));
    await screen.findByRole("option", { name: "it cracked" });
    return { ...shown, asked };
  }

  test("each way says what it costs before it is taken", async () => {
    const { user, asked } = await open({
      [`POST ${AT}/mend/try`]: [
        way(),
        way({
          mishap: { ...way().mishap, way: "new_skin" },
          bakes: 0,
          too_scorched: true,
          spoils: ["Bake 3: the paint"],
        }),
      ],
      [`POST ${AT}/mend`]: { ok: true },
    });
    await user.selectOptions(screen.getByLabelText("What part"), "chest");
    await user.click(screen.getByRole("button", { name: "Show ways to repair it" }));
    expect(await screen.findByText(/1 bake more, 45 min in the oven/)).toBeTruthy();
    expect(screen.getByText(/no bake more/)).toBeTruthy();
    expect(screen.getByText("Bake 3: the paint")).toBeTruthy();
    expect(screen.getByText(/it browns; take a way without the oven/)).toBeTruthy();
    const [take] = screen.getAllByRole("button", { name: "Take this way" });
    if (!take) throw new Error("a way can be taken");
    await user.click(take);
    await waitFor(() =>
      expect(asked.find((row) => row.path === `${AT}/mend` && row.method === "POST")?.body).toEqual(
        {
          kind: "broke",
          part: expect.any(String) as string,
          way: "pin_bake",
        },
      ),
    );
  });

  test("what went wrong is listed and can be taken back", async () => {
    const { user, asked } = await open({
      [`GET ${AT}/mend`]: [
        {
          id: 7,
          key: "mishap",
          kind: "broke",
          words: "it broke off",
          part: "chest",
          way: "x",
          made: "",
        },
      ],
      [`DELETE ${AT}/mend/7`]: { ok: true },
    });
    await user.click(await screen.findByRole("button", { name: /Take back: chest/ }));
    await waitFor(() => expect(asked.some((row) => row.method === "DELETE")).toBe(true));
  });

  test("a refusal is told where it was asked", async () => {
    const { user } = await open({ [`POST ${AT}/mend/try`]: problem(422, "No such part.") });
    await user.click(screen.getByRole("button", { name: "Show ways to repair it" }));
    expect(await screen.findByText(/No such part/)).toBeTruthy();
  });
});
