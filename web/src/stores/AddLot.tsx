import { useUnits } from "../ui/UnitsContext";
import { across, massAsTyped } from "../units/format";
import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { useDeferredValue, useRef, useState } from "react";
import { useWireWords } from "../api/useFrame";
import { useStockChanges } from "../api/useStock";
import { newKey } from "../outbox/useOutbox";
import type { Catalogue, KindOfStock, StockKind } from "../api/types";
import { MEASURES } from "./measures";
import { TypedField } from "../ui/TypedField";
import { ChoiceField, Note } from "../ui/fields";
import { faultText, readNumber } from "../ui/useDraft";
import { ScaleButton } from "./ScaleButton";

const HINTS: Record<KindOfStock["unit"], string> = {
  mm: "3 m, 10 ft",
  g: "454 g, 2 oz",
  ml: "20 ml",
  count: "6",
};
/** What there is of a kind; wire is named as its label says. */
const listedOf = (kind: KindOfStock | undefined): [string, string][] | null =>
  kind?.listed && kind.kind !== "wire" ? Object.entries(kind.listed) : null;

interface Props {
  kinds: KindOfStock[];
  catalogue: Catalogue;
  onDone: () => void;
}

/** Something bought: what, how much, for how much. Wire is named as its label says. */
export function AddLot({ kinds, catalogue, onDone }: Props) {
  const units = useUnits();
  const { addLot } = useStockChanges();
  const [kind, setKind] = useState<StockKind>("clay");
  const [item, setItem] = useState("rigid");
  const [words, setWords] = useState("");
  const [more, setMore] = useState({ amount: "", price: "", lot: "", opened: "", best: "" });
  const [wrong, setWrong] = useState<string | null>(null);
  const key = useRef(newKey());
  const about = kinds.find((row) => row.kind === kind);
  const listed = listedOf(about);
  const choose = (next: string) => {
    const found = kinds.find((row) => row.kind === next);
    if (!found) return;
    setKind(found.kind);
    setItem(listedOf(found)?.[0]?.[0] ?? "");
  };
  const add = async (of: string) => {
    try {
      await addLot.mutateAsync({
        kind,
        item: of,
        label: words,
        amount: more.amount,
        price: more.price.trim() ? readNumber(more.price) : null,
        lot: more.lot,
        opened_on: more.opened || null,
        best_before: more.best || null,
        client_key: key.current,
      });
      onDone();
    } catch (error) {
      setWrong(faultText(error));
    }
  };
  const field = (label: string, name: keyof typeof more, hint = "", type?: "date") => (
    <TypedField
      label={label}
      value={more[name]}
      hint={hint}
      type={type}
      of={name === "amount" && about ? MEASURES[about.unit] : undefined}
      onChange={(value) => setMore((now) => ({ ...now, [name]: value }))}
    />
  );
  return (
    <Box
      as="section"
      aria-label="Write down what was bought"
      borderWidth="1px"
      borderColor="clay"
      borderRadius="sheet"
      p="3"
      mb="4"
      maxWidth="34rem"
    >
      <Stack gap="2">
        <ChoiceField
          label="What was bought"
          value={kind}
          options={kinds.map((row) => ({ value: row.kind, label: row.label }))}
          onChange={choose}
        />
        {listed ? (
          <ChoiceField
            label="which"
            width="17rem"
            value={item}
            options={listed.map(([value, label]) => ({ value, label }))}
            onChange={setItem}
          />
        ) : (
          <TypedField
            label={
              kind === "wire"
                ? `as its label says: 14 gauge, ${units.length_unit === "in" ? "0.08 in" : "2 mm"}`
                : "what it is"
            }
            value={words}
            onChange={setWords}
          />
        )}
        {field("how much", "amount", about ? HINTS[about.unit] : "")}
        {about?.unit === "g" ? (
          <Flex justify="flex-end">
            <ScaleButton
              onTake={(grams) => setMore((now) => ({ ...now, amount: massAsTyped(grams, units) }))}
            />
          </Flex>
        ) : null}
        {field("paid for all of it, £", "price")}
        {field("name of this lot", "lot", "if you like")}
        {field("opened on", "opened", "", "date")}
        {field("best before", "best", "", "date")}
        {wrong ? (
          <Text role="alert" color="stop" fontSize="sm">
            {wrong}
          </Text>
        ) : null}
        {kind === "wire" ? (
          <WireReadings
            words={words}
            ready={more.amount.trim() !== ""}
            catalogue={catalogue}
            onAdd={(wire) => void add(wire)}
          />
        ) : null}
        <Flex gap="2" justify="flex-end">
          <Button size="sm" variant="outline" borderColor="hairline" onClick={onDone}>
            Leave it
          </Button>
          {kind === "wire" ? null : (
            <Button
              size="sm"
              bg="clay"
              color="onClay"
              disabled={addLot.isPending || !more.amount.trim()}
              onClick={() => void add(listed ? item : "")}
            >
              Put it in Stores
            </Button>
          )}
        </Flex>
      </Stack>
    </Box>
  );
}

interface ReadingsProps {
  words: string;
  ready: boolean;
  catalogue: Catalogue;
  onAdd: (wire: string) => void;
}

/** What the words on a coil may mean; a bare gauge number is asked back. */
function WireReadings({ words, ready, catalogue, onAdd }: ReadingsProps) {
  const units = useUnits();
  const read = useWireWords(useDeferredValue(words));
  if (!words.trim()) return null;
  if (read.error) return <Text color="stop">{faultText(read.error)}</Text>;
  const readings = read.data?.readings ?? [];
  const taken = readings.find((reading) => reading.taken);
  return (
    <Stack gap="1.5">
      {read.data?.asks && readings.length ? (
        <Text fontSize="sm" role="status">
          {taken
            ? `A bare number: taken as ${taken.label}, ${across(taken.diameter_mm, units)}, as House rules say.`
            : "A bare number: say which table it is of."}{" "}
          {readings
            .filter((reading) => !reading.taken)
            .map(
              (reading) =>
                `${reading.label} would be ${across(reading.diameter_mm, units)}, ${reading.strength.toFixed(1)} × as strong`,
            )
            .join("; ")}
          {readings.length > 1 ? ". Which does the label mean?" : ""}
        </Text>
      ) : null}
      {readings.map((reading) => (
        <Flex key={reading.label} gap="1.5" wrap="wrap" align="center">
          <Text fontSize="sm">
            {reading.label}, {across(reading.diameter_mm, units)}:
          </Text>
          {reading.wires.length ? null : <Note>no such wire in the catalogue</Note>}
          {reading.wires.map((wire) => (
            <Button
              key={wire}
              size="xs"
              variant="outline"
              borderColor="hairline"
              disabled={!ready}
              onClick={() => onAdd(wire)}
            >
              Add {catalogue.wires[wire]?.label ?? wire}
            </Button>
          ))}
        </Flex>
      ))}
    </Stack>
  );
}
