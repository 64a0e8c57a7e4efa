import { memo } from "react";
import type { Part, View } from "../api/types";
import { tint } from "../theme";
import type { Layers } from "./layers";
import type { Overlay } from "./Paint";

export interface PartPaths {
  outline: string;
  core: string;
  /** Of its slits, towards the eye. */
  edges: string;
}
/** A fill by part, and what it says in words. */
export type Tints = Map<string, { fill: string; words: string }>;

interface Props {
  view: View;
  paths: Map<string, PartPaths>;
  parts: Map<string, Part>;
  /** Fills by part. */
  colours: Map<string, string>;
  /** What lies over their colour. */
  overlays: Map<string, Overlay[]> | null;
  layers: Layers;
  selected: string | null;
  marked: Set<string> | undefined;
  tints: Tints | null;
  /** Parts that follow the pointer, and the turn they follow it by. */
  moving: string[] | undefined;
  spin: string | undefined;
  /** Outlines of what is elsewhere while a joint is in hand, and what all the rest is raised by. */
  placed?: Map<string, string>;
  raise?: string;
  onSelect: (part: string | null) => void;
}

/** The parts of one elevation; each is drawn again only where something of it changes. */
export const Parts = memo(function Parts(props: Props) {
  const { view, paths, parts, colours, layers, selected } = props;
  const moving = new Set(props.moving);
  const fillOf = (id: string): string => {
    const part = parts.get(id);
    const tinted = props.tints?.get(id);
    if (tinted) return tinted.fill;
    const painted = layers.colour ? colours.get(id) : undefined;
    return painted ?? tint(part?.stock ? "stockFill" : "clayFill");
  };
  return view.parts.map(({ id }) => {
    const part = parts.get(id);
    if (part?.hidden && id !== selected) return null;
    const placed = props.placed?.get(id);
    const turn = moving.has(id) ? props.spin : undefined;
    return (
      <Shape
        key={id}
        id={id}
        outline={placed ?? paths.get(id)?.outline}
        core={layers.core && !placed ? paths.get(id)?.core : undefined}
        edges={placed ? undefined : paths.get(id)?.edges}
        transform={turn ?? (placed ? undefined : props.raise)}
        fill={layers.clay ? fillOf(id) : tint("claySoft")}
        overlays={placed ? undefined : props.overlays?.get(id)}
        opacity={layers.clay ? (layers.core || layers.wire ? 0.5 : 0.92) : 0.32}
        chosen={id === selected}
        marked={props.marked?.has(id) ?? false}
        title={[part?.label ?? id, props.tints?.get(id)?.words].filter(Boolean).join(": ")}
        onSelect={props.onSelect}
      />
    );
  });
});

interface ShapeProps {
  id: string;
  outline: string | undefined;
  core: string | undefined;
  edges: string | undefined;
  transform: string | undefined;
  fill: string;
  overlays: Overlay[] | undefined;
  opacity: number;
  chosen: boolean;
  marked: boolean;
  title: string;
  onSelect: (part: string | null) => void;
}

const Shape = memo(function Shape({ id, chosen, marked, ...shape }: ShapeProps) {
  return (
    <g transform={shape.transform}>
      <path
        data-part={id}
        d={shape.outline}
        fill={shape.fill}
        fillOpacity={shape.opacity}
        stroke={chosen ? tint("clay") : marked ? tint("stop") : tint("clayEdge")}
        strokeWidth={chosen ? 3 : marked ? 2 : 0.8}
        strokeDasharray={marked && !chosen ? "5 3" : undefined}
        vectorEffect="non-scaling-stroke"
        onClick={() => shape.onSelect(chosen ? null : id)}
        style={{ cursor: "pointer" }}
      >
        <title>{shape.title}</title>
      </path>
      {shape.overlays?.map((over) => (
        <path
          key={over.key}
          data-spot={over.spot}
          d={shape.outline}
          fill={over.fill}
          clipPath={over.clip && `url(#${over.clip})`}
          pointerEvents="none"
        />
      ))}
      {shape.edges ? (
        <path
          d={shape.edges}
          fill="none"
          stroke={chosen ? tint("clay") : tint("clayEdge")}
          strokeWidth={chosen ? 2 : 1}
          vectorEffect="non-scaling-stroke"
          pointerEvents="none"
        />
      ) : null}
      {shape.core ? (
        <path
          d={shape.core}
          fill="url(#foil)"
          stroke={tint("foil")}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
          pointerEvents="none"
        />
      ) : null}
    </g>
  );
});
