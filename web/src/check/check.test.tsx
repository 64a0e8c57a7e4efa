import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test, vi } from "vitest";
import type { Check, Marked, Owned } from "../api/types";
import { ABOUT, ferrywoman, server, showStation } from "../testing/bench";
import { AsBuilt } from "./AsBuilt";
import { Calipers } from "./Calipers";
import { CheckDialog } from "./CheckDialog";

const { figure } = ferrywoman();
const AT = `/api/v1/figures/${figure.id}`;
const PHOTO = { url: "/photograph.jpg", width_px: 600, height_px: 800, file: new Blob(["x"]) };
const told = (words: string, matters: boolean) => ({
  matters,
  take: matters ? [{ path: "joint/elbow_r/swing_deg", value: 99 }] : [],
  todo: matters ? ["Open the right elbow by 10°."] : ["Within what is left alone at this stage."],
  difference: {
    kind: "angle" as const,
    id: words,
    joint: "elbow_r",
    label: "right elbow",
    unit: "deg" as const,
    seen: 80,
    wanted: 90,
    off: 10,
    sure: 2,
    allowed: 3,
    words,
  },
});
const CHECK: Check = {
  view: "front",
  stage: "raw",
  told: [told("right elbow 10° ± 2° too far closed", true), told("neck fine", false)],
  troubles: ["The card would settle it."],
  mirrored: false,
  seen_from: "Seen from about 600 mm.",
  laid: [{ id: "head", rings: [[0.4, 0.1, 0.6, 0.1, 0.5, 0.3]] }],
  to_mark: [
    { id: "elbow_r", label: "right elbow", at: [0.3, 0.4] },
    { id: "head", label: "head", at: [0.5, 0.2] },
  ],
  axis: [
    [0.5, 0.9],
    [0.5, 0.1],
  ],
};

function open(kept: Marked | null = null) {
  const keep = vi.fn(() => Promise.resolve());
  const close = vi.fn();
  const shown = showStation(
    <CheckDialog
      figure={figure}
      photograph={PHOTO}
      stage="raw"
      kept={kept}
      onKeep={keep}
      onClose={close}
    />,
  );
  return { ...shown, keep, close };
}

/** jsdom has no layout: the photograph is 600 by 800 at the corner of the page. */
async function stage() {
  const found = await screen.findByRole("application");
  found.getBoundingClientRect = () => new DOMRect(0, 0, 600, 800);
  const tap = (x: number, y: number) => {
    fireEvent.pointerDown(found, { clientX: x, clientY: y, button: 0, pointerId: 1 });
    fireEvent.pointerUp(found, { clientX: x, clientY: y, button: 0, pointerId: 1 });
  };
  return { found, tap };
}

