import { Box } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useRef, useState, type PointerEvent } from "react";
import type { DragOut, FigureOut, Plan, Support, View, WallMap } from "../api/types";
import { useMoving } from "../drag/dragging";
import { tint } from "../theme";
import { useStable } from "../ui/useStable";
import { useUnits } from "../ui/UnitsContext";
import { Callouts, type Callout } from "./Callouts";
import { turnTowards, type Point } from "./kinematics";
import type { Layers } from "./layers";
import { linesOf, pathOf, projected, type ViewName } from "./paths";
import { Insides } from "./Insides";
import { Link } from "./Link";
import { Joints, nearestJoint } from "./Joints";
import { fillsOf, overlaysOf, PaintDots, PaintFills } from "./Paint";
import { ALL_PAINTED, type PaintSeen } from "./painted";
import { Parts, type Tints } from "./Parts";
import { Supports } from "./Supports";
import { broadOf, Ghosts, Pictures } from "./Beside";
import { labelRoom, Ruler, type Mark } from "./Ruler";
import { useBreadth } from "./useBreadth";
import { Walls } from "./Walls";

export interface Dragging {
  joint: string;
  view: ViewName;
  to: Point;
}
interface Props {
  plan: Plan;
  /** The plan of the sheet as it is kept, which a joint in hand moves away from. */
  kept?: Plan;
  /** A pose is on its way. */
  posing?: boolean;
  figure: FigureOut;
  layers: Layers;
  selected: string | null;
  onSelect: (part: string | null) => void;
  callouts: Callout[];
  handles: boolean;
  /** The joint that was last taken hold of, and told by name. */
  joint?: string | null;
  onJoint?: (joint: string) => void;
  /** Parts in another tone, by id: raw in a bake, or out of range. */
  marked?: Set<string>;
  /** A colour over each part, such as how far it is fused. */
  tints?: Tints | null;
  /** How much of its paint is on, and by what light it is seen. */
  paint?: PaintSeen;
  /** What is held up in the oven. */
  supports?: Support[];
  /** Whether it shows what the chosen part is put on. */
  links?: boolean;
  landmarks?: Mark[];
  /** Reference pictures faded behind their elevation. */
  pictures?: boolean;
  /** The wall of clay, over each elevation. */
  walls?: WallMap[];
  /** Other ages at the same scale, beside the front. */
  ghosts?: boolean;
  /** A joint is taken hold of. */
  onTake?: () => void;
  onDrag: (drag: Dragging) => void;
  /** It is let go; until the promise ends it is drawn where it was let go. */
  onDrop: (drag: Dragging) => Promise<unknown>;
  /** A joint that was only pressed, or a drag broken off by Escape: nothing is changed. */
  onCancel: () => void;
}

/** A pointer that came no further than this has pressed a joint and not turned it. */
const STILL_PX = 4;
/** Where there is less room than this, letters and marks are drawn larger beside the figure. */
const READABLE_PX = 640;
const VIEWS: ViewName[] = ["front", "side"];
const GAP_PX = 36;

