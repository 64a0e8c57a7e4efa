import { Box, Flex, Heading, Skeleton, Stack, Text } from "@chakra-ui/react";
import { lazy, Suspense } from "react";
import { useBench } from "../../api/useBench";
import type { BakePlan } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { minutes, temperature } from "../../units/format";
import { Answer } from "../../ui/Answer";
import { Note, NumberField } from "../../ui/fields";
import { GRADES, gradeWords } from "./grades";
import { PanelTable } from "../../ui/Table";
import { useUnits } from "../../ui/UnitsContext";
import { PanelTabs } from "../../ui/PanelTabs";
import { Loads } from "../../calendar/Loads";
import { ChipsTab } from "./ChipsTab";
import { HeatGunTab } from "./HeatGunTab";
import { HoldTab } from "./HoldTab";
import { InsideTab } from "./InsideTab";
import { LiveBake } from "./LiveBake";
import { ProgrammeBox } from "./ProgrammeBox";
import { PrintLink } from "../../ui/PrintLink";

const HeatChart = lazy(() => import("./HeatChart"));

export function BakePanel() {
  const { plan, looked, act } = useFigurePage();
  const onShow = (bake: number) => act({ do: "show bake", bake });
  const bake = plan.bake.bakes.find((row) => row.number === looked.bake) ?? plan.bake.bakes[0];
  if (!bake)
    return (
      <Stack gap="3">
        <LiveBake bake={null} onShow={onShow} />
        <Note>Nothing of clay yet, so nothing to bake.</Note>
      </Stack>
    );
  return (
    <Stack gap="3">
      <Flex gap="1" role="group" aria-label="Bakes">
        {plan.bake.bakes.map((row) => (
          <Box
            as="button"
            key={row.number}
            aria-pressed={row.number === bake.number}
            onClick={() => onShow(row.number)}
            px="3"
            py="1"
            fontSize="sm"
            cursor="pointer"
            borderBottomWidth="3px"
            borderColor={row.number === bake.number ? "clay" : "hairline"}
            fontWeight={row.number === bake.number ? 700 : 400}
          >
            Bake {row.number}
            {row.done_min ? " (done)" : ""}
          </Box>
        ))}
      </Flex>
      <PanelTabs
        name="What of the bake"
        tabs={[
          { value: "oven", label: "Oven", content: <OvenTab bake={bake} onShow={onShow} /> },
          {
            value: "inside",
            label: "Inside",
            content: <InsideTab key={bake.number} bake={bake} />,
          },
          { value: "hold", label: "Hold and fit", content: <HoldTab bake={bake} /> },
          { value: "chips", label: "Chips", content: <ChipsTab bake={bake} /> },
          { value: "gun", label: "Heat gun", content: <HeatGunTab /> },
        ]}
      />
    </Stack>
  );
}

function OvenTab({ bake, onShow }: { bake: BakePlan; onShow: (bake: number) => void }) {
  const { figure, plan, selected, select } = useFigurePage();
  const bench = useBench(figure.id);
  const units = useUnits();
  const last = bake.curve.at(-1);
  const slowest = plan.bulk.parts.find((part) => part.id === bake.slowest)?.label ?? bake.slowest;
  return (
    <Stack gap="3">
      <Text fontSize="sm">
        {bake.stages_run.length > 1 ? "Dial up to " : "Dial "}
        <b>{temperature(bake.dial_c.value, units)}</b>,{" "}
        {bake.start === "cold" ? "from cold" : "preheated"}, for{" "}
        <b>{minutes(bake.advised_min.value)}</b>
        {bake.stages_run.length > 1 ? " in all" : ""}.{" "}
        {bake.model_min ? `The ${slowest} takes longest.` : `The ${slowest} is not fused by it.`}
        {bake.sets_only ? " It only sets; the last bake cures it through." : ""}
        {bake.measured ? " What follows goes by the air that was measured." : ""}
      </Text>
      <ProgrammeBox bake={bake} />
      <LiveBake bake={bake} onShow={onShow} />
      {bake.done_min === null ? (
        <Loads figures={[]} of={{ figure: figure.id, bake: bake.number }} />
      ) : null}
      <Suspense fallback={<Skeleton height="210px" />}>
        <HeatChart
          points={bake.curve}
          height="210px"
          says={`Bake ${bake.number}: after ${last?.minute} minutes the core is at ${temperature(last?.core_c ?? 0, units)}`}
        />
      </Suspense>
      <Answer
        label={bake.programme ? "Minutes of your programme" : "Minutes advised"}
        q={bake.advised_min}
      />
      <Answer label="By the label" q={bake.rule_min} />
      {bake.model_min ? (
        <Answer label="By the model" q={bake.model_min} />
      ) : (
        <Note>
          By the model it is not fused through
          {bake.programme
            ? " by this programme, nor if its last stage went on."
            : " within six hours."}
        </Note>
      )}
      <Answer label="Dial" q={bake.dial_c} />
      <Answer label="Label temperature" q={bake.label_c} />
      <Text fontSize="sm">
        Air peaks at {temperature(bake.peak_air_c, units)}; the maker's maximum is{" "}
        {temperature(bake.maximum_c, units)}. Cool with the door ajar about{" "}
        {bake.cooling_min.toFixed(0)} min before you handle it.
      </Text>
      <NumberField
        label="Minutes it really took"
        value={bake.done_min}
        unit="min"
        empty={null}
        onCommit={(minutes) => bench.bake(bake.number, minutes)}
      />
      <Heading size="sm">What happens to each part</Heading>
      <Note>
        The slowest is the {bake.parts.find((part) => part.id === bake.slowest)?.label}:{" "}
        {gradeWords(bake)}.
      </Note>
      <PanelTable
        label="Parts in this bake"
        head={["part", "core", "inside", "scorch"]}
        right={[1, 3]}
        rows={bake.parts.map((part) => ({
          key: part.id,
          name: part.label,
          why: part.why,
          chosen: part.id === selected,
          onClick: () => select(part.id),
          cells: [
            `${part.label}${part.raw_in ? "" : " (cured before)"}`,
            temperature(part.core_c, units),
            GRADES[part.grade],
            `${part.scorch.toFixed(2)} of ${part.scorch_limit}`,
          ],
        }))}
      />
      {bake.inserts.length ? (
        <PanelTable
          label="What else is in this bake"
          head={["beside the clay", "gets to", "takes"]}
          right={[1, 2]}
          rows={bake.inserts.map((row) => ({
            key: `${row.what} ${row.id}`,
            cells: [
              `${row.label}, ${row.material}${row.harmless ? `: ${row.harmless}` : ""}`,
              temperature(row.peak_c, units),
              <Text
                key="l"
                as="span"
                color={row.peak_c > row.limit_c && !row.harmless ? "stop" : "ink"}
              >
                {temperature(row.limit_c, units)}
              </Text>,
            ],
          }))}
        />
      ) : null}
      <PrintLink href={`/api/v1/figures/${figure.id}/prints/bake-card/${bake.number}`}>
        Print the card of this bake (PDF)
      </PrintLink>
      <Note>
        Thermometer beside the piece; ventilate. If it smokes: switch off, open windows, leave. The
        maker's label stands above this estimate.
      </Note>
    </Stack>
  );
}
