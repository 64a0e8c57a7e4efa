import { Box, Flex, Heading, Link, Stack, Text } from "@chakra-ui/react";
import { useFigurePage } from "../../figure/useFigurePage";
import { length, metres } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { PrintLink } from "../../ui/PrintLink";

/** What to cut, from which coil, in which order, and what to buy. */
export function CutTab() {
  const { plan, figure } = useFigurePage();
  const units = useUnits();
  const { cuts, runs } = plan.frame;
  const prints = `/api/v1/figures/${figure.id}/prints/cut-list`;
  let order = 0;
  return (
    <Stack gap="3">
      <Answer label="Wire in all" q={plan.frame.wire_m} />
      <Flex gap="4">
        <PrintLink href={prints}>Print the cut list (PDF)</PrintLink>
        <Link href={`${prints}?form=csv`} color="verdigris" fontWeight="600">
          As a table (CSV)
        </Link>
      </Flex>
      <PanelTable
        label="Cut list"
        head={["run", "path and allowances", "cut"]}
        right={[2]}
        rows={runs.map((run) => ({
          key: run.id,
          cells: [
            run.label,
            <Box key="a" fontSize="xs">
              path {length(run.path_mm, units)}
              {run.allowances.map((a, i) => (
                <div key={`${i} ${a.label}`}>
                  {a.label}: {length(a.length_mm, units)}
                </div>
              ))}
              {run.pieces.slice(1).map((piece, i) => (
                <div key={`${i} ${piece.label}`}>
                  {piece.label}: {piece.count} × {length(piece.length_mm, units)}
                </div>
              ))}
            </Box>,
            <b key="c">
              {run.strands > 1 ? `${run.strands} × ` : ""}
              {length(run.cut_mm, units)}
            </b>,
          ],
        }))}
      />
      <Heading size="sm">From the coils, in this order</Heading>
      {cuts.coils.map((coil) => (
        <Box
          key={`${coil.wire} ${coil.coil ?? ""}`}
          data-coil={coil.coil ?? coil.wire}
          borderWidth="1px"
          borderColor="hairline"
          borderRadius="sheet"
          p="2"
          bg="sheet"
        >
          <Text fontSize="sm" fontWeight="600">
            {coil.label}
            {coil.name ? `, lot “${coil.name}”` : ""}
            {coil.length_mm === null || coil.length_mm === undefined
              ? ""
              : `, ${length(coil.length_mm, units)} there`}
          </Text>
          {coil.cuts.map((cut, i) => (
            <Flex key={`${i} ${cut.run} ${cut.label}`} justify="space-between" fontSize="sm">
              <span>
                {++order}. {cut.label}
              </span>
              <span>{length(cut.length_mm, units)}</span>
            </Flex>
          ))}
          <Note>
            {coil.left_mm === null || coil.left_mm === undefined
              ? "How much of it there is, is not kept in Stores."
              : `${length(coil.left_mm, units)} left: ${coil.keep ? "keep it as an offcut" : "scrap"}`}
          </Note>
        </Box>
      ))}
      {cuts.buy.map((buy) => (
        <Text key={buy.wire} fontSize="sm" data-buy={buy.wire}>
          <b>
            Buy {metres(buy.metres, units)} of {buy.label}
          </b>{" "}
          (about £{buy.cost.toFixed(2)}): {length(buy.needed_mm, units)} wanted, the longest piece{" "}
          {length(buy.longest_mm, units)}.
        </Text>
      ))}
      <Note>
        Kerf and the shortest offcut kept are in House rules; coils and offcuts in Stores. Eye
        protection when cutting; file or loop the ends.
      </Note>
    </Stack>
  );
}
