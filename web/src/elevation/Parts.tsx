import { memo } from "react";
import type { Part, View } from "../api/types";
import { tint } from "../theme";
import type { Layers } from "./layers";

export interface PartPaths {
  outline: string;
  core: string;
}
/** A fill by part, and what it says in words. */
export type Tints = Map<string, { fill: string; words: string }>;

interface Props {
  view: View;
  paths: Map<string, PartPaths>;
  parts: Map<string, Part>;
  colours: Map<string, string>;
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

/** The parts of one elevation; drawn again only where something of it changes. */
export const Parts = memo(function Parts(props: Props) {
  const { view, paths, parts, colours, layers, selected, onSelect } = props;
  const moving = new Set(props.moving);
  const fillOf = (id: string): string => {
    const part = parts.get(id);
    const tinted = props.tints?.get(id);
    if (tinted) return tinted.fill;
    const painted = layers.colour ? colours.get(part?.area ?? "") : undefined;
    return painted ?? tint(part?.stock ? "stockFill" : "clayFill");
  };
  return view.parts.map((part) => {
    if (parts.get(part.id)?.hidden && part.id !== selected) return null;
    const chosen = part.id === selected;
    const mark = props.marked?.has(part.id) ?? false;
    const placed = props.placed?.get(part.id);
    const turn = moving.has(part.id) ? props.spin : undefined;
    return (
      <g key={part.id} transform={turn ?? (placed ? undefined : props.raise)}>
        <path
          data-part={part.id}
          d={placed ?? paths.get(part.id)?.outline}
          fill={layers.clay ? fillOf(part.id) : tint("claySoft")}
          fillOpacity={layers.clay ? (layers.core || layers.wire ? 0.5 : 0.92) : 0.32}
          stroke={chosen ? tint("clay") : mark ? tint("stop") : tint("clayEdge")}
          strokeWidth={chosen ? 3 : mark ? 2 : 0.8}
          strokeDasharray={mark && !chosen ? "5 3" : undefined}
          vectorEffect="non-scaling-stroke"
          onClick={() => onSelect(chosen ? null : part.id)}
          style={{ cursor: "pointer" }}
        >
          <title>
            {[parts.get(part.id)?.label ?? part.id, props.tints?.get(part.id)?.words]
              .filter(Boolean)
              .join(": ")}
          </title>
        </path>
        {layers.core && part.core.length && !placed ? (
          <path
            d={paths.get(part.id)?.core}
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
});
