import { Box, Button, chakra, Flex, NativeSelect, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useBuilt, usePutBuilt } from "../api/useCheck";
import { readMeasure } from "../api/useReading";
import type { BuiltKind } from "../api/types";
import { useFigurePage } from "../figure/useFigurePage";
import { coreOf } from "../part/forms";
import { MassField, MeasureField, Note } from "../ui/fields";
import { tellProblem } from "../ui/notices";
import { PrintLink } from "../ui/PrintLink";
import { useUnits } from "../ui/UnitsContext";
import { lengthAsTyped, massAsTyped } from "../units/format";
import { Lessons } from "./Lessons";

const VERBS: Record<BuiltKind, string> = {
  wall_mm: "wall",
  mass_g: "weighs",
  core_g: "core weighs",
  length_mm: "is",
};

/** Parts as they were made: a wall by a needle, weights on the scale, lengths by calipers; the plan goes by them. */
export function AsBuilt() {
  const { figure, plan, selected } = useFigurePage();
  const units = useUnits();
  const built = useBuilt(figure.id).data ?? [];
  const put = usePutBuilt(figure.id);
  const parts = plan.bulk.parts;
  const [chosen, setChosen] = useState<string | null>(null);
  const part = parts.find((row) => row.id === (chosen ?? selected)) ?? parts[0];
  if (!part) return null;
  const made = figure.sheet.parts.find((row) => row.id === part.id);
  const core = made ? coreOf(made) : "wire";
  const of = (kind: BuiltKind) =>
    built.find((row) => row.part === part.id && row.kind === kind)?.value ?? null;
  const said = (kind: BuiltKind, value: number) =>
    kind.endsWith("_mm") ? lengthAsTyped(value, units) : massAsTyped(value, units);
  const keep = (kind: BuiltKind, value: number | null) =>
    put.mutateAsync({ part: part.id, kind, value });
  const weighed = async (kind: BuiltKind, text: string) =>
    keep(kind, (await readMeasure("mass", text)).value);
  return (
    <chakra.details borderWidth="1px" borderColor="hairline" borderRadius="sheet" bg="sheet" p="2">
      <Box as="summary" cursor="pointer" fontWeight="600" fontSize="sm">
        As built: the wall by a needle, weights on the scale
        {built.length ? ` (${built.length} kept)` : ""}
      </Box>
      <Stack gap="1" mt="2">
        <NativeSelect.Root size="sm">
          <NativeSelect.Field
            bg="sheet"
            aria-label="Which part was measured"
            value={part.id}
            onChange={(event) => setChosen(event.currentTarget.value)}
          >
            {parts.map((row) => (
              <option key={row.id} value={row.id}>
                {row.label}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        {core.startsWith("foil") ? (
          <MassField
            label="Its foil alone, without the wire"
            g={of("core_g")}
            onEmpty={() => keep("core_g", null)}
            onCommit={(text) => weighed("core_g", text)}
          />
        ) : null}
        {made?.form.kind === "close" || made?.form.kind === "hang" ? null : (
          <MeasureField
            label="Its wall, by a needle"
            mm={of("wall_mm")}
            onEmpty={() => keep("wall_mm", null)}
            onCommit={async (text) => keep("wall_mm", (await readMeasure("length", text)).value)}
          />
        )}
        <MassField
          label={core === "wire" ? "It weighs" : "It weighs, clay and core"}
          g={of("mass_g")}
          onEmpty={() => keep("mass_g", null)}
          onCommit={(text) => weighed("mass_g", text)}
        />
        {built.map((row) => (
          <Flex key={`${row.part} ${row.kind}`} justify="space-between" align="center" gap="2">
            <Text fontSize="sm">
              {row.label}: {VERBS[row.kind]} {said(row.kind, row.value)}
              {row.planned === null
                ? ", no more in the plan"
                : ` where ${said(row.kind, row.planned)} was planned`}
            </Text>
            <Button
              size="2xs"
              variant="outline"
              aria-label={`Take back what was measured of the ${row.label}`}
              onClick={() =>
                void put
                  .mutateAsync({ part: row.part, kind: row.kind, value: null })
                  .catch(tellProblem)
              }
            >
              Take back
            </Button>
          </Flex>
        ))}
        <Lessons />
        <PrintLink href={`/api/v1/figures/${figure.id}/check/gauge/${part.id}`}>
          Print a notch gauge for it (PDF)
        </PrintLink>
        <Note>
          Standing, clay left and minutes in the oven go by these from now on. A needle through to
          the core says the wall; smooth its hole over.
        </Note>
      </Stack>
    </chakra.details>
  );
}
