import { Waiting } from "../ui/Waiting";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useMovements, useStockChanges } from "../api/useStock";
import { tellProblem } from "../ui/notices";
import { PanelTable } from "../ui/Table";
import { useUnits } from "../ui/UnitsContext";
import { stockAmount } from "../units/format";

const PAGE = 60;
const WORDS: Record<string, string> = { taken_back: "taken back" };

/** Everything that was booked, newest first; each can be taken back once. */
export function Movements() {
  const units = useUnits();
  const [skip, setSkip] = useState(0);
  const movements = useMovements(skip);
  const found = movements.data;
  const { takeBack } = useStockChanges();
  if (!found) return <Waiting on={[movements]} words="Reading the movements…" />;
  if (!found.rows.length) return <Text>Nothing was booked yet.</Text>;
  return (
    <Box maxWidth="72rem">
      <PanelTable
        label="Movements"
        head={["when", "what", "lot", "movement", "amount", "for", ""]}
        right={[4]}
        rows={found.rows.map((row) => ({
          key: String(row.id),
          cells: [
            new Date(row.made).toLocaleString("en-GB", {
              dateStyle: "medium",
              timeStyle: "short",
            }),
            row.item,
            row.lot,
            WORDS[row.kind] ?? row.kind,
            `${row.change > 0 ? "+" : "−"}${stockAmount(Math.abs(row.change), row.unit, units)}`,
            [row.figure, row.note].filter(Boolean).join(", ") || "–",
            row.kind === "taken_back" ? (
              ""
            ) : row.taken_back ? (
              <Text key="b" as="span" fontSize="xs" color="inkSoft">
                taken back
              </Text>
            ) : (
              <Button
                key="b"
                size="xs"
                variant="outline"
                borderColor="hairline"
                aria-label={`Take back: ${row.item}, ${row.kind}`}
                onClick={() => takeBack.mutate(row.id, { onError: tellProblem })}
              >
                Take back
              </Button>
            ),
          ],
        }))}
      />
      <Flex gap="2" mt="3">
        <Button
          size="sm"
          variant="outline"
          borderColor="hairline"
          disabled={skip === 0}
          onClick={() => setSkip(Math.max(0, skip - PAGE))}
        >
          Newer
        </Button>
        <Button
          size="sm"
          variant="outline"
          borderColor="hairline"
          disabled={!found.more}
          onClick={() => setSkip(skip + PAGE)}
        >
          Older
        </Button>
      </Flex>
    </Box>
  );
}
