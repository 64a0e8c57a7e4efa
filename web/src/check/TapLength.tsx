import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Plan, Tapped, ToMeasure } from "../api/types";
import { pathOf } from "../elevation/paths";
import { tint } from "../theme";

interface Props {
  plan: Plan;
  landmarks: Tapped[];
  lengths: ToMeasure[];
  onAdd: (length: ToMeasure) => void;
}

const HIGH_PX = 260;
/** A finger finds this. */
const TOUCH_PX = 12;

/** Two taps on the figure choose a length: where it begins, and where it ends. */
export function TapLength({ plan, landmarks, lengths, onAdd }: Props) {
  const [from, setFrom] = useState<Tapped | null>(null);
  const [to, setTo] = useState<Tapped | null>(null);
  const { bounds, silhouette } = plan.drawing.front;
  const [left, low, right, high] = bounds;
  const px = (high - low) / HIGH_PX;
  const around = 2 * TOUCH_PX * px;
  const ways = (id: string) =>
    lengths.flatMap((row) =>
      row.ends.flatMap((ends) => {
        const other = ends[0] === id ? ends[1] : ends[1] === id ? ends[0] : null;
        const end = landmarks.find((mark) => mark.id === other);
        return end ? [{ row, end }] : [];
      }),
    );
  const add = (row: ToMeasure) => {
    setFrom(null);
    setTo(null);
    onAdd(row);
  };
  const tap = (mark: Tapped) => {
    if (!from) return setFrom(mark);
    if (mark.id === from.id) return setFrom(null);
    const found = ways(from.id).find((way) => way.end.id === mark.id);
    return found ? add(found.row) : setTo(mark);
  };
  const reached = from ? ways(from.id).map((way) => way.end.id) : [];
  return (
    <Box>
      <Text fontSize="sm" aria-live="polite">
        {from ? `From the ${from.label} to…` : "Tap where a length begins, then where it ends."}
      </Text>
      {from && to ? (
        <Flex gap="1" wrap="wrap" align="center">
          <Text fontSize="sm" color="warn" width="100%">
            ▲ No length that keeps in every pose lies between the {from.label} and the {to.label}.
            From the {from.label}:
          </Text>
          {ways(from.id).map(({ row, end }) => (
            <Button key={end.id} size="2xs" variant="outline" onClick={() => add(row)}>
              to the {end.label}
            </Button>
          ))}
        </Flex>
      ) : null}
      <svg
        viewBox={`${left - around} ${-high - around} ${right - left + 2 * around} ${high - low + 2 * around}`}
        style={{ display: "block", width: "100%", maxHeight: HIGH_PX + 2 * around }}
        role="group"
        aria-label="The figure from the front, with the points lengths lie between"
      >
        <g transform="scale(1 -1)">
          <path d={pathOf(silhouette)} fill={tint("claySoft")} fillRule="evenodd" />
          {landmarks.map((mark) => (
            <g
              key={mark.id}
              role="button"
              tabIndex={0}
              aria-label={mark.label}
              aria-pressed={mark.id === from?.id}
              style={{ cursor: "pointer" }}
              onClick={() => tap(mark)}
              onKeyDown={(event) => {
                if (event.key !== "Enter" && event.key !== " ") return;
                event.preventDefault();
                tap(mark);
              }}
            >
              <title>{mark.label}</title>
              <circle cx={mark.at[0]} cy={mark.at[1]} r={TOUCH_PX * px} fill="transparent" />
              <circle
                cx={mark.at[0]}
                cy={mark.at[1]}
                r={(mark.id === from?.id || reached.includes(mark.id) ? 5 : 3.5) * px}
                fill={tint(mark.id === from?.id ? "clay" : "sheet")}
                stroke={tint(reached.includes(mark.id) ? "clay" : "ink")}
                strokeWidth={1.5 * px}
              />
            </g>
          ))}
        </g>
      </svg>
    </Box>
  );
}
