import { Box, Checkbox, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useCatalogue } from "../../api/useRules";
import type { PartBulk } from "../../api/types";
import { WALLS } from "../../elevation/Walls";
import { coreOf } from "../../part/forms";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { tint } from "../../theme";
import { length, mass, metres } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { ChoiceField, MeasureField, Note, MassField } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { PrintLink } from "../../ui/PrintLink";

/** The core of each part, and the wall of clay over it. */
export function CoresTab() {
  const { plan, figure, selected, select, change, apply } = useFigurePage();
  const units = useUnits();
  const cores = useCatalogue().data?.cores ?? {};
  const part = figure.sheet.parts.find((row) => row.id === selected);
  const planned = plan.bulk.parts.find((row) => row.id === selected);
  return (
    <Stack gap="3">
      <WallOfAll />
      <WallMapSwitch />
      {part && part.form.kind !== "solid" ? (
        <Note>
          The {part.label} is rolled out: how thick it is and what is beneath it is under Character,
          Parts.
        </Note>
      ) : part && planned && !part.stock ? (
        <Stack gap="2" p="2" borderWidth="1px" borderColor="clay" borderRadius="sheet">
          <Heading size="sm">{part.label}</Heading>
          <MeasureField
            label="Wall here"
            mm={planned.wall_mm}
            onCommit={(text) =>
              change(`Wall of the ${part.label}`, [set(`part/${part.id}/wall_mm`, text)])
            }
          />
          <ChoiceField
            label="Core"
            value={coreOf(part)}
            width="14rem"
            options={[
              ...Object.values(cores).map((kind) => ({ value: kind.id, label: kind.label })),
              { value: "wire", label: "wire only, solid clay" },
            ]}
            onChange={(core) =>
              apply(`Core of the ${part.label}`, [set(`part/${part.id}/core`, core)])
            }
          />
          {planned.core_cm3 > 0 || part.ballast_g > 0 ? (
            <MassField
              label="Steel let into it"
              g={part.ballast_g}
              onCommit={(text) =>
                change(`Weight in the ${part.label}`, [set(`part/${part.id}/ballast_g`, text)])
              }
            />
          ) : null}
          {planned.ballast ? (
            <Note>
              A ball of {length(planned.ballast.ball_mm, units)}, at the bottom of the core,{" "}
              {length(planned.ballast.at[2], units)} up. Tape it in before the foil goes round.
            </Note>
          ) : null}
          {cores[coreOf(part)] ? <Note>{sentence(cores[coreOf(part)]?.note ?? "")}</Note> : null}
          <Making row={planned} />
        </Stack>
      ) : (
        <Note>Choose a part in the elevation or the list to set its wall.</Note>
      )}
      <Answer label="Foil" q={plan.bulk.foil_g} />
      <Answer label="Off the roll" q={plan.bulk.foil_m} />
      <Answer label="Core" q={plan.bulk.core_cm3} />
      <PrintLink href={`/api/v1/figures/${figure.id}/prints/foil-card`}>
        Print the foil card (PDF)
      </PrintLink>
      <Heading size="sm">Part by part</Heading>
      <PanelTable
        label="Foil of each part"
        head={["part", "core", "of roll", "wall"]}
        right={[1, 2]}
        rows={plan.bulk.parts
          .filter((row) => row.state !== "bought")
          .map((row) => ({
            key: row.id,
            name: row.label,
            why: row.why,
            chosen: row.id === selected,
            onClick: () => select(row.id),
            cells: [
              row.label,
              row.core_cm3 > 0 ? mass(row.core_g, units) : "–",
              row.foil_m > 0 ? metres(row.foil_m, units) : "–",
              <Text key="s" as="span" color={row.out_of_range ? "warn" : "ink"}>
                {row.state === "solid"
                  ? `solid, ${length(2 * row.deepest_mm, units)}`
                  : row.state === "in range"
                    ? length(row.wall_mm, units)
                    : `${length(row.wall_mm, units)}, ${row.state}`}
              </Text>,
            ],
          }))}
      />
      <Note>
        Squeeze each core to size before it is covered: foil that is loose gives under the clay.
        Prick a vent into closed cores.
      </Note>
    </Stack>
  );
}

const sentence = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

/** A core as a thing to make: its shape, and the girths to check it by with a tape. */
function Making({ row }: { row: PartBulk }) {
  const units = useUnits();
  const { piece } = row;
  if (!piece) return null;
  const girths = piece.girths_mm.map((mm) => length(mm, units));
  return (
    <Text fontSize="sm" data-making={row.id}>
      No. {piece.order} to make, a {piece.shape}, {length(piece.length_mm, units)} by{" "}
      {length(piece.across_mm, units)}: {metres(row.foil_m, units)} of roll,{" "}
      {girths.length === 1 ? "one squeeze" : `${girths.length} squeezes`}; a tape round it reads{" "}
      {girths.join(", then ")}.
      {piece.tape_mm > 0
        ? ` Then ${metres(piece.tape_mm / 1000, units)} of masking tape over it.`
        : ""}
    </Text>
  );
}

function WallMapSwitch() {
  const { looked, act } = useFigurePage();
  return (
    <Box>
      <Checkbox.Root
        size="sm"
        checked={looked.walls}
        onCheckedChange={({ checked }) =>
          act({ do: "show", what: "walls", shown: checked === true })
        }
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control borderColor="inkSoft" />
        <Checkbox.Label fontWeight="400">Show the wall on the elevations</Checkbox.Label>
      </Checkbox.Root>
      {looked.walls ? (
        <Flex wrap="wrap" columnGap="3" rowGap="1" mt="1" fontSize="xs">
          {Object.entries(WALLS).map(([letter, look]) => (
            <Flex key={letter} gap="1.5" align="center">
              <svg width="18" height="12" aria-hidden>
                <rect width="18" height="12" fill={tint(look.ink)} fillOpacity={0.75} />
                {look.hatch === "dots" ? (
                  <circle cx="6" cy="6" r="2" fill={tint("ink")} />
                ) : look.hatch === "lines" ? (
                  <path d="M2 12L12 0M8 12L18 0" stroke={tint("ink")} />
                ) : null}
              </svg>
              {look.word}
            </Flex>
          ))}
        </Flex>
      ) : null}
    </Box>
  );
}

/** The wall of every part that has none of its own is House rules'; here all are set at once. */
function WallOfAll() {
  const { figure, plan, change } = useFigurePage();
  const cored = figure.sheet.parts.filter(
    (part) => !part.stock && part.form.kind === "solid" && coreOf(part) !== "wire",
  );
  return (
    <MeasureField
      label="Wall over all foil"
      mm={plan.bulk.usual_wall_mm}
      onCommit={(text) =>
        change(
          "Wall over all foil",
          cored.map((part) => set(`part/${part.id}/wall_mm`, text)),
        )
      }
    />
  );
}
