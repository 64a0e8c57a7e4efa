import type { Plan, View } from "../api/types";
import { markedAfter, marksIn, sideOf, turnOf } from "./marks";
import { looksAfter, spotsAfter, type AreaPlan, type Light } from "./painted";
import { extentOf } from "./paths";

interface Props {
  plan: Plan;
  after: number;
  light: Light;
  /** Of the view it is for: what is before and after has fills of its own. */
  of: string;
  /** Outlines of the areas' places, in shares of their part. */
  outlines: Map<string, [number, number][]>;
  view: View;
  /** Of each part, the joint it hangs on. */
  bones: Map<string, string>;
}

const paintId = (of: string, area: string) => `paint-${of}-${area}`;
const alongId = (of: string, part: string) => `along-${of}-${part}`;
/** A bone that is seen so short is seen from its end: nothing along it shows. */
const SHORT_MM = 2;

/** How each part is filled; one that is bare by then has the colour of its clay. */
export const fillsOf = (plan: Plan, after: number, view: View, of: string): Map<string, string> =>
  new Map(
    plan.colour.areas.flatMap((area) => {
      const looks = looksAfter(area, after);
      if (!looks) return [];
      return area.parts.map((part): [string, string] => [
        part,
        looks.day.along && lineOf(area, part, view)
          ? `url(#${alongId(of, part)})`
          : `url(#${paintId(of, area.id)})`,
      ]);
    }),
  );

/** From the root of an area to its tips, as far out as they would be if all of it lay along the bone of one of its parts. */
function lineOf(area: AreaPlan, part: string, view: View) {
  const row = area.along[part];
  const bone = view.bones.find((one) => one.joint === row?.[0]);
  if (!row || !bone) return null;
  const [[x1, y1], [x2, y2]] = [bone.start, bone.end];
  const [from, to] = [row[1], row[2]];
  if (Math.hypot(x2 - x1, y2 - y1) < SHORT_MM || to - from < 1e-6) return null;
  const at = (t: number) => {
    const share = (t - from) / (to - from);
    return { x: x1 + share * (x2 - x1), y: y1 + share * (y2 - y1) };
  };
  const [root, tips] = [at(0), at(1)];
  return { x1: root.x, y1: root.y, x2: tips.x, y2: tips.y };
}
const spotId = (of: string, area: string, spot: string) => `spot-${of}-${area}-${spot}`;

/** Raised where light falls, from its top, down to what lies in its recesses. */
export function PaintFills({ plan, after, light, of, outlines, view, bones }: Props) {
  return plan.colour.areas.map((area) => {
    const looks = looksAfter(area, after);
    const zones = looks?.[light];
    return (
      <g key={area.id}>
        {zones ? (
          <linearGradient id={paintId(of, area.id)} x1="0.35" y1="1" x2="0.6" y2="0">
            <stop offset="0" stopColor={zones.raised} />
            {looks?.glossy && light !== "dark" ? (
              <>
                <stop offset="0.14" stopColor={zones.raised} />
                <stop offset="0.19" stopColor="#ffffff" />
                <stop offset="0.24" stopColor={zones.raised} />
              </>
            ) : (
              <stop offset="0.22" stopColor={zones.raised} />
            )}
            <stop offset="0.34" stopColor={zones.middle} />
            <stop offset="0.78" stopColor={zones.middle} />
            <stop offset="0.92" stopColor={zones.recess} />
            <stop offset="1" stopColor={zones.recess} />
          </linearGradient>
        ) : null}
        {zones?.along
          ? area.parts.map((part) => {
              const line = lineOf(area, part, view);
              return line ? (
                <linearGradient
                  key={part}
                  id={alongId(of, part)}
                  gradientUnits="userSpaceOnUse"
                  {...line}
                >
                  {zones.along?.map((colour, n) => (
                    <stop key={n} offset={n / 2} stopColor={colour} />
                  ))}
                </linearGradient>
              ) : null;
            })
          : null}
        <MarkPatterns area={area} after={after} of={of} view={view} bones={bones} />
        {area.spots.map((spot) => (
          <clipPath
            key={spot.id}
            id={spotId(of, area.id, spot.id)}
            clipPathUnits="objectBoundingBox"
          >
            <polygon
              points={(outlines.get(`${area.id}/${spot.id}`) ?? [])
                .map(([x, y]) => `${x},${y}`)
                .join(" ")}
            />
          </clipPath>
        ))}
      </g>
    );
  });
}

