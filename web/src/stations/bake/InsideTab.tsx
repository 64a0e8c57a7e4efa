import { Waiting } from "../../ui/Waiting";
import { Box, Flex, Slider, Stack, Text } from "@chakra-ui/react";
import { lazy, Suspense, useEffect, useState } from "react";
import { useInside } from "../../api/useBakes";
import type { BakePlan, InsideBake } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { tint } from "../../theme";
import { shownDifference, temperature } from "../../units/format";
import { ChoiceField, Note } from "../../ui/fields";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { Depth } from "./Depth";
import { curveOf, momentAt, SHOWN, stateOf, tintsAt, type Shown } from "./insideAt";

const HeatChart = lazy(() => import("./HeatChart"));

/** What happens inside each part, minute by minute, on the elevation and in numbers. */
export function InsideTab({ bake }: { bake: BakePlan }) {
  const { figure } = useFigurePage();
  const found = useInside(figure.id, bake.number, figure.revision);
  if (!found.data) return <Waiting on={[found]} words="Working out the inside…" />;
  return <Inside bake={found.data} slowest={bake.slowest} />;
}

function Inside({ bake, slowest }: { bake: InsideBake; slowest: string }) {
  const { selected, select, act } = useFigurePage();
  const units = useUnits();
  const [minute, setMinute] = useState(Math.round(bake.off_min));
  const [shown, setShown] = useState<Shown>("fusion");
  const at = momentAt(bake, minute);
  useEffect(() => {
    act({ do: "tint", tints: tintsAt(bake, shown, at, units) });
  }, [bake, shown, at, units, act]);
  useEffect(() => () => act({ do: "tint", tints: null }), [act]);
  const part =
    bake.parts.find((row) => row.id === selected) ?? bake.parts.find((row) => row.id === slowest);
  const off = minute > bake.off_min + 0.5;
  return (
    <Stack gap="3">
      <ChoiceField
        label="Colour the parts by"
        value={shown}
        options={[
          { value: "fusion", label: "how far they are fused" },
          { value: "set", label: "how deep they have set" },
          { value: "scorch", label: "scorch" },
        ]}
        onChange={(next) => {
          if (next in SHOWN) setShown(next as Shown);
        }}
        width="13rem"
      />
      <Slider.Root
        min={0}
        max={Math.round(bake.cool_min)}
        step={1}
        value={[minute]}
        onValueChange={({ value }) => setMinute(value[0] ?? 0)}
        aria-label={["Minute of the bake"]}
        size="sm"
      >
        <Flex justify="space-between" fontSize="sm">
          <Text>
            Minute <b>{minute}</b>
            {off ? ", oven off, door ajar" : ""}
          </Text>
          <Text>air {temperature(bake.air_c[at] ?? 20, units)}</Text>
        </Flex>
        <Slider.Control>
          <Slider.Track bg="sheetDeep">
            <Slider.Range bg="clay" />
          </Slider.Track>
          <Slider.Thumbs />
        </Slider.Control>
        <Flex justify="space-between" fontSize="xs" color="inkSoft">
          <Text>in</Text>
          <Text>
            off at {bake.off_min.toFixed(0)}, handle it from {bake.cool_min.toFixed(0)} min
          </Text>
        </Flex>
      </Slider.Root>
      <Legend shown={shown} />
      {part ? (
        <>
          <Text fontSize="sm" fontWeight="600">
            {part.label}: surface {temperature(part.surface_c[at] ?? 20, units)}, core{" "}
            {temperature(part.core_c[at] ?? 20, units)}
          </Text>
          <Depth part={part} at={at} />
          <Suspense fallback={<Box height="180px" />}>
            <HeatChart
              points={curveOf(bake, part)}
              height="180px"
              says={`${part.label}: air dotted, surface dashed, core whole, over ${Math.round(bake.cool_min)} minutes`}
              marks={{ at: bake.minutes[at] ?? 0, off: bake.off_min }}
            />
          </Suspense>
        </>
      ) : null}
      <PanelTable
        label="Each part at this minute"
        head={["part", "core", SHOWN[shown], "may crack"]}
        right={[1, 2]}
        rows={bake.parts.map((row) => ({
          key: row.id,
          chosen: row.id === part?.id,
          onClick: () => select(row.id),
          cells: [
            row.label,
            temperature(row.core_c[at] ?? 20, units),
            stateOf(row, shown, at, units)[1],
            row.raw_in ? row.crack_risk : "–",
          ],
        }))}
      />
      <Note>
        Crack: how far the core lags when the surface is at{" "}
        {temperature(bake.crack.surface_c, units)}; low under{" "}
        {shownDifference(bake.crack.low_below_c, units)}, high above{" "}
        {shownDifference(bake.crack.high_above_c, units)} degrees (assumed).{" "}
        {bake.parts.some((row) => row.vent)
          ? "Air shut up round a core pushes when it is hot: prick a vent through the clay where it does not show."
          : ""}
      </Note>
    </Stack>
  );
}

function Legend({ shown }: { shown: Shown }) {
  const [from, to] = {
    fusion: ["raw", "cured"],
    set: ["soft", "set through"],
    scorch: ["as it was", "browns"],
  }[shown];
  const full = tint(shown === "scorch" ? "stop" : "verdigris");
  return (
    <Flex align="center" gap="2" fontSize="xs" color="inkSoft">
      <Text>{from}</Text>
      <Box
        flex="1"
        height="10px"
        borderWidth="1px"
        borderColor="hairline"
        background={`linear-gradient(to right, ${tint("clayFill")}, ${full})`}
      />
      <Text>{to}</Text>
    </Flex>
  );
}
