import { METRIC } from "../../units/format";
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import type {
  BakePlan,
  Finding,
  GunSet,
  InsideBake,
  Operation,
  Owned,
  PartBake,
  PartInside,
  Plan,
  Preview,
} from "../../api/types";
import { ABOUT, bench, ferrywoman, server, showStation, type Asked } from "../../testing/bench";
import { BakePanel } from "./BakePanel";
import { momentAt, stateOf, tintsAt } from "./insideAt";

const ID = "f".repeat(32);
const AT = `/api/v1/figures/${ID}`;
const { figure, plan } = ferrywoman();
const CHEST: PartInside = {
  id: "chest",
  label: "chest",
  clay_mm: 6,
  raw_in: true,
  surface_c: [20, 110, 130, 50],
  core_c: [20, 80, 128, 44],
  fusion: [0, 0.2, 0.97, 0.97],
  grade: ["raw", "raw", "fused", "fused"],
  scorch: [0, 0.1, 0.6, 0.6],
  set_mm: [0, 1.5, 6, 6],
  firm_mm: [0, 0, 6, 6],
  fused_mm: [0, 0, 5.5, 5.5],
  share: [0, 0.3, 0.98, 0.98],
  reached: {
    firm: { min: 42, low_min: 33, high_min: 53 },
    fused: { min: 57, low_min: 46, high_min: null },
  },
  scorch_limit: 3,
  crack_index: 12,
  crack_risk: "moderate",
  vent: true,
};
const INSIDE: InsideBake = {
  number: 1,
  off_min: 60,
  cool_min: 95,
  crack: { surface_c: 100, low_below_c: 10, high_above_c: 25 },
  minutes: [0, 30, 60, 95],
  air_c: [120, 137, 133, 20],
  parts: [CHEST],
};
const panel = <BakePanel />;

