import { Checkbox, Heading, Link, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { usePages } from "../../api/usePictures";
import { useFigurePage } from "../../figure/useFigurePage";
import { length } from "../../units/format";
import { ChoiceField, Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";

/** The layout map and the cards, at true size. */
export function PaperTab() {
  const { figure, plan } = useFigurePage();
  const units = useUnits();
  const [paper, setPaper] = useState(units.length_unit === "in" ? "Letter" : "A4");
  const [mirrored, setMirrored] = useState(false);
  const pages = usePages(figure.id, figure.revision).data ?? [];
  const chosen = pages.find((row) => row.paper === paper);
  const at = `/api/v1/figures/${figure.id}/prints`;
  const link = (href: string, text: string) => (
    <Link href={href} target="_blank" rel="noreferrer" color="verdigris" fontWeight="600">
      {text}
    </Link>
  );
  return (
    <Stack gap="3">
      <Heading size="sm">Layout map, 1:1</Heading>
      <Text fontSize="sm">
        Front and side at true size with wire, core, clay, landmarks, heads and a ruler. Lay the
        wire on it and bend to the line.
      </Text>
      <ChoiceField
        label="Paper"
        value={paper}
        options={(pages.length ? pages.map((row) => row.paper) : [paper]).map((value) => ({
          value,
          label: value,
        }))}
        onChange={setPaper}
      />
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
        {chosen
          ? `${chosen.pages} pages of ${paper}: ${chosen.rows} down, ${chosen.columns} across, and one that shows how they lie.`
          : "Counting the pages…"}
      </Text>
      {link(`${at}/layout-map?paper=${paper}&mirrored=${mirrored}`, "Print the layout map (PDF)")}
      {link(`${at}/layout-map?form=svg&mirrored=${mirrored}`, "The same as one drawing (SVG)")}
      <Note>Print at 100 % and measure the 100 mm bar before you bend.</Note>
      <Heading size="sm">Caliper card</Heading>
      {link(`${at}/caliper-card`, "Print the caliper card (PDF)")}
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
