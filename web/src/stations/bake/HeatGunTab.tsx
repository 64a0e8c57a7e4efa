import { Box, Button, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useHeatGun } from "../../api/useBakes";
import type { GunSet } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { length, lengthAsTyped, temperature, type Units } from "../../units/format";
import { ChoiceField, Note, NumberField } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { TemperatureField } from "../../ui/TemperatureField";
import { faultText } from "../../ui/useDraft";
import { useUnits } from "../../ui/UnitsContext";

/** What a heat gun sets, how deep, and what else gets hot. */
export function HeatGunTab() {
  const { figure, selected, select } = useFigurePage();
  const units = useUnits();
  const clay = figure.sheet.parts.filter((part) => !part.stock);
  const [air_c, setAir] = useState(150);
  const [minutes, setMinutes] = useState(2);
  const [side, setSide] = useState<"one" | "both">("one");
  const gun = useHeatGun(figure.id);
  const part = clay.find((row) => row.id === selected) ?? clay[0];
  if (!part) return <Note>There is no clay on this figure yet.</Note>;
  return (
    <Stack gap="2.5">
      <ChoiceField
        label="Part"
        value={part.id}
        options={clay.map((row) => ({ value: row.id, label: row.label }))}
        onChange={select}
      />
      <TemperatureField
        label="Air where it meets the clay"
        celsius={air_c}
        onCommit={(celsius) => Promise.resolve(setAir(celsius))}
      />
      <NumberField
        label="Minutes"
        value={minutes}
        unit="min"
        onCommit={(typed) => Promise.resolve(setMinutes(typed))}
      />
      <ChoiceField
        label="Faces of a thin sheet"
        value={side}
        options={[
          { value: "one", label: "one face" },
          { value: "both", label: "both in turn" },
        ]}
        onChange={(next) => setSide(next === "both" ? "both" : "one")}
      />
      <Button
        size="sm"
        bg="verdigris"
        color="onClay"
        loading={gun.isPending}
        onClick={() => gun.mutate({ part: part.id, air_c, minutes, side })}
      >
        What it does
      </Button>
      {gun.error ? <Text color="stop">{faultText(gun.error)}</Text> : null}
      {gun.data ? <Answer set={gun.data} units={units} /> : null}
      <Note>
        A stream of hot air passes on about 60 W/m²K (assumed). It sets a skin so that work goes on;
        the bake still has to cure it.
      </Note>
    </Stack>
  );
}

function Answer({ set, units }: { set: GunSet; units: Units }) {
  return (
    <Box as="section" aria-label="What the heat gun does">
      <Text fontSize="sm">
        The {set.label} sets <b>{length(set.set_mm, units)}</b> deep
        {set.through ? ", right through" : ` of ${lengthAsTyped(set.clay_mm, units)}`}. Surface{" "}
        {temperature(set.surface_c, units)}, inside {temperature(set.core_c, units)}
        {set.back_c === null ? "" : `, other face ${temperature(set.back_c, units)}`}; scorch{" "}
        {set.scorch.toFixed(2)} of {set.scorch_limit}.
      </Text>
      {set.warmed.length ? (
        <PanelTable
          label="What else gets hot"
          head={["beside it", "gets to", "takes"]}
          right={[1, 2]}
          rows={set.warmed.map((row) => ({
            key: row.id,
            cells: [
              row.label,
              <Text key="peak" as="span" color={row.harmed ? "stop" : "ink"}>
                {temperature(row.peak_c, units)}
                {row.harmed ? ", too hot" : ""}
              </Text>,
              row.limit_c === null ? "clay" : temperature(row.limit_c, units),
            ],
          }))}
        />
      ) : null}
      {set.cautions.map((line) => (
        <Text key={line} fontSize="sm" color="warn" mt="1">
          {line}
        </Text>
      ))}
    </Box>
  );
}
