import { screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, test } from "vitest";
import type { Area, Pass } from "../../api/types";
import { fillsOf } from "../../elevation/Paint";
import { looksAfter, spotsAfter, wholes, type AreaPlan } from "../../elevation/painted";
import { millilitres } from "../../units/format";
import { ABOUT, bench, ferrywoman, server, showStation, type Asked } from "../../testing/bench";
import { ColourPanel } from "./ColourPanel";
import { asPainted } from "./EarlierFigure";
import { doseOf, freshId, newPass, renewed } from "./passWords";
import { stripeOn } from "./SpotsBox";

const { plan, figure } = ferrywoman();
const STRIPES = {
  at_mm: [0, 90],
  stripes: [9, 6],
  wide_mm: [3.14, 3.14],
  ends_mm: [26.5, 55.1, 83.8],
};
const SMALL = {
  finest_mm: 0.2,
  usual_mm: 0.4,
  minutes_per_cm: { hair: 0.15, vein: 0.4 },
  resin_ml: 0.043,
  resin_drops: 0.79,
  layers: 1,
};
let asked: Asked[] = [];

beforeEach(() => {
  asked = server({
    ...ABOUT,
    "POST /api/v1/stripes": STRIPES,
    "POST /api/v1/small": SMALL,
    "PUT /api/v1/stores": (row: Asked) => ({ stores: row.body, can_undo: true, can_redo: false }),
  });
});

const first = figure.sheet.colour.areas[0] as Area;

async function passesOf(area: string) {
  const shown = showStation(<ColourPanel />);
  await shown.user.click(screen.getByRole("tab", { name: "Passes" }));
  await shown.user.selectOptions(await screen.findByLabelText("Area"), area);
  return shown;
}

describe("Palette", () => {
  test("every mix in whole parts and drops, and whom it is for", () => {
    showStation(<ColourPanel />);
    for (const mixing of plan.colour.mixings) {
      const words = mixing.recipe.map((row) => `${row.parts} ${row.label}`).join(" + ");
      expect(screen.getByText(words, { exact: false })).toBeTruthy();
      const drops = mixing.recipe.map(doseOf).join(" + ");
      expect(document.body.textContent).toContain(`${drops}, for ${mixing.areas.join(", ")}`);
    }
    expect(document.body.textContent).not.toMatch(/ΔE \d+\.\d/);
  });

  test("a new area takes an id that was never used, and begins as House rules say", async () => {
    const sheet = {
      ...figure.sheet,
      retired_ids: [`area_${figure.sheet.colour.areas.length + 1}`],
    };
    const { user, done } = showStation(<ColourPanel />, { figure: { ...figure, sheet } });
    await waitFor(() => expect(asked.some((row) => row.path.endsWith("paint-lists"))).toBe(true));
    await user.click(screen.getByRole("button", { name: "Add an area" }));
    const [put] = done.changes[0]?.operations ?? [];
    expect(put?.path).toBe(`area/area_${figure.sheet.colour.areas.length + 2}`);
    expect((put?.value as Area).passes.map((row) => row.kind)).toEqual(["base"]);
  });

  test("ground, seal and what a chosen part wears are choices", async () => {
    const { user, done } = showStation(<ColourPanel />, { selected: "braid" });
    await user.selectOptions(screen.getByLabelText("Ground"), "grey");
    await user.selectOptions(screen.getByLabelText("Seal of all"), "satin");
    await user.selectOptions(screen.getByLabelText("The braid wears"), "");
    expect(done.changes.flatMap((change) => change.operations)).toEqual([
      { path: "colour/ground", value: "grey" },
      { path: "colour/seal", value: "satin" },
      { path: "part/braid/area", value: null },
    ]);
  });
});

test("what is bought as it is, with how much of it", () => {
  showStation(<ColourPanel />);
  expect(plan.colour.bought.map((row) => row.product)).toContain("varnish_matt");
  for (const row of plan.colour.bought) {
    const line = screen.getByText(row.label).parentElement as HTMLElement;
    expect(line.textContent).toContain(`for ${row.areas.join(", ")}`);
    expect(line.textContent).toContain(millilitres(row.ml));
  }
});