describe("A photograph held against the plan", () => {
  test("two taps lay the plan over it; what is off is said with what to do, and kept", async () => {
    const asked = server({ ...ABOUT, [`POST ${AT}/check`]: CHECK });
    const { user, keep, close } = open();
    const { tap } = await stage();
    expect(screen.getByRole("status").textContent).toContain("crown");
    tap(300, 80);
    tap(300, 720);
    const off = within(await screen.findByRole("region", { name: "What is off" }));
    expect(off.getByText("right elbow 10° ± 2° too far closed")).toBeTruthy();
    expect(off.getByText("Open the right elbow by 10°.")).toBeTruthy();
    expect(screen.getByText("1 left alone")).toBeTruthy();
    expect(document.querySelectorAll("[data-plan] polygon")).toHaveLength(1);
    const sent = asked.find((row) => row.path.endsWith("/check"))?.body as Marked;
    expect(sent.scale).toEqual({ kind: "stature", crown: [0.5, 0.1], sole: [0.5, 0.9] });
    await user.selectOptions(screen.getByLabelText("What to mark"), "elbow_r");
    tap(150, 320);
    await user.click(await screen.findByRole("button", { name: "Keep it in the log" }));
    await waitFor(() => expect(close).toHaveBeenCalled());
    expect(keep).toHaveBeenCalledWith(
      expect.objectContaining({ marks: { elbow_r: [0.25, 0.4] }, stage: "raw" }),
    );
  });

  test("by keys: F hides the plan, M lays the mirror image over it, arrows move the cross", async () => {
    server({ ...ABOUT, [`POST ${AT}/check`]: CHECK });
    open();
    const { found, tap } = await stage();
    fireEvent.keyDown(found, { key: "ArrowLeft", shiftKey: true });
    fireEvent.keyDown(found, { key: "Enter" });
    expect(document.querySelector('[data-mark="@crown"]')).toBeTruthy();
    tap(300, 720);
    await screen.findByRole("region", { name: "What is off" });
    fireEvent.keyDown(found, { key: "f" });
    expect(document.querySelector("[data-plan]")).toBeNull();
    fireEvent.keyDown(found, { key: "m" });
    expect(document.querySelector("[data-mirror]")).toBeTruthy();
  });

  test("dragged, the plan follows and goes back to best fit", async () => {
    server({ ...ABOUT, [`POST ${AT}/check`]: CHECK });
    const { user } = open({
      marks_version: 1,
      view: "front",
      stage: "raw",
      width_px: 600,
      height_px: 800,
      scale: { kind: "stature", crown: [0.5, 0.1], sole: [0.5, 0.9] },
      marks: {},
      missing: [],
      mirrored: false,
    });
    await screen.findByRole("region", { name: "What is off" });
    const { found } = await stage();
    found.setPointerCapture = () => undefined;
    fireEvent.pointerDown(found, { clientX: 100, clientY: 100, pointerId: 1 });
    fireEvent.pointerMove(found, { clientX: 160, clientY: 140, pointerId: 1 });
    const plan = () => document.querySelector("[data-plan]")?.getAttribute("transform");
    const moved = (plan() ?? "").match(/[\d.]+/g)?.map((share) => Number(share).toFixed(3));
    expect(moved).toEqual(["0.100", "0.050"]);
    fireEvent.pointerUp(found, { clientX: 160, clientY: 140, pointerId: 1 });
    await user.click(await screen.findByRole("button", { name: "Back to best fit" }));
    expect(plan()).toBe("translate(0 0)");
  });

  test("the card's marks are looked for; not found, they are tapped", async () => {
    let corners: { x: number; y: number }[] = [];
    server({
      ...ABOUT,
      [`POST ${AT}/check`]: { ...CHECK, mirrored: true },
      [`POST ${AT}/check/corners`]: () => ({ width_px: 600, height_px: 800, corners }),
    });
    const { user } = open();
    await user.selectOptions(await screen.findByLabelText("Measured by"), "card");
    expect(await screen.findByText("card: the mark with the large dot")).toBeTruthy();
    corners = [
      { x: 0.2, y: 0.2 },
      { x: 0.8, y: 0.2 },
      { x: 0.8, y: 0.8 },
      { x: 0.2, y: 0.8 },
    ];
    await user.click(screen.getByRole("button", { name: "Look for its marks" }));
    expect(await screen.findByRole("button", { name: /mirror’s: turn it round/ })).toBeTruthy();
    expect(document.querySelectorAll('[data-mark^="@"]')).toHaveLength(4);
  });

  test("what is refused is said, and nothing can be kept", async () => {
    server({ ...ABOUT });
    open();
    const { tap } = await stage();
    tap(300, 400);
    tap(300, 401);
    expect(await screen.findByRole("alert")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Keep it in the log" })).toHaveProperty(
      "disabled",
      true,
    );
  });
});

describe("Calipers", () => {
  test("a reading that cannot be is asked about and put right", async () => {
    const asked = server({
      ...ABOUT,
      "GET /api/v1/caliper": { mm: 54.2, number: 7 },
      "GET /api/v1/read": { value: 504, unit: "mm", says: "504 mm" },
      [`POST ${AT}/calipers`]: ({ body }: { body: unknown }) => {
        const read = (body as { read_mm: Record<string, number> }).read_mm;
        return (read.head ?? 0) > 200
          ? {
              told: [],
              slips: [
                {
                  id: "head",
                  label: "chin to crown",
                  read_mm: 504,
                  wanted_mm: 50.4,
                  meant_mm: 50.4,
                },
              ],
            }
          : { told: [told("chin to crown fine", false)], slips: [] };
      },
    });
    const { user } = showStation(<Calipers />);
    const details = (await screen.findByText(/five lengths/)).closest("details");
    if (details) {
      details.open = true;
      fireEvent(details, new Event("toggle"));
    }
    await user.click(await screen.findByRole("button", { name: /The caliper says 54.2 mm/ }));
    expect(await screen.findByText(/As planned, within what is left alone/)).toBeTruthy();
    const sent = () => asked.filter((row) => row.method === "POST").at(-1)?.body;
    expect(sent()).toEqual({ stage: "raw", read_mm: { head: 54.2 } });
  });

  test("two taps on the figure add a length; measured, the plan goes by it", async () => {
    const asked = server({
      ...ABOUT,
      "GET /api/v1/read": { value: 18, unit: "mm", says: "18 mm" },
      [`POST ${AT}/calipers`]: { told: [told("neck 2 mm too long", true)], slips: [] },
      [`PUT ${AT}/built`]: { ok: true },
    });
    const { user } = showStation(<Calipers />);
    const mark = (label: string) => screen.getByRole("button", { name: label, hidden: true });
    await screen.findByText("Tap where a length begins, then where it ends.");
    await waitFor(() => mark("neck"));
    expect(screen.queryByLabelText(/^neck, 16 mm/)).toBeNull();
    fireEvent.click(mark("neck"));
    fireEvent.click(mark("right knee"));
    expect(screen.getByText(/No length that keeps in every pose/)).toBeTruthy();
    fireEvent.click(mark("chin"));
    await user.type(await screen.findByLabelText(/^neck, 16 mm/), "18 mm{Enter}");
    const keep = await screen.findByRole("button", { name: /go by this length/, hidden: true });
    fireEvent.click(keep);
    await waitFor(() =>
      expect(asked.find((row) => row.method === "PUT")?.body).toEqual({
        part: "neck",
        kind: "length_mm",
        value: 18,
      }),
    );
    await waitFor(() =>
      expect(screen.queryByRole("button", { name: /go by this length/, hidden: true })).toBeNull(),
    );
  });
});