/** Front and side elevation at one scale, over ruler and head lines. */
export function Elevation(props: Props) {
  const { figure, layers, selected } = props;
  const moved = useMoving((now) => now);
  const plan = moved ? (props.kept ?? props.plan) : props.plan;
  const svg = useRef<SVGSVGElement>(null);
  const broad = useBreadth(svg);
  const units = useUnits();
  const [drag, setDrag] = useState<Dragging | null>(null);
  const [released, setReleased] = useState(false);
  const pressed = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const paint = props.paint ?? ALL_PAINTED;
  const beside = paint.before && layers.colour;
  const drawing = useMemo(
    () => (beside ? { ...plan.drawing, side: plan.drawing.front } : plan.drawing),
    [beside, plan.drawing],
  );
  /** What it is scaled by: of a pose on its way it stays, so that nothing slips from under the pointer. */
  const held = props.posing || moved || drag ? (props.kept ?? props.plan).drawing : plan.drawing;
  const scaled = beside ? { ...held, side: held.front } : held;
  const base = figure.sheet.base;

  const span = (view: View): [number, number] => {
    const half = (view.name === "front" ? base.width_mm : base.depth_mm) / 2;
    return [Math.min(view.bounds[0], -half), Math.max(view.bounds[2], half)];
  };
  const high = Math.max(
    scaled.front.bounds[3],
    scaled.side.bounds[3],
    scaled.height_mm,
    ...(props.ghosts ? plan.character.ghosts.map((ghost) => ghost.height_mm) : []),
  );
  const [fl, fr] = span(scaled.front);
  const [sl, sr] = span(scaled.side);
  const top = high * 1.045;
  const below = base.thickness_mm + 0.07 * high;
  const drawnWidth = fr - fl + sr - sl;
  /** Millimetres of the figure in about one pixel of the screen. */
  const px =
    Math.max((drawnWidth * 1.25 + 0.2 * high) / 880, (top + below) / 600) *
    Math.min(1.5, Math.max(1, READABLE_PX / broad));
  const ruler = (46 + (props.landmarks ? labelRoom(props.landmarks, units) : 0)) * px;
  const others = props.ghosts ? plan.character.ghosts : [];
  const ghostsWide = others.reduce((sum, ghost) => sum + broadOf(ghost) + 14 * px, 0);
  const margin = (props.callouts.length ? 190 : 12) * px + ghostsWide;
  const origin: Record<ViewName, number> = { front: ruler - fl, side: 0 };
  const frontEnd = origin.front + fr + margin;
  origin.side = frontEnd + GAP_PX * px - sl;
  const width = origin.side + sr + 66 * px;

  const after = paint.after ?? plan.colour.last;
  /** What each elevation shows: side by side the one on the right is as it was a pass before. */
  const before = beside ? Math.max(0, after - 1) : after;
  const shownAfter: Record<ViewName, number> = { front: after, side: before };
  const colours = useMemo(
    () => ({
      front: fillsOf(plan, after, drawing.front, "front"),
      side: fillsOf(plan, before, drawing.side, "side"),
    }),
    [plan, drawing, after, before],
  );
  const { light } = paint;
  const overlays = useMemo(
    () => ({
      front: overlaysOf(plan, after, light, drawing.front, "front"),
      side: overlaysOf(plan, before, light, drawing.side, "side"),
    }),
    [plan, drawing, after, before, light],
  );
  const bones = useMemo(
    () => new Map(figure.sheet.parts.map((part) => [part.id, part.bone])),
    [figure.sheet.parts],
  );
  const outlines = useMemo(
    () =>
      new Map(
        figure.sheet.colour.areas.flatMap((area) =>
          area.spots.map((spot): [string, [number, number][]] => [
            `${area.id}/${spot.id}`,
            spot.outline,
          ]),
        ),
      ),
    [figure.sheet.colour.areas],
  );
  const parts = useMemo(
    () => new Map(figure.sheet.parts.map((part) => [part.id, part])),
    [figure.sheet.parts],
  );

  const labels = useMemo(
    () => new Map(figure.joints.map((joint) => [joint.id, joint.label])),
    [figure.joints],
  );

  /** Path strings, made once a drawing and not at every move of the pointer. */
  const paths = useMemo(() => {
    const made = (view: View) =>
      new Map(
        view.parts.map((p) => [
          p.id,
          { outline: pathOf(p.outline), core: pathOf(p.core), edges: linesOf(p.edges) },
        ]),
      );
    return { front: made(drawing.front), side: made(drawing.side) };
  }, [drawing]);
  /** What the chosen part is put on; not while it is being moved. */
  const link =
    props.links && selected && !moved && !drag
      ? plan.order.meetings.find((row) => row.part === selected)
      : undefined;
  const silhouettes = useMemo(
    () => ({ front: pathOf(drawing.front.silhouette), side: pathOf(drawing.side.silhouette) }),
    [drawing],
  );

  const at = (event: PointerEvent): Point => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return [0, 0];
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [p.x, -p.y];
  };
  const move = (event: PointerEvent) => {
    if (!drag || !pressed.current) return;
    const { x: fromX, y: fromY, moved } = pressed.current;
    if (!moved && Math.hypot(event.clientX - fromX, event.clientY - fromY) < STILL_PX) return;
    pressed.current.moved = true;
    const [x, v] = at(event);
    const next: Dragging = { ...drag, to: [x - origin[drag.view], v] };
    setDrag(next);
    props.onDrag(next);
  };
  const { onCancel } = props;
  const cancel = useCallback(() => {
    pressed.current = null;
    setDrag(null);
    onCancel();
  }, [onCancel]);
  const end = () => {
    if (!drag || !pressed.current) return;
    if (!pressed.current.moved) return cancel();
    pressed.current = null;
    setReleased(true);
    void props.onDrop(drag).finally(() => {
      setDrag((now) => (now === drag ? null : now));
    });
  };
  const dragging = drag !== null && !released;
  useEffect(() => {
    if (!dragging) return;
    const escape = (event: KeyboardEvent) => {
      if (event.key === "Escape") cancel();
    };
    window.addEventListener("keydown", escape);
    return () => window.removeEventListener("keydown", escape);
  }, [dragging, cancel]);

  const now = useMemo(
    () => ({ front: placedIn(drawing.front, moved), side: placedIn(drawing.side, moved) }),
    [drawing, moved],
  );
  const raise = moved?.lift_mm ? `translate(0 ${moved.lift_mm})` : undefined;
  const take = (event: PointerEvent<SVGElement>, view: ViewName, joint: string) => {
    if (event.button !== 0) return;
    const { bones } = now[view];
    const [x, v] = at(event);
    const near = nearestJoint(bones, [x - origin[view], v]) ?? joint;
    pressed.current = { x: event.clientX, y: event.clientY, moved: false };
    event.currentTarget.setPointerCapture(event.pointerId);
    setReleased(false);
    props.onJoint?.(near);
    props.onTake?.();
    setDrag({ joint: near, view, to: bones.find((b) => b.joint === near)?.end ?? [0, 0] });
  };
  const onTake = useStable(take);

  const drawn = (name: ViewName) => {
    const view = drawing[name];
    const { bones, paths: placed, ways } = now[name];
    const bone = drag?.view === name ? bones.find((b) => b.joint === drag.joint) : undefined;
    const turn = bone && drag ? turnTowards(bone.start, bone.end, drag.to) : 0;
    const moving = new Set(bone?.members ?? []);
    const spin = bone
      ? `rotate(${(turn * 180) / Math.PI} ${bone.start[0]} ${bone.start[1]})`
      : undefined;
    const half = (name === "front" || beside ? base.width_mm : base.depth_mm) / 2;
    return (
      <g key={name} transform={`translate(${origin[name]} 0) scale(1 -1)`}>
        <rect
          x={-half}
          y={-base.thickness_mm}
          width={2 * half}
          height={base.thickness_mm}
          fill={tint("sheetDeep")}
          stroke={tint("inkSoft")}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
        <line
          x1={0}
          x2={0}
          y1={-base.thickness_mm * 0.6}
          y2={high * 1.02}
          stroke={tint("hairline")}
          strokeDasharray="6 3 1 3"
          vectorEffect="non-scaling-stroke"
        />
        {props.pictures ? <Pictures plan={plan} figure={figure} view={name} /> : null}
        {!drag && !moved && layers.clay ? (
          <path
            d={silhouettes[name]}
            fill="none"
            stroke={tint("ink")}
            strokeWidth={3}
            vectorEffect="non-scaling-stroke"
          />
        ) : null}
        <Parts
          view={view}
          paths={paths[name]}
          parts={parts}
          colours={colours[name]}
          overlays={layers.colour && layers.clay ? overlays[name] : null}
          layers={layers}
          selected={selected}
          marked={props.marked}
          tints={props.tints ?? null}
          moving={bone?.members}
          spin={spin}
          placed={placed}
          raise={raise}
          onSelect={props.onSelect}
        />
        {layers.colour &&
        layers.clay &&
        !drag &&
        !moved &&
        paint.light !== "dark" &&
        view.name === "front" ? (
          <PaintDots plan={plan} after={shownAfter[name]} view={view} />
        ) : null}
        {props.walls
          ?.filter((map) => map.name === name)
          .map((map) => (
            <Walls key={map.name} map={map} px={px} />
          ))}
        {layers.wire
          ? plan.frame.runs.map((run) => (
              <polyline
                key={run.id}
                data-run={run.id}
                points={(ways.get(run.id) ?? run.points.map((p) => projected(name, p))).join(" ")}
                transform={ways.has(run.id) ? undefined : raise}
                fill="none"
                stroke={tint("verdigris")}
                strokeWidth={Math.max(run.chosen.bundle_mm, 1.8 * px)}
                strokeLinecap="round"
                strokeLinejoin="round"
                opacity={drag && !moved ? 0.35 : 0.95}
                pointerEvents="none"
              />
            ))
          : null}
        {layers.wire || layers.core ? <Insides plan={plan} name={name} px={px} /> : null}
        {props.supports ? <Supports supports={props.supports} name={name} px={px} /> : null}
        {link ? <Link meeting={link} paths={paths[name]} name={name} px={px} /> : null}
        {props.handles ? (
          <Joints
            bones={bones}
            view={name}
            px={px}
            labels={labels}
            chosen={props.joint ?? null}
            spun={bone ? new Set([bone.joint, ...moving]) : null}
            spin={spin}
            onTake={onTake}
            onChoose={props.onJoint}
          />
        ) : null}
        {beside && name === "side" ? null : (
          <Balance
            plan={plan}
            centre={moved?.centre ?? plan.frame.centre}
            view={name}
            px={px}
            base_mm={base.thickness_mm}
          />
        )}
      </g>
    );
  };

  return (
    <Box height="100%" position="relative">
      <svg
        ref={svg}
        role={props.handles ? "group" : "img"}
        aria-label={`Front and side elevation of ${plan.name}`}
        viewBox={`0 ${-top} ${width} ${top + below}`}
        width="100%"
        height="100%"
        preserveAspectRatio="xMidYMid meet"
        onPointerMove={move}
        onPointerUp={end}
        onPointerCancel={() => dragging && cancel()}
        style={{ display: "block", userSelect: "none" }}
      >
        <defs>
          <pattern
            id="foil"
            width={9 * px}
            height={9 * px}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width={9 * px} height={9 * px} fill={tint("sheet")} fillOpacity={0.75} />
            <line x1="0" x2="0" y1="0" y2={9 * px} stroke={tint("foil")} strokeWidth={2 * px} />
          </pattern>
          {layers.colour
            ? VIEWS.map((name) => (
                <PaintFills
                  key={name}
                  plan={plan}
                  after={shownAfter[name]}
                  light={paint.light}
                  of={name}
                  outlines={outlines}
                  view={drawing[name]}
                  bones={bones}
                />
              ))
            : null}
        </defs>
        <Ruler
          drawing={drawing}
          width={width}
          high={high}
          px={px}
          units={units}
          landmarks={props.landmarks}
        />
        {paint.light === "dark" && layers.colour
          ? VIEWS.map((name) => (
              <rect
                key={name}
                x={origin[name] + (name === "front" ? fl : sl) - 6 * px}
                width={(name === "front" ? fr - fl : sr - sl) + 12 * px}
                y={-top}
                height={top}
                fill={tint("night")}
              />
            ))
          : null}
        {VIEWS.map((name) => (
          <text
            key={name}
            x={origin[name]}
            y={base.thickness_mm + 18 * px}
            textAnchor="middle"
            style={{ fontSize: 14 * px }}
            letterSpacing={2 * px}
            fill={tint("inkSoft")}
          >
            {beside ? (name === "front" ? "AFTER" : "BEFORE") : name.toUpperCase()}
          </text>
        ))}
        {VIEWS.map(drawn)}
        <Ghosts
          ghosts={others}
          x={origin.front + fr + (props.callouts.length ? 190 : 12) * px}
          px={px}
        />
        {!drag ? (
          <Callouts
            callouts={props.callouts}
            view={drawing.front}
            origin={origin.front}
            x={origin.front + fr + 24 * px}
            px={px}
            high={high}
            onSelect={props.onSelect}
          />
        ) : null}
      </svg>
    </Box>
  );
}

