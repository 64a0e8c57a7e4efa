import { Box, Button, chakra, Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { BendTest, Lot } from "../api/types";
import { Note } from "../ui/fields";
import { faultText, readNumber } from "../ui/useDraft";

interface Props {
  coil: Lot;
  onSave: (test: BendTest | null) => Promise<unknown>;
}

/** Hang a weight on a length of this coil: what is read sets the yield it is counted with. */
export function BendTestForm({ coil, onSave }: Props) {
  const test = coil.bend_test;
  const [long, setLong] = useState(test ? String(test.length_mm) : "100");
  const [mass, setMass] = useState(test ? String(test.mass_g) : "");
  const [droop, setDroop] = useState(test?.droop_mm ? String(test.droop_mm) : "");
  const [wrong, setWrong] = useState<string | null>(null);
  const save = async (next: () => BendTest | null) => {
    try {
      await onSave(next());
      setWrong(null);
    } catch (error) {
      setWrong(faultText(error));
    }
  };
  const field = (label: string, value: string, onChange: (value: string) => void) => (
    <Flex align="center" gap="1.5">
      <chakra.label fontSize="sm">
        {label}{" "}
        <Input
          size="xs"
          width="4.5rem"
          bg="sheet"
          textAlign="right"
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      </chakra.label>
    </Flex>
  );
  return (
    <chakra.details mt="1">
      <chakra.summary cursor="pointer" fontSize="sm" color="verdigris" fontWeight="600">
        {test ? "Bend test, made" : "Bend test"}
      </chakra.summary>
      <Box py="1.5" maxWidth="52rem">
        <Text fontSize="sm" mb="1.5">
          Clamp a straight piece level at the edge of the bench and hang a weight on its end. Either
          find the least weight after which it stays bent and leave the droop empty, or hang one
          that bends it well and read how far its end droops. Eye protection: it may spring.
        </Text>
        <Flex gap="3" wrap="wrap" align="center">
          {field("free length, mm", long, setLong)}
          {field("weight, g", mass, setMass)}
          {field("droop, mm", droop, setDroop)}
          <Button
            size="xs"
            variant="outline"
            borderColor="hairline"
            onClick={() =>
              void save(() => ({
                length_mm: readNumber(long),
                mass_g: readNumber(mass),
                droop_mm: droop.trim() ? readNumber(droop) : null,
              }))
            }
          >
            Count with it
          </Button>
          {test ? (
            <Button
              size="xs"
              variant="outline"
              borderColor="hairline"
              onClick={() => void save(() => null)}
            >
              Forget it
            </Button>
          ) : null}
        </Flex>
        {wrong ? (
          <Text role="alert" color="stop" fontSize="sm">
            {wrong}
          </Text>
        ) : null}
        <Note>
          Elastic up to its yield, then giving way: elementary plastic bending. The weakest of
          several tested coils of a wire counts.
        </Note>
      </Box>
    </chakra.details>
  );
}