describe("Passes", () => {
  test("removing an area undresses its parts first, in one change", async () => {
    const { user, done } = await passesOf("hair");
    await user.click(screen.getByRole("button", { name: "Remove grey hair" }));
    expect(done.changes[0]?.operations).toEqual([
      { path: "part/braid/area", value: null },
      { path: "area/hair", value: null },
    ]);
  });

  test("a pass is added at the end, its id one that no other has", async () => {
    const { user, done } = await passesOf(first.id);
    await user.click(screen.getByRole("button", { name: "+ wash" }));
    const [put] = done.changes[0]?.operations ?? [];
    expect(put?.path).toBe(`area/${first.id}/passes`);
    expect((put?.value as Pass[]).map((row) => row.kind)).toEqual(["base", "wash"]);
    const ids = (put?.value as Pass[]).map((row) => row.id);
    expect(new Set(ids).size).toBe(2);
    expect(ids[1]).toMatch(/^[a-z][a-z0-9]{0,19}$/);
  });

  test("an area begins again from a list, and its passes go to another", async () => {
    const { user, done } = await passesOf(first.id);
    const list = bench().paint_lists.find((row) => row.key === "metal");
    await user.click(screen.getByRole("button", { name: /Begin from a list/ }));
    await user.click(await screen.findByRole("menuitem", { name: /^metal/ }));
    const [put] = done.changes[0]?.operations ?? [];
    const bare = (passes: Pass[]) => passes.map((row) => ({ ...row, id: "" }));
    expect(put?.path).toBe(`area/${first.id}/passes`);
    expect(bare(put?.value as Pass[])).toEqual(bare(list?.passes ?? []));
  });

  test("opened, a pass says its fields by its own path", async () => {
    const { user, done } = await passesOf(first.id);
    await user.click(screen.getByRole("button", { name: /^▸ base/ }));
    await user.selectOptions(screen.getByLabelText("Tool"), "airbrush");
    await user.selectOptions(screen.getByLabelText("Where"), "raised");
    expect(done.changes.flatMap((change) => change.operations)).toEqual([
      { path: `area/${first.id}/passes/base/tool`, value: "airbrush" },
      { path: `area/${first.id}/passes/base/spot`, value: null },
      { path: `area/${first.id}/passes/base/where`, value: "raised" },
    ]);
  });

  test("lines say what they are like and how long they are in all", async () => {
    const passes = [...first.passes, { ...newPass(first, "lines"), id: "veins" }];
    const areas = figure.sheet.colour.areas.map((area) =>
      area.id === first.id ? { ...area, passes } : area,
    );
    const told = plan.colour.areas.map((area) => {
      const [row] = area.passes;
      return area.id === first.id && row
        ? {
            ...area,
            passes: [row, { ...row, id: "veins", label: "lines", kind: "lines" as const }],
          }
        : area;
    });
    const sheet = { ...figure.sheet, colour: { ...figure.sheet.colour, areas } };
    const { user, done } = showStation(<ColourPanel />, {
      figure: { ...figure, sheet },
      plan: { ...plan, colour: { ...plan.colour, areas: told } },
    });
    await user.click(screen.getByRole("tab", { name: "Passes" }));
    await user.selectOptions(await screen.findByLabelText("Area"), first.id);
    await user.click(screen.getByRole("button", { name: /^▸ lines/ }));
    await user.selectOptions(screen.getByLabelText("Lines like"), "hair");
    await user.type(screen.getByLabelText("Long in all"), "20 cm{Enter}");
    expect(done.changes.flatMap((change) => change.operations)).toEqual([
      { path: `area/${first.id}/passes/veins/line`, value: "hair" },
      { path: `area/${first.id}/passes/veins/length_mm`, value: "20 cm" },
    ]);
  });

  test("a pass may be of a mixture of one's own", async () => {
    const { stores } = bench();
    const own = { id: "tinted", label: "umber in sealer", medium: "varnish_matt", share: 0.1 };
    server({
      ...ABOUT,
      "GET /api/v1/stores": {
        stores: { ...stores, mixtures: [own] },
        can_undo: false,
        can_redo: false,
      },
    });
    const { user, done } = await passesOf(first.id);
    await user.click(screen.getByRole("button", { name: /^▸ base/ }));
    await screen.findByRole("option", { name: "own: umber in sealer" });
    await user.selectOptions(screen.getByLabelText("With"), "own tinted");
    await user.selectOptions(screen.getByLabelText("With"), "flexible");
    const at = `area/${first.id}/passes/base`;
    expect(done.changes.map((change) => change.operations)).toEqual([
      [
        { path: `${at}/mixture`, value: "tinted" },
        { path: `${at}/medium`, value: null },
      ],
      [
        { path: `${at}/mixture`, value: null },
        { path: `${at}/medium`, value: "flexible" },
      ],
    ]);
  });

  test("what it took is kept in Stores with the mix and what it lay on", async () => {
    const { user } = await passesOf(first.id);
    await user.click(await screen.findByRole("button", { name: "It took 5 coats" }));
    await waitFor(() => expect(asked.some((row) => row.method === "PUT")).toBe(true));
    const put = asked.find((row) => row.method === "PUT")?.body as { took: object[] };
    const told = plan.colour.areas[0];
    expect(put.took).toEqual([
      {
        mix: Object.fromEntries((told?.recipe ?? []).map((row) => [row.paint, row.parts])),
        over: told?.over,
        coats: 5,
      },
    ]);
  });

  test("a place is put on its part by keys, and taken away with its passes", async () => {
    const { user, done } = await passesOf(first.id);
    await user.click(screen.getByRole("button", { name: "An oval in its middle" }));
    const [put] = done.changes[0]?.operations ?? [];
    const [spot] = put?.value as { part: string; outline: [number, number][] }[];
    expect(put?.path).toBe(`area/${first.id}/spots`);
    expect(plan.colour.areas[0]?.parts).toContain(spot?.part);
    expect(spot?.outline.every(([x, y]) => x >= 0 && x <= 1 && y >= 0 && y <= 1)).toBe(true);
  });
});