describe("As built", () => {
  test("a wall by a needle goes to the plan and is taken back", async () => {
    let built: { part: string; label: string; kind: string; value: number; planned: number }[] = [];
    const asked = server({
      ...ABOUT,
      [`GET ${AT}/built`]: () => built,
      "GET /api/v1/read": { value: 7.5, unit: "mm", says: "7.5 mm" },
      [`PUT ${AT}/built`]: ({ body }: { body: unknown }) => {
        const sent = body as { part: string; value: number | null };
        built = sent.value
          ? [{ part: sent.part, label: "chest", kind: "wall_mm", value: sent.value, planned: 6 }]
          : [];
        return { ok: true };
      },
    });
    const { user } = showStation(<AsBuilt />);
    await user.click(screen.getByText(/As built/));
    await user.selectOptions(screen.getByLabelText("Which part was measured"), "chest");
    await user.type(screen.getByLabelText("Its wall, by a needle"), "7.5 mm{Enter}");
    expect(await screen.findByText("chest: wall 7.5 mm where 6 mm was planned")).toBeTruthy();
    const sent = () => asked.filter((row) => row.method === "PUT").at(-1)?.body;
    expect(sent()).toEqual({ part: "chest", kind: "wall_mm", value: 7.5 });
    await user.click(screen.getByRole("button", { name: /Take back what was measured/ }));
    await waitFor(() => expect(sent()).toEqual({ part: "chest", kind: "wall_mm", value: null }));
  });

  test("what a weighed core teaches is shown with what it moves, counted with and left again", async () => {
    const weighing = { of: "foil", id: "firm", mass_g: 48, across_mm: 62, name: "chest, The one" };
    const density = (value: number) => ({
      value,
      low: value - 0.03,
      high: value + 0.03,
      unit: "g/cm3",
      source: "measured",
      assumed: false,
    });
    let counted: object[] = [];
    const asked = server({
      ...ABOUT,
      "GET /api/v1/stores": () => ({
        stores: { ...ABOUT["GET /api/v1/stores"]().stores, weighings: counted },
        can_undo: true,
        can_redo: false,
      }),
      [`GET ${AT}/lessons`]: () => [
        {
          part: "chest",
          weighing,
          before: density(0.5),
          after: density(0.374),
          counted: counted.length > 0,
        },
        { part: "belly", weighing, before: density(0.5), after: null, counted: false },
      ],
      "POST /api/v1/calibrations/preview": {
        weighing: null,
        before: null,
        after: null,
        moves: [
          {
            figure_id: figure.id,
            name: "The one",
            foil_m: { was: 10, will: 7.5 },
            clay_g: { was: 600, will: 600 },
            mass_g: { was: 785, will: 757 },
          },
        ],
      },
      "PUT /api/v1/stores": ({ body }: { body: unknown }) => {
        counted = (body as { weighings: object[] }).weighings;
        return { stores: body, can_undo: true, can_redo: false };
      },
    });
    const { user } = showStation(<AsBuilt />);
    await user.click(screen.getByText(/As built/));
    expect(await screen.findByText(/no foil squeezed firm weighs that/)).toBeTruthy();
    expect(await screen.findByText(/weighs 757 g/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Count with it" }));
    await user.click(await screen.findByRole("button", { name: "Do not count with it" }));
    await waitFor(() =>
      expect(
        asked.filter((row) => row.method === "PUT").map((row) => (row.body as Owned).weighings),
      ).toEqual([[weighing], []]),
    );
  });
});
