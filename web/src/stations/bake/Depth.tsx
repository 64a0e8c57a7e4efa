import { Box, Flex, Text } from "@chakra-ui/react";
import type { PartInside } from "../../api/types";
import { length } from "../../units/format";
import { useUnits } from "../../ui/UnitsContext";

type Reached = NonNullable<PartInside["reached"]["fused"]>;

const band = (of: Reached): string =>
  `${of.min.toFixed(0)} min (${of.low_min.toFixed(0)} to ${of.high_min?.toFixed(0) ?? "over 360"})`;

/** How deep a part is set, firm and fused at one moment, from its surface inwards, and when all of it is. */
export function Depth({ part, at }: { part: PartInside; at: number }) {
  const units = useUnits();
  const rows = [
    { word: "set", mm: part.set_mm[at] ?? 0, colour: "claySoft" },
    { word: "firm", mm: part.firm_mm[at] ?? 0, colour: "clayFill" },
    { word: "fused", mm: part.fused_mm[at] ?? 0, colour: "verdigris" },
  ];
  const told = (row: (typeof rows)[number]) =>
    row.mm > 0 ? `${row.word} ${length(row.mm, units)} deep` : `not ${row.word} yet`;
  const { firm, fused } = part.reached;
  return (
    <Box as="section" aria-label="By depth">
      <Flex fontSize="xs" color="inkSoft" justify="space-between">
        <Text>surface</Text>
        <Text>{length(part.clay_mm, units)} deep</Text>
      </Flex>
      <Box
        position="relative"
        height="16px"
        bg="sheetDeep"
        borderWidth="1px"
        borderColor="clayEdge"
      >
        {rows.map((row) => (
          <Box
            key={row.word}
            position="absolute"
            insetY="0"
            left="0"
            width={`${Math.min(100, (100 * row.mm) / part.clay_mm)}%`}
            bg={row.colour}
            borderRightWidth={row.mm > 0 ? "1px" : undefined}
            borderColor="clayEdge"
            data-depth={row.word}
          />
        ))}
      </Box>
      <Text fontSize="sm" mt="1">
        {rows.map(told).join(", ")}; in all {Math.round(100 * (part.share[at] ?? 0))} % of its
        strength (assumed).
      </Text>
      <Text fontSize="xs" color="inkSoft">
        {firm ? `From raw, firm right through at ${band(firm)}` : "It never gets firm at this heat"}
        {firm
          ? fused
            ? `, fused at ${band(fused)}.`
            : "; it is not fused within six hours."
          : "."}
      </Text>
    </Box>
  );
}