/** What lies over the colour of a part: places in their own colour, marks. */
export interface Overlay {
  key: string;
  fill: string;
  clip?: string;
  spot?: string;
}

/** What lies over each part by then, the first beneath. */
export function overlaysOf(
  plan: Plan,
  after: number,
  light: Light,
  view: View,
  of: string,
): Map<string, Overlay[]> {
  const found = new Map<string, Overlay[]>();
  const lay = (part: string, over: Overlay) => found.set(part, [...(found.get(part) ?? []), over]);
  for (const area of plan.colour.areas) {
    for (const row of light === "dark" ? [] : markedAfter(area, after))
      for (const part of area.parts)
        lay(part, { key: row.id, fill: `url(#${marksId(of, area.id, row.id, part)})` });
    for (const spot of spotsAfter(area, after))
      if (spot.view === view.name)
        lay(spot.part, {
          key: spot.id,
          fill: spot.fill,
          clip: spotId(of, area.id, spot.id),
          spot: spot.id,
        });
  }
  return found;
}

const marksId = (of: string, area: string, pass: string, part: string) =>
  `marks-${of}-${area}-${pass}-${part}`;

/** Speckles, lines and streaks as they lie on each part. */
function MarkPatterns({
  area,
  after,
  of,
  view,
  bones,
}: {
  area: AreaPlan;
  after: number;
  of: string;
  view: View;
  bones: Map<string, string>;
}) {
  return markedAfter(area, after).flatMap((row) => {
    const { marks } = row;
    if (!marks) return [];
    const side = sideOf(marks);
    const base = marksId(of, area.id, row.id, "");
    return [
      <pattern key={base} id={base} patternUnits="userSpaceOnUse" width={side} height={side}>
        {marksIn(marks).map((mark, n) => (
          <line
            key={n}
            x1={mark.x}
            x2={mark.x}
            y1={mark.y - mark.long / 2}
            y2={mark.y + mark.long / 2}
            stroke={row.colour ?? "none"}
            strokeWidth={mark.across}
            strokeLinecap="round"
          />
        ))}
      </pattern>,
      ...area.parts.map((part) => {
        const bone = view.bones.find((one) => one.joint === bones.get(part));
        return (
          <pattern
            key={`${base}${part}`}
            id={marksId(of, area.id, row.id, part)}
            href={`#${base}`}
            patternTransform={`rotate(${turnOf(marks, bone).toFixed(1)})`}
          />
        );
      }),
    ];
  });
}

/** Iris, pupil and glint on each eye, as they are dotted. */
export function PaintDots({ plan, after, view }: Pick<Props, "plan" | "after"> & { view: View }) {
  return plan.colour.areas.flatMap((area) => {
    const dots = area.passes.filter((row) => row.across_mm && row.at > 0 && row.at <= after);
    const eyes = view.parts.filter((row) => area.parts.includes(row.id));
    return eyes.flatMap(({ id, outline }) => {
      const { left, low, wide, tall } = extentOf(outline);
      const [x, y] = [left + wide / 2, low + tall / 2];
      return dots.map((row) => (
        <circle
          key={`${id}/${row.id}`}
          data-dot={row.id}
          cx={x - row.off_mm}
          cy={y + row.off_mm}
          r={(row.across_mm ?? 0) / 2}
          fill={row.colour ?? "none"}
          pointerEvents="none"
        />
      ));
    });
  });
}
