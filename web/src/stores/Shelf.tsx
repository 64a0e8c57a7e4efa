import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useReserved } from "../api/useStock";
import type { Catalogue, StockItem } from "../api/types";
import { useUnits } from "../ui/UnitsContext";
import { stockAmount } from "../units/format";
import type { Units } from "../units/format";
import { AddLot } from "./AddLot";
import { CsvBox } from "./CsvBox";
import { ItemBox } from "./ItemBox";
import type { useStock } from "../api/useStock";

type Stock = NonNullable<ReturnType<typeof useStock>["data"]>;

/** What there is of everything, what planned figures take of it, and what runs low. */
export function Shelf({ stock, catalogue }: { stock: Stock; catalogue: Catalogue }) {
  const units = useUnits();
  const reserved = useReserved().data;
  const [adding, setAdding] = useState(false);
  const [open, setOpen] = useState<number | null>(null);
  const taken = new Map(reserved?.map((row) => [`${row.kind}/${row.item}`, row.amount]));
  return (
    <Box>
      <Flex gap="2" mb="3" wrap="wrap">
        <Button
          size="sm"
          bg="clay"
          color="onClay"
          aria-expanded={adding}
          onClick={() => setAdding(!adding)}
        >
          Write down what was bought
        </Button>
      </Flex>
      {adding ? (
        <AddLot kinds={stock.kinds} catalogue={catalogue} onDone={() => setAdding(false)} />
      ) : null}
      {stock.items.length === 0 ? (
        <Text maxWidth="60ch" mb="4">
          Nothing is written down yet. Begin with the clay and foil you have: then the shopping list
          counts only what is missing, and each figure knows what it cost.
        </Text>
      ) : null}
      {stock.kinds.map((kind) => {
        const items = stock.items.filter((item) => item.kind === kind.kind);
        if (!items.length) return null;
        return (
          <Box as="section" key={kind.kind} aria-label={kind.label} mb="5" maxWidth="72rem">
            <Flex borderTopWidth="2px" borderColor="ink" pt="1.5" align="baseline" gap="3">
              <Heading as="h2" size="md" flex="1">
                {kind.label}
              </Heading>
              {["there", "planned figures take", "then left"].map((word) => (
                <Text
                  key={word}
                  fontSize="xs"
                  color="inkSoft"
                  width={{ base: "5.2rem", md: "8.5rem" }}
                  textAlign="right"
                >
                  {word}
                </Text>
              ))}
            </Flex>
            {items.map((item) => (
              <ItemRow
                key={item.id}
                item={item}
                takes={taken.get(`${item.kind}/${item.key}`) ?? 0}
                known={reserved !== undefined}
                units={units}
                open={open === item.id}
                onOpen={() => setOpen(open === item.id ? null : item.id)}
              />
            ))}
          </Box>
        );
      })}
      <CsvBox />
    </Box>
  );
}

interface RowProps {
  item: StockItem;
  takes: number;
  known: boolean;
  units: Units;
  open: boolean;
  onOpen: () => void;
}

function ItemRow({ item, takes, known, units, open, onOpen }: RowProps) {
  const there = item.lots.reduce((sum, lot) => sum + lot.left, 0);
  const after = there - takes;
  const low = item.low_at !== null && there < item.low_at;
  const wanted = [
    there < -1e-6 ? "more was used than was written down" : null,
    known && after < -1e-6 && there >= 0 ? "not enough" : null,
    low ? "low: buy it again" : null,
    oldest(item),
  ].filter((words): words is string => words !== null);
  const cell = { width: { base: "5.2rem", md: "8.5rem" }, textAlign: "right" } as const;
  return (
    <Box borderBottomWidth="1px" borderColor="headline" data-item={`${item.kind}/${item.key}`}>
      <Flex align="baseline" gap="3" py="1.5">
        <Box flex="1">
          <Button
            variant="plain"
            size="sm"
            height="auto"
            px="0"
            py="0.5"
            fontWeight="600"
            color="ink"
            whiteSpace="normal"
            textAlign="left"
            aria-expanded={open}
            onClick={onOpen}
          >
            {open ? "▾" : "▸"} {item.label}
          </Button>
          {wanted.map((words) => (
            <Text key={words} as="span" fontSize="sm" color="warn" ml="2">
              ▲ {words}
            </Text>
          ))}
        </Box>
        <Text {...cell} fontWeight="600" data-there>
          {stockAmount(there, item.unit, units)}
        </Text>
        <Text {...cell} data-takes>
          {known ? (takes > 0 ? stockAmount(takes, item.unit, units) : "–") : "…"}
        </Text>
        <Text {...cell} color={known && after < -1e-6 ? "warn" : "ink"}>
          {known ? stockAmount(after, item.unit, units) : "…"}
        </Text>
      </Flex>
      {open ? <ItemBox item={item} /> : null}
    </Box>
  );
}

/** What its date says, of a lot that is not used up. */
function oldest(item: StockItem): string | null {
  const days = item.lots
    .filter((lot) => lot.left > 1e-6 && lot.best_before !== null)
    .map((lot) => lot.best_before ?? "")
    .sort();
  const first = days[0];
  if (!first) return null;
  const today = new Date().toISOString().slice(0, 10);
  return first < today ? `past its date, ${first}` : null;
}
