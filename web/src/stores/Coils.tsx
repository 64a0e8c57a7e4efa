import { Box, Button, Flex, Heading, Input, Stack, Text } from "@chakra-ui/react";
import { useDeferredValue, useState } from "react";
import { useWireWords, useYields } from "../api/useFrame";
import type { Catalogue, Stores, WireCoil } from "../api/types";
import { MeasureField, Note } from "../ui/fields";
import { faultText, readNumber, Unread } from "../ui/useDraft";
import { BendTestForm } from "./BendTestForm";

interface Props {
  stores: Stores;
  revision: number;
  catalogue: Catalogue;
  onChange: (stores: Stores) => Promise<unknown>;
}

/** Coils and offcuts: how much there is of each, and what a bend test of it showed. */
export function Coils({ stores, revision, catalogue, onChange }: Props) {
  const yields = useYields(revision).data ?? {};
  const coils = stores.coils;
  const put = (next: WireCoil[]) => onChange({ ...stores, coils: next });
  const changed = (coil: WireCoil) => put(coils.map((one) => (one.id === coil.id ? coil : one)));
  return (
    <Box as="section" aria-label="Coils and offcuts" mt="8" maxWidth="72rem">
      <Box borderTopWidth="2px" borderColor="ink" pt="2">
        <Heading as="h2" size="md">
          Coils and offcuts
        </Heading>
      </Box>
      <Text color="inkSoft" maxWidth="64ch" mb="3">
        Cut lists are laid onto these with least waste. A wire without a coil here is taken to be
        there in any length.
      </Text>
      <Stack gap="2" mb="3">
        {coils.length === 0 ? <Note>No coil yet.</Note> : null}
        {coils.map((coil) => {
          const known = yields[coil.wire];
          return (
            <Box
              key={coil.id}
              data-coil={coil.id}
              borderBottomWidth="1px"
              borderColor="headline"
              pb="2"
            >
              <Flex gap="3" align="center" wrap="wrap">
                <Text fontWeight="600" minWidth="14rem">
                  {catalogue.wires[coil.wire]?.label ?? coil.wire}
                </Text>
                <Box width="15rem">
                  <MeasureField
                    label="left"
                    mm={coil.length_mm}
                    onCommit={(text) => changed({ ...coil, length_mm: mmOf(text) })}
                  />
                </Box>
                <Text fontSize="sm" color="inkSoft" flex="1">
                  {known
                    ? known.tested
                      ? `yield ${known.value.toFixed(0)} MPa (${known.low.toFixed(0)}–${known.high.toFixed(0)}), measured`
                      : `yield ${known.value.toFixed(0)} MPa (${known.low.toFixed(0)}–${known.high.toFixed(0)}), typical: test it`
                    : ""}
                </Text>
                <Button
                  size="xs"
                  variant="outline"
                  borderColor="hairline"
                  aria-label={`Remove the coil ${coil.id}`}
                  onClick={() => void put(coils.filter((one) => one.id !== coil.id))}
                >
                  Remove
                </Button>
              </Flex>
              <BendTestForm coil={coil} onSave={(bend_test) => changed({ ...coil, bend_test })} />
            </Box>
          );
        })}
      </Stack>
      <AddCoil
        stores={stores}
        catalogue={catalogue}
        onAdd={(coil) =>
          onChange({
            ...stores,
            wires: stores.wires.includes(coil.wire) ? stores.wires : [...stores.wires, coil.wire],
            coils: [...coils, coil],
          })
        }
      />
    </Box>
  );
}

interface AddProps {
  stores: Stores;
  catalogue: Catalogue;
  onAdd: (coil: WireCoil) => Promise<unknown>;
}

const MM = { m: 1000, cm: 10, mm: 1, ft: 304.8, in: 25.4 };

/** A length of wire as a person writes it, mm. */
function mmOf(text: string): number {
  const match = /^\s*([\d.,]+)\s*(mm|cm|m|ft|in)\s*$/.exec(text);
  const unit = match?.[2] as keyof typeof MM | undefined;
  if (!match?.[1] || !unit) throw new Unread("Write a length such as 3 m, 45 cm, 450 mm or 18 in");
  return readNumber(match[1]) * MM[unit];
}

/** A coil by what its label says; a bare gauge number is asked back. */
function AddCoil({ stores, catalogue, onAdd }: AddProps) {
  const [text, setText] = useState("");
  const [long, setLong] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const asked = useDeferredValue(text);
  const read = useWireWords(asked);
  const add = async (wire: string) => {
    try {
      const taken = new Set(stores.coils.map((coil) => coil.id));
      let n = 1;
      while (taken.has(`coil_${n}`)) n++;
      await onAdd({ id: `coil_${n}`, wire, length_mm: mmOf(long), bend_test: null });
      setText("");
      setLong("");
      setWrong(null);
    } catch (error) {
      setWrong(faultText(error));
    }
  };
  const readings = text.trim() ? (read.data?.readings ?? []) : [];
  const taken = readings.find((reading) => reading.taken);
  return (
    <Stack gap="2" maxWidth="48rem">
      <Flex gap="2" wrap="wrap">
        <Input
          size="sm"
          width="16rem"
          bg="sheet"
          aria-label="Wire, as its label says"
          placeholder="as its label says: 14 gauge, 2 mm"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Input
          size="sm"
          width="9rem"
          bg="sheet"
          aria-label="How much of it"
          placeholder="how much: 3 m"
          value={long}
          onChange={(event) => setLong(event.target.value)}
        />
      </Flex>
      {read.error && text.trim() ? <Text color="stop">{faultText(read.error)}</Text> : null}
      {read.data?.asks && readings.length ? (
        <Text fontSize="sm" role="status">
          {taken
            ? `A bare number: taken as ${taken.label}, ${taken.diameter_mm.toFixed(2)} mm, as House rules say.`
            : "A bare number: say which table it is of."}{" "}
          {readings
            .filter((reading) => !reading.taken)
            .map(
              (reading) =>
                `${reading.label} would be ${reading.diameter_mm.toFixed(2)} mm, ${reading.strength.toFixed(1)} × as strong`,
            )
            .join("; ")}
          {readings.length > 1 ? ". Which does the label mean?" : ""}
        </Text>
      ) : null}
      {readings.map((reading) => (
        <Flex key={reading.label} gap="1.5" wrap="wrap" align="center">
          <Text fontSize="sm" minWidth="13rem">
            {reading.label}, {reading.diameter_mm.toFixed(2)} mm:
          </Text>
          {reading.wires.length ? null : <Note>no such wire in the catalogue</Note>}
          {reading.wires.map((wire) => (
            <Button
              key={wire}
              size="xs"
              variant="outline"
              borderColor="hairline"
              disabled={!long.trim()}
              onClick={() => void add(wire)}
            >
              Add {catalogue.wires[wire]?.label ?? wire}
            </Button>
          ))}
        </Flex>
      ))}
      {wrong ? (
        <Text role="alert" color="stop">
          {wrong}
        </Text>
      ) : null}
    </Stack>
  );
}