describe("A programme of one's own", () => {
  const [first] = plan.bake.bakes;
  const cooked = (more: Partial<BakePlan>, findings: Partial<Preview> = {}) => ({
    number: 0,
    operations: [],
    plan: {
      ...plan,
      bake: {
        ...plan.bake,
        bakes: plan.bake.bakes.map((row, at) => (at ? row : { ...row, ...more })),
      },
    },
    gone: [],
    new: [],
    ...findings,
  });
  const TRY = `POST ${AT}/preview`;
  const sent = (asked: Asked[]) =>
    asked
      .filter((row) => row.path.endsWith("/preview"))
      .map((row) => (row.body as { operations: Operation[] }).operations[0]);

  test("is tried beside the plan before it is kept, for the first part the bake cures", async () => {
    const chest = first?.parts.find((part) => part.id === "chest") as PartBake;
    const asked = server({
      ...ABOUT,
      [TRY]: cooked(
        {
          parts: first?.parts.map((part) =>
            part.id === "chest"
              ? { ...part, grade: "firm", fusion: 0.62, crack_risk: "high" }
              : { ...part, crack_risk: "low" },
          ),
          peak_air_c: 128,
        } as Partial<BakePlan>,
        {
          new: [
            { ...(plan.findings[0] as Finding), title: "The chest is not fused", severity: "warn" },
          ],
        },
      ),
    });
    const { user, done } = showStation(panel);
    await user.click(screen.getByRole("button", { name: "Set dial and minutes myself" }));
    const table = within(await screen.findByRole("table", { name: "What this programme gives" }));
    const cells = (name: string) =>
      within(table.getByText(name).closest("tr") as HTMLElement)
        .getAllByRole("cell")
        .map((cell) => cell.textContent);
    expect(cells("chest").slice(1)).toEqual([
      `fused at ${Math.round(chest.model_min ?? 0)} min`,
      "firm, not fused (62 %)",
    ]);
    expect(cells("air at its hottest")[2]).toBe("128 °C");
    expect(cells("heated")[2]).toBe("too quickly: it may well crack");
    expect(screen.getByText("▲ The chest is not fused")).toBeTruthy();
    expect(done.changes).toEqual([]);
    const stage = {
      dial_c: first?.dial_c.value,
      minutes: first?.advised_min.value,
      ramp_c_min: null,
    };
    const wanted = {
      path: "programme/programme_1",
      value: {
        id: "programme_1",
        cures: first?.parts.find((part) => part.raw_in)?.id,
        stages: [stage],
      },
    };
    expect(sent(asked)).toEqual([wanted]);
    await user.click(screen.getByRole("button", { name: "Keep it" }));
    expect(done.changes[0]?.operations).toEqual([wanted]);
    await waitFor(() => expect(screen.queryByRole("button", { name: "Keep it" })).toBeNull());
  });

  test("that is left as it was leaves nothing behind", async () => {
    server({ ...ABOUT, [TRY]: cooked({}) });
    const { user, done } = showStation(panel);
    await user.click(screen.getByRole("button", { name: "Set dial and minutes myself" }));
    await user.click(await screen.findByRole("button", { name: "Leave it as it is" }));
    expect(screen.queryByRole("group", { name: "Stage 1" })).toBeNull();
    expect(done.changes).toEqual([]);
  });

  test("has its stages, and goes away again; what leaves no dial is named", async () => {
    const stages = [
      { dial_c: 121, minutes: 40, ramp_c_min: null },
      { dial_c: 93, minutes: 60, ramp_c_min: null },
    ];
    const own = { programme: "slow", dials: { ...first?.dials, high_c: 92, capped_by: "eye" } };
    const made = cooked(own as Partial<BakePlan>);
    const asked = server({ ...ABOUT, [TRY]: made });
    const sheet = {
      ...figure.sheet,
      programmes: [{ id: "slow", cures: "chest", stages }],
    };
    const { user, done } = showStation(panel, {
      figure: { ...figure, sheet },
      plan: made.plan as Plan,
    });
    expect(screen.getByText(/No dial cures the clay and spares the eye/)).toBeTruthy();
    expect(screen.getAllByRole("group", { name: /^Stage / })).toHaveLength(2);
    const second = within(screen.getByRole("group", { name: "Stage 2" }));
    const held = second.getByLabelText("held, once the air is there, for");
    await user.clear(held);
    await user.type(held, "75{Enter}");
    await screen.findByRole("button", { name: "Keep it" });
    await user.click(screen.getByRole("button", { name: "Add a stage" }));
    await waitFor(() => expect(screen.getAllByRole("group", { name: /^Stage / })).toHaveLength(3));
    await user.click(screen.getByRole("button", { name: "Leave stage 1 out" }));
    await waitFor(() => expect(screen.getAllByRole("group", { name: /^Stage / })).toHaveLength(2));
    const longer = { ...stages[1], minutes: 75 };
    expect(sent(asked)).toEqual([
      { path: "programme/slow/stages", value: [stages[0], longer] },
      { path: "programme/slow/stages", value: [stages[0], longer, longer] },
      { path: "programme/slow/stages", value: [longer, longer] },
    ]);
    await user.click(screen.getByRole("button", { name: "Leave it as it is" }));
    await user.click(screen.getByRole("button", { name: "Bake it as is advised" }));
    expect(done.changes.map(({ operations }) => operations[0])).toEqual([
      { path: "programme/slow", value: null },
    ]);
  });
});

describe("The inside at a moment", () => {
  test("is that of the nearest minute", () => {
    expect([0, 14, 16, 60, 300].map((minute) => momentAt(INSIDE, minute))).toEqual([0, 0, 1, 2, 3]);
  });

  test("is said in words and in a share", () => {
    expect(stateOf(CHEST, "fusion", 2, METRIC)).toEqual([0.97, "fused"]);
    expect(stateOf(CHEST, "scorch", 2, METRIC)[1]).toBe("20 % of the scorch it can take");
    expect(stateOf(CHEST, "set", 1, METRIC)).toEqual([0.25, "1.50 mm of 6.00 mm set"]);
    expect(stateOf({ ...CHEST, scorch: [9] }, "scorch", 0, METRIC)[0]).toBe(1);
  });

  test("lays a colour over each part, deeper the further it is", () => {
    const at = (moment: number) => tintsAt(INSIDE, "fusion", moment, METRIC).get("chest");
    expect(at(0)?.fill).toContain(" 0%");
    expect(at(2)?.fill).toContain(" 97%");
    expect(at(2)?.words).toBe("fused");
    expect(tintsAt(INSIDE, "scorch", 2, METRIC).get("chest")?.fill).toContain(
      "--chakra-colors-stop",
    );
  });
});

