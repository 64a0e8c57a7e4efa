import type { CheckScale, CheckStage, Marked } from "../api/types";
import type { Point } from "./marking";

/** What a photograph is measured by. */
export type ScaleKind = CheckScale["kind"];

export interface Photograph {
  url: string;
  width_px: number;
  height_px: number;
  /** Itself where it was chosen here; one of the log is fetched. */
  file: Blob | null;
}

/** A photograph while it is being marked: `ends` are what the scale is tapped by, under its own names. */
export interface Marking {
  view: Marked["view"];
  stage: CheckStage;
  kind: ScaleKind;
  ends: Record<string, Point>;
  length_mm: number;
  behind_mm: number;
  marks: Record<string, Point>;
  missing: string[];
  mirrored: boolean;
}

/** What is tapped for each scale, in its order. */
export const ENDS: Record<ScaleKind, { id: string; label: string }[]> = {
  stature: [
    { id: "@crown", label: "crown" },
    { id: "@sole", label: "sole" },
  ],
  length: [
    { id: "@a", label: "one end of a known length" },
    { id: "@b", label: "its other end" },
  ],
  card: [
    { id: "@1", label: "card: the mark with the large dot" },
    { id: "@2", label: "card: the next one, clockwise" },
    { id: "@3", label: "card: the one below it" },
    { id: "@4", label: "card: the last one" },
  ],
};

export const fresh = (stage: CheckStage): Marking => ({
  view: "front",
  stage,
  kind: "stature",
  ends: {},
  length_mm: 100,
  behind_mm: 40,
  marks: {},
  missing: [],
  mirrored: false,
});

/** As it was kept with a photograph. */
export function reopened(marked: Marked): Marking {
  const { scale } = marked;
  const names = ENDS[scale?.kind ?? "stature"].map((row) => row.id);
  const points: Point[] =
    scale?.kind === "card"
      ? scale.corners
      : scale?.kind === "length"
        ? [scale.a, scale.b]
        : scale?.kind === "stature"
          ? [scale.crown, scale.sole]
          : [];
  return {
    view: marked.view,
    stage: marked.stage,
    kind: scale?.kind ?? "stature",
    ends: Object.fromEntries(points.map((point, at) => [names[at] ?? "", point])),
    length_mm: scale?.kind === "length" ? scale.length_mm : 100,
    behind_mm: scale?.kind === "card" ? scale.behind_mm : 40,
    marks: marked.marks,
    missing: marked.missing,
    mirrored: marked.mirrored,
  };
}

/** What the next tap sets, where nothing else was chosen. */
export const nextEnd = ({ kind, ends }: Marking): string | null =>
  ENDS[kind].find((row) => !ends[row.id])?.id ?? null;

function scaleOf({ kind, ends, length_mm, behind_mm }: Marking): CheckScale | null {
  const points = ENDS[kind].map((row) => ends[row.id]);
  const [a, b, c, d] = points;
  if (!a || !b) return null;
  if (kind === "stature") return { kind, crown: a, sole: b };
  if (kind === "length") return { kind, a, b, length_mm };
  return c && d ? { kind, corners: [a, b, c, d], behind_mm } : null;
}

/** The document of it; null until its scale is there. */
export function markedOf(marking: Marking, photograph: Photograph): Marked | null {
  const scale = scaleOf(marking);
  if (!scale) return null;
  const { view, stage, marks, missing, mirrored } = marking;
  const { width_px, height_px } = photograph;
  return { marks_version: 1, view, stage, width_px, height_px, scale, marks, missing, mirrored };
}
