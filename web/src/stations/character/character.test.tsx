import { screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, test } from "vitest";
import type { Reference, Topic } from "../../api/types";
import { ABOUT, ferrywoman, server, showStation, type Asked } from "../../testing/bench";
import { BonesEditor } from "./BonesEditor";
import { BuildTab } from "./BuildTab";
import { DecideTab } from "./DecideTab";
import { FaceTab } from "./FaceTab";
import { MeasureDialog } from "./MeasureDialog";
import { PaperTab } from "./PaperTab";
import { PartsTab } from "./PartsTab";
import { PicturesTab } from "./PicturesTab";

const { plan, figure } = ferrywoman();
const FIGURE = `/api/v1/figures/${figure.id}`;
const PAGES = [
  { paper: "A4", page_mm: [210, 297], columns: 2, rows: 2, pages: 5 },
  { paper: "A3", page_mm: [297, 420], columns: 1, rows: 1, pages: 2 },
];
let asked: Asked[] = [];
beforeEach(() => {
  asked = server({ ...ABOUT, [`GET ${FIGURE}/prints/layout-map/pages`]: PAGES });
});

const reference: Reference = {
  id: "picture",
  label: "sketch",
  view: "front",
  width_px: 400,
  height_px: 800,
  scale: { kind: "stature", crown: [0.5, 0.1], sole: [0.5, 0.9] },
  landmarks: { head: [0.5, 0.25] },
  shown: true,
  faded: 0.35,
};
const withPicture = (more: Partial<Reference> = {}) => ({
  figure: { ...figure, sheet: { ...figure.sheet, references: [{ ...reference, ...more }] } },
});

describe("Build", () => {
  test("a scale is sent as it was typed, and an age is the core's own change", async () => {
    const { user, done } = showStation(<BuildTab />);
    const field = screen.getByLabelText("Scale");
    await user.clear(field);
    await user.type(field, "1:6 of 1.75 m{Enter}");
    expect(done.changes[0]?.operations).toEqual([{ path: "scale", value: "1:6 of 1.75 m" }]);
    await user.click(screen.getByRole("button", { name: "teen" }));
    const teen = plan.character.ages.find((age) => age.label === "teen");
    expect(done.changes.at(-1)?.operations).toEqual(teen?.operations);
  });

  test("a tail is added by its length, and only what this body has can be moved", async () => {
    const { user, done } = showStation(<BuildTab />);
    await user.click(screen.getByRole("button", { name: "Add tail" }));
    expect(done.changes[0]?.operations[0]?.path).toBe("body/tail_length");
    expect(screen.getByText("Arms")).toBeTruthy();
    expect(screen.queryByText("Cap height")).toBeNull();
  });

  test("the bones of a free body are sent whole", async () => {
    const root = {
      id: "root",
      label: "root",
      parent: null,
      at: 1,
      direction: [0, 0, 1] as [number, number, number],
      length: 1,
    };
    const { user, done } = showStation(<BonesEditor bones={[root]} />);
    await user.click(screen.getByRole("button", { name: "Add a bone" }));
    const value = done.changes[0]?.operations[0]?.value as { id: string; parent: string | null }[];
    expect(value.map((bone) => [bone.id, bone.parent])).toEqual([
      ["root", null],
      ["bone_2", "root"],
    ]);
    expect(screen.queryByRole("button", { name: "Take away" })).toBeNull();
  });
});

describe("Face", () => {
  test("its lines are the core's, and a typed eye line is a share", async () => {
    const { user, done } = showStation(<FaceTab />);
    const table = screen.getByRole("table", { name: "Face grid" });
    for (const line of plan.character.face?.lines ?? [])
      expect(within(table).getByText(line.label)).toBeTruthy();
    const field = screen.getByLabelText("Eye line, typed");
    await user.clear(field);
    await user.type(field, "40{Enter}");
    await waitFor(() =>
      expect(done.changes[0]?.operations).toEqual([{ path: "face/eye_line", value: 0.4 }]),
    );
  });
});

