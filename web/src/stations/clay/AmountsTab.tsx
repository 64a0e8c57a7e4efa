import { Box, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useCatalogue } from "../../api/useRules";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length, mass, minutes } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { ChoiceField, Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { Conditioning } from "./Conditioning";
import { portionWords } from "./portionWords";
import { PrintLink } from "../../ui/PrintLink";

/** What goes on, how much of it, and how each piece is begun. */
export function AmountsTab() {
  const { plan, figure, selected, select, apply } = useFigurePage();
  const units = useUnits();
  const catalogue = useCatalogue().data;
  const putties = Object.values(catalogue?.stock_materials ?? {}).filter((row) => row.putty);
  const part = figure.sheet.parts.find(
    (row) => row.id === selected && (!row.stock || putties.some((putty) => putty.id === row.stock)),
  );
  const formed = plan.order.steps.filter((step) => step.kind === "form");
  const bakeOf = new Map(
    formed.flatMap((step) => step.parts.map((made) => [made, step.bake] as const)),
  );
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
            {total.packs.map((pack) => `${pack.count} × ${mass(pack.size, units)}`).join(" + ") ||
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
            value={part.stock ?? part.clay}
            width="15rem"
            options={[
              ...Object.values(catalogue?.clays ?? {}).map((clay) => ({
                value: clay.id,
                label: clay.label,
              })),
              ...putties.map((putty) => ({ value: putty.id, label: `${putty.label}, not baked` })),
            ]}
            onChange={(what) =>
              apply(
                `Clay of the ${part.label}`,
                putties.some((putty) => putty.id === what)
                  ? [set(`part/${part.id}/stock`, what)]
                  : [
                      ...(part.stock ? [set(`part/${part.id}/stock`, null)] : []),
                      set(`part/${part.id}/clay`, what),
                    ],
              )
            }
          />
        </Box>
      ) : (
        <Note>Choose a part to give it another clay.</Note>
      )}
      <Flex justify="space-between" align="baseline">
        <Heading size="sm">How to begin each part</Heading>
        <PrintLink href={`/api/v1/figures/${figure.id}/prints/portion-card`} small>
          Portion card (PDF)
        </PrintLink>
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
                {bakeOf.get(row.id) ? `; bake ${String(bakeOf.get(row.id))}` : ""}
              </Text>
            </span>,
            mass(row.grams, units),
            length(row.ball_mm, units),
          ],
        }))}
      />
      <Note>Raw clay of each part, without waste.</Note>
      <Beside />
      <Conditioning />
    </Stack>
  );
}

/** What is opened for each bake, liquid clay at the joins, putty and how it is mixed. */
function Beside() {
  const { plan } = useFigurePage();
  const units = useUnits();
  const { stages, putty } = plan.clay;
  const liquid = plan.order.joins.filter((join) => join.state === "raw to cured" && join.grams > 0);
  const whole = liquid.reduce((sum, join) => sum + join.grams, 0);
  return (
    <Stack gap="2">
      {stages.some((stage) => stage.bake > 1) ? (
        <Box>
          <Heading size="sm">Open for each bake</Heading>
          {stages.map((stage) => (
            <Text key={`${stage.bake} ${stage.clay}`} fontSize="sm">
              bake {stage.bake}: {mass(stage.grams, units)} {stage.label}
            </Text>
          ))}
        </Box>
      ) : null}
      {liquid.length ? (
        <Box>
          <Heading size="sm">Liquid clay, {mass(whole, units)}</Heading>
          <Text fontSize="sm">
            A thin film where raw clay meets cured:{" "}
            {liquid.map((use) => `${use.label} on the ${use.onto_label}`).join(", ")}.
          </Text>
        </Box>
      ) : null}
      {putty.map((use) => (
        <Box key={use.part} data-putty={use.part}>
          <Heading size="sm">
            {use.label}: {mass(use.grams, units)} of {use.material}
          </Heading>
          <Text fontSize="sm">
            {use.batches === 1 ? "One batch" : `${use.batches} batches`}, each of{" "}
            {mass(use.half_g, units)} of either part, formed within {minutes(use.work_min)} (
            {minutes(use.work_low_min)} to {minutes(use.work_high_min)} by product); hard after
            about {use.cure_h.toFixed(0)} h. It goes on when all is baked. Gloves, and air: its
            label stands above this.
          </Text>
        </Box>
      ))}
    </Stack>
  );
}
