import { Button, Flex, Text } from "@chakra-ui/react";
import type { Rules } from "../api/types";
import { MeasureField, Note } from "../ui/fields";

interface Props {
  inside: Rules["oven"]["inside"];
  /** Change a house rule at a path. */
  put: (path: string, value: unknown) => Promise<unknown>;
}

const FIRST = { breadth_mm: 350, depth_mm: 300, height_mm: 220, rack_mm: 60 };
const SIDES = [
  ["breadth_mm", "Broad inside"],
  ["depth_mm", "Deep inside"],
  ["height_mm", "High inside"],
  ["rack_mm", "Rack above the lower element"],
] as const;

/** What is inside the oven, once somebody has measured it. */
export function OvenInside({ inside, put }: Props) {
  if (!inside)
    return (
      <Flex align="center" justify="space-between" gap="3">
        <Text fontSize="sm">Inside not measured</Text>
        <Button
          size="xs"
          variant="outline"
          borderColor="hairline"
          onClick={() => void put("oven/inside", FIRST)}
        >
          Measure it
        </Button>
      </Flex>
    );
  return (
    <>
      {SIDES.map(([key, label]) => (
        <MeasureField
          key={key}
          label={label}
          mm={inside[key]}
          onCommit={(text) => put(`oven/inside/${key}`, text)}
        />
      ))}
      <Note>Clear of the walls and elements, as the figure stands in it.</Note>
    </>
  );
}
