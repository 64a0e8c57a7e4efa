import type { Area, Mixing, Pass, PassKind } from "../../api/types";
import type { PassPlan } from "../../elevation/painted";
import { millilitres } from "../../units/format";

export const KINDS: Record<PassKind, string> = {
  prime: "ground of its own",
  undercoat: "undercoat",
  base: "base",
  fade: "fade",
  wash: "wash",
  tint: "tint over varnish",
  glaze: "glaze",
  dry_brush: "dry-brush",
  sponge: "sponge",
  speckle: "speckle",
  mist: "mist of alcohol",
  lift: "lift",
  streak: "streaks",
  dots: "dots",
  lines: "lines",
  metallic: "metallic",
  powder: "mica or pigment powder",
  ink: "alcohol ink",
  glow: "glow paint",
  shift: "colour-shift",
  fluorescent: "fluorescent",
  seal: "seal",
  gloss: "gloss",
  resin: "resin",
};
/** Those an area mostly gets; the others are under more. */
export const USUAL: PassKind[] = ["undercoat", "wash", "dry_brush", "glaze", "seal"];
export const MEDIA: Record<NonNullable<Pass["medium"]>, string> = {
  acrylic: "acrylic",
  wash: "acrylic, thinned for a wash",
  ink: "alcohol ink",
  oil_wash: "oil wash",
  powder: "powder",
  metallic: "metallic",
  glow: "glow paint",
  varnish_matt: "matt varnish",
  varnish_gloss: "gloss varnish",
  solvent_spray: "solvent spray",
  resin: "resin",
  flexible: "flexible paint",
  liquid_clay: "liquid clay",
  pva: "white glue",
};
export const TOOLS: Record<NonNullable<Pass["tool"]>, string> = {
  brush: "brush",
  thinned: "damp brush, thinned",
  airbrush: "airbrush",
  sponge: "sponge",
  spray: "spray can",
  swab: "swab or eraser",
  dotting: "dotting tool",
};
export const WHERES: Record<Pass["where"], string> = {
  all: "all of it",
  recess: "the recesses",
  raised: "what is raised",
  end: "more and more to its tips",
};
export const THICK: Record<Pass["thick"], string> = {
  thin: "thin",
  normal: "normal",
  thick: "thick",
};
export const LINES: Record<Pass["line"], string> = {
  hair: "hairs",
  vein: "veins",
  lash: "lashes",
  stripe: "stripes",
};
export const WIPED: Record<Pass["wiped"], string> = {
  none: "left as it is",
  wiped: "wiped off what is raised",
  sponged: "sponged",
};
const stemOf = (kind: PassKind) => kind.replaceAll("_", "").slice(0, 10);
const stamp = () => Date.now().toString(36).slice(-5);

/** An id that no pass of the area has and none is likely to have had: ticks go by it. */
export function freshId(area: Pick<Area, "passes">, kind: PassKind): string {
  const stem = stemOf(kind) + stamp();
  const taken = new Set(area.passes.map((row) => row.id));
  let id = stem;
  for (let n = 1; taken.has(id); n++) id = `${stem}${n}`;
  return id;
}

/** Passes put on an area anew: none of them is taken for one that was ticked there; places stay where they were. */
export function renewed(passes: Pass[]): Pass[] {
  const now = stamp();
  const id = (kind: PassKind, n: number) => `${stemOf(kind)}${now}${n.toString(36)}`;
  return passes.map((row, n) => ({ ...row, id: id(row.kind, n), spot: null }));
}

export const newPass = (area: Area, kind: PassKind): Pass => ({
  id: freshId(area, kind),
  kind,
  name: "",
  colour: null,
  mix: {},
  medium: null,
  tool: null,
  share: null,
  where: "all",
  wiped: "wiped",
  reaches: 1,
  coats: null,
  dry: "air",
  spot: null,
  mixture: null,
  thick: "normal",
  line: "vein",
  length_mm: null,
});

/** What a pass is done with: parts and drops of its mix, or what is bought as it is. */
export const mixWords = (told: PassPlan): string | null =>
  told.recipe.length > 0
    ? `${told.recipe.map((part) => `${part.parts} ${part.label}`).join(" + ")}: ${told.recipe.map(doseOf).join(" + ")}`
    : told.bought && `${told.bought}, ${millilitres(told.ml)}`;

/** Few drops are counted, many measured out. */
export const doseOf = (part: Mixing["recipe"][number]): string =>
  part.counted ? `${part.drops} ${part.drops === 1 ? "drop" : "drops"}` : millilitres(part.ml);
