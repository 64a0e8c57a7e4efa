import { fireEvent, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { ferrywoman, show } from "../testing/bench";
import type { Callout } from "./Callouts";
import { Elevation } from "./Elevation";
import { PLACES } from "../stations/registry";
import type { Layers } from "./layers";
import { nearestJoint } from "./Joints";
import { linesOf, pathOf, projected } from "./paths";

const quiet = () => undefined;
interface Changes {
  layers?: Layers;
  selected?: string | null;
  callouts?: Callout[];
  handles?: boolean;
  marked?: Set<string>;
  landmarks?: boolean;
  links?: boolean;
  onSelect?: (part: string | null) => void;
  onDrop?: () => Promise<unknown>;
  onCancel?: () => void;
}

function drawn(changes: Changes = {}) {
  const { plan, figure } = ferrywoman();
  const { landmarks, ...rest } = changes;
  const shown = show(
    <Elevation
      plan={plan}
      figure={figure}
      layers={PLACES.clay.layers}
      selected={null}
      onSelect={quiet}
      callouts={[]}
      handles={false}
      onDrag={quiet}
      onDrop={() => Promise.resolve()}
      onCancel={quiet}
      landmarks={landmarks ? plan.character.landmarks : undefined}
      {...rest}
    />,
  );
  return { ...shown, plan, figure, all: (what: string) => [...document.querySelectorAll(what)] };
}

test("every part is in both elevations, by its name", () => {
  const { figure, all } = drawn();
  for (const part of figure.sheet.parts)
    expect(all(`[data-part=${part.id}]`).map((path) => path.textContent)).toEqual([
      part.label,
      part.label,
    ]);
  expect(screen.getByRole("img", { name: /elevation of The ferrywoman/ })).toBeTruthy();
});

test("wire is drawn in its layer only, one line a run and view", () => {
  const { plan, all } = drawn({ layers: PLACES.frame.layers });
  expect(all("polyline[data-run]")).toHaveLength(2 * plan.frame.runs.length);
  document.body.innerHTML = "";
  expect(drawn({ layers: PLACES.order.layers }).all("polyline[data-run]")).toHaveLength(0);
});

test("cores are hatched where there is foil", () => {
  const { plan, all } = drawn({ layers: PLACES.bulk.layers });
  const cored = plan.drawing.front.parts.filter((part) => part.core.length).length;
  expect(cored).toBeGreaterThan(5);
  expect(all('path[fill="url(#foil)"]')).toHaveLength(2 * cored);
});

test("painted parts wear their area's colour, bought ones without an area do not look like clay", () => {
  const { all, plan } = drawn({ layers: PLACES.colour.layers });
  const fill = (part: string) => all(`[data-part=${part}]`)[0]?.getAttribute("fill");
  expect(fill("hat_brim")).toBe("url(#paint-front-oilskin)");
  const zones = plan.colour.areas.find((area) => area.id === "oilskin")?.passes.at(-1)?.looks.day;
  const stops = all("#paint-front-oilskin stop").map((stop) => stop.getAttribute("stop-color"));
  expect(new Set(stops)).toEqual(new Set([zones?.raised, zones?.middle, zones?.recess]));
  expect(fill("eye_r")).not.toBe(fill("skull"));
  expect(fill("eye_r")).toContain("stock-fill");
});

test("joints can be taken hold of at Frame only", () => {
  const { figure, all } = drawn({ handles: true });
  expect(all("circle[data-joint][data-view=front]")).toHaveLength(figure.joints.length);
  document.body.innerHTML = "";
  expect(drawn().all("circle[data-joint]")).toHaveLength(0);
});

test("a part is chosen by a click, and let go by another", async () => {
  const choose = vi.fn();
  const { user, all, plan } = drawn({ onSelect: choose });
  const click = async () => user.click(all("[data-part=apron]")[0] as Element);
  await click();
  expect(choose).toHaveBeenLastCalledWith("apron");
  document.body.innerHTML = "";
  const again = drawn({ onSelect: choose, selected: "apron" });
  await again.user.click(again.all("[data-part=apron]")[0] as Element);
  expect(choose).toHaveBeenLastCalledWith(null);
  expect(plan.drawing.front.parts.some((part) => part.id === "apron")).toBe(true);
});

test("what is out of range is dashed, not only coloured", () => {
  const { all } = drawn({ marked: new Set(["chest"]) });
  expect(all("[data-part=chest]")[0]?.getAttribute("stroke-dasharray")).toBeTruthy();
  expect(all("[data-part=belly]")[0]?.getAttribute("stroke-dasharray")).toBeNull();
});

test("landmarks and head lines carry their heights", () => {
  drawn({ landmarks: true });
  expect(screen.getByText("crown 310 mm")).toBeTruthy();
  expect(screen.getByText(/^knee \d/)).toBeTruthy();
  expect(screen.getByText("6 heads")).toBeTruthy();
});

test("callouts stand clear of each other and keep the order of the parts", () => {
  const { plan } = ferrywoman();
  const callouts = plan.clay.parts.map((part) => ({
    part: part.id,
    text: part.label,
    weight: part.grams,
  }));
  const { container } = drawn({ callouts });
  const labels = new Set(callouts.map((row) => row.text));
  const rows = [...container.querySelectorAll("text")].filter((t) =>
    labels.has(t.textContent ?? ""),
  );
  const size = Number.parseFloat(rows[0]?.style.fontSize ?? "0");
  const places = rows.map((row) => Number(row.getAttribute("y")));
  expect(rows.length).toBeGreaterThan(8);
  for (const [i, place] of places.slice(1).entries())
    expect(place - (places[i] ?? 0)).toBeGreaterThan(1.2 * size);
});

test("rings as a path, and points of the world in each view", () => {
  expect(pathOf([[0, 0, 10, 0, 10, 5]])).toBe("M0 0L10 0L10 5Z");
  expect(pathOf([])).toBe("");
  expect(
    linesOf([
      [0, 0, 10, 0],
      [2, 3, 4, 5],
    ]),
  ).toBe("M0 0L10 0M2 3L4 5");
  expect(projected("front", [3, 4, 5])).toEqual([-3, 5]);
  expect(projected("side", [3, 4, 5])).toEqual([4, 5]);
});

test("of joints that lie on one another the nearest is meant", () => {
  const { plan } = ferrywoman();
  const view = plan.drawing.side;
  const [ankle, knee] = ["ankle_r", "knee_r"].map((id) => view.bones.find((b) => b.joint === id));
  if (!ankle || !knee) throw new Error("she has legs");
  expect(nearestJoint(view.bones, [ankle.end[0] + 1, ankle.end[1] - 1])).toBe("ankle_r");
  expect(nearestJoint(view.bones, [knee.end[0] - 2, knee.end[1] + 1])).toBe("knee_r");
});

test("a joint that is only pressed, or let go by Escape, is not turned", () => {
  const onDrop = vi.fn(() => Promise.resolve());
  const onCancel = vi.fn();
  const { all } = drawn({ handles: true, onDrop, onCancel });
  const joint = all("[role=button] title")[0];
  const handle = joint?.parentElement as Element;
  handle.setPointerCapture = () => undefined;
  const svg = handle.closest("svg") as Element;
  const at = (clientX: number) => ({ clientX, clientY: 100, button: 0, pointerId: 1 });
  fireEvent.pointerDown(handle, at(100));
  fireEvent.pointerMove(svg, at(102));
  fireEvent.pointerUp(svg, at(102));
  expect(onDrop).not.toHaveBeenCalled();
  fireEvent.pointerDown(handle, { ...at(100), button: 2 });
  fireEvent.pointerMove(svg, at(160));
  fireEvent.pointerUp(svg, at(160));
  expect(onDrop).not.toHaveBeenCalled();
  fireEvent.pointerDown(handle, at(100));
  fireEvent.pointerMove(svg, at(160));
  fireEvent.keyDown(window, { key: "Escape" });
  fireEvent.pointerUp(svg, at(160));
  expect(onDrop).not.toHaveBeenCalled();
  expect(onCancel).toHaveBeenCalledTimes(2);
  fireEvent.pointerDown(handle, at(100));
  fireEvent.pointerMove(svg, at(160));
  fireEvent.pointerUp(svg, at(160));
  expect(onDrop).toHaveBeenCalledTimes(1);
});

test("of a thing that is held every hand is marked, on both elevations", () => {
  drawn({ selected: "oar_shaft", links: true });
  const marks = document.querySelectorAll("[data-link=oar_shaft] [data-link-mark=hold]");
  expect(marks).toHaveLength(4);
  const hosts = [...document.querySelectorAll("[data-link-host]")].map((row) =>
    row.getAttribute("data-link-host"),
  );
  expect(new Set(hosts)).toEqual(new Set(["hand_r", "hand_l"]));
});
