import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { useYields } from "../api/useFrame";
import { useStores } from "../api/useRules";
import { useStockChanges } from "../api/useStock";
import type { Lot, StockItem } from "../api/types";
import { Note, WordsField } from "../ui/fields";
import { useUnits } from "../ui/UnitsContext";
import { money, stockAmount } from "../units/format";
import { BendTestForm } from "./BendTestForm";
import { BookBox } from "./BookBox";

/** The lots of a thing, and what can be written down of them. */
export function ItemBox({ item }: { item: StockItem }) {
  const units = useUnits();
  const { changeItem, changeLot } = useStockChanges();
  const revision = useStores().data?.revision ?? 0;
  const found = useYields(revision).data?.[item.key];
  const there = item.lots.filter((lot) => Math.abs(lot.left) > 1e-6);
  const used = item.lots.length - there.length;
  return (
    <Box pl="4" pb="3">
      <Stack gap="1.5">
        {there.map((lot) => (
          <Box key={lot.id} data-lot={lot.id}>
            <Flex gap="3" align="baseline" wrap="wrap">
              <Text fontSize="sm" minWidth="9rem">
                lot “{lot.label}”
              </Text>
              <Text fontSize="sm" fontWeight="600">
                {stockAmount(lot.left, item.unit, units)}
              </Text>
              <Text fontSize="sm" color="inkSoft" flex="1">
                {aboutLot(lot, stockAmount(lot.bought, item.unit, units))}
              </Text>
            </Flex>
            {item.kind === "wire" ? (
              <>
                {found ? (
                  <Text fontSize="sm" color="inkSoft">
                    yield {found.value.toFixed(0)} MPa ({found.low.toFixed(0)}–
                    {found.high.toFixed(0)}), {found.tested ? "measured" : "typical: test it"}
                  </Text>
                ) : null}
                <BendTestForm
                  coil={lot}
                  onSave={(bend_test) =>
                    changeLot.mutateAsync({ lot: lot.id, changes: { bend_test } })
                  }
                />
              </>
            ) : null}
            {lot.opened_on ? null : (
              <Button
                size="xs"
                variant="outline"
                borderColor="hairline"
                onClick={() =>
                  changeLot.mutate({
                    lot: lot.id,
                    changes: { opened_on: new Date().toISOString().slice(0, 10) },
                  })
                }
              >
                Opened today
              </Button>
            )}
          </Box>
        ))}
        {there.length === 0 ? <Note>Nothing is left of it.</Note> : null}
        {used ? <Note>{used === 1 ? "One lot is" : `${used} lots are`} used up.</Note> : null}
        <BookBox item={item} />
        <Box maxWidth="22rem">
          <WordsField
            label="say when there is less than"
            text={item.low_at === null ? "" : stockAmount(item.low_at, item.unit, units)}
            onCommit={(low_at) => changeItem.mutateAsync({ item: item.id, low_at })}
          />
        </Box>
      </Stack>
    </Box>
  );
}

const aboutLot = (lot: Lot, bought: string): string =>
  [
    `of ${bought}`,
    lot.price === null ? null : money(lot.price),
    lot.opened_on ? `opened ${lot.opened_on}` : "not opened",
    lot.best_before ? `best before ${lot.best_before}` : null,
  ]
    .filter((words) => words !== null)
    .join(", ");