describe("Seen on the figure", () => {
  const area = plan.colour.areas[0];
  if (!area) throw new Error("an area");

  test("nothing, then its ground, then what is on it by then", () => {
    const at = area.passes[0]?.at ?? 0;
    expect(at).toBeGreaterThan(1);
    expect(looksAfter(area, 0)).toBeNull();
    expect(looksAfter(area, 1)).toBe(area.bare);
    expect(looksAfter(area, at)).toBe(area.passes[0]?.looks);
    expect(wholes(plan, { after: 0, light: "day", before: false }).get(area.parts[0] ?? "")).toBe(
      plan.colour.clay,
    );
  });

  test("a place shows once a pass of its own is on", () => {
    const [pass] = area.passes;
    if (!pass) throw new Error("a pass");
    const placed = {
      ...area,
      passes: [pass, { ...pass, id: "lips", at: pass.at + 1, spot: "lips" }],
      spots: [
        {
          id: "lips",
          label: "lips",
          part: "skull",
          view: "front" as const,
          share: 0.01,
          seen: ["#111111", "#222222"],
        },
      ],
    };
    expect(spotsAfter(placed, pass.at)).toEqual([]);
    expect(spotsAfter(placed, pass.at + 1).map((row) => row.fill)).toEqual(["#222222"]);
  });

  test("the light and what was before are chosen in words", async () => {
    const { user } = showStation(<ColourPanel />);
    await user.click(screen.getByRole("button", { name: "warm lamp" }));
    expect(screen.getByRole("button", { name: "warm lamp" }).getAttribute("aria-pressed")).toBe(
      "true",
    );
    await user.click(screen.getByRole("button", { name: "before beside it" }));
    expect(
      screen.getByRole("button", { name: "before beside it" }).getAttribute("aria-pressed"),
    ).toBe("true");
  });
});

