import { Box, Flex } from "@chakra-ui/react";
import type { Zones } from "../../elevation/painted";

export function Swatch({
  colour,
  label,
  size = 22,
}: {
  colour: string;
  label: string;
  size?: number;
}) {
  return (
    <Box
      role="img"
      aria-label={label}
      title={label}
      width={`${size}px`}
      height={`${size}px`}
      flexShrink="0"
      borderWidth="1px"
      borderColor="ink"
      borderRadius="sheet"
      style={{ background: colour }}
    />
  );
}

/** Recess, middle and raised beside each other. */
export function ZoneSwatch({ zones, label }: { zones: Zones; label: string }) {
  return (
    <Flex
      role="img"
      aria-label={label}
      title={label}
      height="22px"
      width="54px"
      flexShrink="0"
      borderWidth="1px"
      borderColor="ink"
      borderRadius="sheet"
      overflow="hidden"
    >
      {[zones.recess, zones.middle, zones.middle, zones.raised].map((colour, n) => (
        <Box key={n} flex="1" style={{ background: colour }} />
      ))}
    </Flex>
  );
}