describe("Parts", () => {
  test("something of the library is asked for with its number", async () => {
    const { user, done } = showStation(<PartsTab />);
    await user.selectOptions(screen.getByLabelText("From the library"), "tooth_row");
    const count = screen.getByLabelText("How many teeth");
    await user.clear(count);
    await user.type(count, "4{Enter}");
    await user.click(screen.getByRole("button", { name: "Add row of teeth" }));
    expect(done.made).toEqual([
      { label: "Add row of teeth", add: { item: "tooth_row", count: 4 } },
    ]);
  });

  test("a chosen part can be changed, moved, copied and deleted with what hangs on it", async () => {
    const { user, done } = showStation(<PartsTab />, { selected: "skull" });
    expect(screen.getByRole("heading", { name: "head" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Down" }));
    await user.click(screen.getByRole("button", { name: "Duplicate" }));
    await user.selectOptions(screen.getByLabelText("Surface"), "fur");
    await user.click(screen.getByRole("button", { name: "Delete" }));
    expect(done.changes[0]?.operations).toEqual([{ path: "part/skull/at", value: 1 }]);
    expect(done.made[0]?.copy_of).toEqual({ part: "skull", how: "duplicate" });
    expect(done.changes[1]?.operations).toEqual([{ path: "part/skull/texture", value: "fur" }]);
    expect(done.changes[2]?.operations).toEqual([{ path: "part/skull", value: null }]);
    expect(done.selected).toEqual([null]);
  });

  test("how a part is put on is asked, with what it is on and what follows", async () => {
    const { user, done } = showStation(<PartsTab />, { selected: "nose" });
    const kind = screen.getByLabelText("How is it put on?");
    expect(kind).toHaveProperty("value", "lay");
    expect(screen.getByLabelText("On")).toHaveProperty("value", "skull");
    const follows = plan.order.meetings.find((row) => row.part === "nose")?.follows ?? [];
    expect(follows.length).toBeGreaterThan(0);
    for (const line of follows) expect(screen.getByText(line)).toBeTruthy();
    await user.selectOptions(screen.getByLabelText("Over clay that is"), "cured");
    await user.selectOptions(screen.getByLabelText("and on"), "jaw");
    await user.selectOptions(kind, "press");
    await waitFor(() => expect(done.changes).toHaveLength(3));
    expect(done.changes.map((row) => row.operations[0])).toEqual([
      {
        path: "part/nose/meeting",
        value: { kind: "lay", hosts: ["skull"], cured: true, painted: false },
      },
      { path: "part/nose/meeting/hosts", value: ["skull", "jaw"] },
      { path: "part/nose/meeting/kind", value: "press" },
    ]);
  });

  test("one of a pair says so and has no mirror image to make", () => {
    showStation(<PartsTab />, { selected: "ear_r" });
    expect(screen.getByText("a pair with the left ear")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Mirror" })).toHaveProperty("disabled", true);
  });

  test("hidden parts are told and shown again at once", async () => {
    const parts = figure.sheet.parts.map((part) => ({ ...part, hidden: part.id === "jaw" }));
    const { user, done } = showStation(<PartsTab />, {
      figure: { ...figure, sheet: { ...figure.sheet, parts } },
    });
    await user.click(screen.getByRole("button", { name: "Show the 1 hidden" }));
    expect(done.changes[0]?.operations).toEqual([{ path: "part/jaw/hidden", value: false }]);
  });
});

describe("Decide", () => {
  test("an open question says what it costs and takes an answer, or none", async () => {
    const topic: Topic = {
      id: "lights",
      question: "Are there lights?",
      cost: "A cable cannot be put in later.",
      settled: null,
      answered_by_hand: false,
    };
    const character = { ...plan.character, topics: [topic] };
    const { user, done } = showStation(<DecideTab />, { plan: { ...plan, character } });
    expect(screen.getByText(topic.cost)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "None: Are there lights?" }));
    expect(done.changes[0]?.operations).toEqual([{ path: "decided/lights", value: "none" }]);
    const field = screen.getByLabelText("Settled");
    await user.clear(field);
    await user.type(field, "one in the lamp{Enter}");
    expect(done.changes[1]?.operations).toEqual([
      { path: "decided/lights", value: "one in the lamp" },
    ]);
  });
});

describe("Pictures", () => {
  test("without one it says what to do; with one it shows what was read", () => {
    showStation(<PicturesTab />, {
      figure: { ...figure, sheet: { ...figure.sheet, references: [] } },
    });
    expect(screen.getByText(/No picture yet/)).toBeTruthy();
  });

  test("what is proposed is held to be seen, and taken but for what is left out", async () => {
    const change = (path: string, value: number) => ({
      label: path,
      operations: [{ path, value }],
    });
    const proposals = [
      {
        id: "heads_tall",
        label: "heads tall",
        now: 6,
        measured: 6.5,
        change: change("body/heads_tall", 6.5),
      },
      {
        id: "arm_length",
        label: "arms",
        now: 1,
        measured: 1.1,
        change: change("body/arm_length", 1.1),
      },
    ];
    const character = {
      ...plan.character,
      pictures: { ...plan.character.pictures, proposals },
    };
    const { user, done } = showStation(<PicturesTab />, {
      ...withPicture(),
      plan: { ...plan, character },
    });
    await user.click(screen.getByText(/arms: 100 % → 110 %/));
    await user.pointer({
      keys: "[MouseLeft>]",
      target: screen.getByRole("button", { name: "Hold to see it" }),
    });
    expect(done.previews[0]?.operations).toEqual([{ path: "body/heads_tall", value: 6.5 }]);
    await user.pointer({ keys: "[/MouseLeft]" });
    expect(done.previews).toEqual([]);
    await user.click(screen.getByRole("button", { name: "Take 1 of them" }));
    expect(done.changes[0]?.operations).toEqual([{ path: "body/heads_tall", value: 6.5 }]);
  });

  test("keys set a mark, take it away, and a known length is sent in its unit", async () => {
    const { user, done } = showStation(
      <MeasureDialog
        reference={{
          ...reference,
          scale: { kind: "length", a: [0.5, 0.1], b: [0.5, 0.9], length_mm: 100 },
        }}
        onClose={() => undefined}
      />,
      withPicture(),
    );
    await waitFor(() => expect(document.activeElement?.getAttribute("role")).toBe("application"));
    await user.click(screen.getByRole("button", { name: "● chin" }));
    screen.getByRole("application").focus();
    await user.keyboard("{ArrowDown}{Enter}");
    const placed = done.changes[0]?.operations[0]?.value as { head: [number, number] };
    expect(placed.head[1]).toBeCloseTo(0.25 + 1 / 800, 9);
    await user.click(screen.getByRole("button", { name: "● chin" }));
    screen.getByRole("application").focus();
    await user.keyboard("{Delete}");
    expect(done.changes[1]?.operations[0]?.value).toEqual({});
    const length = screen.getByLabelText("On the figure it is");
    await user.tripleClick(length);
    await user.keyboard("4 in{Enter}");
    expect(done.changes[2]?.operations.at(-1)).toEqual({
      path: "reference/picture/scale/length_mm",
      value: "4 in",
    });
  });
});

describe("Paper", () => {
  test("the pages are counted before they are printed", async () => {
    const { user } = showStation(<PaperTab />);
    expect(await screen.findByText(/5 pages of A4/)).toBeTruthy();
    await user.selectOptions(screen.getByLabelText("Paper"), "A3");
    expect(screen.getByText(/2 pages of A3/)).toBeTruthy();
    await user.click(screen.getByText(/Mirrored/));
    const link = screen.getByRole("link", { name: /Print the layout map/ });
    expect(link.getAttribute("href")).toBe(`${FIGURE}/prints/layout-map?paper=A3&mirrored=true`);
    expect(asked.some((row) => row.path.endsWith("/layout-map/pages"))).toBe(true);
    const card = screen.getByRole("link", { name: "Portion card" });
    expect(card.getAttribute("href")).toBe(`${FIGURE}/prints/portion-card?paper=A3`);
    expect(screen.getAllByRole("link", { name: /^Bend card: / }).length).toBeGreaterThan(1);
  });
});
