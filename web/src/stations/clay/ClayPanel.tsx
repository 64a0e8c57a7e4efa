import { Box, Flex, Heading, Link, Stack, Text } from "@chakra-ui/react";
import { useCatalogue } from "../../api/useRules";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length, mass } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { ChoiceField, Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { Conditioning } from "./Conditioning";
import { Patterns } from "./Patterns";
import { portionWords } from "./portionWords";

export function ClayPanel() {
  const { plan, figure, selected, select, apply } = useFigurePage();
  const units = useUnits();
  const clays = useCatalogue().data?.clays ?? {};
  const part = figure.sheet.parts.find((row) => row.id === selected && !row.stock);
  return (
    <Stack gap="3">
      <Answer label="Clay to open, with waste" q={plan.clay.clay_g} />
      {plan.clay.totals.map((total) => (
        <Box
          key={total.clay}
          borderWidth="1px"
          borderColor="hairline"
          borderRadius="sheet"
          p="2"
          bg="sheet"
        >
          <Flex align="center" gap="2">
            <Box
              width="14px"
              height="14px"
              borderRadius="full"
              borderWidth="1px"
              borderColor="ink"
              style={{ background: total.colour }}
            />
            <Text fontWeight="600" fontSize="sm" flex="1">
              {total.label}
            </Text>
            {total.owned ? null : (
              <Text fontSize="xs" color="note">
                to buy
              </Text>
            )}
          </Flex>
          <Answer label="needed" q={total.with_waste} />
          <Text fontSize="sm" mt="1">
            {total.packs.map((pack) => `${pack.count} × ${mass(pack.grams, units)}`).join(" + ") ||
              "none"}{" "}
            · £{total.cost.toFixed(2)}
          </Text>
        </Box>
      ))}
      {part ? (
        <Box p="2" borderWidth="1px" borderColor="clay" borderRadius="sheet">
          <Heading size="sm" mb="1">
            {part.label}
          </Heading>
          <ChoiceField
            label="Clay"
            value={part.clay}
            options={Object.values(clays).map((clay) => ({ value: clay.id, label: clay.label }))}
            onChange={(clay) =>
              apply(`Clay of the ${part.label}`, [set(`part/${part.id}/clay`, clay)])
            }
          />
        </Box>
      ) : (
        <Note>Choose a part to give it another clay.</Note>
      )}
      <Flex justify="space-between" align="baseline">
        <Heading size="sm">How to begin each part</Heading>
        <Link
          href={`/api/v1/figures/${figure.id}/prints/portion-card`}
          target="_blank"
          rel="noreferrer"
          color="verdigris"
          fontSize="sm"
          fontWeight="600"
        >
          Portion card (PDF)
        </Link>
      </Flex>
      <PanelTable
        label="Clay of each part"
        head={["part, and how to begin it", "raw clay", "its ball"]}
        right={[1, 2]}
        rows={plan.clay.parts.map((row) => ({
          key: row.id,
          name: row.label,
          why: row.why,
          chosen: row.id === selected,
          onClick: () => select(row.id),
          cells: [
            <span key="p">
              {row.label}
              {row.equal_to ? (
                <Text as="span" fontSize="xs" color="inkSoft">
                  {" "}
                  equal pair
                </Text>
              ) : null}
              <Text as="span" display="block" fontSize="xs" color="inkSoft">
                {portionWords(row.portion, units)}
              </Text>
            </span>,
            mass(row.grams, units),
            length(row.ball_mm, units),
          ],
        }))}
      />
      <Note>Raw clay of each part, without waste.</Note>
      <Patterns />
      <Conditioning />
    </Stack>
  );
}
