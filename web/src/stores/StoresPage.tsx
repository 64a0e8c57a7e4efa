import { Box, Button, Checkbox, Flex, Heading, SimpleGrid, Spinner, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { useCatalogue, useStores, useStoresChanges } from "../api/useRules";
import type { Catalogue, Stores } from "../api/types";
import { ChoiceField, Note } from "../ui/fields";
import { tellProblem } from "../ui/notices";
import { useUnits } from "../ui/UnitsContext";
import { Coils } from "./Coils";
import { temperature } from "../units/format";

type Kind = "wires" | "clays" | "paints";

export function StoresPage() {
  const stores = useStores().data;
  const catalogue = useCatalogue().data;
  const { set, undo, redo } = useStoresChanges();
  if (!stores || !catalogue)
    return (
      <Flex p="8" gap="3">
        <Spinner /> Opening Stores…
      </Flex>
    );
  const change = (next: Stores) => set.mutate(next, { onError: tellProblem });
  const toggle = (kind: Kind, id: string, owned: boolean) => {
    const rest = stores.stores[kind].filter((key) => key !== id);
    change({
      ...stores.stores,
      [kind]: owned ? [...rest, id] : rest,
      coils: stores.stores.coils.filter((coil) => kind !== "wires" || owned || coil.wire !== id),
    });
  };
  return (
    <Box as="main" flex="1" overflowY="auto" px={{ base: "4", md: "8" }} py="5">
      <Flex align="center" gap="2" mb="1" wrap="wrap">
        <Heading as="h1" size="2xl" flex="1">
          Stores
        </Heading>
        <Button
          size="sm"
          variant="outline"
          borderColor="hairline"
          disabled={!stores.can_undo}
          onClick={() => undo.mutate(undefined, { onError: tellProblem })}
        >
          Undo
        </Button>
        <Button
          size="sm"
          variant="outline"
          borderColor="hairline"
          disabled={!stores.can_redo}
          onClick={() => redo.mutate(undefined, { onError: tellProblem })}
        >
          Redo
        </Button>
      </Flex>
      <Text color="inkSoft" mb="5" maxWidth="64ch">
        Tick what you own. Wire for each run is chosen from here, and mixes are made of these
        paints. Figures of the materials are typical values; the maker's label stands above them.
      </Text>
      <Group title="Wire">
        <SimpleGrid columns={{ base: 1, md: 2, xl: 4 }} columnGap="6">
          {Object.values(catalogue.wires).map((wire) => (
            <Owned
              key={wire.id}
              label={wire.label}
              owned={stores.stores.wires.includes(wire.id)}
              onToggle={(on) => toggle("wires", wire.id, on)}
            >
              {yieldOf(catalogue, wire.metal)}
            </Owned>
          ))}
        </SimpleGrid>
      </Group>
      <Coils
        stores={stores.stores}
        revision={stores.revision}
        catalogue={catalogue}
        onChange={(next) => set.mutateAsync(next)}
      />
      <SimpleGrid columns={{ base: 1, md: 2 }} gap="6" alignItems="start" mt="8">
        <Group title="Clay and foil">
          {Object.values(catalogue.clays).map((clay) => (
            <Owned
              key={clay.id}
              label={clay.label}
              owned={stores.stores.clays.includes(clay.id)}
              onToggle={(on) => toggle("clays", clay.id, on)}
            >
              <LabelTemperature c={clay.label_c.value} /> · {clay.density_g_cm3.low}–
              {clay.density_g_cm3.high} g/cm³
            </Owned>
          ))}
          <ChoiceField
            label="Foil"
            width="14rem"
            value={stores.stores.foil}
            options={Object.values(catalogue.foils).map((foil) => ({
              value: foil.id,
              label: foil.label,
            }))}
            onChange={(foil) => change({ ...stores.stores, foil })}
          />
        </Group>
        <Group title="Paint">
          {Object.values(catalogue.paints).map((paint) => (
            <Owned
              key={paint.id}
              label={paint.label}
              owned={stores.stores.paints.includes(paint.id)}
              onToggle={(on) => toggle("paints", paint.id, on)}
              swatch={`rgb(${paint.srgb.join(" ")})`}
            >
              {
                { O: "opaque", SO: "semi-opaque", ST: "semi-transparent", T: "transparent" }[
                  paint.opacity
                ]
              }
              , tints {paint.tint} of 5
            </Owned>
          ))}
        </Group>
      </SimpleGrid>
      <Note>Of clay, foil and paint, amounts, prices and movements are not kept yet.</Note>
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

function Owned({ label, owned, onToggle, swatch, children }: OwnedProps) {
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
