import { Box, Button, Flex, Heading } from "@chakra-ui/react";
import { useState } from "react";
import { useFigure } from "../../api/useFigure";
import { useShelf } from "../../api/useShelf";
import type { Area, Pass } from "../../api/types";
import type { AreaPlan } from "../../elevation/painted";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField, Note } from "../../ui/fields";
import { renewed } from "./passWords";

/** The passes of an area of another figure, each with the mix it had there. */
export const asPainted = (from: Area, told: AreaPlan): Pass[] =>
  renewed(
    from.passes.map((row) => ({
      ...row,
      colour: row.colour ?? (row.kind === "base" ? null : from.target),
      mix: Object.fromEntries(
        (told.passes.find((one) => one.id === row.id)?.recipe ?? []).map((part) => [
          part.paint,
          part.parts,
        ]),
      ),
    })),
  );

/** Painted as an earlier figure was, so that both are of one hand. */
export function EarlierFigure({ area }: { area: Area }) {
  const { figure } = useFigurePage();
  const shelf = useShelf().data ?? [];
  const others = shelf.filter((row) => row.id !== figure.id);
  const [open, setOpen] = useState<string | null>(null);
  if (others.length === 0) return null;
  return (
    <Box>
      <Heading size="sm">As on another figure</Heading>
      <ChoiceField
        label="Figure"
        width="13rem"
        value={open ?? ""}
        options={[
          { value: "", label: "choose one" },
          ...others.map((row) => ({ value: row.id, label: row.name })),
        ]}
        onChange={(id) => setOpen(id || null)}
      />
      {open ? <ItsAreas key={open} id={open} area={area} /> : null}
    </Box>
  );
}

function ItsAreas({ id, area }: { id: string; area: Area }) {
  const { apply } = useFigurePage();
  const other = useFigure(id).data;
  if (!other) return <Note>Fetching it…</Note>;
  const { areas } = other.figure.sheet.colour;
  if (areas.length === 0) return <Note>It has no colour areas.</Note>;
  return (
    <Flex gap="1" wrap="wrap">
      {areas.map((from, n) => {
        const told = other.plan.colour.areas[n];
        return told ? (
          <Button
            key={from.id}
            size="2xs"
            variant="outline"
            borderColor="hairline"
            onClick={() =>
              apply(`${area.label} as ${from.label} of ${other.figure.sheet.name}`, [
                set(`area/${area.id}/target`, from.target),
                set(`area/${area.id}/finish`, from.finish),
                set(`area/${area.id}/passes`, asPainted(from, told)),
              ])
            }
          >
            {from.label}: its passes and mixes
          </Button>
        ) : null;
      })}
    </Flex>
  );
}