describe("The tab of the inside", () => {
  test("colours the elevation by the slider and takes the colour off again", async () => {
    server({ ...ABOUT, [`GET ${AT}/bakes/1/inside`]: INSIDE });
    const { user, now } = showStation(panel, { selected: "chest" });
    await user.click(screen.getByRole("tab", { name: "Inside" }));
    const slider = await screen.findByRole("slider");
    expect(screen.getByText(/off at 60, handle it from 95 min/)).toBeTruthy();
    const depth = await screen.findByRole("region", { name: "By depth" });
    expect(depth.textContent).toContain("set 6.00 mm deep, firm 6.00 mm deep, fused 5.50 mm deep");
    expect(depth.textContent).toContain("in all 98 % of its strength");
    expect(depth.textContent).toContain("firm right through at 42 min (33 to 53)");
    expect(depth.textContent).toContain("fused at 57 min (46 to over 360)");
    await waitFor(() => expect(now().tints?.get("chest")?.words).toBe("fused"));
    slider.focus();
    await user.keyboard("{Home}");
    await waitFor(() => expect(now().tints?.get("chest")?.words).toBe("soft inside"));
    const table = screen.getByRole("table", { name: "Each part at this minute" });
    expect(table.textContent).toContain("moderate");
    expect(screen.getByText(/prick a vent/)).toBeTruthy();
    await user.click(screen.getByRole("tab", { name: "Oven" }));
    await waitFor(() => expect(now().tints).toBeNull());
  });
});

describe("Hold and fit", () => {
  const held = (more: object): Plan => ({
    ...plan,
    bake: {
      ...plan.bake,
      bakes: plan.bake.bakes.map((bake) => ({ ...bake, ...more })),
    },
  });

  test("says what is held up, with what, and whether the figure goes in", async () => {
    server(ABOUT);
    const shown = held({
      supports: [
        {
          part: "apron",
          label: "oilskin apron",
          kind: "card on edge",
          words: "a strip of card on edge under it",
          root: [0, 0, 90],
          tip: [0, 40, 80],
          overhang_mm: 40,
          allowed_mm: 15,
        },
      ],
      fit: {
        state: "lying",
        words: "It goes in lying only.",
        box_mm: [150, 90, 310],
        above_mm: 120,
        below_mm: 45,
      },
    });
    const { user } = showStation(panel, { figure, plan: shown });
    await user.click(screen.getByRole("tab", { name: "Hold and fit" }));
    expect(screen.getByText("It goes in lying only.")).toBeTruthy();
    expect(screen.getByText(/oilskin apron: card on edge/)).toBeTruthy();
    expect(screen.getByText(/hangs out 40.0 mm/)).toBeTruthy();
  });

  test("an oven that nobody measured is said, with where to measure it", async () => {
    server(ABOUT);
    const { user } = showStation(panel);
    await user.click(screen.getByRole("tab", { name: "Hold and fit" }));
    expect(screen.getByRole("link", { name: /House rules/ })).toBeTruthy();
  });
});

