import { useUnits } from "../ui/UnitsContext";
import { massAsTyped } from "../units/format";
import { Button, Flex, Input, NativeSelect, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useStockChanges } from "../api/useStock";
import { useShelf } from "../api/useShelf";
import { Problem } from "../api/client";
import type { StockItem } from "../api/types";
import { GivenUp } from "../outbox/outbox";
import { useKept } from "../ui/useKept";
import { notices, tellProblem } from "../ui/notices";
import { faultText } from "../ui/useDraft";
import { Reading } from "../ui/Reading";
import { MEASURES } from "./measures";
import { ScaleButton } from "./ScaleButton";

type Kind = "used" | "wasted" | "weighed" | "corrected";
const WORDS: Record<Kind, string> = {
  used: "used",
  wasted: "wasted",
  weighed: "weighed: there is",
  corrected: "counted again: there is",
};
const isKind = (text: string): text is Kind => text in WORDS;

/** Book what was used or wasted of a thing, or what the scale says there is of a lot. */
export function BookBox({ item }: { item: StockItem }) {
  const units = useUnits();
  const { book } = useStockChanges();
  const figures = useShelf().data ?? [];
  const [kind, setKind] = useState<Kind>("used");
  const [amount, setAmount] = useKept(`booking ${item.id}`);
  const [lot, setLot] = useState<number | null>(null);
  const [figure, setFigure] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const [overdrawn, setOverdrawn] = useState(false);
  const whole = kind === "weighed" || kind === "corrected";
  const lots = item.lots.filter((row) => !whole || row.left !== 0 || item.lots.length === 1);
  const chosen = lot ?? (whole ? (lots[0]?.id ?? null) : null);
  const measure = MEASURES[item.unit];
  const send = async (anyway: boolean) => {
    const booking = {
      kind,
      amount,
      lot: chosen,
      figure: kind !== "corrected" && figure ? figure : null,
      step: "",
      note: "",
      anyway,
    };
    setAmount(null);
    setWrong(null);
    try {
      await book(item.id, booking);
      notices.create({
        type: "success",
        title: `${item.label}: ${WORDS[kind]} ${amount}`,
        description: "It can be taken back under Movements.",
        duration: 4000,
      });
    } catch (error) {
      if (error instanceof GivenUp) return;
      setAmount(amount);
      const words = faultText(error);
      setOverdrawn(error instanceof Problem && error.faults[0]?.code === "overdrawn");
      if (words) setWrong(words);
      else tellProblem(error);
    }
  };
  return (
    <Stack gap="1" aria-label={`Book ${item.label}`} role="group">
      <Flex gap="2" align="center" wrap="wrap">
        <Choice
          label="What happened"
          value={kind}
          options={Object.entries(WORDS)}
          onChange={(value) => isKind(value) && setKind(value)}
        />
        <Input
          size="sm"
          width="7rem"
          bg="sheet"
          textAlign="right"
          aria-label="Amount"
          placeholder={{ mm: "1.2 m", g: "46 g", ml: "5 ml", count: "1" }[item.unit]}
          value={amount}
          onChange={(event) => setAmount(event.target.value)}
          onKeyDown={(event) => {
            const composing = event.nativeEvent.isComposing;
            if (event.key === "Enter" && amount.trim() && !composing) void send(false);
          }}
        />
        {measure ? <Reading of={measure} text={amount} typed={amount !== ""} /> : null}
        {item.unit === "g" ? (
          <ScaleButton onTake={(grams) => setAmount(massAsTyped(grams, units))} />
        ) : null}
        {lots.length > 1 ? (
          <Choice
            label="Of which lot"
            value={String(chosen ?? "")}
            options={[
              ...(whole ? [] : ([["", "whichever is to be used first"]] as [string, string][])),
              ...lots.map((row): [string, string] => [String(row.id), `lot “${row.label}”`]),
            ]}
            onChange={(value) => setLot(value ? Number(value) : null)}
          />
        ) : null}
        {kind === "corrected" ? null : (
          <Choice
            label="For which figure"
            value={figure}
            options={[
              ["", "for no figure"],
              ...figures.map((card): [string, string] => [
                card.id,
                kind === "weighed" ? `the rest went into ${card.name}` : `for ${card.name}`,
              ]),
            ]}
            onChange={setFigure}
          />
        )}
        <Button
          size="sm"
          variant="outline"
          borderColor="ink"
          disabled={!amount.trim()}
          onClick={() => void send(false)}
        >
          Book it
        </Button>
      </Flex>
      {wrong ? (
        <Flex gap="2" align="center" wrap="wrap">
          <Text role="alert" color="stop" fontSize="sm">
            {wrong}
          </Text>
          {overdrawn ? (
            <Button
              size="xs"
              variant="outline"
              borderColor="hairline"
              onClick={() => void send(true)}
            >
              Take it all the same
            </Button>
          ) : null}
        </Flex>
      ) : null}
    </Stack>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  options: [string, string][];
  onChange: (value: string) => void;
}

function Choice({ label, value, options, onChange }: ChoiceProps) {
  return (
    <NativeSelect.Root size="sm" width="auto">
      <NativeSelect.Field
        bg="sheet"
        aria-label={label}
        value={value}
        onChange={(event) => onChange(event.currentTarget.value)}
      >
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
