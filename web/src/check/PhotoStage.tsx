import { Box } from "@chakra-ui/react";
import { useEffect, useRef, type KeyboardEvent, type PointerEvent } from "react";
import type { Check } from "../api/types";
import { tint } from "../theme";
import { fitted, nudged, type Point } from "./marking";
import type { Photograph } from "./state";

/** How the plan lies over the photograph. */
export interface Over {
  shown: boolean;
  /** 0 to 1: of the filled shapes; their outlines stay. */
  faded: number;
  mirror: boolean;
}

interface Props {
  photograph: Photograph;
  check: Check | null;
  over: Over;
  placed: { id: string; label: string; at: Point; scale: boolean }[];
  /** What the next tap sets; null where a drag moves the plan. */
  setting: string | null;
  says: string;
  at: Point;
  shift: Point;
  onAt: (point: Point) => void;
  onPlace: (point: Point) => void;
  onShift: (shift: Point) => void;
  onKey: (key: string) => boolean;
}

const LEAST_MOVE = 0.002;

/** The photograph with the plan over it; it is tapped, or the plan is moved over it. */
export function PhotoStage(props: Props) {
  const { photograph, check, over, placed, setting, says, at, shift } = props;
  const stage = useRef<HTMLDivElement>(null);
  const laid = useRef<SVGGElement>(null);
  const from = useRef<{ point: Point; shift: Point } | null>(null);
  useEffect(() => {
    stage.current?.focus();
  }, []);
  const move = ([u, v]: Point) => laid.current?.setAttribute("transform", `translate(${u} ${v})`);
  useEffect(() => move(shift), [shift]);
  const pointed = (event: PointerEvent): Point => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (value: number) => Math.min(1, Math.max(0, value));
    return [
      share((event.clientX - box.left) / box.width),
      share((event.clientY - box.top) / box.height),
    ];
  };
  const dragged = (point: Point): Point => {
    const begun = from.current;
    return begun
      ? [begun.shift[0] + point[0] - begun.point[0], begun.shift[1] + point[1] - begun.point[1]]
      : shift;
  };
  const keyed = (event: KeyboardEvent) => {
    const { width_px, height_px } = photograph;
    const moved = nudged(at, event.key, event.shiftKey, width_px, height_px);
    if (moved) props.onAt(moved);
    else if ((event.key === "Enter" || event.key === " ") && setting) props.onPlace(at);
    else if (!props.onKey(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
  };
  const axis = check?.axis[1]?.[0] ?? 0.5;
  return (
    <Box
      ref={stage}
      position="relative"
      tabIndex={0}
      role="application"
      aria-label={says}
      style={fitted(photograph)}
      cursor={setting ? "crosshair" : "move"}
      touchAction="none"
      overflow="hidden"
      onKeyDown={keyed}
      onPointerDown={(event) => {
        if (setting) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { point: pointed(event), shift };
      }}
      onPointerMove={(event) => {
        if (from.current) move(dragged(pointed(event)));
        else if (setting) props.onAt(pointed(event));
      }}
      onPointerUp={(event) => {
        const point = pointed(event);
        if (from.current) {
          const next = dragged(point);
          from.current = null;
          const far = Math.hypot(next[0] - shift[0], next[1] - shift[1]);
          if (far > LEAST_MOVE) props.onShift(next);
        } else if (event.button === 0) props.onPlace(point);
      }}
      onPointerCancel={() => {
        from.current = null;
        move(shift);
      }}
    >
      <img
        src={photograph.url}
        alt=""
        draggable={false}
        style={{ width: "100%", height: "100%", display: "block", userSelect: "none" }}
      />
      {over.mirror ? (
        <img
          src={photograph.url}
          alt=""
          draggable={false}
          data-mirror
          style={{
            position: "absolute",
            inset: 0,
            width: "100%",
            height: "100%",
            opacity: 0.5,
            transform: "scaleX(-1)",
            transformOrigin: `${axis * 100}% 50%`,
            pointerEvents: "none",
          }}
        />
      ) : null}
      <svg
        width="100%"
        height="100%"
        viewBox="0 0 1 1"
        preserveAspectRatio="none"
        style={{ position: "absolute", inset: 0, pointerEvents: "none" }}
        aria-hidden="true"
      >
        <g ref={laid} data-plan={over.shown || undefined}>
          {over.shown
            ? check?.laid.flatMap((part) =>
                part.rings.map((ring, n) => (
                  <Ring
                    key={`${part.id} ${n}`}
                    ring={ring}
                    open={check.stage === "wire"}
                    faded={over.faded}
                  />
                )),
              )
            : null}
        </g>
        {setting ? (
          <g stroke={tint("clay")} strokeWidth={1}>
            <line x1={0} x2={1} y1={at[1]} y2={at[1]} vectorEffect="non-scaling-stroke" />
            <line x1={at[0]} x2={at[0]} y1={0} y2={1} vectorEffect="non-scaling-stroke" />
          </g>
        ) : null}
      </svg>
      {placed.map((row) => (
        <Box
          key={row.id}
          data-mark={row.id}
          position="absolute"
          left={`${row.at[0] * 100}%`}
          top={`${row.at[1] * 100}%`}
          width={row.id === setting ? "13px" : "9px"}
          height={row.id === setting ? "13px" : "9px"}
          transform="translate(-50%, -50%)"
          borderWidth="2px"
          borderColor={row.scale ? "verdigris" : "clay"}
          borderRadius={row.scale ? "0" : "full"}
          bg="sheet"
          pointerEvents="none"
          title={row.label}
        />
      ))}
    </Box>
  );
}

function Ring({ ring, open, faded }: { ring: number[]; open: boolean; faded: number }) {
  const points = ring.reduce((said, value, at) => said + (at % 2 ? `,${value}` : ` ${value}`), "");
  const line = { vectorEffect: "non-scaling-stroke", strokeWidth: open ? 3 : 1.5 } as const;
  return open ? (
    <polyline points={points} fill="none" stroke={tint("verdigris")} {...line} />
  ) : (
    <polygon
      points={points}
      fill={tint("verdigris")}
      fillOpacity={faded * 0.6}
      stroke={tint("verdigris")}
      {...line}
    />
  );
}