describe("Chips", () => {
  const rate = {
    clay: "rigid",
    label: "rigid polymer clay, terracotta",
    rate: 1,
    between: [0.2, 5],
    tried: 0,
    opened: false,
    words: "no chip of it was bent yet",
  };

  async function open(stores: Partial<Owned> = {}) {
    const asked = server({
      "GET /api/v1/read": { value: 130, unit: "C" },
      ...ABOUT,
      "GET /api/v1/stores": {
        stores: { ...bench().stores, ...stores },
        can_undo: true,
        can_redo: false,
      },
      [`GET ${AT}/chips`]: [rate],
      "PUT /api/v1/stores": { stores: bench().stores, can_undo: true, can_redo: false },
    });
    const shown = showStation(panel);
    await shown.user.click(screen.getByRole("tab", { name: "Chips" }));
    await screen.findByText("Not tried yet");
    const written = async (): Promise<Owned> => {
      await waitFor(() => expect(asked.some((row) => row.method === "PUT")).toBe(true));
      return asked.find((row) => row.method === "PUT")?.body as Owned;
    };
    return { ...shown, written };
  }

  test("one rides along with the minutes and the air of its bake", async () => {
    const { user, written } = await open();
    await user.click(screen.getByRole("button", { name: "Bake a test piece with it" }));
    const [first] = plan.bake.bakes;
    expect((await written()).tried).toEqual([
      {
        of: "clay",
        product: "rigid",
        label: rate.label,
        thick_mm: 3,
        over_foil_mm: null,
        minutes: first?.advised_min.value,
        air_c: first?.steady_air_c,
        wall_c: null,
        verdict: "riding",
      },
    ]);
  });

  test("what it did is written down", async () => {
    const chip = { of: "clay", product: "rigid", label: "a chip", verdict: "riding" } as const;
    const { user, written } = await open({
      tried: [
        { ...chip, thick_mm: 3, over_foil_mm: null, minutes: null, air_c: null, wall_c: null },
      ],
    });
    expect(screen.getByRole("button", { name: "Remove the chip of a chip" })).toBeTruthy();
    await user.selectOptions(screen.getByLabelText("What the chip of a chip did"), "snaps");
    expect((await written()).tried?.[0]?.verdict).toBe("snaps");
  });

  test("one is taken out at half an hour, while the piece bakes on", async () => {
    const chip = { of: "clay", product: "rigid", label: "a chip", verdict: "riding" } as const;
    const { user, written } = await open({
      tried: [{ ...chip, thick_mm: 6, over_foil_mm: 3, minutes: 57, air_c: 135, wall_c: null }],
    });
    expect(screen.getByText(/6.00 mm over 3.00 mm of foil, 57 min/)).toBeTruthy();
    await user.click(screen.getByText("How it was made, and when taken out"));
    const out = screen.getByLabelText("Taken out after");
    await user.clear(out);
    await user.type(out, "30{Enter}");
    expect((await written()).tried?.[0]).toMatchObject({ minutes: 30, over_foil_mm: 3 });
  });

  test("the label of the own pack is kept beside the catalogue's", async () => {
    const { user, written } = await open();
    await user.click(screen.getByText(/write down your pack's/));
    const field = screen.getByLabelText("Bake at");
    await user.clear(field);
    await user.type(field, "130{Enter}");
    expect((await written()).labels?.rigid).toMatchObject({ label_c: 130, maximum_c: 150 });
  });
});

describe("A heat gun", () => {
  const set: GunSet = {
    part: "chest",
    label: "chest",
    air_c: 150,
    minutes: 2,
    set_mm: 0.8,
    clay_mm: 6,
    through: false,
    surface_c: 104,
    core_c: 50,
    back_c: null,
    fusion: 0.02,
    scorch: 0.01,
    scorch_limit: 3,
    warmed: [{ id: "eye_r", label: "right eye", peak_c: 95, limit_c: 90, harmed: true }],
    cautions: ["Never near alcohol."],
  };

  test("says how deep it sets, what else gets hot, and the caution", async () => {
    const asked = server({ ...ABOUT, [`POST ${AT}/heat-gun`]: set });
    const { user } = showStation(panel);
    await user.click(screen.getByRole("tab", { name: "Heat gun" }));
    await user.selectOptions(screen.getByLabelText("Part"), "chest");
    await user.click(screen.getByRole("button", { name: "What it does" }));
    const said = await screen.findByRole("region", { name: "What the heat gun does" });
    expect(said.textContent).toContain("0.80 mm deep");
    expect(within(said).getByText(/too hot/)).toBeTruthy();
    expect(within(said).getByText("Never near alcohol.")).toBeTruthy();
    expect(asked.find((row) => row.method === "POST")?.body).toMatchObject({
      air_c: 150,
      minutes: 2,
      side: "one",
    });
  });
});
