import { Box, Button, Flex, Heading, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { useRules, useRulesChanges, useStoresChanges } from "../api/useRules";
import { useCalibration, useCosts } from "../api/useStock";
import type { CalibrationIn, Catalogue, StoresOut } from "../api/types";
import { ChoiceField, Note } from "../ui/fields";
import { tellProblem } from "../ui/notices";
import { useKept } from "../ui/useKept";
import { TypedField } from "../ui/TypedField";
import { faultText } from "../ui/useDraft";
import { useUnits } from "../ui/UnitsContext";
import { length, lengthAsTyped, mass, massAsTyped, other } from "../units/format";
import { Moves } from "./Moves";
import { Scales } from "./Scales";
import { ScaleButton } from "./ScaleButton";
import { UndoButtons } from "../ui/UndoButtons";

const PACKINGS = ["loose", "firm", "hammered"];

interface Props {
  stores: StoresOut;
  catalogue: Catalogue;
}

/** One weighed ball of foil or clay, and what weighing shows of waste: offered, then counted with. */
export function Weigh({ stores, catalogue }: Props) {
  return (
    <SimpleGrid columns={{ base: 1, lg: 2 }} gap="8" alignItems="start" maxWidth="76rem">
      <Stack gap="6">
        <WeighBall stores={stores} catalogue={catalogue} />
        <LearnWaste />
      </Stack>
      <Stack gap="6">
        <Counted stores={stores} catalogue={catalogue} />
        <Scales />
      </Stack>
    </SimpleGrid>
  );
}

function WeighBall({ stores, catalogue }: Props) {
  const units = useUnits();
  const density = (g_cm3: number, digits = 4) => other(g_cm3, "g/cm³", units, digits);
  const packing = useRules().data?.rules.foil_packing ?? "firm";
  const { set } = useStoresChanges();
  const [what, setWhat] = useState(`foil/${packing}`);
  const [weight, setWeight] = useKept("ball weight");
  const [across, setAcross] = useKept("ball across");
  const preview = useCalibration();
  const { mutate, reset } = preview;
  const [of, id] = what.split("/") as ["foil" | "clay", string];
  const ready = weight.trim() !== "" && across.trim() !== "";
  useEffect(() => {
    if (!ready) return reset();
    const wait = setTimeout(
      () => mutate({ weighing: { of, id, mass: weight, across }, waste_percent: null }),
      250,
    );
    return () => clearTimeout(wait);
  }, [ready, of, id, weight, across, mutate, reset]);
  const found = ready ? preview.data : undefined;
  const count = () => {
    const weighing = found?.weighing;
    if (!weighing) return;
    set.mutate(
      { ...stores.stores, weighings: [...stores.stores.weighings, weighing] },
      {
        onSuccess: () => {
          setWeight(null);
          setAcross(null);
        },
        onError: tellProblem,
      },
    );
  };
  return (
    <Box as="section" aria-label="Weigh a ball">
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5">
        Weigh a ball
      </Heading>
      <Text fontSize="sm" color="inkSoft" mb="2">
        Squeeze foil as you always do, or roll conditioned clay, into a ball as round as you can,{" "}
        {lengthAsTyped(40, units)} or more; measure across it in three ways and take the middle.
      </Text>
      <Stack gap="2">
        <ChoiceField
          label="A ball of"
          width="17rem"
          value={what}
          options={[
            ...PACKINGS.map((key) => ({ value: `foil/${key}`, label: `foil, ${key}` })),
            ...Object.values(catalogue.clays).map((clay) => ({
              value: `clay/${clay.id}`,
              label: clay.label,
            })),
          ]}
          onChange={setWhat}
        />
        <TypedField
          label="across"
          of="length"
          hint={lengthAsTyped(40, units)}
          value={across}
          onChange={setAcross}
        />
        <TypedField
          label="weighs"
          of="mass"
          hint={mass(17, units)}
          value={weight}
          onChange={setWeight}
        />
        <Flex justify="flex-end">
          <ScaleButton onTake={(grams) => setWeight(massAsTyped(grams, units))} />
        </Flex>
        {of === "foil" && id !== packing ? (
          <Note>
            House rules say your foil is squeezed {packing}; this is kept for when it is {id}.
          </Note>
        ) : null}
        {ready && preview.error ? (
          <Text role="alert" color="stop" fontSize="sm">
            {faultText(preview.error)}
          </Text>
        ) : null}
        {found?.after && found.before ? (
          <Box
            borderWidth="1px"
            borderColor="verdigris"
            borderRadius="sheet"
            p="3"
            aria-live="polite"
          >
            <Text data-density>
              <b>{density(found.after.value)}</b> ({density(found.after.low, 3)} to{" "}
              {density(found.after.high, 3)}); until now {density(found.before.value)},{" "}
              {found.before.source}.
            </Text>
            <Moves moves={found.moves} of={of} />
            <Button
              size="sm"
              mt="2"
              bg="clay"
              color="onClay"
              loading={set.isPending}
              onClick={count}
            >
              Count with it
            </Button>
          </Box>
        ) : null}
      </Stack>
    </Box>
  );
}

/** The balls that are counted with; each can be forgotten, and that undone. */
function Counted({ stores, catalogue }: Props) {
  const units = useUnits();
  const { set, step } = useStoresChanges();
  const rows = stores.stores.weighings;
  return (
    <Box as="section" aria-label="Counted with">
      <Flex align="center" borderTopWidth="2px" borderColor="ink" pt="1.5">
        <Heading as="h2" size="md" flex="1">
          Counted with
        </Heading>
        <UndoButtons steps={{ ...stores, step }} size="sm" />
      </Flex>
      {rows.length === 0 ? (
        <Note>
          No ball was weighed yet: foil and clay are counted with typical densities, and their range
          is wide.
        </Note>
      ) : null}
      {rows.map((row, index) => (
        <Flex
          key={index}
          align="center"
          gap="3"
          py="1"
          borderBottomWidth="1px"
          borderColor="headline"
        >
          <Text fontSize="sm" flex="1">
            {row.of === "foil" ? `foil, ${row.id}` : (catalogue.clays[row.id]?.label ?? row.id)}:{" "}
            {mass(row.mass_g, units)}, {length(row.across_mm, units)} across
            {row.name ? `, as good as a ball: ${row.name}` : ""}
          </Text>
          <Button
            size="xs"
            variant="outline"
            borderColor="hairline"
            onClick={() =>
              set.mutate(
                { ...stores.stores, weighings: rows.filter((_, at) => at !== index) },
                { onError: tellProblem },
              )
            }
          >
            Forget it
          </Button>
        </Flex>
      ))}
    </Box>
  );
}

/** Waste as booked figures show it, offered in place of what House rules assume. */
function LearnWaste() {
  const rules = useRules().data?.rules;
  const { set } = useRulesChanges();
  const costs = useCosts().data;
  const preview = useCalibration();
  const { mutate } = preview;
  const told = costs?.figures.filter((row) => row.waste_percent !== null) ?? [];
  const learned = costs?.waste_percent == null ? null : Number(costs.waste_percent.toFixed(1));
  useEffect(() => {
    if (learned !== null)
      mutate({ weighing: null, waste_percent: learned } satisfies CalibrationIn);
  }, [learned, mutate]);
  return (
    <Box as="section" aria-label="Waste">
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5">
        Waste
      </Heading>
      <Text fontSize="sm" color="inkSoft" mb="1">
        Weigh what is left of a pack when a figure is done and book the rest on it: clay taken, less
        what is on it, is what was lost.
      </Text>
      {told.map((row) => (
        <Text key={row.figure_id} fontSize="sm">
          {row.name}: {row.waste_percent?.toFixed(1)} %
        </Text>
      ))}
      {learned === null ? (
        <Note>No figure has clay booked on it that says anything of waste yet.</Note>
      ) : (
        <>
          <Text fontSize="sm" mt="1">
            Together {learned} %; House rules count with {rules?.waste_percent} %.
          </Text>
          {preview.data ? <Moves moves={preview.data.moves} of="clay" /> : null}
          {rules && Math.abs(rules.waste_percent - learned) > 0.05 ? (
            <Button
              size="sm"
              mt="1.5"
              variant="outline"
              borderColor="ink"
              onClick={() => void set({ waste_percent: learned }).catch(tellProblem)}
            >
              Count with {learned} %
            </Button>
          ) : (
            <Note>This is what is counted with. Undo is under House rules.</Note>
          )}
        </>
      )}
    </Box>
  );
}
