import { Box } from "@chakra-ui/react";
import { tint } from "../theme";
import type { Point } from "./marking";

const SIZE = 250;
const TALL = 170;
const TIMES = 3;

interface Props {
  source: string;
  at: Point;
  size: { width_px: number; height_px: number };
}

/** What is under the cross, three screen pixels for one of the picture. */
export function Loupe({ source, at: [u, v], size }: Props) {
  const wide = size.width_px * TIMES;
  const tall = size.height_px * TIMES;
  return (
    <Box
      width={`${SIZE}px`}
      height={`${TALL}px`}
      flexShrink="0"
      borderWidth="1px"
      borderColor="ink"
      position="relative"
      overflow="hidden"
      bg="sheetDeep"
      aria-hidden="true"
      backgroundImage={`url(${source})`}
      backgroundRepeat="no-repeat"
      backgroundSize={`${wide}px ${tall}px`}
      backgroundPosition={`${SIZE / 2 - u * wide}px ${TALL / 2 - v * tall}px`}
      style={{ imageRendering: "pixelated" }}
    >
      <svg width={SIZE} height={TALL} style={{ position: "absolute", inset: 0 }}>
        <line x1={0} x2={SIZE} y1={TALL / 2} y2={TALL / 2} stroke={tint("clay")} />
        <line x1={SIZE / 2} x2={SIZE / 2} y1={0} y2={TALL} stroke={tint("clay")} />
        <circle cx={SIZE / 2} cy={TALL / 2} r={9} fill="none" stroke={tint("clay")} />
      </svg>
    </Box>
  );
}
