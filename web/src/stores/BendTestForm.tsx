import { Box, Button, chakra, Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { BendTest, Lot } from "../api/types";
import { Note } from "../ui/fields";
import { faultText } from "../ui/useDraft";
import { readMeasure } from "../api/useReading";
import { lengthAsTyped, massAsTyped, typedLength, typedMass } from "../units/format";
import { useUnits } from "../ui/UnitsContext";

interface Props {
  coil: Lot;
  onSave: (test: BendTest | null) => Promise<unknown>;
}

/** Hang a weight on a length of this coil: what is read sets the yield it is counted with. */
export function BendTestForm({ coil, onSave }: Props) {
  const test = coil.bend_test;
  const units = useUnits();
  const usual = units.length_unit === "in" ? 101.6 : 100;
  const [long, setLong] = useState(lengthAsTyped(test?.length_mm ?? usual, units));
  const [mass, setMass] = useState(test ? massAsTyped(test.mass_g, units) : "");
  const [droop, setDroop] = useState(test?.droop_mm ? lengthAsTyped(test.droop_mm, units) : "");
  const [wrong, setWrong] = useState<string | null>(null);
  const save = async (next: () => Promise<BendTest | null>) => {
    try {
      await onSave(await next());
      setWrong(null);
    } catch (error) {
      setWrong(faultText(error));
    }
  };
  const mm = async (text: string) => (await readMeasure("length", typedLength(text, units))).value;
  const field = (label: string, value: string, onChange: (value: string) => void) => (
    <Flex align="center" gap="1.5">
      <chakra.label fontSize="sm">
        {label}{" "}
        <Input
          size="xs"
          width="6rem"
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
          {field("free length", long, setLong)}
          {field("weight", mass, setMass)}
          {field("droop", droop, setDroop)}
          <Button
            size="xs"
            variant="outline"
            borderColor="hairline"
            onClick={() =>
              void save(async () => ({
                length_mm: await mm(long),
                mass_g: (await readMeasure("mass", typedMass(mass, units))).value,
                droop_mm: droop.trim() ? await mm(droop) : null,
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
              onClick={() => void save(() => Promise.resolve(null))}
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
