import { Box } from "@chakra-ui/react";
import { useMemo, useRef, useState, type PointerEvent } from "react";
import type { FigureOut, Plan, View } from "../api/types";
import { tint } from "../theme";
import { useUnits } from "../ui/UnitsContext";
import { Callouts, type Callout } from "./Callouts";
import { turnTowards, type Point } from "./kinematics";
import type { Layers } from "./layers";
import { pathOf, projected, type ViewName } from "./paths";
import { Ruler } from "./Ruler";

export interface Dragging {
  joint: string;
  view: ViewName;
  to: Point;
}
interface Props {
  plan: Plan;
  figure: FigureOut;
  layers: Layers;
  selected: string | null;
  onSelect: (part: string | null) => void;
  callouts: Callout[];
  handles: boolean;
  /** Parts in another tone, by id: raw in a bake, or out of range. */
  marked?: Set<string>;
  onDrag: (drag: Dragging) => void;
  onDrop: (drag: Dragging) => void;
}

const VIEWS: ViewName[] = ["front", "side"];
const GAP = 0.12;

/** Front and side elevation at one scale, over ruler and head lines. */
export function Elevation(props: Props) {
  const { plan, figure, layers, selected } = props;
  const svg = useRef<SVGSVGElement>(null);
  const units = useUnits();
  const [drag, setDrag] = useState<Dragging | null>(null);
  const { drawing } = plan;
  const base = figure.sheet.base;

  const span = (view: View): [number, number] => {
    const half = (view.name === "front" ? base.width_mm : base.depth_mm) / 2;
    return [Math.min(view.bounds[0], -half), Math.max(view.bounds[2], half)];
  };
  const high = Math.max(drawing.front.bounds[3], drawing.side.bounds[3], drawing.height_mm);
  const gap = GAP * high;
  const [fl, fr] = span(drawing.front);
  const [sl, sr] = span(drawing.side);
  const ruler = 0.1 * high;
  const margin = props.callouts.length ? 0.34 * high : 0.03 * high;
  const origin: Record<ViewName, number> = { front: ruler - fl, side: 0 };
  const frontEnd = origin.front + fr + margin;
  origin.side = frontEnd + gap - sl;
  const width = origin.side + sr + 0.15 * high;
  const top = high * 1.045;
  const below = base.thickness_mm + 0.055 * high;

  const colours = useMemo(
    () => new Map(figure.sheet.colour.areas.map((area) => [area.id, area.target])),
    [figure.sheet.colour.areas],
  );
  const parts = useMemo(
    () => new Map(figure.sheet.parts.map((part) => [part.id, part])),
    [figure.sheet.parts],
  );

  const at = (event: PointerEvent): Point => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return [0, 0];
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [p.x, -p.y];
  };
  const move = (event: PointerEvent) => {
    if (!drag) return;
    const [x, v] = at(event);
    const next: Dragging = { ...drag, to: [x - origin[drag.view], v] };
    setDrag(next);
    props.onDrag(next);
  };
  const end = () => {
    if (drag) props.onDrop(drag);
    setDrag(null);
  };

  const fillOf = (id: string): string => {
    const part = parts.get(id);
    if (layers.colour) return colours.get(part?.area ?? "") ?? tint("clayFill");
    if (part?.stock) return tint("stockFill");
    return tint("clayFill");
  };

  const drawn = (name: ViewName) => {
    const view = drawing[name];
    const bone = drag?.view === name ? view.bones.find((b) => b.joint === drag.joint) : undefined;
    const turn = bone && drag ? turnTowards(bone.start, bone.end, drag.to) : 0;
    const moving = new Set(bone?.members ?? []);
    const spin = bone
      ? `rotate(${(turn * 180) / Math.PI} ${bone.start[0]} ${bone.start[1]})`
      : undefined;
    const half = (name === "front" ? base.width_mm : base.depth_mm) / 2;
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
        {!drag && layers.clay ? (
          <path
            d={pathOf(view.silhouette)}
            fill="none"
            stroke={tint("ink")}
            strokeWidth={3}
            vectorEffect="non-scaling-stroke"
          />
        ) : null}
        {view.parts.map((part) => {
          const chosen = part.id === selected;
          const mark = props.marked?.has(part.id) ?? false;
          return (
            <g key={part.id} transform={moving.has(part.id) ? spin : undefined}>
              <path
                data-part={part.id}
                d={pathOf(part.outline)}
                fill={layers.clay ? fillOf(part.id) : tint("claySoft")}
                fillOpacity={layers.clay ? (layers.core || layers.wire ? 0.5 : 0.92) : 0.32}
                stroke={chosen ? tint("clay") : mark ? tint("stop") : tint("clayEdge")}
                strokeWidth={chosen ? 3 : mark ? 2 : 0.8}
                strokeDasharray={mark && !chosen ? "5 3" : undefined}
                vectorEffect="non-scaling-stroke"
                onClick={() => props.onSelect(chosen ? null : part.id)}
                style={{ cursor: "pointer" }}
              >
                <title>{parts.get(part.id)?.label ?? part.id}</title>
              </path>
              {layers.core && part.core.length ? (
                <path
                  d={pathOf(part.core)}
                  fill="url(#foil)"
                  stroke={tint("foil")}
                  strokeWidth={1}
                  vectorEffect="non-scaling-stroke"
                  pointerEvents="none"
                />
              ) : null}
            </g>
          );
        })}
        {layers.wire
          ? plan.frame.runs.map((run) => (
              <polyline
                key={run.id}
                data-run={run.id}
                points={run.points.map((p) => projected(name, p).join(",")).join(" ")}
                fill="none"
                stroke={tint("verdigris")}
                strokeWidth={Math.max(run.chosen.bundle_mm, high / 160)}
                strokeLinecap="round"
                strokeLinejoin="round"
                opacity={drag ? 0.35 : 0.95}
                pointerEvents="none"
              />
            ))
          : null}
        {props.handles
          ? view.bones.map((b) => (
              <circle
                key={b.joint}
                data-joint={b.joint}
                data-view={name}
                cx={b.end[0]}
                cy={b.end[1]}
                r={high / 85}
                transform={
                  bone && (b.joint === bone.joint || moving.has(b.joint)) ? spin : undefined
                }
                fill={tint("sheet")}
                stroke={tint("verdigris")}
                strokeWidth={2}
                vectorEffect="non-scaling-stroke"
                style={{ cursor: "grab", touchAction: "none" }}
                onPointerDown={(event) => {
                  event.currentTarget.setPointerCapture(event.pointerId);
                  setDrag({ joint: b.joint, view: name, to: b.end });
                }}
              >
                <title>{`Drag to turn the ${figure.joints.find((j) => j.id === b.joint)?.label ?? b.joint}`}</title>
              </circle>
            ))
          : null}
        {name === "side" || name === "front" ? (
          <Balance plan={plan} view={name} high={high} />
        ) : null}
      </g>
    );
  };

  return (
    <Box height="100%" position="relative">
      <svg
        ref={svg}
        role="img"
        aria-label={`Front and side elevation of ${plan.name}`}
        viewBox={`0 ${-top} ${width} ${top + below}`}
        width="100%"
        height="100%"
        preserveAspectRatio="xMidYMid meet"
        onPointerMove={move}
        onPointerUp={end}
        onPointerCancel={end}
        style={{ display: "block", userSelect: "none" }}
      >
        <defs>
          <pattern
            id="foil"
            width={high / 60}
            height={high / 60}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width={high / 60} height={high / 60} fill={tint("sheet")} fillOpacity={0.75} />
            <line
              x1="0"
              x2="0"
              y1="0"
              y2={high / 60}
              stroke={tint("foil")}
              strokeWidth={high / 260}
            />
          </pattern>
        </defs>
        <Ruler drawing={drawing} width={width} high={high} units={units} />
        {VIEWS.map((name) => (
          <text
            key={name}
            x={origin[name]}
            y={base.thickness_mm + 0.045 * high}
            textAnchor="middle"
            style={{ fontSize: high / 36 }}
            letterSpacing={high / 250}
            fill={tint("inkSoft")}
          >
            {name.toUpperCase()}
          </text>
        ))}
        {VIEWS.map(drawn)}
        {!drag ? (
          <Callouts
            callouts={props.callouts}
            view={drawing.front}
            origin={origin.front}
            x={origin.front + fr + 0.05 * high}
            high={high}
            onSelect={props.onSelect}
          />
        ) : null}
      </svg>
    </Box>
  );
}

/** Where the centre of mass is, and what it stands over. */
function Balance({ plan, view, high }: { plan: Plan; view: ViewName; high: number }) {
  const [u, v] = projected(view, plan.frame.centre);
  const size = high / 70;
  return (
    <g pointerEvents="none" stroke={tint("ink")} fill={tint("sheet")}>
      <line
        x1={u}
        x2={u}
        y1={v}
        y2={0}
        strokeDasharray="2 3"
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      <circle cx={u} cy={v} r={size} strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
      <path
        d={`M${u} ${v}h${size}A${size} ${size} 0 0 1 ${u} ${v + size}ZM${u} ${v}h${-size}A${size} ${size} 0 0 1 ${u} ${v - size}Z`}
        fill={tint("ink")}
        stroke="none"
      />
      <title>Centre of mass</title>
    </g>
  );
}
