import { Waiting } from "../ui/Waiting";
import { Box, Checkbox, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useShelf } from "../api/useShelf";
import { useCosts, useShopping } from "../api/useStock";
import type { ToBuy } from "../api/types";
import { Note } from "../ui/fields";
import { PanelTable } from "../ui/Table";
import { useUnits } from "../ui/UnitsContext";
import { money, stockAmount, type Units } from "../units/format";
import { PrintLink } from "../ui/PrintLink";

/** One list over the chosen figures, and what each figure costs. */
export function Shopping() {
  const units = useUnits();
  const shelf = useShelf();
  const cards = shelf.data;
  const [left, setLeft] = useState<string[]>([]);
  const chosen = (cards ?? []).map((card) => card.id).filter((id) => !left.includes(id));
  const shopping = useShopping(chosen);
  const list = shopping.data;
  if (!cards) return <Waiting on={[shelf]} words="Looking what is missing…" />;
  return (
    <Box maxWidth="72rem">
      <Flex wrap="wrap" columnGap="5" rowGap="1" mb="3" role="group" aria-label="Buy for">
        <Text fontSize="sm">Buy for</Text>
        {cards.map((card) => (
          <Checkbox.Root
            key={card.id}
            size="sm"
            checked={chosen.includes(card.id)}
            onCheckedChange={({ checked }) =>
              setLeft(checked === true ? left.filter((id) => id !== card.id) : [...left, card.id])
            }
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control borderColor="inkSoft" />
            <Checkbox.Label fontWeight="400">{card.name}</Checkbox.Label>
          </Checkbox.Root>
        ))}
      </Flex>
      {list === undefined ? (
        <Waiting on={[shopping]} words="Looking what is missing…" />
      ) : (
        <>
          <Flex align="baseline" gap="3" mb="1">
            <Heading as="h2" size="md" flex="1">
              To buy beyond what is in Stores
              {list.lines.length ? `, about ${money(list.cost)}` : ""}
            </Heading>
            <PrintLink href={`/api/v1/stock/shopping/sheet?figures=${chosen.join(",")}`} small>
              Print the list (PDF)
            </PrintLink>
          </Flex>
          {list.lines.length ? (
            <Lines label="Shopping list" lines={list.lines} units={units} />
          ) : (
            <Text>
              {chosen.length
                ? "Nothing: all that these figures still take is there."
                : "Choose a figure above."}
            </Text>
          )}
          {list.unwritten.length ? (
            <>
              <Heading as="h3" size="sm" mt="4">
                Look whether there is enough
              </Heading>
              <Note>Ticked as worked with, but no lot of it is written down.</Note>
              <Stack gap="0.5">
                {list.unwritten.map((line) => (
                  <Text key={line.item} fontSize="sm">
                    {line.label}: {stockAmount(line.needed, line.unit, units)}
                  </Text>
                ))}
              </Stack>
            </>
          ) : null}
          {list.enough.length ? (
            <>
              <Heading as="h3" size="sm" mt="4">
                There already
              </Heading>
              <Lines label="There already" lines={list.enough} units={units} />
            </>
          ) : null}
        </>
      )}
      <Costs />
    </Box>
  );
}

interface LinesProps {
  label: string;
  lines: ToBuy[];
  units: Units;
}

function Lines({ label, lines, units }: LinesProps) {
  return (
    <PanelTable
      label={label}
      head={["what", "for", "needed", "there", "others take", "buy", "about"]}
      right={[2, 3, 4, 5, 6]}
      rows={lines.map((line) => ({
        key: `${line.kind}/${line.item}`,
        cells: [
          line.label,
          <Text key="f" as="span" fontSize="xs" color="inkSoft">
            {line.figures.join(", ")}
          </Text>,
          stockAmount(line.needed, line.unit, units),
          line.left > 0 ? stockAmount(line.left, line.unit, units) : "–",
          line.reserved_elsewhere > 0
            ? stockAmount(line.reserved_elsewhere, line.unit, units)
            : "–",
          line.packs
            .map((pack) =>
              line.unit === "count"
                ? String(pack.count)
                : `${pack.count} × ${stockAmount(pack.size, line.unit, units)}`,
            )
            .join(" + ") || "–",
          line.packs.length ? (
            <span key="c" title={line.price_source}>
              {money(line.cost)}
              {line.price_assumed ? " ~" : ""}
            </span>
          ) : (
            "–"
          ),
        ],
      }))}
    />
  );
}

/** What each figure is planned to cost, and what was really taken for it. */
function Costs() {
  const units = useUnits();
  const costs = useCosts().data?.figures;
  if (!costs?.length) return null;
  return (
    <Box as="section" aria-label="Costs" mt="6">
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5">
        What each figure costs
      </Heading>
      <PanelTable
        label="Costs of each figure"
        head={["figure", "planned", "taken so far", "clay on it", "clay taken", "waste"]}
        right={[1, 2, 3, 4, 5]}
        rows={costs.map((row) => ({
          key: row.figure_id,
          cells: [
            row.name,
            money(row.planned),
            row.actual > 0 ? money(row.actual) : "–",
            stockAmount(row.clay_net_g, "g", units),
            row.clay_used_g > 0 ? stockAmount(row.clay_used_g, "g", units) : "–",
            row.waste_percent === null ? "–" : `${row.waste_percent.toFixed(1)} %`,
          ],
        }))}
      />
      <Note>
        Planned: whole packs of clay, wire as cut and foil off the roll, at the catalogue's prices.
        Taken: what was booked on it, at what you paid. ~ marks prices that are assumed.
      </Note>
    </Box>
  );
}