test("a stripe goes along its bone, upright where that is seen from its end", () => {
  const box = { left: 0, low: 0, wide: 40, tall: 80 };
  const mm = (points: [number, number][], n: number) => {
    const [x, y] = points[n] ?? [0, 0];
    return [x * box.wide, y * box.tall] as const;
  };
  const wide = (points: [number, number][]) => {
    const [a, b] = [mm(points, 0), mm(points, 3)];
    return Math.hypot(a[0] - b[0], a[1] - b[1]);
  };
  const upright = stripeOn(box, { start: [20, 40], end: [20.5, 40] });
  expect(upright.map(([x]) => x)).toEqual([0.625, 0.625, 0.375, 0.375]);
  expect(upright.map(([, y]) => y)).toEqual([0, 1, 1, 0]);
  expect(wide(upright)).toBeCloseTo(10, 6);
  const leaning = stripeOn(box, { start: [0, 0], end: [30, 40] });
  const [from, to] = [mm(leaning, 0), mm(leaning, 1)];
  const slope = (to[1] - from[1]) / (to[0] - from[0]);
  expect(Math.abs(slope - 40 / 30)).toBeLessThan(0.2);
  expect(leaning.every(([x, y]) => x >= 0 && x <= 1 && y >= 0 && y <= 1)).toBe(true);
});

test("towards its tips a limb is filled along its bone, and each part goes by its place", () => {
  const [area] = plan.colour.areas;
  const [part, other] = area?.parts ?? [];
  if (!area || !part || !other) throw new Error("an area of two parts");
  const joint = plan.drawing.front.bones.find(
    (bone) => Math.hypot(bone.end[0] - bone.start[0], bone.end[1] - bone.start[1]) > 5,
  )?.joint;
  const along: [string, string, string] = ["#000001", "#000002", "#000003"];
  const looks = { ...area.bare, day: { ...area.bare.day, along } };
  const told = {
    ...area,
    along: { [part]: [joint, 0, 0.3], [other]: ["nowhere", 0.7, 1] } as AreaPlan["along"],
    passes: area.passes.map((row) => ({ ...row, looks })),
  };
  const faded = { ...plan, colour: { ...plan.colour, areas: [told] } };
  const fills = fillsOf(faded, plan.colour.last, plan.drawing.front, "front");
  expect(fills.get(part)).toBe(`url(#along-front-${part})`);
  expect(fills.get(other)).toBe(`url(#paint-front-${area.id})`);
  const seen = wholes(faded, { after: null, light: "day", before: false });
  expect([seen.get(part), seen.get(other)]).toEqual(["#000001", "#000003"]);
});

test("eyes have their sizes, and stripes where one ends", async () => {
  const { user } = showStation(<ColourPanel />);
  await user.click(screen.getByRole("tab", { name: "Eyes and stripes" }));
  const iris = (await screen.findByText("Iris")).parentElement as HTMLElement;
  expect(within(iris).getByText(/mm$/)).toBeTruthy();
  expect(await screen.findByText(/9 stripes of/)).toBeTruthy();
  expect(screen.getByText(/9 s of hair, 24 s of vein/)).toBeTruthy();
  expect(screen.getByText(/about 0.8 drops, in 1 layer under the lamp/)).toBeTruthy();
  expect(screen.getByText(/One ends at 26.5 mm, 55.1 mm, 83.8 mm/)).toBeTruthy();
});

test("ids of passes are never twice in one area", () => {
  const area = { ...first, passes: [newPass(first, "wash")] };
  expect(area.passes.map((row) => row.id)).not.toContain(freshId(area, "wash"));
});

test("of several passes of one kind each has an id of its own where they are put on anew", () => {
  const list = bench().paint_lists.find((row) => row.key === "dark_up")?.passes ?? [];
  const ids = renewed(list).map((row) => row.id);
  expect(list.filter((row) => row.kind === "dry_brush")).toHaveLength(3);
  expect(new Set(ids).size).toBe(list.length);
  expect(ids.every((id) => /^[a-z][a-z0-9]{0,19}$/.test(id))).toBe(true);
  expect(ids).not.toContain(list[1]?.id);
});

test("as on another figure every pass keeps the mix it had there", () => {
  const told = plan.colour.areas[0];
  if (!told) throw new Error("an area");
  const [base] = asPainted(first, told);
  expect(base?.mix).toEqual(Object.fromEntries(told.recipe.map((row) => [row.paint, row.parts])));
  expect(base?.colour).toBeNull();
});
