import { Box, Checkbox, Heading, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { daySheet } from "../../api/useCalendar";
import { usePages } from "../../api/usePictures";
import type { Tiling } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { length } from "../../units/format";
import { ChoiceField, Note } from "../../ui/fields";
import { PrintLink } from "../../ui/PrintLink";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";

/** Every sheet of the figure: the layout map and the cards, at true size. */
export function PaperTab() {
  const { figure, plan } = useFigurePage();
  const units = useUnits();
  const [paper, setPaper] = useState(units.length_unit === "in" ? "Letter" : "A4");
  const [mirrored, setMirrored] = useState(false);
  const pages = usePages(figure.id, figure.revision).data ?? [];
  const chosen = pages.find((row) => row.paper === paper);
  const at = `/api/v1/figures/${figure.id}/prints`;
  const sheets = [
    ...plan.frame.runs.map((run) => ({
      href: `bend-card/${run.id}`,
      name: `Bend card: ${run.label}`,
      does: "cut, mark, bend and check the run",
    })),
    { href: "cut-list", name: "Cut list", does: "all wire, in the order it is cut" },
    { href: "drilling-template", name: "Holes in the base", does: "prick and drill through it" },
    ...(plan.character.face
      ? [{ href: "face-plan", name: "Face plan", does: "lines, eyes and beads on the head" }]
      : []),
    { href: "foil-card", name: "Foil card", does: "lengths off the roll and girths" },
    { href: "portion-card", name: "Portion card", does: "clay by bake, with balls to roll to" },
    { href: "paint-card", name: "Paint card", does: "what to mix, and every pass to tick" },
    { href: "patterns", name: "Patterns", does: "flat outlines to cut sheets by" },
    ...plan.bake.bakes.map((bake) => ({
      href: `bake-card/${bake.number}`,
      name: `Bake card ${bake.number}`,
      does: "rack, dial, minutes, readings",
    })),
  ];
  return (
    <Stack gap="3">
      <ChoiceField
        label="Paper"
        value={paper}
        options={(pages.length ? pages.map((row) => row.paper) : [paper]).map((value) => ({
          value,
          label: value,
        }))}
        onChange={setPaper}
      />
      <Heading size="sm">Layout map, 1:1</Heading>
      <Text fontSize="sm">
        Front and side at true size with wire, core, clay, heights, heads and a scale. Lay the wire
        on it and bend to the line.
      </Text>
      <Checkbox.Root
        size="sm"
        checked={mirrored}
        onCheckedChange={({ checked }) => setMirrored(checked === true)}
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control />
        <Checkbox.Label>Mirrored, for tracing paper turned over</Checkbox.Label>
      </Checkbox.Root>
      <Text fontSize="sm" role="status">
        {chosen ? pagesOf(chosen) : "Counting the pages…"}
      </Text>
      <PrintLink href={`${at}/layout-map?paper=${paper}&mirrored=${mirrored}`}>
        Print the layout map (PDF)
      </PrintLink>
      <PrintLink href={`${at}/layout-map?form=svg&mirrored=${mirrored}`}>
        The same as one drawing (SVG)
      </PrintLink>
      <Note>Print at 100 % and measure the bar at its foot before you bend.</Note>
      <Heading size="sm">For the bench</Heading>
      <Box as="ul" listStyleType="none">
        {sheets.map((sheet) => (
          <Box as="li" key={sheet.href} py="1" borderBottomWidth="1px" borderColor="headline">
            <PrintLink href={`${at}/${sheet.href}?paper=${paper}`} small>
              {sheet.name}
            </PrintLink>
            <Text fontSize="xs">{sheet.does}</Text>
          </Box>
        ))}
        {plan.order.next_step ? (
          <Box as="li" py="1">
            <PrintLink href={`${daySheet([figure.id])}&paper=${paper}`} small>
              The day&apos;s steps
            </PrintLink>
            <Text fontSize="xs">what fits the next day at the bench</Text>
          </Box>
        ) : null}
      </Box>
      <Heading size="sm">Caliper card</Heading>
      <PrintLink href={`${at}/caliper-card?paper=${paper}`}>Print the caliper card (PDF)</PrintLink>
      <PanelTable
        label="Lengths for the calipers"
        head={["between", "true", "1/32 in", "in front", "side"]}
        right={[1, 2, 3, 4]}
        rows={plan.character.calipers.map((row) => ({
          key: row.id,
          cells: [
            row.label,
            length(row.true_mm, units),
            row.true_in,
            length(row.front_mm, units),
            length(row.side_mm, units),
          ],
        }))}
      />
    </Stack>
  );
}

function pagesOf(tiles: Tiling): string {
  if (tiles.pages === 1) return `One page of ${tiles.paper}.`;
  const drawn = tiles.pages - 1;
  return `${tiles.pages} pages of ${tiles.paper}: ${drawn} to glue together, and one that shows how they lie.`;
}
