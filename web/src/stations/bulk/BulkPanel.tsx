import { Heading, Stack, Text } from "@chakra-ui/react";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { length, mass, metres } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { ChoiceField, MeasureField, Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";

export function BulkPanel() {
  const { plan, figure, selected, select, change, apply } = useFigurePage();
  const units = useUnits();
  const part = figure.sheet.parts.find((row) => row.id === selected);
  const planned = plan.bulk.parts.find((row) => row.id === selected);
  return (
    <Stack gap="3">
      <WallOfAll />
      {part && planned && !part.stock ? (
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
            value={part.core}
            options={[
              { value: "foil", label: "foil under the wall" },
              { value: "wire", label: "wire only, solid clay" },
            ]}
            onChange={(core) =>
              apply(`Core of the ${part.label}`, [set(`part/${part.id}/core`, core)])
            }
          />
        </Stack>
      ) : (
        <Note>Choose a part in the elevation or the list to set its wall.</Note>
      )}
      <Answer label="Foil" q={plan.bulk.foil_g} />
      <Answer label="Off the roll" q={plan.bulk.foil_m} />
      <Answer label="Core" q={plan.bulk.core_cm3} />
      <Heading size="sm">Part by part</Heading>
      <PanelTable
        label="Foil of each part"
        head={["part", "foil", "of roll", "wall"]}
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
              row.core_cm3 > 0 ? mass(row.foil_g, units) : "–",
              row.core_cm3 > 0 ? metres(row.foil_m, units) : "–",
              <Text
                key="s"
                as="span"
                color={row.state === "in range" || row.state === "solid" ? "ink" : "warn"}
              >
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

/** The wall of every part that has none of its own is House rules'; here all are set at once. */
function WallOfAll() {
  const { figure, change } = useFigurePage();
  const { plan } = useFigurePage();
  const cored = figure.sheet.parts.filter((part) => !part.stock && part.core === "foil");
  const walls = plan.bulk.parts
    .filter((row) => cored.some((part) => part.id === row.id))
    .map((row) => row.wall_mm);
  const sorted = [...walls].sort((a, b) => a - b);
  const usual = sorted[Math.floor(sorted.length / 2)] ?? 6;
  return (
    <MeasureField
      label="Wall over all foil"
      mm={usual}
      onCommit={(text) =>
        change(
          "Wall over all foil",
          cored.map((part) => set(`part/${part.id}/wall_mm`, text)),
        )
      }
    />
  );
}
