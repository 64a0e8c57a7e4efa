import { Box, Checkbox, Flex, Heading, SimpleGrid, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { useStoresChanges } from "../api/useRules";
import type { Catalogue, Owned, StoresOut } from "../api/types";
import { ChoiceField } from "../ui/fields";
import { tellProblem } from "../ui/notices";
import { useUnits } from "../ui/UnitsContext";
import { other, temperature } from "../units/format";
import { UndoButtons } from "../ui/UndoButtons";
import { Mixtures } from "./Mixtures";

type Kind = "wires" | "clays" | "paints";

/** What the plan may choose from: wires for the runs, clays, foil, paints for the mixes. */
export function WorkWith({ stores, catalogue }: { stores: StoresOut; catalogue: Catalogue }) {
  const { set, step } = useStoresChanges();
  const owned = stores.stores;
  const change = (next: Owned) => set.mutate(next, { onError: tellProblem });
  const toggle = (kind: Kind, id: string, on: boolean) => {
    const rest = owned[kind].filter((key) => key !== id);
    change({ ...owned, [kind]: on ? [...rest, id] : rest });
  };
  return (
    <Box>
      <Flex align="center" gap="4" mb="3" wrap="wrap">
        <Text color="inkSoft" flex="1" maxWidth="64ch">
          Tick what you work with. Wire for each run is chosen from here, and mixes are made of
          these paints; a wire or paint of which no lot is written down is taken to be there in any
          amount.
        </Text>
        <UndoButtons steps={{ ...stores, step }} size="sm" />
      </Flex>
      <Group title="Wire">
        <SimpleGrid columns={{ base: 1, md: 2, xl: 4 }} columnGap="6">
          {Object.values(catalogue.wires).map((wire) => (
            <OwnedBox
              key={wire.id}
              label={wire.label}
              owned={owned.wires.includes(wire.id)}
              onToggle={(on) => toggle("wires", wire.id, on)}
            >
              {yieldOf(catalogue, wire.metal)}
            </OwnedBox>
          ))}
        </SimpleGrid>
      </Group>
      <SimpleGrid columns={{ base: 1, md: 2 }} gap="6" alignItems="start" mt="8">
        <Group title="Clay and foil">
          {Object.values(catalogue.clays).map((clay) => (
            <OwnedBox
              key={clay.id}
              label={clay.label}
              owned={owned.clays.includes(clay.id)}
              onToggle={(on) => toggle("clays", clay.id, on)}
              swatch={clay.colour}
            >
              <LabelTemperature c={clay.label_c.value} /> ·{" "}
              <Density low={clay.density_g_cm3.low} high={clay.density_g_cm3.high} />
            </OwnedBox>
          ))}
          <ChoiceField
            label="Foil"
            width="14rem"
            value={owned.foil}
            options={Object.values(catalogue.foils).map((foil) => ({
              value: foil.id,
              label: foil.label,
            }))}
            onChange={(foil) => change({ ...owned, foil })}
          />
        </Group>
        <Group title="Paint">
          {Object.values(catalogue.paints).map((paint) => (
            <OwnedBox
              key={paint.id}
              label={paint.label}
              owned={owned.paints.includes(paint.id)}
              onToggle={(on) => toggle("paints", paint.id, on)}
              swatch={`rgb(${paint.srgb.join(" ")})`}
            >
              {
                { O: "opaque", SO: "semi-opaque", ST: "semi-transparent", T: "transparent" }[
                  paint.opacity
                ]
              }
              , tints {paint.tint} of 5
            </OwnedBox>
          ))}
        </Group>
      </SimpleGrid>
      <Box mt="8">
        <Group title="Mixtures of my own">
          <Mixtures owned={owned} onKeep={set.mutateAsync} />
        </Group>
      </Box>
    </Box>
  );
}

function yieldOf(catalogue: Catalogue, metal: string): string {
  const found = catalogue.metals[metal];
  return found
    ? `yield ${found.yield_mpa.value} MPa (${found.yield_mpa.low}–${found.yield_mpa.high})`
    : "";
}

function LabelTemperature({ c }: { c: number }) {
  return <>label {temperature(c, useUnits())}</>;
}

function Density({ low, high }: { low: number; high: number }) {
  const units = useUnits();
  return (
    <>
      {other(low, "g/cm³", units, 3)} to {other(high, "g/cm³", units, 3)}
    </>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box borderTopWidth="2px" borderColor="ink" pt="2">
      <Heading as="h2" size="md" mb="2">
        {title}
      </Heading>
      {children}
    </Box>
  );
}

interface OwnedProps {
  label: string;
  owned: boolean;
  onToggle: (owned: boolean) => void;
  swatch?: string;
  children: ReactNode;
}

function OwnedBox({ label, owned, onToggle, swatch, children }: OwnedProps) {
  return (
    <Checkbox.Root
      size="sm"
      display="flex"
      alignItems="start"
      py="1"
      borderBottomWidth="1px"
      borderColor="headline"
      checked={owned}
      onCheckedChange={({ checked }) => onToggle(checked === true)}
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control borderColor="inkSoft" mt="0.5" />
      {swatch ? (
        <Box
          width="18px"
          height="18px"
          borderWidth="1px"
          borderColor="ink"
          borderRadius="sheet"
          style={{ background: swatch }}
        />
      ) : null}
      <Checkbox.Label fontWeight="400" flex="1">
        {label}
        <Text as="span" display="block" fontSize="xs" color="inkSoft">
          {children}
        </Text>
      </Checkbox.Label>
    </Checkbox.Root>
  );
}
