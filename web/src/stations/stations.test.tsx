import { coreOf } from "../part/forms";
import { screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, test } from "vitest";
import { ABOUT, bench, ferrywoman, server, showStation, type Asked } from "../testing/bench";
import { length, mass, METRIC } from "../units/format";
import { BakePanel } from "./bake/BakePanel";
import { BulkPanel } from "./bulk/BulkPanel";
import { CharacterPanel } from "./character/CharacterPanel";
import { ClayPanel } from "./clay/ClayPanel";
import { FinishPanel } from "./finish/FinishPanel";
import { FramePanel } from "./frame/FramePanel";
import { OrderPanel } from "./order/OrderPanel";

const FIGURE = `/api/v1/figures/${"f".repeat(32)}`;
const { plan, figure } = ferrywoman();
let asked: Asked[] = [];

beforeEach(() => {
  asked = server({
    ...ABOUT,
    [`PUT ${FIGURE}/steps/frame.cut.1`]: { done: true },
    [`PUT ${FIGURE}/steps/base.mount.1`]: { done: true },
    [`PUT ${FIGURE}/bakes/1`]: { done: true },
  });
});
const writes = () => asked.filter((row) => row.method !== "GET");

describe("Character", () => {
  test("height is sent as it was typed", async () => {
    const { user, done } = showStation(<CharacterPanel />);
    const field = screen.getByLabelText("Figure height");
    await user.clear(field);
    await user.type(field, "12 in{Enter}");
    expect(done.changes).toEqual([
      { label: "Figure height", operations: [{ path: "height_mm", value: "12 in" }] },
    ]);
  });

  test("name, story and mood are the figure's own, and each is saved by itself", async () => {
    const { user, done } = showStation(<CharacterPanel />);
    expect(screen.getByLabelText("Name")).toHaveProperty("value", "The ferrywoman");
    await user.click(screen.getByRole("tab", { name: /Decide/ }));
    await user.type(await screen.findByLabelText("Mood"), "!");
    await user.tab();
    expect(done.changes).toEqual([
      { label: "Mood", operations: [{ path: "mood", value: `${figure.sheet.mood}!` }] },
    ]);
  });

  test("every landmark of the core is there with its height and reason", async () => {
    const { user } = showStation(<CharacterPanel />);
    const table = screen.getByRole("table", { name: "Landmarks" });
    for (const mark of plan.character.landmarks)
      expect(within(table).getByText(mark.label).closest("tr")?.textContent).toContain(
        length(mark.height_mm, METRIC),
      );
    await user.click(within(table).getByRole("button", { name: "Why? knee" }));
    expect(within(table).getByText(/× height/)).toBeTruthy();
    expect(within(table).getByText(/Drillis and Contini/)).toBeTruthy();
  });

  test("sliders go as far as the core lets them", () => {
    showStation(<CharacterPanel />);
    const [heads] = screen.getAllByRole("slider", { hidden: true });
    expect(heads?.getAttribute("aria-valuemin")).toBe("1.5");
    expect(heads?.getAttribute("aria-valuemax")).toBe("10");
  });

  test("a slider previews while it moves, and is one change when it is let go", async () => {
    const { user, done } = showStation(<CharacterPanel />);
    const [heads] = screen.getAllByRole("slider", { hidden: true });
    heads?.focus();
    await user.keyboard("{ArrowRight}");
    await waitFor(() => expect(done.changes).toHaveLength(1));
    expect(done.changes[0]?.operations[0]).toEqual({
      path: "body/heads_tall",
      value: expect.closeTo(6.1, 5) as number,
    });
    expect(done.previews).toHaveLength(1);
  });
});

