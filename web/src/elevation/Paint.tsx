import type { Plan, View } from "../api/types";
import { looksAfter, spotsAfter, type AreaPlan, type Light } from "./painted";
import type { PartPaths } from "./Parts";
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
export function PaintFills({ plan, after, light, of, outlines, view }: Props) {
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

/** Places of the areas in their own colour, cut to their part. */
export function PaintSpots({
  plan,
  after,
  of,
  view,
  paths,
}: Pick<Props, "plan" | "after" | "of" | "view"> & { paths: Map<string, PartPaths> }) {
  return plan.colour.areas.flatMap((area) =>
    spotsAfter(area, after)
      .filter((spot) => spot.view === view.name)
      .map((spot) => (
        <path
          key={`${area.id}/${spot.id}`}
          data-spot={spot.id}
          d={paths.get(spot.part)?.outline}
          fill={spot.fill}
          clipPath={`url(#${spotId(of, area.id, spot.id)})`}
          pointerEvents="none"
        />
      )),
  );
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