interface Placed {
  bones: View["bones"];
  /** Outlines and ways of runs that are elsewhere. */
  paths: Map<string, string>;
  ways: Map<string, number[]>;
}

/** A view as it is while a joint is in hand. */
function placedIn(view: View, moved: DragOut | undefined): Placed {
  if (!moved) return { bones: view.bones, paths: new Map(), ways: new Map() };
  const there = view.name === "front" ? moved.front : moved.side;
  const lift = moved.lift_mm;
  const turned = new Map(there.bones.map((bone) => [bone.joint, bone]));
  const raised = ([u, v]: [number, number]): [number, number] => [u, v + lift];
  return {
    bones: view.bones.map((bone) => {
      const to = turned.get(bone.joint);
      if (to) return { ...bone, start: to.start, end: to.end };
      return lift ? { ...bone, start: raised(bone.start), end: raised(bone.end) } : bone;
    }),
    paths: new Map(there.parts.map((part) => [part.id, pathOf(part.outline)])),
    ways: new Map(there.runs.map((run) => [run.id, run.points])),
  };
}

interface BalanceProps {
  plan: Plan;
  centre: Plan["frame"]["centre"];
  view: ViewName;
  px: number;
  base_mm: number;
}

/** Where the centre of mass is, what it stands over, and how far that is from the edge. */
function Balance({ plan, centre, view, px, base_mm }: BalanceProps) {
  const { free_standing, ground } = plan.frame;
  const floor = free_standing ? 0 : -base_mm;
  const [u, v] = projected(view, [centre[0], centre[1], centre[2] + floor]);
  const size = 8 * px;
  const edges = ground.outline.map(([x, y]) => projected(view, [x, y, 0])[0]);
  const [left, right] = [Math.min(...edges), Math.max(...edges)];
  const near = right - u < u - left ? right : left;
  return (
    <g pointerEvents="none" stroke={tint("ink")} fill={tint("sheet")}>
      <line
        x1={u}
        x2={u}
        y1={v}
        y2={floor}
        strokeDasharray="2 3"
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      <line
        x1={u}
        x2={near}
        y1={floor}
        y2={floor}
        stroke={tint("clay")}
        strokeWidth={2.5}
        vectorEffect="non-scaling-stroke"
      />
      <circle cx={u} cy={v} r={size} strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
      <path
        d={`M${u} ${v}h${size}A${size} ${size} 0 0 1 ${u} ${v + size}ZM${u} ${v}h${-size}A${size} ${size} 0 0 1 ${u} ${v - size}Z`}
        fill={tint("ink")}
        stroke="none"
      />
      <title>Centre of mass, and its margin to the edge</title>
    </g>
  );
}