describe("Frame", () => {
  test("from above it says which way it goes over first", async () => {
    const { user } = showStation(<FramePanel />);
    await user.click(screen.getByRole("tab", { name: "Standing" }));
    const table = screen.getByRole("table", { name: "Which way it tips" });
    expect(within(table).getAllByRole("row")).toHaveLength(9);
    const weakest = [...plan.frame.ground.ways].sort((a, b) => a.tips_at_deg - b.tips_at_deg)[0];
    expect(within(table).getByText(`${weakest?.words}, the weakest`)).toBeTruthy();
    expect(
      screen.getByRole("img", { name: new RegExp(`tips ${weakest?.words} first`) }),
    ).toBeTruthy();
  });

  test("each run has its bends with marks from START, and a card to print", async () => {
    const { user } = showStation(<FramePanel />);
    for (const run of plan.frame.runs) {
      const box = document.querySelector<HTMLElement>(`[data-run-box=${run.id}]`);
      await user.click(within(box as HTMLElement).getByText(/bends? round a/));
      const table = await screen.findByRole("table", { name: `Bends of ${run.label}` });
      expect(within(table).getAllByRole("row")).toHaveLength(run.card.bends.length + 1);
    }
    const links = screen.getAllByRole("link", { name: /bend card/ });
    expect(links[0]?.getAttribute("href")).toBe(
      `${FIGURE}/prints/bend-card/${plan.frame.runs[0]?.id}`,
    );
  });

  test("a pose is taken up whole, or mirrored", async () => {
    const { user, done } = showStation(<FramePanel />);
    await user.click(screen.getByRole("tab", { name: "Pose" }));
    await user.click(screen.getByRole("button", { name: "striding" }));
    await user.click(screen.getByRole("button", { name: "Mirror the pose" }));
    expect(done.made).toEqual([
      { label: "Pose: striding", pose: figure.presets.striding },
      { label: "Mirror the pose", pose: "mirror" },
    ]);
  });

  test("each run says its wire, its hold and its cut", () => {
    showStation(<FramePanel />);
    for (const run of plan.frame.runs) {
      const box = document.querySelector(`[data-run-box=${run.id}]`);
      expect(box?.textContent).toContain(run.chosen.label);
      expect(box?.textContent).toContain(`cut ${length(run.cut_mm, METRIC)}`);
    }
  });

  test("a wire is locked, and given back to the plan", async () => {
    const { user, done } = showStation(<FramePanel />);
    const [wire] = await screen.findAllByLabelText("Wire");
    await screen.findAllByRole("option", { name: /2.5 mm annealed steel/ });
    await user.selectOptions(wire as Element, "st_2_5");
    const run = plan.frame.runs[0]?.id;
    expect(done.changes[0]?.operations).toEqual([{ path: `run/${run}/wire`, value: "st_2_5" }]);
    await user.selectOptions(wire as Element, "");
    expect(done.changes.at(-1)?.operations).toEqual([{ path: `run/${run}/wire`, value: null }]);
  });

  test("what has to be bought is said", async () => {
    showStation(<FramePanel />);
    expect((await screen.findAllByRole("option", { name: /\(to buy\)/ })).length).toBeGreaterThan(
      0,
    );
    const owned = bench().catalogue.wires.al_awg12?.label ?? "";
    expect(screen.getAllByRole("option", { name: owned })).toHaveLength(plan.frame.runs.length);
  });

  test("why a wire: every wire of the catalogue, the lightest that passes, and every joint", async () => {
    const run = plan.frame.runs[0];
    const options = run?.options ?? [];
    const last = options.at(-1);
    if (!run || !last) throw new Error("the ferrywoman has runs");
    const passing = {
      ...last,
      wire: "st_4_0",
      label: "4 mm annealed steel",
      fails: [],
      owned: true,
    };
    server({ ...ABOUT, [`GET ${FIGURE}/runs/${run.id}/gauges`]: [passing, ...options] });
    const { user, done } = showStation(<FramePanel />);
    await user.click(screen.getAllByRole("button", { name: /Every wire tried/ })[0] as Element);
    const tried = await screen.findByRole("table", { name: `Every wire on ${run.label}` });
    const rows = within(tried).getAllByRole("row");
    expect(rows).toHaveLength(2 + options.length);
    expect(rows[1]?.textContent).toContain("4 mm annealed steel");
    expect(rows[1]?.textContent).toContain("the lightest in Stores that passes");
    const joints = screen.getByRole("table", { name: `Joints of ${run.label}` });
    expect(within(joints).getAllByRole("row")).toHaveLength(1 + run.joints.length);
    await user.click(screen.getByRole("button", { name: "Lock 4 mm annealed steel" }));
    expect(done.changes[0]?.operations).toEqual([{ path: `run/${run.id}/wire`, value: "st_4_0" }]);
  });

  test("a run is split, led on, ended and made poseable from its editor", async () => {
    const { user, done } = showStation(<FramePanel />);
    const run = figure.sheet.runs.find((row) => row.id === "arms");
    const box = document.querySelector<HTMLElement>("[data-run-box=arms]");
    if (!run || !box) throw new Error("the ferrywoman has arms");
    await user.click(within(box).getByText("Change this run"));
    await user.selectOptions(within(box).getByLabelText("Split it at"), "elbow_r");
    expect(done.made[0]?.runs).toEqual({ kind: "split", run: "arms", joint: "elbow_r" });
    await user.selectOptions(within(box).getByLabelText("Lead it to"), "head");
    expect(done.made[1]?.runs).toEqual({ kind: "through", run: "arms", joint: "head" });
    await user.selectOptions(within(box).getByLabelText(/^End, at the left wrist/), "hook");
    expect(done.changes.at(-1)?.operations).toEqual([{ path: "run/arms/end", value: "hook" }]);
    await user.click(within(box).getByRole("checkbox", { name: "right elbow" }));
    expect(done.changes.at(-1)?.operations).toEqual([
      { path: "run/arms/poseable", value: { elbow_r: 45 } },
    ]);
    await user.click(within(box).getByRole("button", { name: "Delete this run" }));
    expect(done.changes.at(-1)?.operations).toEqual([{ path: "run/arms", value: null }]);
  });

  test("runs are laid anew by a school, and one is added from joint to joint", async () => {
    const { user, done } = showStation(<FramePanel />);
    await user.click(screen.getByText("Lay all runs anew, by a school"));
    await user.selectOptions(screen.getByLabelText("Limbs"), "rod");
    await user.selectOptions(screen.getByLabelText("Feet"), "loops");
    await user.click(screen.getByRole("button", { name: "Lay them" }));
    expect(done.made[0]?.runs).toEqual({ kind: "suggest", school: "rod", feet: "loops" });
    await user.click(screen.getByText("Add a run"));
    await user.selectOptions(screen.getByLabelText("From the"), "neck");
    await user.selectOptions(screen.getByLabelText("to the"), "wrist_l");
    await user.click(screen.getByRole("button", { name: "Add this run" }));
    expect(done.made[1]?.runs).toEqual({ kind: "add", first: "neck", last: "wrist_l" });
  });

  test("the cut list is laid onto coils in order, and says what to buy", async () => {
    const { user } = showStation(<FramePanel />);
    await user.click(screen.getByRole("tab", { name: "Cutting" }));
    for (const coil of plan.frame.cuts.coils) {
      const box = document.querySelector(`[data-coil=${coil.coil ?? coil.wire}]`);
      for (const cut of coil.cuts)
        expect(box?.textContent).toContain(`${cut.label}${length(cut.length_mm, METRIC)}`);
    }
    for (const buy of plan.frame.cuts.buy)
      expect(screen.getByText(new RegExp(`Buy ${buy.metres} m of ${buy.label}`))).toBeTruthy();
    expect(screen.getByRole("link", { name: /CSV/ }).getAttribute("href")).toBe(
      `${FIGURE}/prints/cut-list?form=csv`,
    );
  });

  test("a pose is kept under a name, and turned alike on both sides", async () => {
    const { user, done } = showStation(<FramePanel />, { looked: { bothSides: true } });
    await user.click(screen.getByRole("tab", { name: "Pose" }));
    await user.type(screen.getByLabelText("Name for this pose"), "Oar planted");
    await user.click(screen.getByRole("button", { name: "Keep it" }));
    expect(done.changes[0]?.operations).toEqual([
      {
        path: "kept_pose/oar_planted",
        value: { label: "Oar planted", joints: figure.sheet.pose },
      },
    ]);
    const [swing] = screen.getAllByRole("slider", { hidden: true });
    swing?.focus();
    await user.keyboard("{ArrowRight}");
    await waitFor(() => expect(done.changes).toHaveLength(2));
    const paths = done.changes[1]?.operations.map((op) => op.path);
    expect(paths).toEqual(["joint/shoulder_r/swing_deg", "joint/shoulder_l/swing_deg"]);
  });

  test("how to hold it while it is raw is said, and a counterweight put in", async () => {
    const weight = { mass_g: 45, right_mm: -20, back_mm: 35 };
    const frame = { ...plan.frame, counterweight: weight };
    const { user, done } = showStation(<FramePanel />, { plan: { ...plan, frame } });
    await user.click(screen.getByRole("tab", { name: "Standing" }));
    for (const way of plan.frame.holding) expect(screen.getByText(way.words)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Put it in" }));
    expect(done.changes[0]?.operations).toEqual([
      { path: "base/counterweight_g", value: 45 },
      { path: "base/counterweight_back_mm", value: 35 },
      { path: "base/counterweight_right_mm", value: -20 },
    ]);
  });

  test("joints can be turned without dragging", async () => {
    const { user, done } = showStation(<FramePanel />);
    await user.click(screen.getByRole("tab", { name: "Pose" }));
    await user.selectOptions(screen.getByLabelText("Joint"), "elbow_l");
    const [swing] = screen.getAllByRole("slider", { hidden: true });
    swing?.focus();
    await user.keyboard("{ArrowRight}");
    await waitFor(() =>
      expect(done.changes[0]?.operations[0]?.path).toBe("joint/elbow_l/swing_deg"),
    );
  });
});

describe("Bulk", () => {
  test("one wall for all foil reaches every part that has some", async () => {
    const { user, done } = showStation(<BulkPanel />);
    const field = screen.getByLabelText("Wall over all foil");
    await user.clear(field);
    await user.type(field, "3 mm{Enter}");
    const cored = figure.sheet.parts.filter((part) => coreOf(part) === "foil" && !part.stock);
    expect(done.changes[0]?.operations).toEqual(
      cored.map((part) => ({ path: `part/${part.id}/wall_mm`, value: "3 mm" })),
    );
  });

  test("a chosen part has its own wall and core", async () => {
    const { user, done } = showStation(<BulkPanel />, { selected: "chest" });
    await user.selectOptions(screen.getByLabelText("Core"), "wire");
    expect(done.changes[0]?.operations).toEqual([{ path: "part/chest/core", value: "wire" }]);
    await user.clear(screen.getByLabelText("Wall here"));
    await user.type(screen.getByLabelText("Wall here"), "4{Enter}");
    expect(done.changes[1]?.operations).toEqual([{ path: "part/chest/wall_mm", value: "4 mm" }]);
  });

  test("bought pieces take no foil and are left out", () => {
    showStation(<BulkPanel />);
    const table = screen.getByRole("table", { name: "Foil of each part" });
    expect(within(table).queryByText("oar shaft")).toBeNull();
    expect(within(table).getByText("chest")).toBeTruthy();
  });
});

describe("Clay", () => {
  test("grams and a ball for each part, equal pairs named", () => {
    showStation(<ClayPanel />);
    const table = screen.getByRole("table", { name: "Clay of each part" });
    for (const part of plan.clay.parts) {
      const row = within(table)
        .getByRole("button", { name: `Why? ${part.label}` })
        .closest("tr");
      expect(row?.textContent).toContain(mass(part.grams, METRIC));
      expect(row?.textContent).toContain(length(part.ball_mm, METRIC));
      expect(row?.textContent?.includes("equal pair")).toBe(part.equal_to !== null);
    }
  });

  test("a chosen part can be made of another clay", async () => {
    const { user, done } = showStation(<ClayPanel />, { selected: "braid" });
    await screen.findByRole("option", { name: /flexible/ });
    await user.selectOptions(screen.getByLabelText("Clay"), "flexible");
    expect(done.changes[0]?.operations).toEqual([{ path: "part/braid/clay", value: "flexible" }]);
  });

  test("flat patterns are fetched when they are opened, each with its paper", async () => {
    const pattern = {
      part: "apron",
      label: "oilskin apron",
      kind: "sheet",
      count: 1,
      outline: [
        [0, 0],
        [60, 0],
        [30, 90],
      ],
      seam: [],
      holes: [
        [
          [10, 10],
          [12, 14],
        ],
      ] as [number, number][][],
      scores: [],
      thickness_mm: 3.4,
      overlap_mm: 0,
      stretch_percent: 6.2,
      square_mm: 70,
      fold_mm: 23.6,
      setting: 5,
      layers: 2,
      bought: "",
      grams: null as number | null,
    };
    const crown = {
      ...pattern,
      part: "crown",
      label: "crown",
      kind: "cloth",
      stretch_percent: 0,
      square_mm: 0,
      bought: "card",
      grams: 0.36,
      scores: pattern.holes,
    };
    server({ ...ABOUT, [`GET ${FIGURE}/patterns`]: [pattern, crown] });
    const { user, done } = showStation(<ClayPanel />);
    await user.click(screen.getByRole("tab", { name: "Patterns" }));
    const link = await screen.findByRole("link", { name: "Pattern of the oilskin apron as SVG" });
    expect(link.getAttribute("href")).toBe(`${FIGURE}/prints/patterns?part=apron&form=svg`);
    expect(document.querySelector("[data-pattern=apron]")?.textContent).toContain(
      "its edges have to give 6 %; or drape one square of 70.0 mm, with a fold of 23.6 mm at each corner",
    );
    const bought = document.querySelector("[data-pattern=crown]");
    expect(bought?.textContent).toContain("card, 3.40 mm thick, 0.36 g, scored along the broken");
    expect(bought?.querySelectorAll("polyline")).toHaveLength(2);
    await user.click(screen.getByRole("button", { name: "oilskin apron" }));
    expect(done.selected).toEqual(["apron"]);
  });

  test("a row of the table chooses its part", async () => {
    const { user, done } = showStation(<ClayPanel />);
    await user.click(screen.getByRole("button", { name: /^chest/ }));
    expect(done.selected[0]).toBe("chest");
  });
});

describe("Order", () => {
  test("every step is there in its order, the bakes between them", () => {
    showStation(<OrderPanel />);
    const labels = screen.getAllByRole("listitem").map((item) => item.textContent ?? "");
    expect(labels).toHaveLength(plan.order.steps.length);
    for (const [i, step] of plan.order.steps.entries()) expect(labels[i]).toContain(step.label);
    expect(screen.getByRole("heading", { name: "Up to bake 2" })).toBeTruthy();
    expect(screen.getByRole("heading", { name: "After the last bake" })).toBeTruthy();
  });

  test("a step says what it waits for when it is asked", async () => {
    const { user } = showStation(<OrderPanel />);
    const hand = screen.getByText("Cover and form the right hand").closest("li");
    if (!hand) throw new Error("the hand has a row");
    await user.click(within(hand).getByText("Why here?"));
    expect(hand.textContent).toMatch(/body cured before what handling would smear: after Bake 1/);
  });

  test("a tick is written down", async () => {
    const { user } = showStation(<OrderPanel />);
    await user.click(screen.getByLabelText("Done: Cut 3 runs of wire"));
    await waitFor(() => expect(writes()).toHaveLength(1));
    expect(writes()[0]).toMatchObject({
      path: `${FIGURE}/steps/frame.cut.1`,
      body: { done: true },
    });
  });
});

describe("Bake", () => {
  test("each bake has its dial, its minutes and its parts", () => {
    showStation(<BakePanel />);
    const [first] = plan.bake.bakes;
    expect(screen.getAllByRole("button", { name: /^Bake \d/ })).toHaveLength(
      plan.bake.bakes.length,
    );
    expect(document.querySelector("[data-answer='Minutes advised']")?.textContent).toBe(
      `${first?.advised_min.value} min`,
    );
    const table = screen.getByRole("table", { name: "Parts in this bake" });
    expect(within(table).getAllByRole("row")).toHaveLength(1 + (first?.parts.length ?? 0));
    expect(screen.getByText(/If it smokes: switch off/)).toBeTruthy();
  });

  test("the minutes it really took are written down", async () => {
    const { user } = showStation(<BakePanel />);
    expect(screen.getByLabelText("Minutes it really took")).toHaveProperty("value", "");
    await user.type(screen.getByLabelText("Minutes it really took"), "68{Enter}");
    await waitFor(() => expect(writes()[0]?.body).toEqual({ minutes: 68 }));
  });

  test("a bake that is no more shows the first", () => {
    showStation(<BakePanel />, { looked: { bake: 9 } });
    expect(screen.getByRole("button", { name: /^Bake \d/, pressed: true }).textContent).toContain(
      "Bake 1",
    );
  });
});

describe("Finish", () => {
  test("where to drill, how wide and how deep", () => {
    showStation(<FinishPanel />);
    const holes = screen.getAllByRole("listitem").map((item) => item.textContent ?? "");
    expect(holes).toHaveLength(plan.frame.pegs.length);
    for (const [i, peg] of plan.frame.pegs.entries())
      expect(holes[i]).toContain(`drill ${peg.hole_mm.toFixed(1)} mm`);
  });

  test("the base is measured in any unit, and the list is ticked off", async () => {
    const { user, done } = showStation(<FinishPanel />);
    await user.clear(screen.getByLabelText("Base width"));
    await user.type(screen.getByLabelText("Base width"), "6 in{Enter}");
    expect(done.changes[0]?.operations).toEqual([{ path: "base/width_mm", value: "6 in" }]);
    await user.click(screen.getByLabelText(/Glued to the base/));
    await waitFor(() => expect(writes()[0]?.path).toBe(`${FIGURE}/steps/base.mount.1`));
  });
});
